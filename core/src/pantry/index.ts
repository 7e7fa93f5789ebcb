export {
  addDays,
  boilBeforeTasting,
  dateAt,
  daysBetween,
  DEFAULT_POLICY,
  shelfDates,
  type KeepingPolicy,
} from './dates'
export { produceCost, type LotCost } from './cost'
export {
  decideBy,
  isPastRescue,
  mayBeShelved,
  whyNotFate,
  type JarState,
  type JarToDecide,
  type SealOutcome,
} from './fate'
export { KEEPING } from './keeping'
export {
  ageOf,
  freshness,
  nextJar,
  oldestFirst,
  pullList,
  tooManyToEat,
  type JarAge,
  type ShelfJar,
  type TooMany,
} from './rotation'
