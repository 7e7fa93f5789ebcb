export { addDays, dateAt, daysBetween } from './dates'
export {
  clockOf,
  kitchenOn,
  minuteOf,
  type BusyTime,
  type KitchenCalendar,
  type KitchenException,
  type KitchenHours,
  type KitchenStretch,
} from './kitchen'
export { readDate, readTime, sayHour, sayTime } from './say'
