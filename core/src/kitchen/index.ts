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
