import type { LoadStage } from '../words'
import { closeRun, breakRun, mustVentAgain } from './runs'
import { hasLock, LEFT_IN_MS, OUT_LATE_MS, restMs, type LoadSetup } from './setup'
import { doubt, enter, isStage, type LoadState } from './state'
import { ask, type Word, type Step } from './word'

/** Whether the canner was seen to be without pressure: at zero and, where there is one, the lock down. */
export const isDown = (s: LoadState, setup: LoadSetup): boolean =>
  s.pressureZeroAt !== null && (!hasLock(setup) || s.lockDroppedAt !== null)

export function weightOff(s: LoadState, w: Word): Step {
  if (s.stage === 'cooling') {
    const next = enter(s, 'resting', w.at)
    return isDown(s, w.setup)
      ? next
      : ask(
          doubt(next, 'zero-unseen', w.e),
          `The weight came off before ${hasLock(w.setup) ? 'the gauge was seen at zero and the lock down' : 'the gauge was seen at zero'}. Was the pressure gone?`,
        )
  }
  if (s.stage === 'resting') return { ...s, since: w.at }
  if (isStage(s, 'climbing', 'processing'))
    return mustVentAgain(breakRun(s, w.at, Math.min(w.at, s.lastLook ?? w.at), 'other'), w.at)
  return s
}

export function opened(s: LoadState, w: Word): Step {
  switch (s.stage) {
    case 'resting':
      return w.at - s.since >= restMs(w.setup)
        ? enter(s, 'unloading', w.at)
        : ask(
            doubt(enter(s, 'unloading', w.at), 'rest-short', w.e),
            'The lid came off before the rest was over.',
          )
    case 'cooling':
      return enter(
        doubt(s, isDown(s, w.setup) ? 'rest-short' : 'opened-early', w.e),
        'unloading',
        w.at,
      )
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
      return enter(isDown(s, w.setup) ? s : doubt(s, 'zero-unseen', w.e), 'unloading', w.at)
    default:
      return s
  }
}

export function unloaded(s: LoadState, w: Word): Step {
  if (isStage(s, 'climbing', 'processing', 'cooling', 'resting')) {
    const lidOff = opened(s, w)
    return unloaded('ask' in lidOff ? lidOff.state : lidOff, w)
  }
  if (s.stage !== 'unloading')
    return isStage(s, 'standing', 'checked')
      ? s
      : ask(s, `All jars were said to be out while the load was ${s.stage}.`)
  const said = typeof w.e.happenedAt === 'number'
  const late = !said && w.at - s.since > OUT_LATE_MS
  // Nobody said when they came out: the 24 hours run from when the lid did.
  const outAt = late ? s.since : w.at
  const out = { ...enter(s, 'standing', outAt), outAt }
  const left =
    w.at - (s.heatOffAt ?? s.since) > LEFT_IN_MS ? doubt(out, 'left-overnight', w.e) : out
  return late
    ? ask(left, 'The jars were said to be out long after the lid came off. When did they come out?')
    : left
}

export function sealsChecked(s: LoadState, w: Word): Step {
  if (s.stage === 'unloading')
    return sealsChecked({ ...enter(s, 'standing', s.since), outAt: s.since }, w)
  if (s.stage !== 'standing')
    return ask(s, `Seals were said to be checked while the load was ${s.stage}.`)
  return enter(s, 'checked', w.at)
}

export function aborted(s: LoadState, w: Word): Step {
  const over: readonly LoadStage[] = ['planned', 'standing', 'checked', 'aborted']
  return over.includes(s.stage)
    ? ask(s, `The load is ${s.stage}; there is nothing to stop.`)
    : {
        ...enter(closeRun(s, s.lastLook ?? s.since, 'other'), 'aborted', w.at),
        abortedFrom: s.stage,
      }
}
