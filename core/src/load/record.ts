import type { PressureIn } from '../quantity/format'
import type { LoadEventKind, LoadStage } from '../words'
import { gaugeScale, type GaugeScale } from '../quantity/format'
import { inOrder, momentOf, takenBack, type LoadEvent } from './facts'
import { JAR_SIGN_RULES } from './seen'
import type { LoadState } from './state'

/** Each kind of fact as a record tells it. */
const TOLD: Readonly<Record<LoadEventKind, string>> = {
  started: 'Load started',
  'filling-began': 'Filling began',
  locked: 'Lid locked, heat on',
  'steam-steady': 'Steam steady',
  'steam-faltered': 'Steam faltered',
  'weight-on': 'Weight on',
  reading: 'Gauge read',
  'at-pressure': 'Weight rocks: at pressure',
  'still-rocking': 'Still rocking',
  'pressure-fell': 'Pressure fell',
  'heat-off': 'Heat off',
  'heat-on': 'Heat back on',
  'pressure-zero': 'No pressure left',
  'lock-dropped': 'Lock dropped',
  'weight-off': 'Weight off',
  opened: 'Lid off',
  unloaded: 'All jars out',
  'jar-seen': 'A jar was looked at',
  'seals-checked': 'Seals checked',
  aborted: 'Load stopped',
  watched: 'Watched meanwhile',
  unwatched: 'Nobody watched: the time starts again',
  'figures-changed': 'Figures changed',
  'gauge-off': 'Dial found too far off',
  'no-process': 'No tested process any more',
  recalled: 'Recalled',
  'found-short': 'Found below the tested pressure',
  withdrawn: 'Withdrawn',
  'wrong-weight': 'Wrong weight was on',
  'water-low': 'Water low or boiled away',
  'lid-not-locked': 'Lid was not on its marks',
  'steam-doubtful': 'Steam was never steady',
  'weight-lifted': 'Weight was lifted',
  'opened-early': 'Opened too early',
  'jar-broken': 'A jar broke in the canner',
  'left-overnight': 'Jars stayed in for hours',
  'seal-lost': 'A seal was lost later',
  'looked-into': 'Looked into',
  'prompt-heard': 'Heard',
  'heat-set': 'Heat at',
  'open-wait': 'Wait in the open canner',
  note: 'Note',
  retracted: 'Taken back',
}

/** One fact of a load in words. */
export interface RecordLine {
  readonly id: string
  /** When it counts from, epoch ms. */
  readonly at: number
  readonly words: string
  readonly by: string | null
  /** When it was entered, if that was later than it happened; epoch ms. */
  readonly enteredAt: number | null
  readonly takenBack: boolean
}

/** The facts of a load in the order in which they count, told in words; what only silenced a device is left out. */
export function recordLines(
  events: readonly LoadEvent[],
  units: PressureIn,
): readonly RecordLine[] {
  const gone = takenBack(events)
  return inOrder(events)
    .filter((e) => e.kind !== 'prompt-heard')
    .map((e) => ({
      id: e.id,
      at: momentOf(e),
      words: wordsOf(e, gaugeScale(units)),
      by: e.by ?? null,
      enteredAt: momentOf(e) < e.at ? e.at : null,
      takenBack: gone.has(e.id),
    }))
}

/** The name that follows what somebody said: ", Alder", or " Alder" where a sentence ended. */
export const nameAfter = ({ words, by }: Pick<RecordLine, 'words' | 'by'>): string =>
  by ? `${/[.!?]$/.test(words) ? '' : ','} ${by}` : ''

const lower = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1)

function wordsOf(e: LoadEvent, gauge: GaugeScale): string {
  const what = e.kind === 'note' && e.text ? e.text : TOLD[e.kind]
  if (e.kind === 'reading')
    return `${what}: ${gauge.say(gauge.reading(e.psi ?? 0))} ${gauge.unit}${e.source === 'simulated' ? ' (simulated gauge)' : ''}`
  if (e.kind === 'jar-seen' && e.seen)
    return `A jar: ${lower(JAR_SIGN_RULES[e.seen.sign].words)}${e.seen.cause ? `, ${e.seen.cause}` : ''}`
  if (e.kind === 'heat-set') return `${what} ${e.text ?? ''}`
  if (e.kind === 'open-wait') return `${what}: ${e.text ?? ''} min`
  if (e.kind === 'note' || !e.text || e.kind === 'aborted') return what
  return `${what}: ${e.text}`
}

/** How long the load stood in each stage, minutes, by when each was first entered. */
export function stageTimes(state: LoadState): readonly {
  readonly stage: LoadStage
  readonly from: number
  readonly minutes: number | null
}[] {
  const entered = Object.entries(state.entered) as [LoadStage, number][]
  const inTime = entered.sort((a, b) => a[1] - b[1])
  return inTime.map(([stage, from], i) => {
    const next = inTime[i + 1]?.[1]
    return { stage, from, minutes: next === undefined ? null : Math.round((next - from) / 60_000) }
  })
}
