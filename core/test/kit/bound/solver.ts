/** A mixed-integer linear program to minimise, rows stored one after the other. */
export interface Program {
  readonly cost: readonly number[]
  readonly lower: readonly number[]
  readonly upper: readonly number[]
  readonly integer: readonly boolean[]
  readonly rowLower: readonly number[]
  readonly rowUpper: readonly number[]
  /** Beginning of each row in `columns` and `values`, and the end of the last. */
  readonly starts: readonly number[]
  readonly columns: readonly number[]
  readonly values: readonly number[]
}

export interface SolveLimits {
  /** Branch-and-bound nodes at most: unlike seconds, the same on every machine. */
  readonly nodes: number
  /** Relative gap at which to stop. */
  readonly gap: number
  /** Seconds after which to stop in any case. */
  readonly seconds: number
  /** Leaves whole numbers out: the linear relaxation. */
  readonly relaxed?: boolean
  /** Also looks for solutions by the solver's own heuristics: for one large program from nothing. */
  readonly thorough?: boolean
}

export interface Solved {
  /** Null when no solution was found within the limits. */
  readonly values: readonly number[] | null
  readonly objective: number
  /** No solution can be better than this. */
  readonly bound: number
}

/** Solves a program. Given from outside, so that core stays free of the solver's file and its loading. */
export type Solver = (program: Program, limits: SolveLimits) => Solved

/** Puts a program together column by column and row by row. */
export class ProgramBuilder {
  private readonly cost: number[] = []
  private readonly lower: number[] = []
  private readonly upper: number[] = []
  private readonly integer: boolean[] = []
  private readonly rowLower: number[] = []
  private readonly rowUpper: number[] = []
  private readonly starts: number[] = [0]
  private readonly columns: number[] = []
  private readonly values: number[] = []

  /** Adds a variable and gives its column. */
  column(cost: number, upper: number, integer = false, lower = 0): number {
    this.cost.push(cost)
    this.lower.push(lower)
    this.upper.push(upper)
    this.integer.push(integer)
    return this.cost.length - 1
  }

  /** Adds a row; terms of the same column are added together. */
  row(
    lower: number,
    upper: number,
    terms: readonly (readonly [column: number, value: number])[],
  ): void {
    const sums = new Map<number, number>()
    for (const [c, v] of terms) sums.set(c, (sums.get(c) ?? 0) + v)
    for (const [c, v] of sums) {
      if (v === 0) continue
      this.columns.push(c)
      this.values.push(v)
    }
    this.rowLower.push(lower)
    this.rowUpper.push(upper)
    this.starts.push(this.columns.length)
  }

  /** Only solutions that cost at most this much: everything else is cut off early. */
  atMost(cost: number): void {
    this.row(
      -Infinity,
      cost,
      this.cost.flatMap((c, i) => (c === 0 ? [] : [[i, c] as const])),
    )
  }

  program(): Program {
    const { cost, lower, upper, integer, rowLower, rowUpper, starts, columns, values } = this
    return { cost, lower, upper, integer, rowLower, rowUpper, starts, columns, values }
  }
}
