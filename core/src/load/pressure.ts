import { beginRun, looked, withGap, closeRun, breakRun, mustVentAgain } from './runs'
import { dialTarget, TOLD_LATE_MS, WATCH_MS } from './setup'
import { doubt, enter, isStage, type LoadState } from './state'
import { ventOf } from './venting'
import { ask, type Word, type Step } from './word'

/** A needle is read to a quarter psi; more digits are rounding. */
const EPSILON = 1e-9

export function reading(s: LoadState, w: Word): Step {
  const { psi } = w.e
  if (typeof psi !== 'number' || !(psi >= 0 && psi <= 30))
    return ask(s, 'A reading is from 0 to 30 psi (206 kPa).')
  const next: LoadState = {
    ...s,
    readings: [...s.readings, { at: w.at, psi, source: w.e.source ?? null }],
  }
  // Below the lid's first pressure the needle rests; that says nothing.
  if (isStage(s, 'cooling'))
    return psi === 0
      ? { ...next, pressureZeroAt: s.pressureZeroAt ?? w.at }
      : { ...next, pressureZeroAt: null }
  if (w.setup.regulatedBy === 'weighted') return next
  const atTarget = psi + EPSILON >= dialTarget(w.setup)
  if (s.stage === 'processing') {
    if (atTarget) return looked(next, w)
    const lost = breakRun(next, w.at, next.lastLook ?? w.at, 'pressure')
    return psi === 0 ? mustVentAgain(lost, w.at) : { ...lost, lastLook: w.at }
  }
  if (s.stage === 'climbing') {
    if (psi === 0 && s.pressureUp) return mustVentAgain(next, w.at)
    const up = { ...next, pressureUp: s.pressureUp || psi > 0, lastLook: w.at }
    return atTarget ? beginRun(up, w) : up
  }
  if (!isStage(s, 'preparing', 'filling', 'heating', 'venting')) return next
  return atTarget ? beginUntold(next, w) : next
}

/** A weight says by itself that it is at pressure; a dial is read. */
export function atPressure(s: LoadState, w: Word): Step {
  if (w.setup.regulatedBy === 'dial')
    return ask(s, 'The dial regulates this load: the clock starts at a reading on target.')
  if (s.stage === 'processing') return looked(s, w)
  if (s.stage === 'climbing') return beginRun(s, w)
  if (isStage(s, 'preparing', 'filling', 'heating', 'venting')) return beginUntold(s, w)
  return ask(s, `The weight was said to rock while the load was ${s.stage}.`)
}

/** Heard rocking: a look while it runs, and the pressure is back where it was lost. */
export function stillRocking(s: LoadState, w: Word): Step {
  if (w.setup.regulatedBy === 'dial') return ask(s, 'A dial is read, not listened to.')
  return atPressure(s, w)
}

/** At pressure though nobody said that the weight is on. */
function beginUntold(s: LoadState, w: Word): Step {
  const vent = s.stage === 'venting' && ventOf(s, w.at) === 'full' ? 'untold' : 'short'
  return ask(
    beginRun({ ...s, vent, steamSteadySince: null, ventAgain: vent === 'short' }, w),
    vent === 'untold'
      ? 'Nobody said when the weight went on. Had it vented for ten minutes?'
      : 'It is at pressure, but ten minutes of steady steam were never said. Was it vented?',
  )
}

export function pressureFell(s: LoadState, w: Word): Step {
  if (s.stage === 'processing') {
    // Said without a time it may have happened at any moment since the last look.
    const provenTo = typeof w.e.happenedAt === 'number' ? w.at : (s.lastLook ?? w.at)
    return { ...breakRun(s, w.at, Math.min(w.at, provenTo), 'pressure'), lastLook: w.at }
  }
  if (isStage(s, 'cooling', 'resting', 'unloading', 'standing', 'checked'))
    return typeof w.e.happenedAt === 'number' ? s : doubt(s, 'fell-unknown', w.e)
  return s
}

export function heatOff(s: LoadState, w: Word): Step {
  const off = { ...s, heatOffAt: w.at }
  const told =
    typeof w.e.happenedAt === 'number' && w.e.at - w.at > TOLD_LATE_MS
      ? doubt(off, 'told-late', w.e)
      : off
  if (isStage(s, 'heating', 'venting', 'climbing'))
    return ask(
      { ...enter(told, 'cooling', w.at), steamSteadySince: null },
      'The heat went off before the process began.',
    )
  if (s.stage !== 'processing')
    return isStage(s, 'cooling')
      ? s
      : ask(s, `The heat was said to be off while the load was ${s.stage}.`)
  const from = s.lastLook ?? s.since
  const unseen = w.at - from
  const silent = w.setup.regulatedBy === 'dial' && unseen > WATCH_MS
  const proven = silent && w.answers.unwatched.has(w.e.id) ? from : w.at
  const ended = closeRun(told, proven, 'heat-off')
  const seen = { ...ended, longestUnseenMs: Math.max(s.longestUnseenMs, unseen) }
  return enter(silent && proven === w.at ? withGap(seen, w, from) : seen, 'cooling', w.at)
}

/** Heat back on after it was off: from zero; without pressure left, vented again first. */
export function heatOn(s: LoadState, w: Word): Step {
  if (!isStage(s, 'cooling', 'resting'))
    return ask(s, `The heat was said to be on while the load was ${s.stage}.`)
  const last = s.runs.at(-1)
  const back: LoadState = {
    ...s,
    heatOffAt: null,
    restarts: s.restarts + (last ? 1 : 0),
    lostMs: s.lostMs + (last?.endedBy === 'heat-off' ? (last.provenTo ?? w.at) - last.from : 0),
    pressureZeroAt: null,
    lockDroppedAt: null,
  }
  const cold =
    s.stage === 'resting' ||
    s.pressureZeroAt !== null ||
    s.lockDroppedAt !== null ||
    s.vent === null
  return cold ? mustVentAgain(back, w.at) : enter(back, 'climbing', w.at)
}

/** The gauge is at zero, or the lock has dropped: the end of cooling, or the loss of all pressure. */
export function depressurised(
  s: LoadState,
  w: Word,
  what: 'pressureZeroAt' | 'lockDroppedAt',
): Step {
  const down = { ...s, [what]: s[what] ?? w.at }
  if (s.stage === 'cooling') return down
  if (s.stage === 'processing')
    return mustVentAgain(breakRun(down, w.at, Math.min(w.at, s.lastLook ?? w.at), 'pressure'), w.at)
  if (s.stage === 'climbing' && s.pressureUp) return mustVentAgain(down, w.at)
  return s.ventAgain && s.stage === 'heating' ? down : s
}
