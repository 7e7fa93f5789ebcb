import { heardOf } from './facts'
import { COLD_MS, SPOILT_MS, WARM_MS, WATCH_MS, type LoadSetup } from './setup'
import { doubt, enter, type LoadState, type ProcessRun } from './state'
import { type Word } from './word'

const isFull = (run: ProcessRun, setup: LoadSetup): boolean =>
  run.provenTo !== null && run.provenTo - run.from >= setup.minutes * 60_000

/** The unbroken stretch at pressure that was long enough; null when there was none. */
export function fullRun(state: LoadState, setup: LoadSetup): ProcessRun | null {
  // A new venting voids what ran before it, so all of them were vented alike.
  return state.runs.filter((r) => isFull(r, setup)).at(-1) ?? null
}

/** A stretch at pressure begins; what stood without heat until now is judged by how long it stood. */
export function beginRun(s: LoadState, w: Word): LoadState {
  // The pressure was gone or unknown for too long: air may be inside.
  const silent = isCold(s, w.at)
  const vent = silent ? 'short' : (s.vent ?? 'short')
  const run: ProcessRun = {
    from: w.at,
    provenTo: null,
    vent,
    id: w.e.id,
    heardAt: heardOf(w.e),
    endedBy: null,
  }
  const stood = stoodCold(stoodFull(s, w), w)
  const late = w.setup.againBy !== undefined && w.at > w.setup.againBy
  return {
    ...enter(late ? doubt(stood, 'again-late', w.e) : stood, 'processing', w.at),
    vent,
    ventAgain: s.ventAgain || silent,
    pressureUp: true,
    // Seen down before, it is up again.
    pressureZeroAt: null,
    lockDroppedAt: null,
    weightOffAt: null,
    lastLook: w.at,
    coldFrom: null,
    runs: [...s.runs, run],
  }
}

/** Whether there was neither heat nor a word of the pressure for so long that air may be inside. */
export const isCold = (s: LoadState, at: number): boolean =>
  s.coldFrom !== null && at - s.coldFrom > COLD_MS

/** The pressure is known to be up, at target or not. */
export const heardPressure = (s: LoadState, at: number): LoadState =>
  s.coldFrom === null ? s : { ...s, coldFrom: Math.max(s.coldFrom, at) }

/** Filled jars stood until there was steam: food at room temperature. */
export function stoodFull(s: LoadState, w: Word): LoadState {
  // Nobody said that the lid was locked: they have stood since filling began.
  const since = s.filledAt ?? (s.entered.venting === undefined ? s.entered.filling : undefined)
  if (since === undefined) return s
  return { ...standingDoubt(s, w, w.at - since, WARM_MS), filledAt: null }
}

/**
 * Jars stood from the moment their process broke until it is back at pressure. Jars that were
 * processed in full and opened are processed again: only the 24 hours count for them.
 */
function stoodCold(s: LoadState, w: Word): LoadState {
  if (s.brokeAt === null) return s
  const opened = s.entered.unloading !== undefined
  const complete = opened && s.runs.some((r) => r.vent === 'full' && r.endedBy === 'heat-off')
  const stood = w.at - s.brokeAt
  return { ...standingDoubt(s, w, stood, complete ? SPOILT_MS : WARM_MS), brokeAt: null }
}

const standingDoubt = (s: LoadState, w: Word, stood: number, over: number): LoadState =>
  stood > SPOILT_MS
    ? doubt(s, 'stood-too-long', w.e)
    : stood > over
      ? doubt(s, 'stood-warm', w.e)
      : s

/** Somebody looked while the process ran; a pressure nobody saw for too long is asked about. */
export function looked(s: LoadState, w: Word): LoadState {
  const from = s.lastLook ?? s.since
  const unseen = w.at - from
  const next = {
    ...s,
    lastLook: w.at,
    longestUnseenMs: Math.max(s.longestUnseenMs, unseen),
  }
  if (unseen <= WATCH_MS[w.setup.regulatedBy]) return next
  if (w.answers.unwatched.has(w.e.id)) return restart(next, w, from)
  return withGap(next, w, from)
}

export const withGap = (s: LoadState, w: Word, from: number): LoadState => ({
  ...s,
  gaps: [
    ...s.gaps,
    {
      id: w.e.id,
      from,
      to: w.at,
      watchedBy: w.answers.watched.get(w.e.id) ?? null,
      heardAt: heardOf(w.e),
    },
  ],
})

/** The process clock starts again at a moment; what ran before is proven only so far. */
export function restart(s: LoadState, w: Word, provenTo: number, from = w.at): LoadState {
  const broken = closeRun(s, provenTo, 'other')
  const run: ProcessRun = {
    from,
    provenTo: null,
    vent: s.vent ?? 'short',
    id: w.e.id,
    heardAt: heardOf(w.e),
    endedBy: null,
  }
  return {
    ...broken,
    brokeAt: null,
    coldFrom: null,
    since: from,
    restarts: s.restarts + 1,
    lostMs: s.lostMs + (from - s.since),
    runs: [...broken.runs, run],
  }
}

/** Ends the run that is open; it is proven no further than somebody saw. */
export const closeRun = (
  s: LoadState,
  provenTo: number,
  endedBy: ProcessRun['endedBy'],
): LoadState => ({
  ...s,
  ...(s.runs.some((r) => r.provenTo === null) ? { brokeAt: provenTo, coldFrom: provenTo } : {}),
  runs: s.runs.map((r) =>
    r.provenTo === null ? { ...r, provenTo: Math.max(r.from, provenTo), endedBy } : r,
  ),
})

/** The pressure was lost: the whole time again once it is back. */
export function breakRun(
  s: LoadState,
  at: number,
  provenTo: number,
  endedBy: ProcessRun['endedBy'],
): LoadState {
  if (s.stage !== 'processing') return s
  return {
    ...enter(closeRun(s, provenTo, endedBy), 'climbing', at),
    restarts: s.restarts + 1,
    lostMs: s.lostMs + (at - s.since),
    longestUnseenMs: Math.max(s.longestUnseenMs, at - (s.lastLook ?? s.since)),
  }
}

/** Air may be inside again: back to the heat, weight off, ten minutes of steam. */
export const mustVentAgain = (s: LoadState, at: number): LoadState => ({
  ...enter(s, 'heating', at),
  steamSteadySince: null,
  vent: null,
  ventAgain: true,
  pressureUp: false,
  coldFrom: null,
})

/** What ran until now ran wrong. */
export const nothingProven = (s: LoadState): LoadState => ({
  ...s,
  runs: s.runs.map((r) => ({ ...r, provenTo: r.from })),
})
