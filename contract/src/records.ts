import Joi from 'joi'
import { paths } from './paths'
import { route } from './route'
import { listOf, oneOf, said, shape } from './shape'

/** What seals are counted by. */
const SEALS_BY = ['food', 'canner', 'lids'] as const
type SealsBy = (typeof SEALS_BY)[number]

/** Jars whose lids were pressed; broken ones say nothing of a lid. */
export interface SealRate {
  readonly by: SealsBy
  /** The food's id, or the name of the canner or of the lids. */
  readonly name: string
  readonly jars: number
  readonly sealed: number
}

const count = Joi.number().integer().min(0)

export const recordApi = {
  sealRates: route({
    method: 'get',
    path: paths.sealRates,
    summary: 'How many jars sealed, by food, by canner and by lid lot',
    least: 'viewer',
    answer: listOf(
      shape<SealRate>({ by: oneOf(SEALS_BY), name: said, jars: count, sealed: count }),
    ),
  }),
}
