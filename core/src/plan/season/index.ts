export { Board } from './board'
export { construct, earliestCanBy, firstCome } from './construct'
export {
  costDifference,
  costOf,
  dayLengths,
  fixedTimes,
  timesOfFixed,
  jarsOf,
  processMinutesOf,
  timesOf,
  type PlanCost,
} from './cost'
export { dayLength, loadTimes, prepPerJar, type LoadTimes } from './length'
export { seeded } from '../search/random'
export * from './model'
export { LEANING_WEIGHTS, PLAIN_WEIGHTS, WEIGHTS, type KeeperWeights } from './weights'
export { improve, USUAL_EFFORT, type ImproveEffort, type Progress } from './improve'
export { complaintsOf, type PlanComplaint, type PlanFault } from './check'
export {
  mouthsFor,
  seasonFrom,
  type CannerRecord,
  type LoadRecord,
  type LotRecord,
  type Season,
  type SeasonNote,
  type SeasonRecords,
  type StockRecord,
} from './from-records'
export {
  datedPortions,
  laterFor,
  moveLoad,
  movesBetween,
  type DatedPortion,
  type JarMove,
  type Moved,
} from './move'
export {
  drawnFrom,
  otherJars,
  putIntoOthers,
  shortagesOf,
  type OtherJars,
  type Shortage,
} from './shortage'
export { jarsMoved, mayFollow, repair, stepsTo, withStep, type PlanStep } from './steps'
export { seasonByFood, type FoodInSeason } from './by-food'
export { openOf, Worth } from './worth'
export { testsDue, type TestDue } from './tests-due'
export { suppose, THOUGHT_CANNER, type WhatIf } from './what-if'
export { gatherRecords, type HouseholdRecords } from './gather'
export { endingInTime, overruns } from './fit-days'
