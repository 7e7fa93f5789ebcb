export { MAX_PICKINGS, splitPickings } from './pickings'
export { wantedFor, type Certainty } from './wanted'
export { canBy } from './keeping'
export { jarsToCome, lotYields, type LotYield } from './history'
export {
  estimateJars,
  learnYield,
  poundsPerQuart,
  predictiveSd,
  publishedYield,
  type JarEstimate,
  type YieldBelief,
} from './estimate'
