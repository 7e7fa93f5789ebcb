import {
  beginRun,
  breakRun,
  closeRun,
  fullRun,
  heardPressure,
  isCold,
  looked,
  mustVentAgain,
  withGap,
} from './runs'
import { leastCoolMs, startTarget, TOLD_LATE_MS, WATCH_MS } from './setup'
import { doubt, enter, isStage, type LoadState } from './state'
import { ventOf } from './venting'
import { ask, askTime, type Word, type Step } from './word'

/** A needle is read to a quarter psi; more digits are rounding. */
const EPSILON = 1e-9

/** The dial figure that must be held now, psi. */
const targetOf = (s: LoadState, w: Word): number => s.target ?? startTarget(w.setup)

export function reading(s: LoadState, w: Word): Step {
  const { psi } = w.e
  if (typeof psi !== 'number' || !(psi >= 0 && psi <= 30))
    return ask(s, 'A reading is from 0 to 30 psi (206 kPa).')
  const kept: LoadState = {
    ...s,
    readings: [...s.readings, { at: w.at, psi, source: w.e.source ?? null }],
  }
  const next = psi > 0 ? heardPressure(kept, w.at) : kept
  // Below the lid's first pressure the needle rests; that says nothing.
  if (isStage(s, 'cooling'))
    return psi === 0
      ? wentDown({ ...next, pressureZeroAt: s.pressureZeroAt ?? w.at }, s, w)
      : { ...next, pressureZeroAt: null }
  if (w.setup.regulatedBy === 'weighted') return next
  const atTarget = psi + EPSILON >= targetOf(s, w)
  if (s.stage === 'processing') {
    if (atTarget) return looked(next, w)
    if (psi === 0) return depressurised(kept, w, 'pressureZeroAt')
    const lost = breakRun(next, w.at, next.lastLook ?? w.at, 'pressure')
    return { ...heardPressure(lost, w.at), lastLook: w.at }
  }
  if (s.stage === 'climbing') {
    // A needle that has not risen yet says nothing.
    if (psi === 0 && s.pressureUp) return depressurised(kept, w, 'pressureZeroAt')
    const up = { ...kept, pressureUp: s.pressureUp || psi > 0, lastLook: w.at }
    return atTarget ? beginRun(up, w) : heardPressure(up, psi > 0 ? w.at : 0)
  }
  if (!isStage(s, 'preparing', 'filling', 'heating', 'venting')) return next
  return atTarget ? beginUntold(next, w) : next
}

/** A weight says by itself that it is at pressure; a dial is read. */
export function atPressure(s: LoadState, w: Word): Step {
  if (w.setup.regulatedBy === 'dial')
    return ask(s, 'The dial regulates this load. Read it: the clock starts at a reading on target.')
  if (s.stage === 'processing') return looked(s, w)
  if (s.stage === 'climbing') return beginRun(s, w)
  if (isStage(s, 'preparing', 'filling', 'heating', 'venting')) return beginUntold(s, w)
  return askTime(heardPressure(s, w.at), 'the weight rocked')
}

/** Heard rocking: a look while it runs, and the pressure is back where it was lost. */
export function stillRocking(s: LoadState, w: Word): Step {
  if (w.setup.regulatedBy === 'dial') return ask(s, 'The dial regulates this load. Read it.')
  return atPressure(s, w)
}

/** At pressure though nobody said that the weight is on. */
function beginUntold(s: LoadState, w: Word): Step {
  const vent = s.stage === 'venting' && ventOf(s, w.at) === 'full' ? 'untold' : 'short'
  return ask(
    beginRun({ ...s, vent, steamSteadySince: null, ventAgain: vent === 'short' }, w),
    vent === 'untold'
      ? 'When did the weight go on? Had it vented for ten minutes by then?'
      : 'It is at pressure, but nobody recorded ten minutes of steady steam. Did you vent it?',
  )
}

export function pressureFell(s: LoadState, w: Word): Step {
  if (s.stage === 'processing') {
    // Said without a time it may have happened at any moment since the last look.
    const provenTo = typeof w.e.happenedAt === 'number' ? w.at : (s.lastLook ?? w.at)
    const lost = breakRun(s, w.at, Math.min(w.at, provenTo), 'pressure')
    return { ...lost, lastLook: w.at }
  }
  // Once the time was full, a fall that nobody timed may have been inside it.
  const over =
    isStage(s, 'cooling', 'resting', 'unloading', 'standing', 'checked') ||
    (isStage(s, 'climbing', 'heating') && fullRun(s, w.setup) !== null)
  if (over && typeof w.e.happenedAt !== 'number') return doubt(s, 'fell-unknown', w.e)
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
      {
        ...enter(told, 'cooling', w.at),
        steamSteadySince: null,
        brokeAt: s.brokeAt ?? w.at,
        coldFrom: s.coldFrom ?? w.at,
      },
      'The heat went off before the process began.',
    )
  if (s.stage !== 'processing') return isStage(s, 'cooling') ? s : askTime(s, 'the heat went off')
  const from = s.lastLook ?? s.since
  const unseen = w.at - from
  const silent = unseen > WATCH_MS[w.setup.regulatedBy]
  const proven = silent && w.answers.unwatched.has(w.e.id) ? from : w.at
  const ended = closeRun(told, proven, 'heat-off')
  const seen = {
    ...ended,
    brokeAt: w.at,
    coldFrom: w.at,
    longestUnseenMs: Math.max(s.longestUnseenMs, unseen),
  }
  return enter(silent && proven === w.at ? withGap(seen, w, from) : seen, 'cooling', w.at)
}

/** Heat back on after it was off: from zero; without pressure left, vented again first. */
export function heatOn(s: LoadState, w: Word): Step {
  if (!isStage(s, 'cooling', 'resting')) return askTime(s, 'the heat was back on')
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
    s.vent === null ||
    isCold(s, w.at)
  return cold ? mustVentAgain(back, w.at) : heardPressure(enter(back, 'climbing', w.at), w.at)
}

/** The gauge is at zero, or the lock has dropped: the end of cooling, or the loss of all pressure. */
export function depressurised(
  s: LoadState,
  w: Word,
  what: 'pressureZeroAt' | 'lockDroppedAt',
): Step {
  const down = { ...s, [what]: s[what] ?? w.at }
  if (s.stage === 'cooling') return wentDown(down, s, w)
  if (s.stage === 'processing' || s.stage === 'climbing') {
    const lost = breakRun(down, w.at, Math.min(w.at, s.lastLook ?? w.at), 'pressure')
    const fast = isFast(lost, s, w) ? doubt(lost, 'cooled-fast', w.e) : lost
    // A lock drops by itself only when the pressure is gone; with the heat on nobody saw it go.
    const early = what === 'lockDroppedAt' && s.runs.length > 0
    return mustVentAgain(early ? doubt(fast, 'lock-early', w.e) : fast, w.at)
  }
  return s.ventAgain && s.stage === 'heating' ? down : s
}

/** The first sign that the pressure is gone: sooner than it goes by itself, it is asked about. */
export const wentDown = (next: LoadState, before: LoadState, w: Word): Step =>
  isFast(next, before, w)
    ? ask(
        doubt(next, 'cooled-fast', w.e),
        'The pressure dropped very fast. Did somebody release it by hand or use cold water?',
      )
    : next

function isFast(next: LoadState, before: LoadState, w: Word): boolean {
  const ended = next.runs.at(-1)?.provenTo
  if (before.pressureZeroAt !== null || before.lockDroppedAt !== null || ended == null) return false
  return w.at - Math.max(ended, next.heatOffAt ?? 0) < leastCoolMs(w.setup)
}
