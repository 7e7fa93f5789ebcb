export {
  bareKitchen,
  kitchenOf,
  packLiked,
  processFor,
  rowHere,
  type Kitchen,
  type KitchenHousehold,
  type PortionAsked,
} from './kitchen'
export {
  BURNER_AFTER,
  BURNER_BEFORE,
  burnerLoad,
  fullWeight,
  type BurnerLoad,
  type OnBurner,
} from './burner'
export { lastRun, waterRunDue, type WaterRun } from './water-run'
