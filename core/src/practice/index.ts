export {
  isSteady,
  startCanner,
  stepCanner,
  type Controls,
  type Faults,
  type PracticeOptions,
  type PracticeSize,
  type PracticeState,
} from './canner'
export { LESSONS, type Lesson } from './lessons'
export { reviewPractice, type Finding, type Sample } from './review'
