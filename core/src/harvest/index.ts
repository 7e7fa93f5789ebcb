export { cookMinutes, soakedFoods } from './ahead'
export { frostTakes, GROWN_WITHIN_DAYS } from './frost'
export { MAX_PICKINGS, splitPickings } from './pickings'
export { poundsOfRow, wantedFor, type Wanted } from './wanted'
export { wantedLine } from './wanted-line'
export { answerHarvest, answerLine, gaugeOf, type HarvestAnswer } from './answer'
export { afterLook, afterRipening, canBy, RIPENS_IN, looksFor, type LotLook } from './can-by'
export {
  countedLots,
  LOTS_LEARNED,
  yieldsByVariety,
  type VarietyYield,
  type LotYield,
} from './history'
export {
  beliefOf,
  estimateJars,
  handsPerQuart,
  handsPerQuartOf,
  learnYield,
  poundsPerQuart,
  prepMinutes,
  predictiveSd,
  publishedYield,
  type JarEstimate,
  type YieldBelief,
} from './estimate'
export type { Complaint, Fix } from './complaint'
export { MAX_LINE_LB, readWeighIn, type CropWord, type HouseholdSpeech, type WeighIn } from './line'
export type { HouseholdContainer } from './measure'
export { yieldQuestion } from './yield-question'
