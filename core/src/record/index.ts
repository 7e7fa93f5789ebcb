export { rateOf, type Rate } from './wilson'
export {
  weeksOfYear,
  yearRecord,
  type FoodYear,
  type YearJar,
  type YearLoad,
  type YearRecord,
  type YearRows,
  type YearEnd,
  type YearYield,
} from './year'
export { type Without } from './stock-of-year'
export { nextSeason, type NextFood, type NextGear, type NextSeason } from './next-season'
