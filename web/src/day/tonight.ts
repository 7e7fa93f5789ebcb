import type { LoadWithEvents, SeasonPortion } from '@kelvit/contract'
import {
  kitchenDay,
  runningAt,
  runningLoad,
  STOVE_STAGES,
  wallClock,
  type HouseholdRules,
  type KitchenStretch,
} from '@kelvit/core'
import type { SeasonView } from '../household/season'
import { stateOf } from '../sync/loads'
import { entryOf, type DayEntry } from './entries'

/** A sheet that begins now is laid out anew every so many minutes. */
const STEP_MIN = 5
const MIN_MS = 60_000
const USUAL_OPENS = 17 * 60
const USUAL_CLOSES = 21 * 60

interface Household {
  readonly altitudeFt: number
  readonly zone: string
  readonly units: 'us' | 'metric'
  readonly settings: Required<HouseholdRules> & { readonly restMinutes: number }
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
  const opens = usual?.opens ?? USUAL_OPENS
  const closes = usual?.closes ?? USUAL_CLOSES
  const clock = kitchenDay(wallClock(now, household.zone), view.records.calendar)
  if (clock.date !== date) return { opens, closes, running: [] }
  const begins = Math.ceil(clock.minute / STEP_MIN) * STEP_MIN
  const at = now + (begins - clock.minute) * MIN_MS
  const running = loads
    .filter((l) => STOVE_STAGES.includes(l.stage))
    .flatMap((l) => runningEntry(l, at, view, household))
  return { opens: running.length > 0 ? begins : Math.max(opens, begins), closes, running }
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
    const day = runningLoad(entry.day, runningAt(load.setup, stateOf(load), at))
    return day ? [{ ...entry, day }] : []
  })
}
