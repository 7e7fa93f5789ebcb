import { JAR_SIZES, TAKE_WHYS, type JarSize, type TakeWhy } from '@kelvit/core/words'
import Joi from 'joi'
import { jarSchema, type Jar } from './pantry'
import { paths } from './paths'
import { route } from './route'
import { foodKey, id, instant, line, listOf, oneOf, shape } from './shape'

/** Most jars that are taken at once. */
const MOST_TAKEN = 500

/** Jars that somebody takes off the shelf. */
export interface NewTake {
  readonly foodId: string
  readonly jar: JarSize
  readonly count: number
  readonly why: TakeWhy
  readonly at: string
  /** Jars in hand, or chosen: taken before others as long as they stand there. */
  readonly preferred: readonly string[]
  /** To whom, or what was wrong with it. */
  readonly note?: string
  /** Where they are moved to; null is no shelf. Only for what is moved. */
  readonly toShelfId?: string | null
}

export interface TakeAnswer {
  readonly jars: readonly Jar[]
  /** A chosen jar was gone already, and the next oldest stands for it. */
  readonly substituted: boolean
  /** How many there were too few. */
  readonly short: number
}

const count = Joi.number()
  .integer()
  .min(1)
  .max(MOST_TAKEN)
  .messages({
    'number.base': 'Say how many jars, in whole numbers.',
    'number.integer': 'Jars are taken whole.',
    'number.min': 'Take at least one jar.',
    'number.max': `At most ${MOST_TAKEN} jars are taken at once.`,
  })

const answer = shape<TakeAnswer>({
  jars: listOf(jarSchema),
  substituted: Joi.boolean(),
  short: Joi.number().integer().min(0),
})

export const takeApi = {
  take: route({
    method: 'put',
    path: `${paths.takes}/:id`,
    summary: 'Take jars: those that were chosen, else the oldest; the same again changes nothing',
    least: 'helper',
    byToken: 'pantry',
    body: shape<NewTake>(
      {
        foodId: foodKey,
        jar: oneOf(JAR_SIZES),
        count,
        why: oneOf(TAKE_WHYS),
        at: instant,
        preferred: listOf(id).max(MOST_TAKEN),
      },
      { note: line(200).allow(''), toShelfId: id.allow(null) },
    ),
    answer,
    status: 201,
  }),
  undo: route({
    method: 'put',
    path: `${paths.takes}/:id/undo`,
    summary: 'Put back what was taken, as far as nothing happened to it since',
    least: 'helper',
    byToken: 'pantry',
    body: shape<{ readonly at: string }>({ at: instant }),
    answer,
  }),
}
