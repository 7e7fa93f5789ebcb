export { isSteady, startCanner, stepCanner } from './canner'
export type { Controls, Faults, PracticeOptions, PracticeSize, PracticeState } from './state'
export { LESSONS, type Lesson } from './lessons'
export { reviewPractice, type Finding, type Sample } from './review'
