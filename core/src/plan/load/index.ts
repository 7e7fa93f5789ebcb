export {
  plannedLoad,
  suppliesOf,
  type CannerToRun,
  type PlannedLoad,
  type PortionToCan,
} from './planned'
export { hoursNow, stillToDo, type HoursNow } from './evening'
