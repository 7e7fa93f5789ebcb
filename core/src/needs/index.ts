export {
  balanceOf,
  coverage,
  goodInTime,
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
