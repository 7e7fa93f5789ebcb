export type { Book, BookJar, BookLoad, BookLot, BookNeed, BookPortion } from './book'
export { jarCost, lotCost, produceCost, type JarCost, type LotCost, type Prices } from './cost'
export {
  correctLot,
  jarsToCome,
  jarsUnplanned,
  jarsWithoutEvening,
  likelyJars,
  quartsFilled,
  type LotCorrection,
} from './lots'
export { isIn, notYet, pickingsDue, type PickingDue, type PickingMove } from './pickings'
export { coveredShare, harvestAfter, viewNeed, type NeedView } from './need-view'
export { dueLots, lotsWithoutEvening, wantsOf, type FoodWant } from './wants'
export {
  balanceOf,
  coverage,
  goodInTime,
  jarsAWeek,
  mealsOfUse,
  shelfOn,
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
export {
  adviceOn,
  forecast,
  jarsAhead,
  stockAhead,
  useRate,
  weeksOfUse,
  type Advice,
  type Forecast,
  type JarAhead,
} from './forecast'
export {
  datesOfCome,
  kindsOn,
  reconcile,
  yearDay,
  type CountedKind,
  type Reconciled,
} from './count'
export { stateAfter, takeJars, whyNotTake, type JarToTake, type Taken, type TakeWish } from './take'
export {
  foodStock,
  foodStocks,
  needsDiffer,
  tooManyOf,
  type FoodStock,
  type TooMany,
  type WeeksOfFood,
} from './food-stock'
export { seasonBalance } from './season-supplies'
export { mayBeEaten, onShelf, pullOf, type Pull } from './shelf'
export { emptyJars, fullJars, lidsLeft, runsEach } from './stock'
export {
  balanceSupplies,
  supplyId,
  type PlannedJars,
  type SupplyBalance,
  type SupplyKey,
} from './supplies'
