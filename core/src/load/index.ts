export { cannerClasses, MINIMUM_LOAD } from './canner-classes'
export { capacityFor, minimumFor, splitJars, type Split } from './capacity'
export {
  changedFigures,
  figuresFor,
  leastOpenMinutes,
  isInCanner,
  stillHolds,
  whyNotTogether,
  type FigureChange,
  type Figures,
  type FiguresQuery,
} from './figures'
export {
  asEvents,
  FACTS,
  inOrder,
  mayTakeBack,
  momentOf,
  takenBack,
  type LoadEvent,
  type SeenJar,
} from './facts'
export {
  cannerBlocks,
  DIAL_MAX_ERROR,
  DIAL_TEST_DAYS,
  TESTABLE,
  type Block,
  type GaugeTest,
} from './fitness'
export { jarSpecs } from './jars'
export { foldLoad, withOwnWords } from './clock'
export { dueNow, MAY_WAIT, type CallingLoad, type Due } from './due'
export { isDown } from './opening'
export {
  altitudeOn,
  causesOf,
  daysOfTest,
  dialWords,
  recallOf,
  recallText,
  recallWords,
  requiredAt,
  retargeted,
  standardAt,
  type AltitudeMove,
  type FoundLater,
  type RecallCause,
  type Recalled,
  type StandingTest,
} from './recall'
export { fullRun } from './runs'
export {
  doubtsOf,
  holdOf,
  holdSentence,
  isWorse,
  judgeLoad,
  openDoubts,
  VERDICT_WORDS,
  whyHeld,
  type Judgement,
  type Reason,
  type Verdict,
} from './judgement'
export { loadAt, type LoadNow, type Prompt, type PromptKind, type StageClock } from './now'
export {
  dialTarget,
  hasLock,
  holdBand,
  restMs,
  gaugeIn,
  openMs,
  toldIn,
  startTarget,
  STAND_OPEN_MS,
  STAND_OVERDUE_MS,
  type LoadSetup,
} from './setup'
export { type Doubt, type DoubtCode, type LoadState, type Reading, type UnseenGap } from './state'
export {
  ATTENTION,
  handsMinutes,
  learnStageMinutes,
  restingHere,
  restOf,
  stageSpans,
  totalMinutes,
  type Attention,
  type StageSpan,
  type TimedStage,
} from './stages'
export type {
  CannerClass,
  CannerFacts,
  Capacity,
  CapacityOf,
  HouseCanner,
  JarSpec,
  StageMinutes,
} from './types'
export { offerWays, whyNoWay, type Way, type WayCanner } from './ways'
export { estimateCapacity, jarPlaces, type JarPlace } from './geometry'
export { inspectionFor, type InspectionPoint } from './inspection'
export { tellingReadings, type GaugeReading } from './telling'
export { nameAfter, recordLines, stageTimes, type RecordLine } from './record'
export {
  learnTimes,
  shortestCooling,
  withLearned,
  type LearnedStage,
  type LearnedTimes,
  type RunLoad,
} from './learned'
export { HELD_JAR, JAR_SIGN_RULES, seenOf, signRule, type SignRule } from './seen'
export { heatLike, heatOf, heatWords, type HeatMemory } from './heat'
export { loadContents } from './contents'
export { sketchOf, type LoadSketch } from './sketch'
export { TRACE_APART_MS, traceOf, type LoadTrace } from './trace'
export { besideWords, hasDrifted, type BesideWeight } from './two-gauges'
