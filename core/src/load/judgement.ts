import type { Hold } from '../words'
import { kitchenNumber } from '../quantity/format'
import { LATE_MS } from './facts'
import { fullRun } from './runs'
import { type LoadSetup } from './setup'
import { isStage, type Doubt, type DoubtCode, type LoadState, type LookedInto } from './state'

/** What the facts say about a load's process, recomputed with every fact, also weeks later. */
export type Verdict = 'open' | 'as-tested' | 'longer' | 'in-doubt' | 'not-processed'

export type ReasonCode =
  | DoubtCode
  | 'process-short'
  | 'vent-short'
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
  open: 'not finished yet',
  'as-tested': 'processed as tested',
  longer: 'processed longer than tested: fine',
  'in-doubt': 'in doubt: set the jars aside',
  'not-processed': 'not processed as tested',
}

/** Heat left on for longer than this over the full time is said, ms. */
const OVER_MS = 120_000

/** What is known to have been wrong: it condemns, whenever it is found. */
const CONDEMNS: Readonly<Partial<Record<DoubtCode, string>>> = {
  'water-low': 'The canner boiled dry before the end.',
  'weight-lifted': 'Somebody lifted the weight before the pressure was gone.',
  'lock-early': 'The lock dropped while the heat was on, and nobody saw the gauge at zero first.',
  'opened-early': 'Somebody opened the canner before cooling was over.',
  'no-process': 'There is no tested process at this altitude.',
  'figures-raised': 'It ran below the pressure that this kitchen needs.',
  'found-short': 'It ran below the pressure that this kitchen needs.',
  'wrong-weight': 'The wrong weight was on.',
  'stood-too-long': 'The jars stood for more than a day without a process.',
  'again-late': 'The jars were out for more than 24 hours before they were at pressure again.',
}

/** What may have been wrong: the jars are set aside until a keeper has looked into it. */
const DOUBTS: Readonly<Partial<Record<DoubtCode, string>>> = {
  'told-late': 'Somebody told from memory when the heat went off.',
  'late-word': 'What completes the process reached Kelvit late, from a device that was offline.',
  'steam-doubtful': 'The steam may never have been steady.',
  'vent-untold': 'Nobody recorded when the weight went on. We don’t know how long it vented.',
  'fell-unknown': 'The pressure fell, and nobody knows when.',
  'gauge-off': 'The dial is off by more than 2 psi (14 kPa).',
  recalled: 'A later gauge test shows that the true pressure may have been too low.',
  'lid-not-locked': 'The lid was not locked on its marks.',
  'zero-unseen': 'The weight came off before anybody saw the gauge at zero.',
  'rest-short': 'The canner did not rest long enough before it was opened or unloaded.',
  'left-overnight': 'The jars were left in the canner for hours.',
  'cooled-fast':
    'The pressure dropped faster than this canner cools on its own. Somebody may have released it by hand or used cold water.',
  'stood-warm': 'The filled jars stood for more than two hours without heat.',
  simulated: 'Only a simulated gauge says that it was at pressure.',
  unwatched: 'Nobody read the gauge for too long.',
}

const reason = (code: ReasonCode, sentence: string): Reason => ({ code, sentence })
const minutes = (ms: number): string => kitchenNumber(Math.floor(ms / 60_000))

/**
 * Everything that makes a load's jars doubtful or condemns them, each with its identity: what
 * people and tests told, and what the process itself shows.
 */
export function doubtsOf(setup: LoadSetup, state: LoadState): readonly Doubt[] {
  const run = fullRun(state, setup)
  if (!run) return state.doubts
  const found: Doubt[] = []
  const add = (
    code: DoubtCode,
    of: Pick<Doubt, 'id' | 'heardAt'> & { at: number; by?: string | null },
  ) =>
    found.push({ id: `${of.id}:${code}`, code, at: of.at, heardAt: of.heardAt, by: of.by ?? null })
  if (run.vent === 'untold') add('vent-untold', { ...run, at: run.from })
  for (const gap of state.gaps)
    if (gap.watchedBy === null && gap.to > run.from) add('unwatched', { ...gap, at: gap.to })
  const read = state.readings.filter((r) => r.at >= run.from && r.at <= (run.provenTo ?? r.at))
  const worst = Math.min(...read.map((r) => r.psi))
  for (const raise of state.raises)
    if (raise.at >= (run.provenTo ?? Infinity) && worst < raise.psi - 1e-9)
      add(raise.cause === 'gauge' ? 'recalled' : 'figures-raised', raise)
  return [...state.doubts, ...found]
}

/**
 * The judgement of a load: `as-tested` only with ten unbroken minutes of steam, the full
 * minutes at target without a break, and a cooling nobody cut short. What is known to have
 * been short condemns whenever it is found; what may have been short is in doubt whenever
 * it is found. Late word can only lengthen or condemn.
 * Source: the tested process is the whole of venting, time at pressure and natural cooling
 * (the tested guide's directions for pressure canning).
 */
export function judgeLoad(setup: LoadSetup, state: LoadState): Judgement {
  const all = doubtsOf(setup, state)
  const condemned = condemning(setup, state, all)
  const doubtful = doubting(setup, state, all)
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

function condemning(setup: LoadSetup, state: LoadState, all: readonly Doubt[]): readonly Reason[] {
  const full = fullRun(state, setup)
  return [
    ...(full ? [] : [reason('process-short', shortSentence(setup, state))]),
    ...(full?.vent === 'short'
      ? [reason('vent-short', 'It did not vent for ten unbroken minutes.')]
      : []),
    ...reasonsOf(all, CONDEMNS),
  ]
}

/** Everything that keeps a load from being as tested, by code. */
export function troublesOf(setup: LoadSetup, state: LoadState): ReadonlySet<ReasonCode> {
  const all = doubtsOf(setup, state)
  return new Set(
    [...condemning(setup, state, all), ...doubting(setup, state, all)].map((r) => r.code),
  )
}

/** Each kind once, in the order in which it was first heard. */
function reasonsOf(
  all: readonly Doubt[],
  sentences: Readonly<Partial<Record<DoubtCode, string>>>,
): readonly Reason[] {
  const codes = [...new Set(all.map((d) => d.code))]
  return codes.flatMap((code) => {
    const sentence = sentences[code]
    return sentence ? [reason(code, sentence)] : []
  })
}

function shortSentence(setup: LoadSetup, state: LoadState): string {
  const longest = state.runs.reduce((most, r) => Math.max(most, (r.provenTo ?? r.from) - r.from), 0)
  if (longest === 0) return 'No unbroken time at pressure is on record.'
  const early = state.runs.at(-1)?.endedBy === 'heat-off'
  return early
    ? `The heat went off after ${minutes(longest)} of ${setup.minutes} unbroken minutes at pressure.`
    : `The longest time known to be unbroken was ${minutes(longest)} of ${setup.minutes} minutes.`
}

function doubting(setup: LoadSetup, state: LoadState, all: readonly Doubt[]): readonly Reason[] {
  const unseen = openGaps(setup, state)
  const looks = setup.regulatedBy === 'dial' ? 'read the gauge' : 'heard the weight'
  return reasonsOf(all, {
    ...DOUBTS,
    unwatched: `Nobody ${looks} for ${minutes(unseen)} minutes, and nobody says that they watched it.`,
  })
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
  if (state.pressedEarly)
    found.push(
      reason('pressed-early', 'The lids were pressed before 12 hours were over. Press them again.'),
    )
  if (state.readings.some((r) => r.source === 'simulated') && !state.doubts.some(isSimulated))
    found.push(reason('simulated', 'Some of these readings come from a simulated gauge.'))
  const looked = state.looked.at(-1)
  if (looked)
    found.push(
      reason('looked-into', `Looked into${looked.by ? ` by ${looked.by}` : ''}: ${looked.text}`),
    )
  return found
}

const isSimulated = (d: Doubt): boolean => d.code === 'simulated'

/** Whether this word answers this doubt: the keeper saw it when saying so. */
const answers = (look: LookedInto, d: Doubt): boolean =>
  look.doubtIds === null
    ? d.heardAt <= look.at && look.heardAt - look.at < LATE_MS
    : look.doubtIds.includes(d.id)

/** The doubts that nobody has looked into yet; those that condemn are none of them. */
export const openDoubts = (setup: LoadSetup, state: LoadState): readonly Doubt[] =>
  doubtsOf(setup, state).filter(
    (d) => CONDEMNS[d.code] === undefined && !state.looked.some((look) => answers(look, d)),
  )

/**
 * Why the jars of a load are held; null when they are not. Jars in doubt are free again when
 * a keeper has looked into every doubt, also those that came later; jars that were not
 * processed as tested never are.
 */
export function holdOf(setup: LoadSetup, state: LoadState): Hold | null {
  const { verdict } = judgeLoad(setup, state)
  if (verdict === 'not-processed') return 'not-processed'
  if (verdict !== 'in-doubt') return null
  return openDoubts(setup, state).length === 0 ? null : 'in-doubt'
}

const WORSE: readonly Verdict[] = ['open', 'as-tested', 'longer', 'in-doubt', 'not-processed']

/** Whether a judgement is worse for the jars than one before it: then everybody is told. */
export const isWorse = (before: Verdict, after: Verdict): boolean =>
  WORSE.indexOf(after) >= WORSE.indexOf('in-doubt') && WORSE.indexOf(after) > WORSE.indexOf(before)

/** What becomes of jars that are held, in a sentence; undefined for the others. */
export function holdSentence(hold: Hold | null, hoursOut: number): string | undefined {
  if (hold === 'in-doubt')
    return 'Do not eat from these jars yet. Ask your extension service, then record here what they say.'
  if (hold === 'not-processed')
    return hoursOut <= 24
      ? 'Not processed as tested. Within 24 hours of coming out of the canner, process them again with new lids for the full time, refrigerate and eat within days, or freeze.'
      : 'Not processed as tested, and out for more than 24 hours. Discard them, unopened and untasted.'
  return undefined
}
