import { heardOf } from './facts'
import { breakRun, closeRun, mustVentAgain, nothingProven, restart } from './runs'
import { startTarget } from './setup'
import { doubt, enter, isStage, type DoubtCode, type LoadState } from './state'
import { type Word, type Step } from './word'

/** An answer that names no silence answers all that are open. */
export function watched(s: LoadState, w: Word): Step {
  if (w.e.eventId) return s
  const who = w.e.text || w.e.by || 'somebody'
  return { ...s, gaps: s.gaps.map((g) => ({ ...g, watchedBy: g.watchedBy ?? who })) }
}

/**
 * The gauge was tested or the altitude corrected: from now on the dial must show more. A weight
 * does not tell how heavy it was, so a higher step starts it again. What ran before, and was
 * over by then, is judged by what it ran at.
 */
export function figuresChanged(s: LoadState, w: Word): Step {
  if (w.setup.regulatedBy === 'weighted') return wentWrong(s, w, 'figures-raised', 'heating')
  const psi = w.e.psi ?? null
  const { id, by = null } = w.e
  const was = s.target ?? startTarget(w.setup)
  if (psi === null || psi <= was) return s
  const cause = w.e.eventId ? 'gauge' : 'altitude'
  const raise = { id, at: w.at, heardAt: heardOf(w.e), by, psi, cause } as const
  const next = { ...s, target: psi, raises: [...s.raises, raise] }
  const run = s.stage === 'processing' ? s.runs.at(-1) : undefined
  if (!run) return next
  const held = s.readings.filter((r) => r.at >= run.from)
  const low = held.findLast((r) => r.psi < psi - 1e-9)
  if (!low) return next
  const first = held.find((r) => r.at > low.at)
  // Read high enough since: the time counts from there.
  return first
    ? restart(next, { ...w, e: { ...w.e, id } }, run.from, first.at)
    : breakRun(next, w.at, run.from, 'pressure')
}

/** The dial is off too far to run on; read high, it must show so much more. */
export const gaugeOff = (s: LoadState, w: Word): Step => {
  const told = doubt(s, 'gauge-off', w.e)
  return typeof w.e.psi === 'number' && w.setup.regulatedBy === 'dial'
    ? figuresChanged(told, { ...w, e: { ...w.e, eventId: w.e.eventId ?? w.e.id } })
    : told
}

export function lidNotLocked(s: LoadState, w: Word): Step {
  if (isStage(s, 'heating', 'venting'))
    return { ...enter(s, 'filling', w.at), steamSteadySince: null }
  return wentWrong(s, w, 'lid-not-locked', 'heating')
}

/** Steam that was not steady: while it vents the ten minutes start again; later nobody knows. */
export function steamFaltered(s: LoadState, w: Word): Step {
  if (s.stage === 'venting') return { ...s, steamSteadySince: null, since: w.at }
  return wentWrong(s, w, 'steam-doubtful', 'heating')
}

/**
 * Something that spoils a process: while it runs the clock is void and the load goes back;
 * told when the heat is off, it stays with the jars.
 */
export function wentWrong(
  s: LoadState,
  w: Word,
  code: DoubtCode,
  back: 'heating' | 'cooling',
): LoadState {
  if (isStage(s, 'cooling', 'resting', 'unloading', 'standing', 'checked'))
    return doubt(s, code, w.e)
  const running: readonly LoadState['stage'][] =
    back === 'cooling'
      ? ['heating', 'venting', 'climbing', 'processing']
      : ['climbing', 'processing']
  if (!running.includes(s.stage)) {
    // It went back to be vented again, or the heat was never said to be off: what ran is void.
    return s.stage === 'heating' && s.runs.length > 0 ? nothingProven(s) : s
  }
  const broken = nothingProven(
    mustVentAgain(closeRun(breakRun(s, w.at, w.at, 'other'), w.at, 'other'), w.at),
  )
  return back === 'heating'
    ? broken
    : { ...enter(doubt(broken, code, w.e), 'cooling', w.at), heatOffAt: w.at }
}
