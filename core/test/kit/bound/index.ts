// What a season plan is held against: the whole season as one program, which a solver of
// general programs relaxes and decides. Only tests and benchmarks run it.
export { proveBound, type Proof } from './bound'
export { windowProgram } from './program'
export { windowOf } from './window'
export type { Program, Solved, SolveLimits, Solver } from './solver'
export { loadSolver } from './load-solver'
