import type { HouseholdSettings } from '@kelvit/contract'
import { KEEPING } from '@kelvit/core'

/** Where practitioners differ, what Kelvit does until the household says otherwise. */
export const DEFAULT_SETTINGS: HouseholdSettings = {
  bestMonths: KEEPING.bestMonths,
  reviewMonths: KEEPING.reviewMonths,
  cushionPsi: 1,
  defaultPack: 'hot',
  salt: false,
  vinegarInCanner: false,
  wipeRimsWithVinegar: true,
  lidsInHotWater: false,
  bandsOff: true,
  restMinutes: 10,
  retireJarAfterRuns: null,
  mealsPerWeek: 7,
  burners: 2,
  lateMinutes: 30,
}
