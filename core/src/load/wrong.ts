import type { LoadStage } from '../words'
import { breakRun, mustVentAgain, nothingProven } from './runs'
import { doubt, enter, isStage, type DoubtCode, type LoadState } from './state'
import { type Word, type Step } from './word'

/** An answer that names no silence answers all that are open. */
export function watched(s: LoadState, w: Word): Step {
  if (w.e.eventId) return s
  const who = w.e.text || w.e.by || 'somebody'
  return { ...s, gaps: s.gaps.map((g) => ({ ...g, watchedBy: g.watchedBy ?? who })) }
}

/**
 * The gauge was tested or the altitude corrected while the load ran. What it must reach is
 * in the setup; a weight does not tell how heavy it was, so a higher step starts it again.
 */
export function figuresChanged(s: LoadState, w: Word): Step {
  return w.setup.regulatedBy === 'dial' ? s : wentWrong(s, w, 'figures-raised', 'heating')
}

export function lidNotLocked(s: LoadState, w: Word): Step {
  if (isStage(s, 'heating', 'venting'))
    return { ...enter(s, 'filling', w.at), steamSteadySince: null }
  return wentWrong(s, w, 'lid-not-locked', 'heating')
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
  const running: readonly LoadStage[] =
    back === 'cooling'
      ? ['heating', 'venting', 'climbing', 'processing']
      : ['climbing', 'processing']
  if (!running.includes(s.stage)) return s
  const broken = nothingProven(mustVentAgain(breakRun(s, w.at, w.at, 'other'), w.at))
  return back === 'heating'
    ? broken
    : { ...enter(doubt(broken, code, w.e), 'cooling', w.at), heatOffAt: w.at }
}
