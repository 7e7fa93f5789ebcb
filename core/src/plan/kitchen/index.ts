export {
  clockOf,
  kitchenOn,
  minuteOf,
  type BusyTime,
  type KitchenCalendar,
  type KitchenException,
  type KitchenHours,
  type KitchenStretch,
} from './hours'
