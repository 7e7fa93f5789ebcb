export {
  addDays,
  addMonths,
  dateAt,
  daysBetween,
  realDate,
  wallClock,
  weekdayOf,
  type WallClock,
} from './dates'
export {
  canBeOpen,
  closingOf,
  clockOf,
  kitchenDay,
  kitchenOn,
  minuteOf,
  type BusyTime,
  type KitchenCalendar,
  type KitchenException,
  type KitchenHours,
  type KitchenStretch,
} from './kitchen'
export { readDate, readTime, sayDate, sayMonth, sayHour, sayTime } from './say'
