import { CERTAINTIES, JAR_SIZES, type Certainty, type JarSize } from '@kelvit/core/words'
import Joi from 'joi'
import { paths } from './paths'
import { rowRoutes } from './route'
import { changed, foodKey, id, listOf, oneOf, plainDate, shape, tableId, version } from './shape'

/** What you eat of a food, kept per food. */
export interface NeedRow {
  readonly id: string
  readonly foodId: string
  readonly formId: string
  readonly jar: JarSize
  readonly jarsPerMeal: number
  readonly mealsPerWeek: number
  readonly freshMonths: readonly number[]
  readonly nextHarvestOn: string
  readonly certainty: Certainty
  /** All that comes in is put up, however much it is. */
  readonly putUpAll?: boolean
  readonly version: number
}
type NeedFields = Omit<NeedRow, 'id' | 'version'>
const need = {
  foodId: foodKey,
  formId: tableId,
  jar: oneOf(JAR_SIZES),
  jarsPerMeal: Joi.number().min(0).max(50),
  mealsPerWeek: Joi.number().min(0).max(50),
  freshMonths: listOf<number>(Joi.number().integer().min(1).max(12)).unique().max(12),
  nextHarvestOn: plainDate,
  certainty: Joi.number().valid(...CERTAINTIES),
}
const more = { putUpAll: Joi.boolean() }
export const needRows = rowRoutes<NeedRow, NeedFields, NeedFields>({
  path: paths.needs,
  name: 'a need',
  names: 'needs',
  row: shape<NeedRow>({ ...need, id, version }, more),
  create: shape<NeedFields>(need, more),
  patch: changed<NeedFields>({ ...need, ...more }),
  write: 'helper',
  removable: true,
})
