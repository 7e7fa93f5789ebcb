export { fullJars, type JarOnRecord } from './full-jars'
export {
  balanceSupplies,
  supplyId,
  type PlannedJars,
  type SupplyBalance,
  type SupplyKey,
} from './supplies'
