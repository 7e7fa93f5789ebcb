import type { SeasonLoad } from '@kelvit/contract'
import {
  cookMinutes,
  countJars,
  dayLength,
  feet,
  kitchenOn,
  loadTimes,
  processFor,
  prepMinutes,
  restingHere,
  rulesOf,
  type KitchenStretch,
  withLearned,
  portionFood,
  saidFood,
} from '@kelvit/core'
import { kitchenCalendar } from '../store/kitchen-calendar'
import { learnedTimes } from '../store/learned'
import { eq } from 'drizzle-orm'
import { Temporal } from 'temporal-polyfill'
import type { Tx } from '../db/pool'
import { canners, households, seasonLoads } from '../db/schema'
import { toWires } from '../db/wire'
import type { CanningDay } from '../formats/ical-write'

type HouseholdRow = typeof households.$inferSelect
type CannerRow = typeof canners.$inferSelect

/** The days of the season plan with their hours, from the opening of the kitchen on. */
export async function canningDays(
  tx: Tx,
  householdId: string,
): Promise<{ household: HouseholdRow; days: readonly CanningDay[] } | undefined> {
  const [household] = await tx.select().from(households).where(eq(households.id, householdId))
  if (!household) return undefined
  const loads: SeasonLoad[] = (await tx.select().from(seasonLoads)).map(toWires(seasonLoads))
  const stored = await tx.select().from(canners)
  const times = await learnedTimes(tx, stored)
  const gear = stored.map((c) => {
    const learned = times.get(c.id)
    const here = learned ? { ...c, stageMinutes: withLearned(c.stageMinutes, learned) } : c
    return restingHere(here, household.settings)
  })
  const calendar = await kitchenCalendar(tx)
  const dates = [...new Set(loads.map((l) => l.onDate))].sort()
  return {
    household,
    days: dates.map((date) => {
      const here = loads.filter((l) => l.onDate === date)
      const open = kitchenOn(calendar, date)
      const minutes = lengthOf(here, gear, household, open?.people ?? 1)
      const starts = Temporal.PlainDate.from(date)
        .toZonedDateTime({ timeZone: household.zone })
        .add({ minutes: open?.opens ?? 8 * 60 }).epochMilliseconds
      return {
        date,
        starts,
        ends: starts + Math.ceil(minutes + awayMinutes(open)) * 60_000,
        summary: `Canning: ${[...new Set(here.flatMap(contents))].join(', ')}`,
        details: here
          .map(
            (l) =>
              `${gear.find((c) => c.id === l.cannerId)?.name ?? ''}: ${contents(l).join(', ')}`,
          )
          .join('\n'),
      }
    }),
  }
}

/** Errands within the free time of a day, minutes. */
const awayMinutes = (open: KitchenStretch | null): number =>
  (open?.gaps ?? []).reduce((m, g) => m + g.until - g.from, 0)

const contents = (load: SeasonLoad): string[] =>
  load.portions.map((p) => `${countJars(p.jars, p.jar)} of ${saidFood(portionFood(p))}`)

function lengthOf(
  loads: readonly SeasonLoad[],
  gear: readonly CannerRow[],
  household: HouseholdRow,
  people: number,
): number {
  const times = loads.flatMap((load) => {
    const index = gear.findIndex((c) => c.id === load.cannerId)
    const canner = gear[index]
    if (!canner) return []
    const jars = load.portions.reduce((n, p) => n + p.jars, 0)
    const prep = prepMinutes(load.portions)
    const minutes = load.portions.map((p) => {
      const gauge = canner.regulatedBy
      const found = processFor({
        form: p.formId,
        pack: p.pack,
        jar: p.jar,
        gauge,
        altitudeFt: feet(household.altitudeFt),
        rules: rulesOf(household.settings),
        jarOf: p.jarOf,
      })
      return found.outcome === 'process' ? found.minutes : 0
    })
    const cook = cookMinutes(load.portions)
    return [loadTimes(index, canner.stageMinutes, jars, prep, Math.max(0, ...minutes), cook)]
  })
  return dayLength(times, people, household.settings.burners)
}
