import { WATCH_MS, type LoadSetup } from './setup'
import { enter, type LoadState, type ProcessRun } from './state'
import { type Word } from './word'

/** The unbroken stretch at pressure that was long enough; null when there was none. */
export function fullRun(state: LoadState, setup: LoadSetup): ProcessRun | null {
  const full = state.runs.filter(
    (r) => r.provenTo !== null && r.provenTo - r.from >= setup.minutes * 60_000,
  )
  // A new venting voids what ran before it, so all of them were vented alike.
  return full.at(-1) ?? null
}

export function beginRun(s: LoadState, w: Word): LoadState {
  const run: ProcessRun = { from: w.at, provenTo: null, vent: s.vent ?? 'short', endedBy: null }
  return {
    ...enter(s, 'processing', w.at),
    pressureUp: true,
    lastLook: w.at,
    runs: [...s.runs, run],
  }
}

/** Somebody looked while the process ran; a dial nobody read for too long is asked about. */
export function looked(s: LoadState, w: Word): LoadState {
  const from = s.lastLook ?? s.since
  const unseen = w.at - from
  const next = { ...s, lastLook: w.at, longestUnseenMs: Math.max(s.longestUnseenMs, unseen) }
  if (w.setup.regulatedBy === 'weighted' || unseen <= WATCH_MS) return next
  if (w.answers.unwatched.has(w.e.id)) return restart(next, w.at, from)
  return withGap(next, w, from)
}

export const withGap = (s: LoadState, w: Word, from: number): LoadState => ({
  ...s,
  gaps: [
    ...s.gaps,
    { id: w.e.id, from, to: w.at, watchedBy: w.answers.watched.get(w.e.id) ?? null },
  ],
})

/** The process clock starts again at a moment; what ran before is proven only so far. */
export function restart(s: LoadState, at: number, provenTo: number): LoadState {
  const broken = closeRun(s, provenTo, 'other')
  return {
    ...broken,
    since: at,
    restarts: s.restarts + 1,
    lostMs: s.lostMs + (at - s.since),
    runs: [...broken.runs, { from: at, provenTo: null, vent: s.vent ?? 'short', endedBy: null }],
  }
}

/** Ends the run that is open; it is proven no further than somebody saw. */
export const closeRun = (
  s: LoadState,
  provenTo: number,
  endedBy: ProcessRun['endedBy'],
): LoadState => ({
  ...s,
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
})

/** What ran until now ran wrong. */
export const nothingProven = (s: LoadState): LoadState => ({
  ...s,
  runs: s.runs.map((r) => ({ ...r, provenTo: r.from })),
})
