import { closeRun, nothingProven, stoodFull } from './runs'
import { VENT_MS } from './setup'
import { enter, isStage, type DoubtCode, type LoadState, type ProcessRun } from './state'
import { ask, askTime, type Word, type Step } from './word'

/** The lid is on its marks: for the first time, or again after the canner was opened. */
export function locked(s: LoadState, w: Word): Step {
  if (isStage(s, 'preparing', 'filling'))
    return { ...enter(s, 'heating', w.at), filledAt: s.filledAt ?? w.at }
  if (s.stage === 'unloading')
    return enter(
      {
        ...s,
        vent: null,
        ventAgain: true,
        pressureUp: false,
        pressureZeroAt: null,
        lockDroppedAt: null,
      },
      'heating',
      w.at,
    )
  return ask(s, 'You recorded before that the lid is locked.')
}

export function steamSteady(s: LoadState, w: Word): Step {
  // Steam without a word that the heat is back on is heat all the same.
  const lit = isStage(s, 'cooling', 'resting') && s.runs.length === 0
  // The weight went on too soon, and came off again without a word.
  const again = isStage(s, 'climbing', 'processing') && s.ventAgain
  if (lit || again || isStage(s, 'preparing', 'filling', 'heating')) {
    const full = stoodFull(again ? closeRun(s, s.lastLook ?? s.since, 'other') : s, w)
    return { ...enter(freshStart(full), 'venting', w.at), steamSteadySince: w.at }
  }
  if (s.stage === 'venting')
    return s.steamSteadySince === null ? { ...s, steamSteadySince: w.at, since: w.at } : s
  return askTime(s, 'the steam was steady')
}

/** Doubts about gauge and kitchen, and about food that stood too long, which no new venting mends. */
const BEYOND_THE_LID: ReadonlySet<DoubtCode> = new Set([
  'gauge-off',
  'no-process',
  'recalled',
  'found-short',
  'stood-warm',
  'stood-too-long',
  'again-late',
])

/** What went wrong under an earlier lid ends with a new venting: everything runs again from here. */
const freshStart = (s: LoadState): LoadState => ({
  ...nothingProven(s),
  vent: null,
  ventAgain: false,
  pressureUp: false,
  pressureZeroAt: null,
  lockDroppedAt: null,
  heatOffAt: null,
  weightOffAt: null,
  coldFrom: null,
  doubts: s.doubts.filter((d) => BEYOND_THE_LID.has(d.code)),
})

export const ventOf = (s: LoadState, at: number): ProcessRun['vent'] =>
  s.steamSteadySince !== null && at - s.steamSteadySince >= VENT_MS ? 'full' : 'short'

export function weightOn(s: LoadState, w: Word): Step {
  if (!isStage(s, 'preparing', 'filling', 'heating', 'venting'))
    return askTime(s, 'the weight went on')
  const vent = s.stage === 'venting' ? ventOf(s, w.at) : 'short'
  const next: LoadState = {
    ...enter(s, 'climbing', w.at),
    vent,
    steamSteadySince: null,
    ventAgain: vent === 'short',
    pressureUp: false,
    coldFrom: null,
    weightOffAt: null,
  }
  return vent === 'full'
    ? next
    : ask(
        next,
        'The weight went on before ten unbroken minutes of steady steam. Turn the heat off, let it fall to zero on its own, then take it off and vent again.',
      )
}
