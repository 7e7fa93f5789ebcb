import { dateAt, dueLots, loadAt, onShelf, showClock } from '@kelvit/core'
import type { LoadWithEvents, Lot } from '@kelvit/contract'
import { stateOf } from '../sync/loads'
import { useJars, useLoads, useLots, useNeeds, useSeasonLoads, useYields } from '../sync/queries'
import { useMemo } from 'react'
import { coveredShare, viewNeed } from '@kelvit/core'
import { useMinute, useNow } from '../sync/clock'
import { usePull } from './pull'
import { useHousehold, useToday } from './session'
import { plural, showDay, useTimes } from './words'

export const isRunning = (l: LoadWithEvents): boolean =>
  !['planned', 'standing', 'checked', 'aborted'].includes(l.stage)

/** The lots with what says how many jars they still make; undefined while it loads. */
export function useLotBook() {
  const [lots, loads] = [useLots().data, useLoads().data]
  const [yields, plan] = [useYields().data, useSeasonLoads().data]
  const today = useToday()
  return useMemo(
    () => lots && loads && yields && plan && { lots, loads, yields, plan, today },
    [lots, loads, yields, plan, today],
  )
}

/** The lots with what says whether their jars are wanted and have an evening; undefined while it loads. */
export function useEveningBook() {
  const book = useLotBook()
  const [jars, needs] = [useJars().data, useNeeds().data]
  return useMemo(() => book && jars && needs && { ...book, jars, needs }, [book, jars, needs])
}

/** One live fact of a station; `short` where a phone has no room for all of it. */
interface Fact {
  readonly text: string
  readonly short?: string
  readonly hot?: boolean
}

/** The one live fact of each station's tab. Undefined while unknown. */
export function useFacts(): Readonly<Record<string, Fact | undefined>> {
  const book = useEveningBook()
  const due = useMemo(() => book && dueLots(book).length, [book])
  const loads = useLoads().data
  const jars = useJars().data
  const stove = useStoveFact(loads)
  const next = useNextLoad(loads)
  const needs = useNeedsFact()
  const pull = usePull()
  return {
    '/needs': needs,
    '/harvest': book && due !== undefined ? dueFact(due, book.lots) : undefined,
    '/season': next,
    '/stove': stove,
    '/pantry': jars && pull && { text: pullFact(pull.jars.length, onShelf(jars).length) },
  }
}

function dueFact(due: number, lots: readonly Lot[]): Fact {
  if (due > 0) return { text: `${plural(due, 'lot')} due` }
  const here = plural(lots.filter((l) => l.state === 'in-house').length, 'lot')
  return { text: `${here} in the house`, short: here }
}

const pullFact = (pull: number, shelf: number): string =>
  pull > 0 ? `${pull} to pull` : plural(shelf, 'jar')

function useNextLoad(loads: readonly LoadWithEvents[] | undefined): Fact | undefined {
  const { dayTime } = useTimes()
  const now = useMinute()
  const today = useToday()
  const season = useSeasonLoads().data
  const { household } = useHousehold()
  if (!loads || !season) return undefined
  const next = loads
    .filter((l) => l.stage === 'planned')
    .sort((a, b) => a.startsAt.localeCompare(b.startsAt))[0]
  const day = season
    .map((l) => l.onDate)
    .filter((d) => d >= today)
    .sort()[0]
  if (next && (!day || dateAt(Date.parse(next.startsAt), household.zone) <= day))
    return { text: `next ${dayTime(Date.parse(next.startsAt), now)}` }
  if (!day) return { text: 'nothing planned', short: 'no plan' }
  return { text: `next ${day === today ? 'today' : showDay(day)}` }
}

/** The shortest clock that runs, or what stands and waits. */
function useStoveFact(loads: readonly LoadWithEvents[] | undefined): Fact | undefined {
  const { units } = useHousehold().household
  const now = useNow()
  if (!loads) return undefined
  const running = loads.filter(isRunning).map((l) => loadAt(l.setup, stateOf(l), now, units))
  if (running.some((r) => r.prompt)) return { text: 'look now', hot: true }
  const left = running.flatMap((r) => (r.clock.kind === 'down' ? [r.clock.leftMs] : []))
  if (left.length > 0) return { text: `${showClock(Math.min(...left) / 1000)} left`, hot: true }
  if (running.length > 0) return { text: plural(running.length, 'load') + ' on', hot: true }
  const standing = loads.filter((l) => l.stage === 'standing')
  return { text: standing.length > 0 ? `${standing.length} to check` : 'cold' }
}

/** How much of the year's jar weeks is covered. */
function useNeedsFact(): Fact | undefined {
  const [needs, jars, lots, loads] = [
    useNeeds().data,
    useJars().data,
    useLots().data,
    useLoads().data,
  ]
  const yields = useYields().data
  const today = useToday()
  return useMemo(() => {
    if (!needs || !jars || !lots || !loads || !yields) return undefined
    const share = coveredShare(needs.map((n) => viewNeed(n, { jars, lots, loads, yields, today })))
    if (share === null) return { text: 'no meals yet', short: 'none yet' }
    const percent = `${Math.round(share * 100)}%`
    return { text: `${percent} of the year`, short: percent }
  }, [needs, jars, lots, loads, yields, today])
}
