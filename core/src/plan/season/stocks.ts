import { draws, type SeasonModel } from './model'

/** Supplies drawn day by day: what may still be promised on a day is the least left on it and after. */
export class Stocks {
  private readonly used: Float64Array[]
  private readonly slack: Float64Array[]

  constructor(private readonly model: SeasonModel) {
    this.used = model.supplies.map(() => new Float64Array(model.days.length))
    this.slack = model.supplies.map(() => new Float64Array(model.days.length))
    model.supplies.forEach((line, i) => {
      this.renew(i)
      for (const f of model.fixed) if (draws(line, f.jar, f.mouth)) this.draw(i, f.day, f.toFill)
    })
  }

  /** Pieces of a line that may be drawn on a day. */
  left(line: number, day: number): number {
    return this.slack[line]?.[day] ?? 0
  }

  /** Draws pieces on a day; a negative number gives them back. */
  draw(line: number, day: number, pieces: number): void {
    const [used, slack] = [this.used[line], this.slack[line]]
    const stock = this.model.supplies[line]?.stock
    if (!used || !slack || !stock) return
    for (let d = day; d < used.length; d++) {
      used[d] = (used[d] as number) + pieces
      slack[d] = (slack[d] as number) - pieces
    }
    for (let d = day - 1; d >= 0; d--) {
      const least = Math.min(slack[d + 1] as number, (stock[d] as number) - (used[d] as number))
      if (least === slack[d]) break
      slack[d] = least
    }
  }

  copy(): readonly Float64Array[] {
    return this.used.map((u) => u.slice())
  }

  restore(used: readonly Float64Array[]): void {
    used.forEach((u, i) => {
      this.used[i]?.set(u)
      this.renew(i)
    })
  }

  private renew(line: number): void {
    const stock = this.model.supplies[line]?.stock ?? []
    const slack = this.slack[line]
    let least = Infinity
    for (let d = stock.length - 1; slack && d >= 0; d--) {
      least = Math.min(least, (stock[d] ?? 0) - (this.used[line]?.[d] ?? 0))
      slack[d] = least
    }
  }
}
