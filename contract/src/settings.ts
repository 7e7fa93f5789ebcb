import type { KeepingPolicy, Prices } from '@kelvit/core'
import type { CanningDays, ClockHours, PressureOptionId } from '@kelvit/core/words'
import { CANNING_DAYS, CLOCK_HOURS, PACKS, PRESSURE_OPTIONS } from '@kelvit/core/words'
import Joi from 'joi'
import { foodKey, oneOf, shape, tableId } from './shape'

/** The household's ways where practitioners differ. */
export interface HouseholdSettings {
  readonly bestMonths: number
  readonly reviewMonths: number
  /** Foods that keep otherwise: best-by and review-by in months, by food. */
  readonly foodMonths: Readonly<Record<string, KeepingPolicy>>
  /** Minutes added to every tested time, 0 or more: longer, never shorter. */
  readonly extraMinutes: number
  /** Minutes added for one food or one mixed jar, on top of those: longer, never shorter. */
  readonly foodMinutes: Readonly<Record<string, number>>
  /** The pair of pressure and time that tomatoes are canned by, where the tables offer it. */
  readonly tomatoOption: PressureOptionId
  /** Dial held this much above target, 0 to 2 psi. */
  readonly cushionPsi: number
  readonly defaultPack: 'hot' | 'raw'
  readonly salt: boolean
  readonly vinegarInCanner: boolean
  readonly wipeRimsWithVinegar: boolean
  readonly lidsInHotWater: boolean
  readonly bandsOff: boolean
  /** Minutes of rest after the weight is off, 10 or more. */
  readonly restMinutes: number
  /** How long jars wait in the open canner, min; of single foods otherwise. */
  readonly openMinutes: number
  readonly foodOpenMinutes: Readonly<Record<string, number>>
  /** Retire a jar after this many pressure runs; null keeps it until it is nicked. */
  readonly retireJarAfterRuns: number | null
  readonly mealsPerWeek: number
  /** Burners that canners can stand on at once. */
  readonly burners: number
  /** How far past closing a canning day may run, minutes. */
  readonly lateMinutes: number
  /** How canning days are planned: fewer and longer, or short evenings. */
  readonly canningDays: CanningDays
  /** What jars cost besides their produce. */
  readonly prices: Prices
  /** Clock times as "5:30 pm" or as "17:30". */
  readonly clockHours: ClockHours
}

const price = Joi.number().min(0).max(100_000)
const prices = shape<Prices>({
  lid: price.allow(null),
  additions: price.allow(null),
  fuel: price.allow(null),
  jar: price.allow(null),
  jarRuns: Joi.number().integer().min(1).max(200),
  shop: Joi.object<Prices['shop']>().pattern(tableId, price).max(60),
})

export const settings = shape<HouseholdSettings>({
  bestMonths: Joi.number().integer().min(1).max(60),
  reviewMonths: Joi.number()
    .integer()
    .min(Joi.ref('bestMonths'))
    .max(120)
    .messages({ 'number.min': 'The review is not before the best-by.' }),
  foodMonths: Joi.object<HouseholdSettings['foodMonths']>()
    .pattern(
      foodKey,
      shape<KeepingPolicy>({
        bestMonths: Joi.number().integer().min(1).max(60),
        reviewMonths: Joi.number().integer().min(Joi.ref('bestMonths')).max(120),
      }),
    )
    .max(60),
  extraMinutes: Joi.number().integer().min(0).max(60),
  foodMinutes: Joi.object<HouseholdSettings['foodMinutes']>()
    .pattern(foodKey, Joi.number().integer().min(0).max(60))
    .max(60),
  tomatoOption: oneOf(PRESSURE_OPTIONS),
  cushionPsi: Joi.number().min(0).max(2),
  defaultPack: oneOf(PACKS),
  salt: Joi.boolean(),
  vinegarInCanner: Joi.boolean(),
  wipeRimsWithVinegar: Joi.boolean(),
  lidsInHotWater: Joi.boolean(),
  bandsOff: Joi.boolean(),
  restMinutes: Joi.number().integer().min(10).max(120),
  openMinutes: Joi.number().integer().min(0).max(30),
  foodOpenMinutes: Joi.object<HouseholdSettings['foodOpenMinutes']>()
    .pattern(foodKey, Joi.number().integer().min(0).max(30))
    .max(60),
  retireJarAfterRuns: Joi.number().integer().min(1).max(200).allow(null),
  mealsPerWeek: Joi.number().integer().min(1).max(50),
  burners: Joi.number().integer().min(1).max(8),
  lateMinutes: Joi.number().integer().min(0).max(180),
  canningDays: oneOf(CANNING_DAYS),
  prices,
  clockHours: Joi.number().valid(...CLOCK_HOURS),
})
