export { dayLoadOf, type DayLoadFacts } from './from-load'
export { daySheet } from './sheet'
export * from './types'
