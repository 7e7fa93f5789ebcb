export { dayLoadOf, type DayLoadFacts } from './from-load'
export { runningAt, runningLoad, type RunningAt } from './running'
export { daySheet, sheetOfDay } from './sheet'
export * from './types'
