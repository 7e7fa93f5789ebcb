import type { AskedAnswer } from '@kelvit/core/answers'
import type {
  IngredientVerdict,
  JarEstimate,
  MixedJarAnswer,
  Process,
  ProcessAnswer,
  Refusal,
} from '@kelvit/core'
import {
  GAUGE_KINDS,
  JAR_SIZES,
  PACKS,
  PRESSURE_OPTIONS,
  type GaugeKind,
  type JarSize,
  type Pack,
  type PressureOptionId,
} from '@kelvit/core/words'
import Joi from 'joi'
import { paths } from './paths'
import { route } from './route'
import { line, listOf, oneOf, said, shape, tableId } from './shape'

/** Answer of `GET /api/method`: the process with its source, or the refusal. */
export type { ProcessAnswer as MethodAnswer } from '@kelvit/core'

/** Answer of `GET /api/mixed-jar`: the process, the refusal, or the question that decides. */
export type { MixedJarAnswer } from '@kelvit/core'

/** Answer of `GET /api/ask`: one answer to trust, or none, and what else it may mean. */
export type { AskedAnswer } from '@kelvit/core/answers'

/** Answer of `GET /api/estimate`. */
export interface EstimateAnswer {
  readonly understood: string
  readonly foodId: string
  readonly formId: string
  readonly pounds: number
  readonly jar: JarSize
  readonly low: number
  readonly likely: number
  readonly high: number
  readonly exact: JarEstimate['exact']
}

/** Jar words of the lookup: table sizes, nominal metric jars, and the half gallon, which is refused. */
const JAR_WORDS = [...JAR_SIZES, 'ml250', 'ml500', 'ml750', 'ml1000', 'halfGallon'] as const
type JarWord = (typeof JAR_WORDS)[number]

export interface MethodQuery {
  readonly form: string
  readonly pack: Pack
  readonly jar: JarWord
  readonly gauge: GaugeKind
  readonly altitudeFt: number
  readonly option?: PressureOptionId
}
export interface MixedJarAsked {
  /** Names with commas between them. */
  readonly ingredients: string
  readonly jar: JarWord
  readonly gauge: GaugeKind
  readonly altitudeFt: number
  readonly solidsPercent?: number
  readonly rehydrated?: boolean
}
export interface AskQuery {
  readonly q: string
  /** For whoever asks without a household; a household has its own. */
  readonly altitudeFt?: number
}
export interface EstimateQuery {
  readonly line: string
  readonly jar?: JarWord
  readonly form?: string
}

const number = Joi.number()
const gauge = oneOf(GAUGE_KINDS)
const altitudeFt = Joi.number().min(-1500).max(30000)
const acid = shape<NonNullable<Process['acidPerJar']>>({
  citricAcidTsp: number,
  bottledLemonJuiceTbsp: number,
})

/** A tested process as it is answered, and as a load keeps it. */
export const processSchema = shape<Process>({
  outcome: oneOf(['process']),
  foodId: tableId,
  formId: tableId,
  pack: oneOf(PACKS),
  jar: oneOf(JAR_SIZES),
  gauge,
  altitudeFt: number,
  minutes: number,
  testedMinutes: number,
  rowSize: oneOf(JAR_SIZES),
  psi: number,
  holdToPsi: number,
  option: oneOf(PRESSURE_OPTIONS),
  options: listOf(
    shape<Process['options'][number]>({
      id: oneOf(PRESSURE_OPTIONS),
      minutes: number,
      psi: number,
    }),
  ),
  headspaceIn: number,
  preparation: said,
  acidPerJar: acid.allow(null),
  saltTspPerJar: number,
  notes: listOf<string>(said),
  confirmWithExtension: Joi.boolean(),
  source: said,
  edition: said,
})
const refusal = shape<Refusal>({
  outcome: oneOf(['refused']),
  reason: said,
  sentence: said,
  instead: listOf<string>(said),
  source: said,
})
const ingredients = listOf(
  shape<IngredientVerdict>(
    { name: said, allowed: Joi.boolean(), reason: said },
    {
      layer: Joi.object({
        kind: oneOf(['solid', 'liquid']).required(),
        foodId: tableId,
        minutes: Joi.number(),
      }),
    },
  ),
)
type MixedAs<O extends MixedJarAnswer['outcome']> = Extract<MixedJarAnswer, { outcome: O }>
const mixedJar = Joi.alternatives<MixedJarAnswer>(
  shape<MixedAs<'process'>>({
    outcome: oneOf(['process']),
    minutes: number,
    psi: number,
    row: said,
    sentence: said,
    ingredients,
    process: processSchema,
  }),
  shape<MixedAs<'refused'>>({
    outcome: oneOf(['refused']),
    reason: said,
    sentence: said,
    instead: listOf<string>(said),
    ingredients,
    source: said,
  }),
  shape<MixedAs<'asks'>>({
    outcome: oneOf(['asks']),
    about: oneOf(['ingredients', 'which', 'legume', 'thickness', 'unknown', 'solids', 'liquid']),
    question: said,
    ingredients,
  }),
)

export const answersApi = {
  method: route({
    method: 'get',
    path: paths.method,
    summary: 'The tested process, or why there is none',
    least: 'anyone',
    query: shape<MethodQuery>(
      { form: line(60).min(1), pack: oneOf(PACKS), jar: oneOf(JAR_WORDS), gauge, altitudeFt },
      { option: oneOf(PRESSURE_OPTIONS) },
    ),
    answer: Joi.alternatives<ProcessAnswer>(processSchema, refusal),
  }),
  mixedJar: route({
    method: 'get',
    path: paths.mixedJar,
    summary: 'Whether a jar of several things may be canned, and how',
    least: 'anyone',
    query: shape<MixedJarAsked>(
      { ingredients: Joi.string().max(600), jar: oneOf(JAR_WORDS), gauge, altitudeFt },
      { solidsPercent: Joi.number().min(0).max(100), rehydrated: Joi.boolean() },
    ),
    answer: mixedJar,
  }),
  ask: route({
    method: 'get',
    path: paths.ask,
    summary: 'The answer to a question in a cook’s words, or the closest topics',
    least: 'anyone',
    query: shape<AskQuery>({ q: Joi.string().trim().min(1).max(300) }, { altitudeFt }),
    answer: shape<AskedAnswer>(
      {
        answer: shape<NonNullable<AskedAnswer['answer']>>(
          { id: said, ask: said, say: said, source: said, to: said },
          { figures: Joi.object().pattern(Joi.string(), Joi.string()) },
        ).allow(null),
        also: listOf(shape<AskedAnswer['also'][number]>({ id: said, ask: said })),
      },
      { understood: said },
    ),
  }),
  estimate: route({
    method: 'get',
    path: paths.estimate,
    summary: 'Jars from a weigh-in line',
    least: 'anyone',
    query: shape<EstimateQuery>(
      { line: Joi.string().max(300) },
      { jar: oneOf(JAR_WORDS).default('quart'), form: tableId },
    ),
    answer: shape<EstimateAnswer>({
      understood: said,
      foodId: tableId,
      formId: tableId,
      pounds: number,
      jar: oneOf(JAR_SIZES),
      low: number,
      likely: number,
      high: number,
      exact: shape<JarEstimate['exact']>({ low: number, likely: number, high: number }),
    }),
  }),
}
