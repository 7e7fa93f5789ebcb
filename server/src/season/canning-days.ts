import {
  countJars,
  dateAt,
  foldLoad,
  hoursNow,
  kitchenOf,
  kitchenOn,
  plannedLoad,
  portionFood,
  saidFood,
  STOVE_STAGES,
  stillToDo,
  withLearned,
  type CannerToRun,
  type DayKitchen,
  type DayLoad,
  type JarOf,
  type JarSize,
  type Kitchen,
  type KitchenCalendar,
  type LoadEvent,
  type LoadSetup,
  type Pack,
} from '@kelvit/core'
import { eq, inArray } from 'drizzle-orm'
import { Temporal } from 'temporal-polyfill'
import type { Tx } from '../db/pool'
import { canners, households, loadPortions, loads, lots, seasonLoads } from '../db/schema'
import type { CanningDay } from '../formats/ical-write'
import { beside } from '../heavy/beside'
import type { DayTimes } from '../heavy/jobs'
import { kitchenCalendar } from '../store/kitchen-calendar'
import { learnedTimes } from '../store/learned'
import { asEvent, readEvents } from '../store/loads'

type HouseholdRow = typeof households.$inferSelect

interface Portion {
  readonly lotId: string | null
  readonly formId: string
  readonly pack: Pack
  readonly jar: JarSize
  readonly jars: number
  readonly jarOf?: JarOf | null
}

/** A load of some day: of the plan, planned at the stove, or on it. */
interface LoadThen {
  readonly id: string
  readonly onDate: string
  readonly cannerId: string
  readonly portions: readonly Portion[]
  /** Of one that is on: what is on record of it. */
  readonly on?: { readonly setup: LoadSetup; readonly events: readonly LoadEvent[] }
}

/** What the canning days of a household are read from. */
export interface DaysRead {
  readonly household: HouseholdRow
  readonly calendar: KitchenCalendar
  readonly canners: readonly (CannerToRun & { readonly name: string })[]
  readonly loads: readonly LoadThen[]
  readonly canBy: ReadonlyMap<string, string>
}

/** @param now epoch ms. */
export async function readDays(
  tx: Tx,
  householdId: string,
  now: number,
): Promise<DaysRead | undefined> {
  const [household] = await tx.select().from(households).where(eq(households.id, householdId))
  if (!household) return undefined
  const stored = await tx.select().from(canners)
  const times = await learnedTimes(tx, stored)
  const open = await tx
    .select({ id: lots.id, canBy: lots.canBy })
    .from(lots)
    .where(inArray(lots.state, ['expected', 'in-house']))
  return {
    household,
    calendar: await kitchenCalendar(tx),
    canners: stored.map((c) => {
      const learned = times.get(c.id)
      return learned ? { ...c, stageMinutes: withLearned(c.stageMinutes, learned) } : c
    }),
    loads: [...(await tx.select().from(seasonLoads)), ...(await atStove(tx, household.zone, now))],
    canBy: new Map(open.map((l) => [l.id, l.canBy])),
  }
}

async function atStove(tx: Tx, zone: string, now: number): Promise<LoadThen[]> {
  const rows = await tx
    .select()
    .from(loads)
    .where(inArray(loads.stage, ['planned', ...STOVE_STAGES]))
  if (rows.length === 0) return []
  const ids = rows.map((r) => r.id)
  const portions = await tx.select().from(loadPortions).where(inArray(loadPortions.loadId, ids))
  return Promise.all(
    rows.map(async (row): Promise<LoadThen> => {
      const own = { id: row.id, cannerId: row.cannerId, portions: portions.filter((p) => p.loadId === row.id) } // prettier-ignore
      if (row.stage === 'planned') return { ...own, onDate: dateAt(row.startsAt.getTime(), zone) }
      const events = (await readEvents(tx, row.id)).map(asEvent)
      return { ...own, onDate: dateAt(now, zone), on: { setup: row.setup, events } }
    }),
  )
}

/**
 * The days with something to can, with their hours as the day's page has them.
 * @param now epoch ms.
 */
export async function canningDays(read: DaysRead, now: number): Promise<readonly CanningDay[]> {
  const dates = [...new Set(read.loads.map((l) => l.onDate))].sort()
  const days = dates.map((date) => dayOf(read, date, now))
  const times = await beside(
    'day-times',
    { days },
    'We couldn’t work out your canning days in time. Try again in a moment.',
  )
  return dates.flatMap((date, i) => {
    const [time, day] = [times[i], days[i]]
    return time && day && day.loads.length > 0 ? [eventOf(read, date, time, day.kitchen)] : []
  })
}

function dayOf(read: DaysRead, date: string, now: number) {
  const { household, calendar } = read
  const { zone, settings } = household
  const here = read.loads.filter((l) => l.onDate === date)
  const usual = kitchenOn(calendar, date)
  const hours = hoursNow(date, now, usual, { zone, calendar }, here.some((l) => l.on)) // prettier-ignore
  const { opens, closes } = hours
  const people = Array.from({ length: usual?.people ?? 1 }, (_, i) => ({
    ...{ id: String(i), name: '', from: opens, until: closes },
  }))
  const kitchen: DayKitchen = {
    ...{ opens, closes, people },
    burners: settings.burners,
    gaps: usual?.gaps ?? [],
  }
  const at = hours.at ?? now
  return {
    loads: here.flatMap((l) => loadOf(read, l, kitchenOf(household), at) ?? []),
    kitchen,
    late: settings.lateMinutes,
  }
}

function loadOf(read: DaysRead, load: LoadThen, kitchen: Kitchen, at: number): DayLoad | undefined {
  const canner = read.canners.find((c) => c.id === load.cannerId)
  if (!canner) return undefined
  const dates = load.portions.flatMap((p) => read.canBy.get(p.lotId ?? '') ?? []).sort()
  const { id, portions, on } = load
  const [canBy] = dates
  const planned = plannedLoad(
    { id, portions, ...(canBy ? { canBy } : {}), ...(on ? { held: on.setup.minutes } : {}) },
    canner,
    kitchen,
  )
  if (planned.outcome === 'refused') return undefined
  return on ? stillToDo(planned.day, on.setup, foldLoad(on.setup, on.events), at) : planned.day
}

function eventOf(read: DaysRead, date: string, time: DayTimes, kitchen: DayKitchen): CanningDay {
  const here = read.loads.filter((l) => l.onDate === date)
  const midnight = Temporal.PlainDate.from(date).toZonedDateTime({ timeZone: read.household.zone })
  const instant = (minute: number): number => midnight.add({ minutes: minute }).epochMilliseconds
  const nameOf = (id: string): string => read.canners.find((c) => c.id === id)?.name ?? ''
  const fits = time.from !== null
  return {
    date,
    starts: instant(fits ? time.from : kitchen.opens),
    ends: instant(fits ? time.until : kitchen.closes),
    summary: `Canning: ${[...new Set(here.flatMap(contents))].join(', ')}`,
    details: [
      ...here.map((l) => `${nameOf(l.cannerId)}: ${contents(l).join(', ')}`),
      ...(fits ? [] : [time.sentence]),
    ].join('\n'),
  }
}

const contents = (load: LoadThen): string[] =>
  load.portions.map((p) => `${countJars(p.jars, p.jar)} of ${saidFood(portionFood(p))}`)
