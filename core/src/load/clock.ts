import type { LoadEventKind } from '../words'
import { inOrder, lateStarts, momentOf, takenBack, type LoadEvent } from './facts'
import { weightOff, opened, unloaded, sealsChecked, aborted } from './opening'
import {
  reading,
  atPressure,
  stillRocking,
  pressureFell,
  heatOff,
  heatOn,
  depressurised,
} from './pressure'
import { fullRun, restart } from './runs'
import { checkSetup, type LoadSetup } from './setup'
import { doubt, enter, isStage, START, type LoadState } from './state'
import { locked, steamSteady, weightOn } from './venting'
import { ask, type Word, type Step, type Answers } from './word'
import { watched, figuresChanged, lidNotLocked, wentWrong } from './wrong'

/**
 * The state of a load from its facts, in whatever order they arrived; the same fold runs
 * on every device. Nothing is refused here: what does not fit is kept and asked about.
 * Word that started a clock and came late never moves the clock that is shown: it can
 * only lengthen.
 * @throws RangeError for a setup no load may run with.
 */
export function foldLoad(setup: LoadSetup, events: readonly LoadEvent[]): LoadState {
  checkSetup(setup)
  const gone = takenBack(events)
  const kept = inOrder(events).filter((e) => !gone.has(e.id) && !gone.has(e.eventId ?? ''))
  const whole = walk(setup, kept)
  const late = lateStarts(kept)
  if (late.size === 0) return whole
  const without = walk(
    setup,
    kept.filter((e) => !late.has(e.id)),
  )
  if (isStage(whole, 'venting', 'climbing', 'processing'))
    return { ...without, readings: whole.readings }
  const restsOnIt = fullRun(whole, setup) !== null && fullRun(without, setup) === null
  const last = kept
    .filter((e) => late.has(e.id))
    .sort((a, b) => heardOf(a) - heardOf(b))
    .at(-1)
  return restsOnIt && last ? doubt(whole, 'late-word', { ...last, at: heardOf(last) }) : whole
}

/** When the server knew of a fact, epoch ms. */
const heardOf = (e: LoadEvent): number => e.heardAt ?? e.at

function walk(setup: LoadSetup, facts: readonly LoadEvent[]): LoadState {
  const answers: Answers = {
    watched: new Map(
      facts.flatMap((e) =>
        e.kind === 'watched' && e.eventId ? [[e.eventId, e.text || e.by || 'somebody']] : [],
      ),
    ),
    unwatched: new Set(
      facts.flatMap((e) => (e.kind === 'unwatched' && e.eventId ? [e.eventId] : [])),
    ),
  }
  return facts.reduce((state, e) => {
    const step = HEAR[e.kind](state, { e, at: momentOf(e), setup, answers })
    if (!('ask' in step)) return step
    const { state: next, ask: sentence } = step
    return { ...next, questions: [...next.questions, { event: e, sentence }] }
  }, START)
}

const HEAR: Readonly<Record<LoadEventKind, (s: LoadState, w: Word) => Step>> = {
  started: (s, w) =>
    s.stage === 'planned' ? enter(s, 'preparing', w.at) : ask(s, 'The load was started already.'),
  'filling-began': (s, w) =>
    s.stage === 'preparing'
      ? enter(s, 'filling', w.at)
      : ask(s, 'Filling was said before, or the lid is on already.'),
  locked,
  'steam-steady': steamSteady,
  'steam-faltered': (s, w) =>
    s.stage === 'venting' ? { ...s, steamSteadySince: null, since: w.at } : s,
  'weight-on': weightOn,
  reading,
  'at-pressure': atPressure,
  'still-rocking': stillRocking,
  'pressure-fell': pressureFell,
  'heat-off': heatOff,
  'heat-on': heatOn,
  'pressure-zero': (s, w) => depressurised(s, w, 'pressureZeroAt'),
  'lock-dropped': (s, w) => depressurised(s, w, 'lockDroppedAt'),
  'weight-off': weightOff,
  opened,
  unloaded,
  'seals-checked': sealsChecked,
  aborted,
  watched,
  unwatched: (s, w) =>
    w.e.eventId || s.stage !== 'processing' ? s : restart(s, w.at, s.lastLook ?? w.at),
  'figures-changed': figuresChanged,
  'gauge-off': (s, w) => doubt(s, 'gauge-off', w.e),
  'no-process': (s, w) => doubt(s, 'no-process', w.e),
  recalled: (s, w) => doubt(s, 'recalled', w.e),
  'wrong-weight': (s, w) =>
    w.setup.regulatedBy === 'dial' ? s : wentWrong(s, w, 'wrong-weight', 'heating'),
  'water-low': (s, w) => wentWrong(s, w, 'water-low', 'cooling'),
  'lid-not-locked': lidNotLocked,
  'steam-doubtful': (s, w) =>
    s.stage === 'venting'
      ? { ...s, steamSteadySince: null, since: w.at }
      : wentWrong(s, w, 'steam-doubtful', 'heating'),
  'weight-lifted': (s, w) => wentWrong(s, w, 'weight-lifted', 'heating'),
  'opened-early': (s, w) =>
    isStage(s, 'unloading', 'standing', 'checked') ? doubt(s, 'opened-early', w.e) : opened(s, w),
  'jar-broken': (s) => ({ ...s, brokenInside: s.brokenInside + 1 }),
  'left-overnight': (s, w) => doubt(s, 'left-overnight', w.e),
  'seal-lost': (s) => s,
  'looked-into': (s, w) => ({
    ...s,
    lookedInto: { at: w.at, by: w.e.by ?? null, text: w.e.text ?? '' },
  }),
  'prompt-heard': (s, w) => ({ ...s, heard: { ...s.heard, [w.e.text ?? '']: w.at } }),
  note: (s) => s,
  retracted: (s) =>
    ask(
      s,
      'This stays in the record. Only the last step can be taken back, within a minute, and never what starts or breaks a clock.',
    ),
}
