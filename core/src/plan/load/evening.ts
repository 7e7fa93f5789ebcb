import type { LoadSetup } from '../../load/setup'
import type { LoadState } from '../../load/state'
import { wallClock } from '../../time/dates'
import { kitchenDay, type KitchenCalendar, type KitchenStretch } from '../../time/kitchen'
import { runningAt, runningLoad } from '../day/running'
import type { DayLoad } from '../day/types'

/** A sheet that begins now is laid out anew every so many minutes. */
const STEP_MIN = 5
const MIN_MS = 60_000
/** A day on which the kitchen has no hours, where somebody cans all the same. */
const USUAL_OPENS = 17 * 60
const USUAL_CLOSES = 21 * 60

/** When a day's work can begin and end, minutes from its midnight. */
export interface HoursNow {
  readonly opens: number
  readonly closes: number
  /** The moment at which it begins when it is going on now, epoch ms; null on any other day. */
  readonly at: number | null
}

/**
 * A day's hours as they are now: today begins at this minute at the earliest, and at once
 * where something is at the stove already. Any other day begins when its kitchen opens.
 * @param now epoch ms.
 */
export function hoursNow(
  date: string,
  now: number,
  usual: KitchenStretch | null | undefined,
  { zone, calendar }: { readonly zone: string; readonly calendar: KitchenCalendar },
  atStove: boolean,
): HoursNow {
  const opens = usual?.opens ?? USUAL_OPENS
  const closes = usual?.closes ?? USUAL_CLOSES
  const clock = kitchenDay(wallClock(now, zone), calendar)
  if (clock.date !== date) return { opens, closes, at: null }
  const begins = Math.ceil(clock.minute / STEP_MIN) * STEP_MIN
  return {
    opens: atStove ? begins : Math.max(opens, begins),
    closes,
    at: now + (begins - clock.minute) * MIN_MS,
  }
}

/** What is left at some moment, epoch ms, of a load that is on; undefined for one that is not. */
export const stillToDo = (
  whole: DayLoad,
  setup: LoadSetup,
  state: LoadState,
  at: number,
): DayLoad | undefined => runningLoad(whole, runningAt(setup, state, at))
