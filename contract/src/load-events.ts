import type { Psi, SeenJar } from '@kelvit/core'
import {
  isReason,
  JAR_SIGNS,
  SAID_EVENT_KINDS,
  SEAL_OUTCOMES,
  type LoadEventKind,
  type SealOutcome,
  OPEN_WAITS,
} from '@kelvit/core/words'
import Joi from 'joi'
import { id, instant, line, listOf, oneOf, shape } from './shape'

const jars = Joi.number().integer().min(1).max(100)

/** How many jars of a portion came out how. */
export interface SealCount {
  readonly portionId: string
  readonly outcome: SealOutcome
  readonly jars: number
  readonly cause?: string | null
  /** The fact that told of this one jar before: it stays where it went then. */
  readonly seenId?: string | null
}
/** How many jars of a portion really went in. */
export interface FilledCount {
  readonly portionId: string
  readonly jars: number
  readonly lotFinished: boolean
}

export interface NewLoadEvent {
  /** The moment it was entered, by the server's clock as far as the device knows it. */
  readonly at: string
  readonly kind: LoadEventKind
  /** When it happened, if that was earlier: only what stops or breaks a clock counts from it. */
  readonly happenedAt?: string | null
  /** The device's own clock as it sends, where it never measured the server's: `at` is corrected by it. */
  readonly sentAt?: string | null
  readonly psi?: Psi | null
  readonly text?: string | null
  readonly eventId?: string | null
  /** With `looked-into`: the doubts that the keeper saw. */
  readonly doubtIds?: readonly string[]
  /** With `jar-seen`: a jar of which portion, and what was seen of it. */
  readonly seen?: SeenJar | null
  /** With `seal-lost`: which jar lost it. */
  readonly jarId?: string | null
  /** With `locked`: how many jars really went in. With `aborted`: how many were filled. */
  readonly filled?: readonly FilledCount[]
  /** With `seals-checked`: every jar's outcome and the shelf the good ones go to. */
  readonly seals?: readonly SealCount[]
  readonly shelfId?: string | null
}

const WHY = 'Write who you asked and what they said, in three words or more.'
const NO_NUMBER = 'A reading is a number of psi, like 12.5.'
const NO_DIAL = 'A reading is from 0 to 30 psi.'
const NO_HEAT = 'Say where the knob stands in up to 40 letters, like 4 or low.'
export const seenJar = shape<SeenJar>(
  { portionId: id, sign: oneOf(JAR_SIGNS) },
  { cause: line(200).allow(null, '') },
)
export const newEvent = shape<NewLoadEvent>(
  { at: instant, kind: oneOf(SAID_EVENT_KINDS) },
  {
    happenedAt: instant.allow(null),
    sentAt: instant.allow(null),
    psi: Joi.number()
      .strict()
      .min(0)
      .max(30)
      .allow(null)
      .when('kind', { is: 'reading', then: Joi.number().required().invalid(null) })
      .messages({
        'number.base': NO_NUMBER,
        'any.invalid': NO_NUMBER,
        'number.min': NO_DIAL,
        'number.max': NO_DIAL,
      }),
    text: line(400)
      .allow(null, '')
      .when('kind', {
        is: 'looked-into',
        then: Joi.string()
          .required()
          .invalid(null, '')
          .custom((value: string, helpers) =>
            isReason(value) ? value : helpers.error('reason.short'),
          )
          .messages({
            'reason.short': WHY,
            'any.required': WHY,
            'any.invalid': WHY,
            'string.empty': WHY,
          }),
      })
      .when('kind', { is: 'prompt-heard', then: Joi.string().min(1).required() })
      .when('kind', {
        is: 'open-wait',
        then: Joi.string()
          .valid(...OPEN_WAITS.map(String))
          .invalid(null, '')
          .required(),
      })
      .when('kind', {
        is: 'heat-set',
        then: Joi.string().max(40).required().invalid(null, '').messages({
          'any.invalid': NO_HEAT,
          'any.required': NO_HEAT,
          'string.max': NO_HEAT,
        }),
      }),
    doubtIds: listOf<string>(Joi.string().max(80))
      .max(50)
      .when('kind', { not: 'looked-into', then: Joi.forbidden() }),
    eventId: id
      .allow(null)
      .when('kind', { is: Joi.valid('retracted', 'unwatched'), then: Joi.string().required() }),
    seen: seenJar.when('kind', {
      is: 'jar-seen',
      then: Joi.required(),
      otherwise: Joi.valid(null),
    }),
    jarId: id.allow(null).when('kind', { not: 'seal-lost', then: Joi.forbidden() }),
    filled: listOf(
      shape<FilledCount>({ portionId: id, jars: jars.min(0), lotFinished: Joi.boolean() }),
    )
      .max(6)
      .when('kind', { not: Joi.valid('locked', 'aborted'), then: Joi.forbidden() }),
    seals: listOf(
      shape<SealCount>(
        { portionId: id, outcome: oneOf(SEAL_OUTCOMES), jars },
        {
          cause: line(200).allow(null, ''),
          seenId: id.allow(null).when('jars', { not: 1, then: Joi.valid(null) }),
        },
      ),
    )
      .max(40)
      .when('kind', {
        is: 'seals-checked',
        then: Joi.array().min(1).required(),
        otherwise: Joi.forbidden(),
      }),
    shelfId: id.allow(null).when('kind', { not: 'seals-checked', then: Joi.forbidden() }),
  },
)
