import type { LoadWithEvents, SeasonPortion } from '@kelvit/contract'
import {
  hoursNow,
  stillToDo,
  STOVE_STAGES,
  type KitchenHousehold,
  type KitchenStretch,
} from '@kelvit/core'
import type { SeasonView } from '../household/season'
import { stateOf } from '../sync/loads'
import { entryOf, type DayEntry } from './entries'

interface Household extends KitchenHousehold {
  readonly zone: string
}

/** When a day's work can begin and end, minutes from midnight, and what is on the stove already. */
export interface Tonight {
  readonly opens: number
  readonly closes: number
  readonly running: readonly DayEntry[]
}

/**
 * A day as it is now: today begins at this minute at the earliest, with the canners, burners
 * and hands that running loads hold. Any other day begins when its kitchen opens.
 * @param now epoch ms.
 */
export function tonight(
  date: string,
  now: number,
  usual: KitchenStretch | null | undefined,
  loads: readonly LoadWithEvents[],
  view: SeasonView,
  household: Household,
): Tonight {
  const { calendar } = view.records
  const hours = (atStove: boolean) => hoursNow(date, now, usual, { zone: household.zone, calendar }, atStove) // prettier-ignore
  const { at } = hours(true)
  const on = at === null ? [] : loads.filter((l) => STOVE_STAGES.includes(l.stage))
  const running = on.flatMap((l) => runningEntry(l, at ?? now, view, household))
  const { opens, closes } = hours(running.length > 0)
  return { opens, closes, running }
}

function runningEntry(
  load: LoadWithEvents,
  at: number,
  view: SeasonView,
  household: Household,
): readonly DayEntry[] {
  const portions = load.portions.map((p): SeasonPortion => ({ ...p, lotId: p.lotId ?? '' }))
  return entryOf(
    { id: load.id, cannerId: load.cannerId, portions },
    'running',
    view,
    household,
    new Set(),
    load.setup.minutes,
  ).flatMap((entry) => {
    const day = stillToDo(entry.day, load.setup, stateOf(load), at)
    return day ? [{ ...entry, day }] : []
  })
}
