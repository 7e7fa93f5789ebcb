import type { Hold } from '../words'
import { kitchenNumber } from '../quantity/format'
import { fullRun } from './runs'
import { STAND_OPEN_MS, type LoadSetup } from './setup'
import { isStage, type DoubtCode, type LoadState } from './state'

/** What the facts say about a load's process, recomputed with every fact, also weeks later. */
export type Verdict = 'open' | 'as-tested' | 'longer' | 'in-doubt' | 'not-processed'

export type ReasonCode =
  | DoubtCode
  | 'process-short'
  | 'vent-short'
  | 'unwatched'
  | 'restarted'
  | 'over-time'
  | 'stopped'
  | 'pressed-early'
  | 'jar-broken'
  | 'simulated'
  | 'looked-into'

export interface Reason {
  readonly code: ReasonCode
  readonly sentence: string
}

export interface Judgement {
  readonly verdict: Verdict
  readonly reasons: readonly Reason[]
}

/** Why jars of a load are held, in its first reason; empty where none are. */
export const whyHeld = ({ verdict, reasons }: Judgement): string =>
  verdict === 'in-doubt' || verdict === 'not-processed' ? (reasons[0]?.sentence ?? '') : ''

/** A verdict in the cook's words, the same on screen and on paper. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  open: 'still open',
  'as-tested': 'processed as tested',
  longer: 'processed longer than tested: fine',
  'in-doubt': 'in doubt: the jars are held',
  'not-processed': 'not processed as tested',
}

/** Why a jar is kept from being eaten: it inherits what was judged of its load. */

/** Heat left on for longer than this over the full time is said, ms. */
const OVER_MS = 120_000

/** What is told afterwards and condemns: natural cooling and the water are part of the process. */
const CONDEMNS: Readonly<Partial<Record<DoubtCode, string>>> = {
  'water-low': 'The water boiled away before the end.',
  'weight-lifted': 'The weight was lifted before the pressure was gone.',
  'opened-early': 'The canner was opened before cooling was over.',
  'no-process': 'There is no tested process at this altitude.',
  'figures-raised': 'It had to run at a higher pressure than the weight that was on.',
}

const DOUBTS: Readonly<Partial<Record<DoubtCode, string>>> = {
  'told-late': 'When the heat went off was told from memory.',
  'late-word':
    'What makes the process complete reached Kelvit only afterwards, from a device that was away.',
  'wrong-weight': 'The wrong weight was on.',
  'steam-doubtful': 'The steam may never have been steady.',
  'vent-untold': 'Nobody said when the weight went on, so the venting is not known.',
  'fell-unknown': 'The pressure had fallen, nobody knows when.',
  'gauge-off': 'The dial was found off by more than 2 psi (14 kPa).',
  recalled: 'What was found afterwards says that the true pressure may have been short.',
  'lid-not-locked': 'The lid was not locked on its marks.',
  'zero-unseen': 'The weight came off before anybody saw the gauge at zero.',
  'rest-short': 'The lid came off before the rest was over.',
  'left-overnight': 'The jars were left in the canner for hours.',
}

const reason = (code: ReasonCode, sentence: string): Reason => ({ code, sentence })
const minutes = (ms: number): string => kitchenNumber(Math.floor(ms / 60_000))

/**
 * The judgement of a load: `as-tested` only with ten unbroken minutes of steam, the full
 * minutes at target without a break, and a cooling nobody cut short. Late word can only
 * lengthen or condemn.
 * Source: the tested process is the whole of venting, time at pressure and natural cooling
 * (the tested guide's directions for pressure canning).
 */
export function judgeLoad(setup: LoadSetup, state: LoadState): Judgement {
  const condemned = condemning(setup, state)
  const doubtful = doubting(setup, state)
  const asides = aside(setup, state)
  if (state.stage === 'aborted')
    return { verdict: 'not-processed', reasons: [reason('stopped', 'The load was stopped.')] }
  if (isStage(state, 'cooling', 'resting')) {
    if (condemned.length > 0) return { verdict: 'not-processed', reasons: condemned }
    return { verdict: doubtful.length > 0 ? 'in-doubt' : 'open', reasons: [...doubtful, ...asides] }
  }
  if (!isStage(state, 'unloading', 'standing', 'checked'))
    return { verdict: 'open', reasons: asides }
  if (condemned.length > 0)
    return { verdict: 'not-processed', reasons: [...condemned, ...doubtful, ...asides] }
  if (doubtful.length > 0) return { verdict: 'in-doubt', reasons: [...doubtful, ...asides] }
  const longer = asides.some((r) => r.code === 'restarted' || r.code === 'over-time')
  return { verdict: longer ? 'longer' : 'as-tested', reasons: asides }
}

function condemning(setup: LoadSetup, state: LoadState): readonly Reason[] {
  const found: Reason[] = []
  const full = fullRun(state, setup)
  if (!full) found.push(reason('process-short', shortSentence(setup, state)))
  if (full?.vent === 'short')
    found.push(reason('vent-short', 'It was not vented for ten unbroken minutes.'))
  for (const { code } of state.doubts) {
    const sentence = CONDEMNS[code]
    if (sentence) found.push(reason(code, sentence))
  }
  return found
}

function shortSentence(setup: LoadSetup, state: LoadState): string {
  const longest = state.runs.reduce((most, r) => Math.max(most, (r.provenTo ?? r.from) - r.from), 0)
  if (longest === 0) return 'No unbroken time at pressure is on record.'
  const early = state.runs.at(-1)?.endedBy === 'heat-off'
  return early
    ? `The heat went off after ${minutes(longest)} of ${setup.minutes} unbroken minutes at pressure.`
    : `The longest time known to be unbroken was ${minutes(longest)} of ${setup.minutes} minutes.`
}

function doubting(setup: LoadSetup, state: LoadState): readonly Reason[] {
  const found: Reason[] = []
  for (const { code } of state.doubts) {
    const sentence = DOUBTS[code]
    if (sentence) found.push(reason(code, sentence))
  }
  if (fullRun(state, setup)?.vent === 'untold')
    found.push(reason('vent-untold', DOUBTS['vent-untold'] ?? ''))
  const unseen = openGaps(setup, state)
  if (unseen > 0)
    found.push(
      reason(
        'unwatched',
        `Nobody read the gauge for ${minutes(unseen)} minutes, and nobody said that they watched it.`,
      ),
    )
  return found
}

/** The longest silence inside the run that counts for which nobody has answered, ms. */
function openGaps(setup: LoadSetup, state: LoadState): number {
  const run = fullRun(state, setup)
  return state.gaps
    .filter((g) => g.watchedBy === null && run !== null && g.to > run.from)
    .reduce((most, g) => Math.max(most, g.to - g.from), 0)
}

/** What is worth a sentence and harms no jar. */
function aside(setup: LoadSetup, state: LoadState): readonly Reason[] {
  const found: Reason[] = []
  const run = fullRun(state, setup)
  const over = run?.provenTo == null ? 0 : run.provenTo - run.from - setup.minutes * 60_000
  if (state.restarts > 0)
    found.push(
      reason(
        'restarted',
        `The time started again ${state.restarts === 1 ? 'once' : `${state.restarts} times`}; ${minutes(state.lostMs)} minutes did not count.`,
      ),
    )
  if (over > OVER_MS)
    found.push(reason('over-time', `It ran ${minutes(over)} minutes longer than the process.`))
  if (state.brokenInside > 0)
    found.push(
      reason(
        'jar-broken',
        'A jar broke in the canner. Count it as broken; the others are not touched by it.',
      ),
    )
  const { standing, checked } = state.entered
  if (standing !== undefined && checked !== undefined && checked - standing < STAND_OPEN_MS)
    found.push(
      reason('pressed-early', 'The lids were pressed before 12 hours. Press them once more.'),
    )
  if (state.readings.some((r) => r.source === 'simulated'))
    found.push(reason('simulated', 'Readings of a simulated gauge are among these.'))
  if (state.lookedInto)
    found.push(
      reason(
        'looked-into',
        `Looked into${state.lookedInto.by ? ` by ${state.lookedInto.by}` : ''}: ${state.lookedInto.text}`,
      ),
    )
  return found
}

/**
 * Why the jars of a load are held; null when they are not. Jars in doubt are free again
 * when somebody has looked into what was told until then; jars that were not processed
 * as tested never are.
 */
export function holdOf(judgement: Judgement, state: LoadState): Hold | null {
  if (judgement.verdict === 'not-processed') return 'not-processed'
  if (judgement.verdict !== 'in-doubt') return null
  const looked = state.lookedInto
  return looked && state.doubts.every((d) => d.at <= looked.at) ? null : 'in-doubt'
}

const WORSE: readonly Verdict[] = ['open', 'as-tested', 'longer', 'in-doubt', 'not-processed']

/** Whether a judgement is worse for the jars than one before it: then everybody is told. */
export const isWorse = (before: Verdict, after: Verdict): boolean =>
  WORSE.indexOf(after) >= WORSE.indexOf('in-doubt') && WORSE.indexOf(after) > WORSE.indexOf(before)

/** What becomes of jars that are held, in a sentence; undefined for the others. */
export function holdSentence(hold: Hold | null, hoursOut: number): string | undefined {
  if (hold === 'in-doubt')
    return 'Do not eat until it was looked into: ask your extension service, and say here what came of it.'
  if (hold === 'not-processed')
    return hoursOut <= 24
      ? 'Not processed as tested. Within 24 hours of coming out: process again with new lids for the full time, refrigerate and eat within days, or freeze.'
      : 'Not processed as tested, and out for more than 24 hours: discard, unopened and untasted.'
  return undefined
}
