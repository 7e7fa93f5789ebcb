import type { Highs, Model, ModelData } from 'highs'
import type { Program, Solved, SolveLimits, Solver } from './solver'

/** Status of `primal_solution_status` when a solution that can be done was found. */
const FEASIBLE = 2

const dataOf = (p: Program, relaxed: boolean): ModelData => {
  const numCols = p.cost.length
  const numRows = p.rowLower.length
  return {
    numCols,
    numRows,
    colCost: Float64Array.from(p.cost),
    colLower: Float64Array.from(p.lower),
    colUpper: Float64Array.from(p.upper),
    rowLower: Float64Array.from(p.rowLower),
    rowUpper: Float64Array.from(p.rowUpper),
    ...(relaxed ? {} : { integrality: Int32Array.from(p.integer, Number) }),
    matrix: {
      format: 'csr',
      numRows,
      numCols,
      starts: Int32Array.from(p.starts),
      indices: Int32Array.from(p.columns),
      values: Float64Array.from(p.values),
    },
  }
}

/**
 * The solver as core calls it, from a loaded HiGHS runtime. Its own heuristics
 * are off: the plan at hand is better than what they find, and they take most of
 * the time. Fixed seed, so the same program gives the same answer.
 */
export const solverFrom =
  (highs: Pick<Highs, 'withModel'>): Solver =>
  (program: Program, limits: SolveLimits): Solved =>
    highs.withModel(dataOf(program, limits.relaxed ?? false), (model) => run(model, limits))

function run(model: Model, limits: SolveLimits): Solved {
  model.options.set({
    output_flag: false,
    random_seed: 1,
    time_limit: limits.seconds,
    mip_rel_gap: limits.gap,
    mip_max_nodes: limits.nodes,
    mip_detect_symmetry: false,
    ...(limits.thorough ? {} : { mip_heuristic_effort: 0 }),
  })
  model.run()
  const found = Number(model.info.get('primal_solution_status')) === FEASIBLE
  const objective = found ? model.getObjectiveValue() : Infinity
  return {
    values: found ? [...model.getSolution().colValue] : null,
    objective,
    bound: limits.relaxed
      ? found
        ? objective
        : -Infinity
      : Number(model.info.get('mip_dual_bound')),
  }
}
