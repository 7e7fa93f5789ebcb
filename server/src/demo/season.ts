import { put } from './put'
import { readYields } from '../store/yields'
import type { LoadWithEvents, SeasonLoad } from '@kelvit/contract'
import { gatherRecords, improve, minuteOf, seasonFrom, withLearned } from '@kelvit/core'
import { blocksOf, lastTests } from '../store/gauge-tests'
import { learnedTimes } from '../store/learned'
import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { Temporal } from 'temporal-polyfill'
import type { Tx } from '../db/pool'
import {
  busyTimes,
  canners,
  households,
  jarGroups,
  needs,
  jars,
  kitchenExceptions,
  kitchenHours,
  lidLots,
  lots,
  seasonLoads,
} from '../db/schema'
import { toWires } from '../db/wire'
import { listLoads } from '../store/loads'
import { kitchenCalendar } from '../store/kitchen-calendar'
import type { DemoDays } from './days'

/** Weekday, opening, closing, people: evenings after work, long Saturdays, no Wednesdays. */
const HOURS: readonly (readonly [number, string | null, string | null, number])[] = [
  [1, '17:00', '21:30', 1],
  [2, '17:00', '21:30', 2],
  [3, null, null, 0],
  [4, '17:00', '21:30', 1],
  [5, '17:00', '22:00', 2],
  [6, '08:00', '18:00', 2],
  [7, '13:00', '19:00', 2],
]

/** The kitchen's hours, some busy times, and a season planned from what is in the house and on the way. */
export async function addSeason(tx: Tx, householdId: string, days: DemoDays): Promise<void> {
  const row = () => ({ id: uuidv7(), householdId })
  await put(
    tx,
    kitchenHours,
    HOURS.map(([weekday, opens, closes, people]) => ({
      ...row(),
      weekday,
      opens,
      closes,
      people,
    })),
  )
  const sunday = firstSundayAfter(days, 9)
  await put(tx, kitchenExceptions, {
    ...row(),
    onDate: sunday,
    opens: null,
    closes: null,
    people: 0,
    note: 'Threshing supper at the grange',
  })
  await put(tx, busyTimes, [
    { ...row(), onDate: days.on(4), from: '17:00', until: '18:30', what: 'Choir' },
    { ...row(), onDate: days.on(11), from: '17:00', until: '18:30', what: 'Choir' },
  ])
  await planSeason(tx, householdId, days)
}

/** The canners as the pages read them: times learned from their loads, tests on record. */
async function cannersHere(tx: Tx, today: string) {
  const gear = await tx.select().from(canners)
  const times = await learnedTimes(tx, gear)
  const tests = await lastTests(
    tx,
    gear.map((c) => c.id),
  )
  return gear.map((c) => {
    const [test, learned] = [tests.get(c.id), times.get(c.id)]
    return {
      ...c,
      ...(learned ? { stageMinutes: withLearned(c.stageMinutes, learned) } : {}),
      blocks: blocksOf(c, test, today),
      lastTest: test ?? null,
    }
  })
}

function firstSundayAfter(days: DemoDays, least: number): string {
  for (let d = least; ; d++)
    if (Temporal.PlainDate.from(days.on(d)).dayOfWeek === 7) return days.on(d)
}

async function planSeason(tx: Tx, householdId: string, days: DemoDays): Promise<void> {
  const [household] = await tx.select().from(households).where(eq(households.id, householdId))
  if (!household) return
  const now = Temporal.Instant.fromEpochMilliseconds(days.now).toZonedDateTimeISO(household.zone)
  const records = gatherRecords({
    today: days.today,
    nowMinute: minuteOf(now.toPlainTime().toString({ smallestUnit: 'minute' })),
    zone: household.zone,
    altitudeFt: household.altitudeFt,
    settings: household.settings,
    calendar: await kitchenCalendar(tx),
    lots: await tx.select().from(lots),
    loads: JSON.parse((await listLoads(tx, days.now)).json) as LoadWithEvents[],
    canners: await cannersHere(tx, days.today),
    jars: (await tx.select().from(jars)).map(toWires(jars)),
    yields: await readYields(tx),
    needs: await tx.select().from(needs),
    jarGroups: await tx.select().from(jarGroups),
    lidLots: await tx.select().from(lidLots),
  })
  const { model } = seasonFrom(records)
  const search = improve(model, [], 1, { heats: 2 })
  let step = search.next()
  while (!step.done) step = search.next()
  const planned = step.value.loads.map((l): Omit<SeasonLoad, 'version'> => ({
    id: uuidv7(),
    onDate: model.days[l.day]?.date ?? days.today,
    cannerId: model.canners[l.canner]?.id ?? '',
    pinned: false,
    portions: l.portions.flatMap((p) => {
      const lot = model.lots[p.lot]
      if (!lot) return []
      const { id: lotId, formId, pack, jar, mouth } = lot
      return [{ lotId, formId, pack, jar, mouth, jars: p.jars }]
    }),
  }))
  if (planned.length > 0)
    await put(
      tx,
      seasonLoads,
      planned.map((l) => ({ ...l, householdId, portions: [...l.portions] })),
    )
}
