import type { LoadStage } from '../words'
import { wentDown } from './pressure'
import { breakRun, closeRun, mustVentAgain } from './runs'
import {
  hasLock,
  LEFT_IN_MS,
  OUT_LATE_MS,
  restMs,
  STAND_OPEN_MS,
  type LoadSetup,
  openLeastMs,
} from './setup'
import { doubt, enter, isStage, type DoubtCode, type LoadState } from './state'
import { ask, askTime, type Word, type Step } from './word'

/** Whether the canner was seen to be without pressure: at zero and, where there is one, the lock down. */
export const isDown = (s: LoadState, setup: LoadSetup): boolean =>
  s.pressureZeroAt !== null && (!hasLock(setup) || s.lockDroppedAt !== null)

/** The state without the question, where the next step asks a better one. */
const plain = (step: Step): LoadState => ('ask' in step ? step.state : step)

export function weightOff(s: LoadState, w: Word): Step {
  if (s.stage === 'cooling') {
    const next = enter(s, 'resting', w.at)
    if (isDown(s, w.setup)) return next
    return ask(
      doubt(plain(wentDown(next, s, w)), 'zero-unseen', w.e),
      `The weight came off before ${hasLock(w.setup) ? 'anybody saw the gauge at zero and the lock down' : 'anybody saw the gauge at zero'}. Was the pressure gone?`,
    )
  }
  if (s.stage === 'resting') return { ...s, since: w.at }
  if (s.stage === 'heating' && s.runs.length > 0) return { ...s, weightOffAt: w.at }
  if (!isStage(s, 'climbing', 'processing')) return s
  const lost = breakRun(s, w.at, Math.min(w.at, s.lastLook ?? w.at), 'other')
  // In the first climb it comes off to vent again; once there was pressure, this opens it under pressure.
  const lifted = s.runs.length > 0 || s.pressureUp ? doubt(lost, 'weight-lifted', w.e) : lost
  return { ...mustVentAgain(lifted, w.at), weightOffAt: w.at }
}

export function opened(s: LoadState, w: Word): Step {
  const out = (code?: DoubtCode): LoadState =>
    enter(code ? doubt(s, code, w.e) : s, 'unloading', w.at)
  switch (s.stage) {
    case 'resting':
      return restedSince(s, w, s.since)
    case 'cooling':
      return out(isDown(s, w.setup) ? 'rest-short' : 'opened-early')
    case 'climbing':
    case 'processing':
      return enter(
        doubt(breakRun(s, w.at, s.lastLook ?? w.at, 'other'), 'opened-early', w.e),
        'unloading',
        w.at,
      )
    case 'heating':
    case 'venting':
      if (s.runs.length === 0) return { ...enter(s, 'filling', w.at), steamSteadySince: null }
      // Nobody said that the heat was off: cooling and rest are owed all the same.
      return isDown(s, w.setup) ? restedSince(s, w, s.weightOffAt) : out('zero-unseen')
    default:
      return s
  }
}

/** Somebody says that it was opened too early: it condemns whenever it is said, once there was a process. */
export function openedEarly(s: LoadState, w: Word): Step {
  const open = opened(s, w)
  const next = plain(open)
  return isStage(next, 'unloading', 'standing', 'checked') ? doubt(next, 'opened-early', w.e) : open
}

/** The lid comes off; the rest before it runs from when the weight did. */
function restedSince(s: LoadState, w: Word, since: number | null): Step {
  const next = enter(s, 'unloading', w.at)
  return since !== null && w.at - since >= restMs(w.setup)
    ? next
    : ask(doubt(next, 'rest-short', w.e), 'The lid came off before the rest was over.')
}

export function unloaded(s: LoadState, w: Word): Step {
  const closed = isStage(s, 'climbing', 'processing', 'cooling', 'resting')
  if (closed || (isStage(s, 'heating', 'venting') && s.runs.length > 0)) {
    // Nobody said when the lid came off: at the end of the rest, at the earliest.
    const lidOff = s.stage === 'resting' ? Math.min(w.at, s.since + restMs(w.setup)) : w.at
    const open = plain(opened(s, w))
    return unloaded({ ...open, since: lidOff }, w)
  }
  if (s.stage !== 'unloading')
    return isStage(s, 'standing', 'checked') ? s : askTime(s, 'all jars were out')
  const said = typeof w.e.happenedAt === 'number'
  const late = !said && w.at - s.since > OUT_LATE_MS
  // Nobody said when they came out: the 24 hours run from when the lid did.
  const outAt = late ? s.since : w.at
  const out = { ...enter(s, 'standing', outAt), outAt }
  const waited = w.at - s.since >= openLeastMs(w.setup)
  const open = waited ? out : doubt(out, 'rest-short', w.e)
  const left =
    w.at - (s.heatOffAt ?? s.brokeAt ?? s.since) > LEFT_IN_MS
      ? doubt(open, 'left-overnight', w.e)
      : open
  return late
    ? ask(left, 'The lid came off long before you said so. When did the jars come out?')
    : left
}

/** What is seen of a jar before the seals are checked: kept for then. The rest is judged tomorrow. */
export function jarSeen(s: LoadState, { e, at }: Word): Step {
  if (!e.seen) return s
  if (s.stage !== 'unloading' && s.stage !== 'standing')
    return s.stage === 'checked'
      ? ask(s, 'The seals are checked. Change the jar in the pantry.')
      : ask(s, 'The jars are still in the canner. Look at them when they’re out.')
  return { ...s, seen: [...s.seen, { ...e.seen, id: e.id, at, by: e.by ?? null }] }
}

export function sealsChecked(s: LoadState, w: Word): Step {
  if (s.stage === 'unloading')
    return sealsChecked({ ...enter(s, 'standing', s.since), outAt: s.since }, w)
  const early = w.at - (s.outAt ?? s.since) < STAND_OPEN_MS
  if (s.stage === 'checked') return early ? s : { ...s, pressedEarly: false }
  if (s.stage !== 'standing') return askTime(s, 'you checked the seals')
  const checked = enter(s, 'checked', w.at)
  return early
    ? ask(
        { ...checked, pressedEarly: true },
        'You pressed the lids before 12 hours. Press them again then. A lid that’s down now may still let go.',
      )
    : checked
}

export function aborted(s: LoadState, w: Word): Step {
  const over: readonly LoadStage[] = ['planned', 'standing', 'checked', 'aborted']
  return over.includes(s.stage)
    ? ask(s, `The load is ${s.stage}. There is nothing to stop.`)
    : {
        ...enter(closeRun(s, s.lastLook ?? s.since, 'other'), 'aborted', w.at),
        abortedFrom: s.stage,
      }
}
