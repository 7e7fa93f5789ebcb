import type { JarOf } from '@kelvit/core'
import { JAR_SIZES, MOUTHS, PACKS, type JarSize, type Mouth, type Pack } from '@kelvit/core/words'
import Joi from 'joi'
import { paths } from './paths'
import { route, rowRoutes } from './route'
import {
  changed,
  id,
  instant,
  jarOf,
  line,
  listOf,
  oneOf,
  plainDate,
  said,
  shape,
  tableId,
  version,
} from './shape'

/** Jars of one lot in a load of the season plan. */
export interface SeasonPortion {
  readonly lotId: string
  readonly formId: string
  readonly pack: Pack
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
  /** What is in them, as their lot says it; left out where they hold one food. */
  readonly jarOf?: JarOf | null
}

/** A load that the season plan puts on a day. It becomes a load when it is started at the stove. */
export interface SeasonLoad {
  readonly id: string
  readonly onDate: string
  readonly cannerId: string
  readonly portions: readonly SeasonPortion[]
  /** Stays where the keeper put it when the season is planned again. */
  readonly pinned: boolean
  readonly version: number
}
type SeasonLoadFields = Omit<SeasonLoad, 'id' | 'version'>

/** A whole plan in place of the one that was seen; a plan somebody changed meanwhile is a conflict. */
export interface NewSeasonPlan {
  readonly seen: readonly { readonly id: string; readonly version: number }[]
  readonly loads: readonly Omit<SeasonLoad, 'version'>[]
}

const seasonLoad = {
  onDate: plainDate,
  cannerId: id,
  portions: listOf(
    shape<SeasonPortion>(
      {
        lotId: id,
        formId: tableId,
        pack: oneOf(PACKS),
        jar: oneOf(JAR_SIZES),
        mouth: oneOf(MOUTHS),
        jars: Joi.number().integer().min(1).max(100),
      },
      { jarOf: jarOf.allow(null) },
    ),
  )
    .min(1)
    .max(6),
  pinned: Joi.boolean(),
}
const seasonLoadRow = shape<SeasonLoad>({ ...seasonLoad, id, version })
export const seasonLoadRows = rowRoutes<SeasonLoad, SeasonLoadFields, SeasonLoadFields>({
  path: paths.seasonLoads,
  name: 'a load of the season plan',
  names: 'loads of the season plan',
  row: seasonLoadRow,
  create: shape<SeasonLoadFields>(seasonLoad),
  patch: changed<SeasonLoadFields>(seasonLoad),
  write: 'helper',
  removable: true,
})

/** A time of day, "17:30"; the end of the day may be "24:00". */
const timeOfDay = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$/, 'time like 17:30')
const endOfDay = Joi.string().pattern(/^(([01]\d|2[0-3]):[0-5]\d|24:00)$/, 'time like 21:30')
const people = Joi.number().integer().min(0).max(12)

/** When the kitchen is free on a weekday; null when nobody cans. */
export interface KitchenHoursRow {
  readonly id: string
  /** Monday 1 to Sunday 7. */
  readonly weekday: number
  readonly opens: string | null
  readonly closes: string | null
  readonly people: number
  readonly version: number
}
type HoursFields = Pick<KitchenHoursRow, 'opens' | 'closes' | 'people'>
type NewHours = HoursFields & Pick<KitchenHoursRow, 'weekday'>
const hours = { opens: timeOfDay.allow(null), closes: endOfDay.allow(null), people }
const weekday = Joi.number().integer().min(1).max(7)
export const kitchenHoursRows = rowRoutes<KitchenHoursRow, NewHours, HoursFields>({
  path: paths.kitchenHours,
  name: 'a weekday’s kitchen hours',
  names: 'kitchen hours',
  row: shape<KitchenHoursRow>({ ...hours, weekday, id, version }),
  create: shape<NewHours>({ ...hours, weekday }),
  patch: changed<HoursFields>(hours),
  write: 'helper',
})

/** One day that is not like its weekday. */
export interface KitchenExceptionRow {
  readonly id: string
  readonly onDate: string
  readonly opens: string | null
  readonly closes: string | null
  readonly people: number
  /** Who is there by name, where somebody said so. */
  readonly who: readonly string[] | null
  readonly note: string
  readonly version: number
}
type ExceptionFields = Omit<KitchenExceptionRow, 'id' | 'version'>
/** Who is there need not be said. */
type NewException = Omit<ExceptionFields, 'who'> & Partial<Pick<ExceptionFields, 'who'>>
const who = listOf(line(80)).max(12).allow(null)
const exception = { ...hours, onDate: plainDate, note: line(120).allow('') }
export const kitchenExceptionRows = rowRoutes<KitchenExceptionRow, NewException, NewException>({
  path: paths.kitchenExceptions,
  name: 'a day that is not like its weekday',
  names: 'days that are not like their weekday',
  row: shape<KitchenExceptionRow>({ ...exception, who, id, version }),
  create: shape<NewException>(exception, { who: who.default(null) }),
  write: 'helper',
  removable: true,
})

/** A time in which nobody can stay at the stove. */
export interface BusyTimeRow {
  readonly id: string
  readonly onDate: string
  readonly from: string
  readonly until: string
  readonly what: string
  readonly source: 'said' | 'calendar'
  readonly version: number
}
type BusyFields = Omit<BusyTimeRow, 'id' | 'version' | 'source'>
const busy = { onDate: plainDate, from: timeOfDay, until: endOfDay, what: line(120).allow('') }
export const busyTimeRows = rowRoutes<BusyTimeRow, BusyFields, BusyFields>({
  path: paths.busyTimes,
  name: 'a busy time',
  names: 'busy times',
  row: shape<BusyTimeRow>({ ...busy, source: oneOf(['said', 'calendar']), id, version }),
  create: shape<BusyFields>(busy),
  write: 'helper',
  removable: true,
})

/** What an imported calendar file came to. */
export interface CalendarImport {
  readonly times: number
  /** Events that were left out, in words. */
  readonly leftOut: readonly string[]
}
interface CalendarFile {
  readonly text: string
}

/** The secret address of the household's canning days; the address itself is only told once. */
export interface CalendarFeed {
  readonly id: string
  readonly createdAt: string
}
export interface NewCalendarFeed extends CalendarFeed {
  readonly path: string
}

/** A day sheet as it is printed. */
export interface PrintedDaySheet {
  readonly title: string
  readonly finish: string
  readonly loads: readonly PrintedLoad[]
  readonly steps: readonly PrintedStep[]
  readonly supplies: readonly PrintedSupply[]
}
interface PrintedLoad {
  readonly name: string
  readonly process: string
}
interface PrintedStep {
  readonly at: string
  readonly text: string
  readonly who: string
}
interface PrintedSupply {
  readonly name: string
  readonly amount: string
}
const printed = (max: number): Joi.StringSchema => line(max).allow('')

const feed = { id, createdAt: instant }
const oneFeed = `${paths.calendarFeeds}/:id`

export const seasonApi = {
  plan: route({
    method: 'put',
    path: paths.seasonPlan,
    summary: 'Put a season plan in place of the one that was seen',
    least: 'helper',
    body: shape<NewSeasonPlan>({
      seen: listOf(shape<NewSeasonPlan['seen'][number]>({ id, version })).max(1000).unique('id'),
      loads: listOf(shape<NewSeasonPlan['loads'][number]>({ ...seasonLoad, id }))
        .max(600)
        .unique('id'),
    }),
    answer: listOf(seasonLoadRow),
  }),
  daySheet: route({
    method: 'post',
    path: paths.daySheetPdf,
    summary: 'A day sheet as a page to print',
    least: 'viewer',
    body: shape<PrintedDaySheet>({
      title: printed(300),
      finish: printed(300),
      loads: listOf(shape<PrintedLoad>({ name: printed(300), process: printed(300) })).max(20),
      steps: listOf(
        shape<PrintedStep>({ at: printed(12), text: printed(300), who: printed(60) }),
      ).max(140),
      supplies: listOf(shape<PrintedSupply>({ name: printed(120), amount: printed(60) })).max(40),
    }),
    answer: 'pdf',
  }),
  importCalendar: route({
    method: 'post',
    path: paths.calendarImport,
    summary: 'Take over busy times from an iCalendar file',
    least: 'helper',
    body: shape<CalendarFile>({ text: Joi.string().min(1).max(200_000) }),
    answer: shape<CalendarImport>({ times: Joi.number().integer(), leftOut: listOf<string>(said) }),
  }),
  calendar: route({
    method: 'get',
    path: paths.calendar,
    summary: 'The canning days as iCalendar',
    least: 'viewer',
    answer: 'calendar',
  }),
  secretCalendar: route({
    method: 'get',
    path: `${paths.calendar}/:token.ics`,
    summary: 'The canning days under a secret address',
    least: 'anyone',
    answer: 'calendar',
  }),
  feeds: route({
    method: 'get',
    path: paths.calendarFeeds,
    summary: 'Secret calendar addresses',
    least: 'keeper',
    byToken: 'never',
    answer: listOf(shape<CalendarFeed>(feed)),
  }),
  makeFeed: route({
    method: 'put',
    path: oneFeed,
    summary: 'Make a secret calendar address',
    least: 'keeper',
    byToken: 'never',
    answer: shape<NewCalendarFeed>({ ...feed, path: said }),
    status: 201,
  }),
  revokeFeed: route({
    method: 'delete',
    path: oneFeed,
    summary: 'Revoke a secret calendar address',
    least: 'keeper',
    byToken: 'never',
    answer: 'nothing',
  }),
}
