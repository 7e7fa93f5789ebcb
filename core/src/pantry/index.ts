export {
  boilBeforeTasting,
  DEFAULT_POLICY,
  policyFor,
  shelfDates,
  type HouseholdPolicy,
  type KeepingPolicy,
} from './shelf-dates'
export {
  decideBy,
  eatBy,
  isPastRescue,
  mayBeShelved,
  openedDays,
  type OpenedJar,
  whyNotFate,
  type JarToDecide,
} from './fate'
export { KEEPING } from './keeping'
export {
  ageOf,
  freshness,
  nextJar,
  oldestFirst,
  pullList,
  type JarAge,
  type ShelfJar,
} from './rotation'
export { DOUBTFUL_SOURCE, DOUBTFUL_STEPS, LOOK_BEFORE } from './doubtful'
