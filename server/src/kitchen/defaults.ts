import type { HouseholdSettings } from '@kelvit/contract'
import { KEEPING, type UnitSystem } from '@kelvit/core'

/** Where practitioners differ, what Kelvit does until the household says otherwise. */
export const DEFAULT_SETTINGS: HouseholdSettings = {
  bestMonths: KEEPING.bestMonths,
  reviewMonths: KEEPING.reviewMonths,
  foodMonths: {},
  extraMinutes: 0,
  foodMinutes: {},
  tomatoOption: 'standard',
  cushionPsi: 1,
  defaultPack: 'hot',
  salt: false,
  vinegarInCanner: false,
  wipeRimsWithVinegar: true,
  lidsInHotWater: false,
  bandsOff: true,
  restMinutes: 10,
  openMinutes: 0,
  foodOpenMinutes: {},
  retireJarAfterRuns: null,
  mealsPerWeek: 7,
  burners: 2,
  lateMinutes: 0,
  canningDays: 'even',
  prices: { lid: null, additions: null, fuel: null, jar: null, jarRuns: 20, shop: {} },
  clockHours: 12,
}

/** The ways a new household begins with: clock times as its units' people say them. */
export const settingsFor = (units: UnitSystem): HouseholdSettings => ({
  ...DEFAULT_SETTINGS,
  clockHours: units === 'us' ? 12 : 24,
})
