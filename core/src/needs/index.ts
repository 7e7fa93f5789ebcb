export {
  balanceOf,
  coverage,
  jarsForServings,
  suggestJar,
  weeklyUse,
  type Balance,
  type Coming,
  type CoverageWeek,
  type Need,
  type WeekKind,
} from './needs'
