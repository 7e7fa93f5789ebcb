import { cannerClasses, feet, MINIMUM_LOAD, type LotRecord, type SeasonRecords } from '../../src'

export const TODAY = '2026-08-14' // a Friday
const small = cannerClasses[0]!
export const CANNER = {
  id: 'c1',
  name: 'Small canner',
  capacity: small.capacity,
  minimum: MINIMUM_LOAD,
  stageMinutes: small.stageMinutes,
  regulatedBy: 'weighted' as const,
}
export const LOT: LotRecord = {
  id: 'l1',
  foodId: 'beans-snap',
  formId: 'beans-snap',
  jar: 'quart',
  jars: 7,
  arrivedOn: TODAY,
  canBy: '2026-08-19',
  expected: false,
}
export const everyEvening = Array.from({ length: 7 }, (_, i) => ({
  weekday: i + 1,
  opens: '17:00',
  closes: '21:30',
  people: 1,
}))
/** A household with one canner, open every evening, and beans on the table. */
export const records = (more: Partial<SeasonRecords> = {}): SeasonRecords => ({
  today: TODAY,
  nowMinute: 0,
  altitudeFt: feet(2640),
  defaultPack: 'hot',
  burners: 2,
  lateMinutes: 0,
  calendar: { hours: everyEvening, exceptions: [], busy: [] },
  lots: [LOT],
  canners: [CANNER],
  loads: [],
  stock: [],
  ...more,
})
