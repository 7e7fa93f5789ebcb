import { isReason, type LoadEventKind } from '../words'
import { heardOf, inOrder, lateStarts, momentOf, takenBack, type LoadEvent } from './facts'
import { weightOff, opened, openedEarly, unloaded, jarSeen, sealsChecked, aborted } from './opening'
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
import { troublesOf } from './judgement'
import { checkSetup, type LoadSetup } from './setup'
import { doubt, enter, isStage, START, type LoadState } from './state'
import { locked, steamSteady, weightOn } from './venting'
import { ask, type Word, type Step, type Answers } from './word'
import { watched, figuresChanged, gaugeOff, lidNotLocked, steamFaltered, wentWrong } from './wrong'

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
  if (late.size > 0 && isStage(whole, 'venting', 'climbing', 'processing'))
    return {
      ...walk(
        setup,
        kept.filter((e) => !late.has(e.id)),
      ),
      readings: whole.readings,
    }
  // The last of them to be heard is the one that completed it.
  const away = kept.filter((e) => late.has(e.id)).sort((a, b) => heardOf(b) - heardOf(a))
  const unreal = setup.practice ? [] : kept.filter((e) => e.source === 'simulated')
  const rests = (...facts: readonly LoadEvent[]): boolean =>
    facts.length > 0 && restsOn(setup, kept, whole, facts)
  const [last] = away
  const told = last && rests(...away) ? doubt(whole, 'late-word', last) : whole
  const [first] = unreal
  const unsure = rests(...unreal) || (told === whole && rests(...unreal, ...away))
  return first && unsure ? doubt(told, 'simulated', first) : told
}

/**
 * A state with words of Kelvit's own that come after all facts and only add doubts: the same
 * as folding them with the others.
 */
export const withOwnWords = (state: LoadState, words: readonly LoadEvent[]): LoadState =>
  words.reduce(
    (s, e) => (e.kind === 'recalled' || e.kind === 'found-short' ? doubt(s, e.kind, e) : s),
    state,
  )

/** Whether a load is only good, or only as good, because of these facts. */
function restsOn(
  setup: LoadSetup,
  kept: readonly LoadEvent[],
  whole: LoadState,
  facts: readonly LoadEvent[],
): boolean {
  if (fullRun(whole, setup) === null) return false
  const known = troublesOf(setup, whole)
  const without = walk(
    setup,
    kept.filter((e) => !facts.includes(e)),
  )
  return [...troublesOf(setup, without)].some((code) => !known.has(code))
}

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

/** How long the jars wait in the open canner tonight. */
const openWait = (s: LoadState, { e }: Word): LoadState =>
  e.text && Number.isFinite(Number(e.text)) ? { ...s, openTonight: Number(e.text) } : s

/** Where somebody set the heat: remembered for the next load, nothing else. */
const heatSet = (s: LoadState, { e, at }: Word): LoadState =>
  e.text ? { ...s, heats: [...s.heats, { at, setting: e.text }] } : s

/** Answers the doubts that the keeper saw, for a reason that says something. */
function lookedInto(s: LoadState, { e, at }: Word): Step {
  const text = e.text ?? ''
  if (!isReason(text))
    return ask(s, 'Write who you asked and what they said, in three words or more.')
  const word = {
    id: e.id,
    at,
    heardAt: heardOf(e),
    by: e.by ?? null,
    text,
    doubtIds: e.doubtIds ?? null,
  }
  return { ...s, looked: [...s.looked, word] }
}

const HEAR: Readonly<Record<LoadEventKind, (s: LoadState, w: Word) => Step>> = {
  started: (s, w) =>
    s.stage === 'planned' ? enter(s, 'preparing', w.at) : ask(s, 'This load has already started.'),
  'filling-began': (s, w) =>
    s.stage === 'preparing'
      ? enter(s, 'filling', w.at)
      : ask(s, 'You already recorded filling, or the lid is on.'),
  locked,
  'steam-steady': steamSteady,
  'steam-faltered': steamFaltered,
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
  'jar-seen': jarSeen,
  'seals-checked': sealsChecked,
  aborted,
  watched,
  unwatched: (s, w) =>
    w.e.eventId || s.stage !== 'processing' ? s : restart(s, w, s.lastLook ?? w.at),
  'figures-changed': figuresChanged,
  'gauge-off': gaugeOff,
  'no-process': (s, w) => doubt(s, 'no-process', w.e),
  recalled: (s, w) => doubt(s, 'recalled', w.e),
  'found-short': (s, w) => doubt(s, 'found-short', w.e),
  withdrawn: (s) => s,
  'wrong-weight': (s, w) =>
    w.setup.regulatedBy === 'dial' ? s : wentWrong(s, w, 'wrong-weight', 'heating'),
  'water-low': (s, w) => wentWrong(s, w, 'water-low', 'cooling'),
  'lid-not-locked': lidNotLocked,
  'steam-doubtful': steamFaltered,
  'weight-lifted': (s, w) => wentWrong(s, w, 'weight-lifted', 'heating'),
  'opened-early': openedEarly,
  'jar-broken': (s) => ({ ...s, brokenInside: s.brokenInside + 1 }),
  'left-overnight': (s, w) => doubt(s, 'left-overnight', w.e),
  'seal-lost': (s) => s,
  'looked-into': lookedInto,
  'prompt-heard': (s, w) => ({ ...s, heard: { ...s.heard, [w.e.text ?? '']: w.at } }),
  'heat-set': heatSet,
  'open-wait': openWait,
  note: (s) => s,
  retracted: (s) =>
    ask(
      s,
      'This stays in the record. You can only undo the last step within a minute, and never a step that starts or stops the clock.',
    ),
}
