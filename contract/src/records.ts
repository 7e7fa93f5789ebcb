import type {
  FoodYear,
  JarSize,
  LoadSketch,
  LoadStage,
  Verdict,
  Without,
  YearEnd,
  YearLoad,
  YearRecord,
  YearYield,
} from '@kelvit/core'
import { JAR_SIZES, LOAD_STAGES, LOT_ENDS, PACKS, type Pack } from '@kelvit/core/words'
import Joi from 'joi'
import { verdict } from './loads'
import { bed, bedBesides, type NewPlanting } from './lots'
import { paths } from './paths'
import { pageOf, route, type PageQuery } from './route'
import {
  foodKey,
  id,
  instant,
  line,
  listOf,
  oneOf,
  plainDate,
  said,
  shape,
  tableId,
  version,
} from './shape'

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
const pair = Joi.array<readonly [number, number]>().ordered(
  Joi.number().required(),
  Joi.number().required(),
)

/** What the logbook is asked for; what is left out does not matter. */
export interface LogbookQuery extends PageQuery {
  /** Words that stand in it: foods, varieties, notes, the batch, the canner. */
  readonly q?: string
  readonly judged?: Verdict
  readonly canner?: string
  readonly food?: string
  /** Begun on a day or later, and on a day or before; the household's days. */
  readonly from?: string
  readonly until?: string
}

/** A load as the logbook tells it. */
export interface LogbookLine {
  readonly id: string
  readonly code: string
  readonly cannerId: string
  readonly startsAt: string
  readonly stage: LoadStage
  readonly verdict: Verdict
  /** Why it is in doubt or not as tested; empty otherwise. */
  readonly reason: string
  /** From the first jar filled to the last one out; null where it was not told. */
  readonly minutes: number | null
  /** Its pressure over time; null for one that never came under pressure. */
  readonly sketch: LoadSketch | null
  /** Jars that sealed, and jars that did not; none of both before the lids were pressed. */
  readonly sealed: number
  readonly unsealed: number
  readonly portions: readonly {
    readonly formId: string
    readonly pack: Pack
    readonly jar: JarSize
    readonly jars: number
    readonly filled: number | null
  }[]
}
type LogbookPortion = LogbookLine['portions'][number]

/** A year of which something is on record. */
export interface YearOnRecord {
  readonly year: number
  readonly jars: number
  readonly loads: number
}

/** Next season as it was decided: how often foods are eaten, and what is to be planted for it. */
export interface NextSeasonPlan {
  readonly needs: readonly {
    readonly id: string
    readonly version: number
    readonly mealsPerWeek: number
  }[]
  readonly plantings: readonly (NewPlanting & { readonly id: string })[]
}
export interface NextSeasonKept {
  readonly needs: number
  readonly plantings: number
}

const failedLoad = shape<YearLoad>({
  id,
  code: said,
  onDate: plainDate,
  verdict,
  reason: said,
  minutes: Joi.number().allow(null),
})
const foodYear = shape<FoodYear>({
  foodId: foodKey,
  canned: count,
  quarts: Joi.number(),
  failed: count,
  eaten: count,
  given: count,
  lost: count,
  left: count,
  cannedWeeks: listOf<number>(count),
  eatenWeeks: listOf<number>(count),
  without: listOf(shape<Without>({ from: plainDate, until: plainDate.allow(null) })),
  yields: listOf(
    shape<YearYield>({
      formId: tableId,
      lots: count,
      lb: Joi.number(),
      quarts: Joi.number(),
      lbPerQuart: Joi.number(),
      published: Joi.number(),
    }),
  ),
  cost: Joi.number().allow(null),
  priced: count,
  shop: Joi.number().allow(null),
})

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
  logbook: route({
    method: 'get',
    path: paths.logbook,
    summary: 'Loads that are over, newest first, by words, judgement, canner, food and day',
    least: 'viewer',
    query: Joi.object<LogbookQuery>({
      q: line(200),
      judged: verdict,
      canner: id,
      food: tableId,
      from: plainDate,
      until: plainDate,
      before: id,
      limit: Joi.number().integer().min(1).max(200).default(50),
    }),
    answer: pageOf(
      shape<LogbookLine>({
        id,
        code: said,
        cannerId: id,
        startsAt: instant,
        stage: oneOf(LOAD_STAGES),
        verdict,
        reason: said,
        minutes: Joi.number().allow(null),
        sketch: shape<LoadSketch>({
          minutes: Joi.number().min(0),
          target: Joi.number(),
          points: listOf(pair),
          runs: listOf(pair),
          broke: listOf(Joi.number()),
        }).allow(null),
        sealed: count,
        unsealed: count,
        portions: listOf(
          shape<LogbookPortion>({
            formId: tableId,
            pack: oneOf(PACKS),
            jar: oneOf(JAR_SIZES),
            jars: count,
            filled: count.allow(null),
          }),
        ),
      }),
    ),
  }),
  years: route({
    method: 'get',
    path: paths.years,
    summary: 'Years of which something is on record, the latest first',
    least: 'viewer',
    answer: listOf(shape<YearOnRecord>({ year: count, jars: count, loads: count })),
  }),
  year: route({
    method: 'get',
    path: `${paths.years}/:year`,
    summary: 'A year: jars by food and week, hours, yields, what failed, ran out and was left',
    least: 'viewer',
    answer: shape<YearRecord>({
      year: count,
      weeks: listOf<string>(plainDate),
      foods: listOf(foodYear),
      loads: count,
      minutesWeeks: listOf<number>(Joi.number()),
      failedLoads: listOf(failedLoad),
      causes: listOf(shape<YearRecord['causes'][number]>({ cause: said, jars: count })),
      ends: listOf(shape<YearEnd>({ foodId: foodKey, end: oneOf(LOT_ENDS), lb: Joi.number() })),
    }),
  }),
  nextSeason: route({
    method: 'post',
    path: paths.nextSeason,
    summary: 'Keep next season’s needs and expected plantings, all of them or none',
    least: 'helper',
    body: shape<NextSeasonPlan>({
      needs: listOf(
        shape<NextSeasonPlan['needs'][number]>({
          id,
          version,
          mealsPerWeek: Joi.number().min(0).max(50),
        }),
      )
        .max(60)
        .unique('id'),
      plantings: listOf(shape<NextSeasonPlan['plantings'][number]>({ ...bed, id }, bedBesides))
        .max(60)
        .unique('id'),
    }),
    answer: shape<NextSeasonKept>({ needs: count, plantings: count }),
  }),
}
