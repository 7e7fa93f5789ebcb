import type { CannerRead, SeasonLoad, SeasonPortion } from '@kelvit/contract'
import {
  daysBetween,
  gatherRecords,
  kitchenDay,
  runningAt,
  seasonFrom,
  STOVE_STAGES,
  wallClock,
  type PlanLoad,
  type Season,
  type SeasonModel,
  type SeasonPlan,
  type SeasonRecords,
} from '@kelvit/core'
import { useMemo } from 'react'
import {
  useBusyTimes,
  useCanners,
  useJarGroups,
  useJars,
  useKitchenExceptions,
  useKitchenHours,
  useLidLots,
  useLoads,
  useLots,
  useNeeds,
  useSeasonLoads,
  useYields,
} from '../sync/queries'
import { useMinute } from '../sync/clock'
import { stateOf } from '../sync/loads'
import { useHousehold } from './session'

/** Everything the season's pages stand on. */
export interface SeasonView {
  readonly records: SeasonRecords
  readonly season: Season
  /** The stored plan as far as it still holds. */
  readonly plan: SeasonPlan
  readonly stored: readonly SeasonLoad[]
  /** Loads of the plan that cannot be any more, each with why. */
  readonly stale: readonly StaleLoad[]
  readonly canners: readonly CannerRead[]
  readonly zone: string
}

/** A stored load that does not hold any more. */
export interface StaleLoad {
  readonly load: SeasonLoad
  readonly why: 'over' | 'canner' | 'lot' | 'jar'
}

/** The stored loads as the model knows them. */
export function planFrom(
  model: SeasonModel,
  today: string,
  stored: readonly SeasonLoad[],
): { readonly plan: SeasonPlan; readonly stale: readonly StaleLoad[] } {
  const loads: PlanLoad[] = []
  const stale: StaleLoad[] = []
  for (const s of stored) {
    const day = daysBetween(today, s.onDate)
    const canner = model.canners.findIndex((c) => c.id === s.cannerId)
    const portions = s.portions.map((p) => ({
      lot: model.lots.findIndex((l) => l.id === p.lotId),
      jars: p.jars,
    }))
    const why = whyStale(model, s, { day, canner, portions })
    if (why) stale.push({ load: s, why })
    else loads.push({ id: s.id, day, canner, portions, ...(s.pinned ? { pinned: true } : {}) })
  }
  return { plan: { loads }, stale }
}

/** Why a stored load does not hold any more: its day, its canner, its lot or the lot's jars. */
function whyStale(
  model: SeasonModel,
  { portions: stored }: SeasonLoad,
  { day, canner, portions }: PlanLoad,
): StaleLoad['why'] | undefined {
  if (day < 0 || day >= model.days.length) return 'over'
  if (portions.some((p) => p.lot < 0)) return 'lot'
  if (portions.some((p, i) => model.lots[p.lot]?.jar !== stored[i]?.jar)) return 'jar'
  // A canner that is broken keeps its place in the model and has a process for nothing.
  return portions.every((p) => model.lots[p.lot]?.processes[canner]) ? undefined : 'canner'
}

/** A planned load as it is stored. */
export function storedLoad(
  model: SeasonModel,
  load: PlanLoad,
  id: string,
): Omit<SeasonLoad, 'version'> {
  return {
    id,
    onDate: model.days[load.day]?.date ?? '',
    cannerId: model.canners[load.canner]?.id ?? '',
    pinned: load.pinned ?? false,
    portions: load.portions.flatMap((p): SeasonPortion[] => {
      const lot = model.lots[p.lot]
      if (!lot) return []
      const { id: lotId, formId, pack, jar, mouth } = lot
      return [{ lotId, formId, pack, jar, mouth, jars: p.jars }]
    }),
  }
}

/** The queries a season is made of, with the first that failed. */
function useSeasonQueries() {
  const queries = {
    lots: useLots(),
    yields: useYields(),
    loads: useLoads(),
    canners: useCanners(),
    jars: useJars(),
    groups: useJarGroups(),
    lids: useLidLots(),
    needs: useNeeds(),
    stored: useSeasonLoads(),
    hours: useKitchenHours(),
    exceptions: useKitchenExceptions(),
    busy: useBusyTimes(),
  }
  const broken = Object.values(queries).find((q) => q.isError && !q.data)
  return { queries, broken }
}

/** Season and plan of the household; undefined while it is loading. */
export function useSeason(): {
  readonly view: SeasonView | undefined
  readonly broken: { readonly error: unknown; readonly refetch: () => unknown } | undefined
} {
  const { queries: q, broken } = useSeasonQueries()
  const { household } = useHousehold()
  const now = useMinute()
  const { zone, altitudeFt, settings } = household
  // A quarter of an hour is as fine as a season's plan needs to know the time.
  const quarter = Math.floor(now / 900_000) * 900_000
  const yields = q.yields.data
  const [lots, loads, canners, jars] = [q.lots.data, q.loads.data, q.canners.data, q.jars.data]
  const [groups, lids, stored] = [q.groups.data, q.lids.data, q.stored.data]
  const needs = q.needs.data
  const [hours, exceptions, busy] = [q.hours.data, q.exceptions.data, q.busy.data]
  const view = useMemo((): SeasonView | undefined => {
    if (!lots || !yields || !loads || !canners || !jars || !groups || !lids) return undefined
    if (!needs || !stored || !hours || !exceptions || !busy) return undefined
    const calendar = { hours, exceptions, busy }
    // After midnight the night's kitchen is still the evening's.
    const { date: today, minute } = kitchenDay(wallClock(quarter, zone), calendar)
    const records = gatherRecords({
      today,
      nowMinute: minute,
      zone,
      altitudeFt,
      settings,
      calendar,
      lots,
      loads: loads.map((l) =>
        STOVE_STAGES.includes(l.stage) ? { ...l, at: runningAt(l.setup, stateOf(l), quarter) } : l,
      ),
      canners,
      jars,
      needs,
      yields,
      jarGroups: groups,
      lidLots: lids,
    })
    const season = seasonFrom(records)
    return { records, season, ...planFrom(season.model, today, stored), stored, canners, zone }
  }, [
    lots,
    yields,
    loads,
    canners,
    jars,
    groups,
    lids,
    needs,
    stored,
    hours,
    exceptions,
    busy,
    quarter,
    zone,
    altitudeFt,
    settings,
  ])
  return { view, broken }
}
