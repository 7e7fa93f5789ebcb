import type { JarOf } from '@kelvit/core'
import {
  HOLDS,
  JAR_PROCESSES,
  JAR_SIZES,
  JAR_STATES,
  MOUTHS,
  SEAL_OUTCOMES,
  type Hold,
  type JarProcess,
  type JarSize,
  type JarState,
  type Mouth,
  type SealOutcome,
} from '@kelvit/core/words'
import Joi from 'joi'
import { paths } from './paths'
import { pageOf, pageQuery, route } from './route'
import {
  type Changed,
  changed,
  code,
  foodKey,
  id,
  instant,
  jarOf,
  listOf,
  money,
  oneOf,
  plainDate,
  said,
  shape,
  tableId,
  version,
  words,
} from './shape'

export interface Jar {
  readonly id: string
  readonly code: string
  readonly loadId: string | null
  readonly lotId: string | null
  readonly foodId: string
  readonly formId: string | null
  /** The untested recipe it came from; such a jar is never put before anyone to eat. */
  readonly recipeId: string | null
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly cannedOn: string
  readonly bestBy: string
  readonly reviewBy: string
  readonly shelfId: string | null
  readonly state: JarState
  readonly useSoon: boolean
  readonly seal: SealOutcome
  /** Why it is not to be eaten for now, from the judgement of its load; null when it may be. */
  readonly hold: Hold | null
  readonly cause: string | null
  readonly costEach: number | null
  readonly stateAt: string
  /** When it came out of the canner; null where nobody knows. */
  readonly outAt: string | null
  readonly note: string
  /** How it is known how it was processed. */
  readonly process: JarProcess
  /** Who it came from; empty for the house's own. */
  readonly gotFrom: string
  /** Who ran its load; empty where nobody knows. */
  readonly ranBy: string
  /** What is in it, where it holds several things. */
  readonly jarOf: JarOf | null
  readonly version: number
}

export const jarSchema = shape<Jar>({
  id,
  code,
  loadId: id.allow(null),
  lotId: id.allow(null),
  foodId: foodKey,
  formId: tableId.allow(null),
  recipeId: id.allow(null),
  jar: oneOf(JAR_SIZES),
  mouth: oneOf(MOUTHS),
  cannedOn: plainDate,
  bestBy: plainDate,
  reviewBy: plainDate,
  shelfId: id.allow(null),
  state: oneOf(JAR_STATES),
  useSoon: Joi.boolean(),
  seal: oneOf(SEAL_OUTCOMES),
  hold: oneOf([...HOLDS, null]),
  cause: said.allow(null),
  costEach: money.allow(null),
  stateAt: instant,
  outAt: instant.allow(null),
  note: words(400),
  process: oneOf(JAR_PROCESSES),
  gotFrom: said,
  ranBy: said,
  jarOf: jarOf.allow(null),
  version,
})

/** A jar with whom it was given to, as far as that was said; empty for all others. */
export type JarWithTaker = Jar & { readonly to: string }
export const jarWithTaker = (jarSchema as Joi.ObjectSchema<JarWithTaker>).keys({
  to: said.required(),
})

/** What became of a jar. */
export interface JarFate {
  readonly state: JarState
  readonly at: string
  readonly note?: string
}
/** Only a load that takes it in processes a jar again. */
const FATES = JAR_STATES.filter((state) => state !== 'processed-again')

type JarFields = Pick<Jar, 'shelfId' | 'useSoon' | 'note'>
export type JarChange = Changed<JarFields>

/** Jars of a food that were really eaten over the past year. */
export interface FoodUse {
  readonly foodId: string
  /** On average; null where the record is too short to tell. */
  readonly jarsAWeek: number | null
  /** In each whole week of record, the latest first; 52 at most. */
  readonly weeks: readonly number[]
}

export const pantryApi = {
  jars: route({
    method: 'get',
    path: paths.jars,
    summary: 'Jars that are still in the house',
    least: 'viewer',
    answer: listOf(jarSchema),
  }),
  pastJars: route({
    method: 'get',
    path: `${paths.jars}/past`,
    summary: 'Jars that were eaten, given or discarded, page by page',
    least: 'viewer',
    query: pageQuery,
    answer: pageOf(jarSchema),
  }),
  jar: route({
    method: 'get',
    path: `${paths.jars}/:id`,
    summary: 'One jar',
    least: 'viewer',
    answer: jarSchema,
  }),
  jarOfCode: route({
    method: 'get',
    path: `${paths.jarCodes}/:code`,
    summary: 'The jar with a short code, in either case',
    least: 'viewer',
    answer: jarSchema,
  }),
  changeJar: route({
    method: 'patch',
    path: `${paths.jars}/:id`,
    summary: 'Move or mark a jar',
    least: 'helper',
    byToken: 'pantry',
    body: changed<JarFields>({ shelfId: id.allow(null), useSoon: Joi.boolean(), note: words(400) }),
    answer: jarSchema,
  }),
  fate: route({
    method: 'put',
    path: `${paths.jars}/:id/fate`,
    summary: 'Take a jar, or put it back',
    least: 'helper',
    byToken: 'pantry',
    body: shape<JarFate>({ state: oneOf(FATES), at: instant }, { note: words(400) }),
    answer: jarSchema,
  }),
  use: route({
    method: 'get',
    path: paths.use,
    summary: 'Jars of each food that were really eaten, a week',
    least: 'viewer',
    answer: listOf(
      shape<FoodUse>({
        foodId: foodKey,
        jarsAWeek: Joi.number().allow(null),
        weeks: listOf(Joi.number().integer().min(0)),
      }),
    ),
  }),
  csv: route({
    method: 'get',
    path: paths.pantryCsv,
    summary: 'The pantry as CSV',
    least: 'viewer',
    answer: 'csv',
  }),
}
