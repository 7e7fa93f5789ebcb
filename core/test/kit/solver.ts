import loadHighs from 'highs'
import { solverFrom, type Solver } from '../../src'

/** The solver as tests and benchmarks run it: the same package that the web's worker loads. */
export const loadSolver = async (): Promise<Solver> => solverFrom(await loadHighs())
