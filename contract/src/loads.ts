import type { JarOf, Judgement, LoadSetup, Reason, Psi, SeenJar, Verdict } from '@kelvit/core'
import {
  BURNERS,
  DIAL_MARKS,
  GAUGE_KINDS,
  JAR_SIZES,
  LOAD_STAGES,
  MOUTHS,
  OWN_EVENT_KINDS,
  PACKS,
  READING_SOURCES,
  SAID_EVENT_KINDS,
  type JarSize,
  type LoadEventKind,
  type LoadStage,
  type Mouth,
  type Pack,
  type ReadingSource,
} from '@kelvit/core/words'
import type { Process } from '@kelvit/core'
import Joi from 'joi'
import { processSchema } from './answers'
import { newEvent, seenJar } from './load-events'
import { jarWithTaker } from './pantry'
import { paths } from './paths'
import { pageOf, pageQuery, route } from './route'
import {
  code,
  dialPsi,
  id,
  instant,
  jarOf,
  listOf,
  oneOf,
  said,
  shape,
  stoveMinutes,
  tableId,
  version,
  words,
} from './shape'

/** Jars of one lot in a load. */
export interface LoadPortion {
  readonly id: string
  readonly loadId: string
  /** Its place among the portions of the load. */
  readonly position: number
  readonly lotId: string | null
  readonly formId: string
  readonly pack: Pack
  readonly jar: JarSize
  readonly mouth: Mouth
  /** Jars planned. */
  readonly jars: number
  /** Jars that really went in; null until the lid was locked. */
  readonly filled: number | null
  /** Jars of an earlier load that did not seal and are processed again, by id; null for fresh ones. */
  readonly fromJars: readonly string[] | null
  /** What is in them, where they hold several things. */
  readonly jarOf: JarOf | null
}

/** One canner full, from plan to seals. */
export interface Load {
  readonly id: string
  /** Short batch code on labels. */
  readonly code: string
  readonly cannerId: string
  readonly startsAt: string
  readonly setup: LoadSetup
  /** What it was planned at, where it was started at other figures; else null. */
  readonly plannedSetup: LoadSetup | null
  /** The tested process of each portion, frozen when the load was planned. */
  readonly processes: readonly Process[]
  readonly portions: readonly LoadPortion[]
  readonly stage: LoadStage
  readonly note: string
  readonly version: number
}

export interface LoadEventRow {
  readonly id: string
  readonly loadId: string
  readonly at: string
  readonly kind: LoadEventKind
  readonly by: string | null
  /** When it happened, where a person says that it was earlier than it was entered. */
  readonly happenedAt: string | null
  /** When the server heard of it. */
  readonly heardAt: string | null
  readonly psi: Psi | null
  readonly text: string | null
  readonly eventId: string | null
  /** Which kind of device read it; null for a person. */
  readonly source: ReadingSource | null
  /** With `looked-into`: the doubts that were seen. */
  readonly doubtIds: readonly string[] | null
  readonly seen: SeenJar | null
}

export interface LoadWithEvents extends Load {
  readonly events: readonly LoadEventRow[]
  /** What the facts say of its process until now. */
  readonly judgement: Judgement
}

const setup = shape<LoadSetup>(
  {
    regulatedBy: oneOf(GAUGE_KINDS),
    psi: dialPsi,
    minutes: stoveMinutes,
    gaugeErrorPsi: Joi.number().min(-15).max(15),
    restMinutes: stoveMinutes,
  },
  {
    marks: oneOf(DIAL_MARKS),
    burner: oneOf(BURNERS),
    lock: Joi.boolean(),
    openMinutes: stoveMinutes,
    openLeastMinutes: stoveMinutes,
    coolMinutes: stoveMinutes,
    fillMinutes: stoveMinutes,
    startedAtPsi: dialPsi,
    // An instant, epoch ms.
    againBy: Joi.number(),
    practice: Joi.boolean(),
  },
)
const jars = Joi.number().integer().min(1).max(100)
const what = {
  id,
  lotId: id.allow(null),
  formId: tableId,
  pack: oneOf(PACKS),
  jar: oneOf(JAR_SIZES),
  mouth: oneOf(MOUTHS),
  jars,
}
export const portionRow = shape<LoadPortion>({
  ...what,
  loadId: id,
  position: Joi.number().integer(),
  filled: Joi.number().integer().min(0).max(100).allow(null),
  fromJars: listOf<string>(id).allow(null),
  jarOf: jarOf.allow(null),
})
export const eventRow = shape<LoadEventRow>({
  id,
  loadId: id,
  at: instant,
  kind: oneOf([...SAID_EVENT_KINDS, ...OWN_EVENT_KINDS]),
  by: said.allow(null),
  happenedAt: instant.allow(null),
  heardAt: instant.allow(null),
  psi: dialPsi.allow(null),
  text: said.allow(null),
  eventId: id.allow(null),
  source: oneOf([...READING_SOURCES, null]),
  doubtIds: listOf<string>(said).allow(null),
  seen: seenJar.allow(null),
})
/** What is judged of a load. */
export const verdict = oneOf([
  'open',
  'as-tested',
  'longer',
  'in-doubt',
  'not-processed',
] satisfies Verdict[])
/** A load's own row, without its portions and facts. */
const ownFields = {
  id,
  code,
  cannerId: id,
  startsAt: instant,
  setup,
  plannedSetup: setup.allow(null),
  processes: listOf(processSchema),
  stage: oneOf(LOAD_STAGES),
  note: words(1000),
  version,
}
export const loadRow = shape<Omit<Load, 'portions'>>(ownFields)
const load = shape<LoadWithEvents>({
  ...ownFields,
  portions: listOf(portionRow),
  events: listOf(eventRow),
  judgement: shape<Judgement>({
    verdict,
    reasons: listOf(shape<Reason>({ code: said, sentence: said })),
  }),
})

/** Jars that are to go into a load. */
export interface NewPortion {
  readonly id: string
  readonly lotId: string | null
  readonly formId: string
  readonly pack: Pack
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
  /** Unsealed jars to process again, by id; as many as `jars`. */
  readonly fromJars?: readonly string[] | null
  /** What is in them, where no lot says it. */
  readonly jarOf?: JarOf | null
}
export interface NewLoad {
  readonly cannerId: string
  readonly startsAt: string
  readonly portions: readonly NewPortion[]
  readonly note?: string
  /** The load of the season plan that this one is; it leaves the plan. */
  readonly seasonLoadId?: string
}

const one = `${paths.loads}/:id`
export const loadApi = {
  loads: route({
    method: 'get',
    path: paths.loads,
    summary: 'Loads that are not over, of open lots or of the last thirty days, with their events',
    least: 'viewer',
    answer: listOf(load),
  }),
  past: route({
    method: 'get',
    path: `${paths.loads}/past`,
    summary: 'Older loads, page by page',
    least: 'viewer',
    query: pageQuery,
    answer: pageOf(load),
  }),
  load: route({
    method: 'get',
    path: one,
    summary: 'One load',
    least: 'viewer',
    answer: load,
  }),
  jars: route({
    method: 'get',
    path: `${one}/jars`,
    summary: 'Every jar that came of a load, whatever became of it, and to whom it was given',
    least: 'viewer',
    answer: listOf(jarWithTaker),
  }),
  plan: route({
    method: 'put',
    path: one,
    summary: 'Plan a load',
    least: 'helper',
    body: shape<NewLoad>(
      {
        cannerId: id,
        startsAt: instant,
        portions: listOf(
          shape<NewPortion>(what, {
            fromJars: listOf<string>(id).min(1).max(100).unique().allow(null),
            jarOf: jarOf.allow(null),
          }),
        )
          .min(1)
          .max(6)
          .unique('id'),
      },
      { note: words(1000), seasonLoadId: id },
    ),
    answer: load,
    status: 201,
  }),
  drop: route({
    method: 'delete',
    path: one,
    summary: 'Drop a planned load',
    least: 'helper',
    answer: 'nothing',
  }),
  record: route({
    method: 'get',
    path: `${one}/record.pdf`,
    summary: 'The record of a load to print',
    least: 'viewer',
    answer: 'pdf',
  }),
  say: route({
    method: 'put',
    path: `${one}/events/:eventId`,
    summary: 'Say what happened at the stove',
    least: 'helper',
    body: newEvent,
    answer: load,
  }),
}
