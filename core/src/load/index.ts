export { cannerClasses, MINIMUM_LOAD } from './canner-classes'
export { capacityFor, minimumFor, splitJars, type Split } from './capacity'
export {
  changedFigures,
  figuresFor,
  isInCanner,
  stillHolds,
  whyNotTogether,
  type FigureChange,
  type Figures,
  type FiguresQuery,
} from './figures'
export { inOrder, RETRACTABLE, type LoadEvent, type LoadEventKind } from './events'
export { cannerBlocks, DIAL_TEST_DAYS, type Block, type GaugeTest } from './fitness'
export { jarSpecs } from './jars'
export {
  dialTarget,
  foldLoad,
  STOVE_STAGES,
  whyNot,
  type LoadSetup,
  type LoadStage,
  type LoadState,
} from './machine'
export { holdBand, loadAt, type LoadNow, type Prompt } from './now'
export {
  ATTENTION,
  handsMinutes,
  learnStageMinutes,
  stageSpans,
  totalMinutes,
  type Attention,
  type StageSpan,
  type TimedStage,
} from './stages'
export type { CannerClass, CannerFacts, Capacity, CapacityOf, JarSpec, StageMinutes } from './types'
export { offerWays, type Way, type WayCanner } from './ways'
export { estimateCapacity } from './geometry'
export { inspectionFor, type InspectionPoint } from './inspection'
