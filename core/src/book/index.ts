export type { Book, BookJar, BookLoad, BookLot, BookNeed, BookPortion } from './book'
export { lotCost, produceCost, type LotCost } from './cost'
export { jarsToCome, jarsUnplanned, likelyJars, quartsFilled } from './lots'
export { coveredShare, viewNeed, type NeedView } from './need-view'
export {
  balanceOf,
  coverage,
  goodInTime,
  jarsAWeek,
  mealsOfUse,
  jarsForServings,
  suggestJar,
  weeklyUse,
  type Balance,
  type Coming,
  type CoverageWeek,
  type Need,
  type Standing,
  type WeekKind,
} from './needs'
export { jarDraws, seasonBalance } from './season-supplies'
export { mayBeEaten, onShelf, pullOf, type Pull } from './shelf'
export { emptyJars, fullJars, lidsLeft, runsEach } from './stock'
export {
  balanceSupplies,
  supplyId,
  type PlannedJars,
  type SupplyBalance,
  type SupplyKey,
} from './supplies'
