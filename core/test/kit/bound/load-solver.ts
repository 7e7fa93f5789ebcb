import loadHighs from 'highs'
import type { Solver } from './solver'
import { solverFrom } from './with-highs'

/** The solver as tests and benchmarks run it. */
export const loadSolver = async (): Promise<Solver> => solverFrom(await loadHighs())
