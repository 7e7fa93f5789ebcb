import type { Psi } from '../quantity/units'
import type { JarSign, LoadEventKind, ReadingSource } from '../words'

/**
 * One fact about a load, as a person or a gauge reported it. Instants are epoch
 * milliseconds by the server's clock; `id` breaks ties.
 */
export interface LoadEvent {
  readonly id: string
  /** The moment it was entered on the device. */
  readonly at: number
  readonly kind: LoadEventKind
  /** When it happened, where a person says that it was earlier than it was entered. */
  readonly happenedAt?: number | null
  /** When the server heard of it; a device that was offline is heard later. */
  readonly heardAt?: number | null
  readonly by?: string | null
  /** Dial reading for `reading`, new target for `figures-changed`; psi. */
  readonly psi?: Psi | null
  /** Words: of a note, a reason, a name that watched, the prompt that was heard. */
  readonly text?: string | null
  /** The fact it answers or takes back. */
  readonly eventId?: string | null
  readonly source?: ReadingSource | null
  /** With `looked-into`: the doubts that the keeper saw, by id; null where nobody wrote them down. */
  readonly doubtIds?: readonly string[] | null
  /** With `jar-seen`: a jar of which portion, what was seen of it, and why where somebody knows. */
  readonly seen?: SeenJar | null
}

/** One jar, as somebody saw it before its seal was checked. */
export interface SeenJar {
  readonly portionId: string
  readonly sign: JarSign
  readonly cause?: string | null
}

/** A fact as it is sent and kept in files: its instants are ISO text. */
export type WrittenEvent = Omit<LoadEvent, 'at' | 'happenedAt' | 'heardAt'> & {
  readonly at: string
  readonly happenedAt: string | null
  readonly heardAt: string | null
}

const moment = (iso: string | null): number | null => (iso === null ? null : Date.parse(iso))

/** A load's facts as the fold reads them, from the way they are sent. */
export const asEvents = (rows: readonly WrittenEvent[]): readonly LoadEvent[] =>
  rows.map((e) => ({
    ...e,
    at: Date.parse(e.at),
    happenedAt: moment(e.happenedAt),
    heardAt: moment(e.heardAt),
  }))

interface KindRule {
  /** It starts a safety clock, so it counts from the moment it was entered, whatever else is said. */
  readonly starts?: true
  /** It stops or breaks a clock, so it counts from when it happened: it can only lengthen. */
  readonly breaks?: true
  /** It starts nothing and breaks nothing: a slip of the finger may be taken back within a minute. */
  readonly takeBack?: true
}

/**
 * Every kind of fact, and what it does to a clock. A reading both starts and breaks; it
 * counts from when it was entered, and is never taken back: a second one follows it.
 */
export const FACTS: Readonly<Record<LoadEventKind, KindRule>> = {
  started: { takeBack: true },
  'filling-began': { takeBack: true },
  locked: { takeBack: true },
  'steam-steady': { starts: true },
  'steam-faltered': { breaks: true },
  'weight-on': { starts: true },
  reading: { starts: true },
  'at-pressure': { starts: true },
  'still-rocking': { starts: true },
  'pressure-fell': { breaks: true },
  'heat-off': { breaks: true },
  'heat-on': { starts: true },
  'pressure-zero': { breaks: true },
  'lock-dropped': { breaks: true },
  'weight-off': { starts: true },
  opened: { breaks: true },
  // The 24 hours of jars that did not seal run from when they came out.
  unloaded: { breaks: true, takeBack: true },
  'jar-seen': { takeBack: true },
  'seals-checked': {},
  aborted: {},
  watched: {},
  unwatched: {},
  'figures-changed': {},
  'gauge-off': {},
  'no-process': {},
  recalled: {},
  'found-short': {},
  withdrawn: {},
  'wrong-weight': { breaks: true },
  'water-low': { breaks: true },
  'lid-not-locked': { breaks: true },
  'steam-doubtful': { breaks: true },
  'weight-lifted': { breaks: true },
  'opened-early': { breaks: true },
  'jar-broken': {},
  'left-overnight': {},
  'seal-lost': {},
  'looked-into': {},
  'prompt-heard': {},
  'heat-set': { takeBack: true },
  'open-wait': { takeBack: true },
  note: { takeBack: true },
  retracted: {},
}

/** Whether a person may take a fact of this kind back, within a minute. */
export const mayTakeBack = (kind: LoadEventKind): boolean => FACTS[kind].takeBack === true

/** How long after it was entered a fact may be taken back, ms. */
const RETRACT_WITHIN_MS = 60_000

/**
 * The moment a fact counts from, epoch ms: what starts a clock from when it was entered,
 * what stops or breaks one from when it happened, if that is said and earlier.
 */
export const momentOf = (e: LoadEvent): number =>
  FACTS[e.kind].breaks && typeof e.happenedAt === 'number' ? Math.min(e.at, e.happenedAt) : e.at

/** Facts in the order in which they count, each once. */
export function inOrder(events: readonly LoadEvent[]): readonly LoadEvent[] {
  const byId = new Map(events.map((e) => [e.id, e]))
  return [...byId.values()].sort(
    (a, b) => momentOf(a) - momentOf(b) || a.at - b.at || (a.id < b.id ? -1 : 1),
  )
}

/** Facts that say nothing of the canner: they neither fit nor break. */
const ASIDE: ReadonlySet<LoadEventKind> = new Set([
  'note',
  'jar-seen',
  'heat-set',
  'open-wait',
  'prompt-heard',
  'retracted',
])
/** Of these the one that is meant is taken back, whatever was said after it. */
const REMARKS: ReadonlySet<LoadEventKind> = new Set(['note', 'heat-set', 'open-wait', 'jar-seen'])

/**
 * Ids of facts that were taken back: the last thing said, of a kind that may be, within
 * a minute; and what Kelvit itself said on the strength of a slip that was put right.
 * Anything else stays in the record, whatever anyone says later.
 */
export function takenBack(events: readonly LoadEvent[]): ReadonlySet<string> {
  const gone = new Set<string>()
  const entered = [...events].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))
  for (const [i, e] of entered.entries()) {
    if (e.kind !== 'retracted') continue
    const before = entered.slice(0, i).filter((x) => !ASIDE.has(x.kind) && !gone.has(x.id))
    const meant = entered.find((x) => x.id === e.eventId)
    const last = meant && REMARKS.has(meant.kind) ? meant : before.at(-1)
    if (
      last &&
      last.id === e.eventId &&
      mayTakeBack(last.kind) &&
      e.at >= last.at &&
      e.at - last.at <= RETRACT_WITHIN_MS
    )
      gone.add(last.id)
  }
  for (const e of events) if (e.kind === 'withdrawn' && e.eventId) gone.add(e.eventId)
  return gone
}

/** When the server knew of a fact, epoch ms; one that was not sent yet is known where it was said. */
export const heardOf = (e: LoadEvent): number => e.heardAt ?? e.at

/** A device whose word reaches the server later than this was away, ms. */
export const LATE_MS = 120_000

/**
 * Facts that start a clock and reached the server late, after others with a later moment:
 * what was on every screen in between did not know of them. They are kept; a load that is
 * only good because of them is in doubt.
 */
export function lateStarts(events: readonly LoadEvent[]): ReadonlySet<string> {
  const late = new Set<string>()
  for (const e of events) {
    const { heardAt } = e
    if (!FACTS[e.kind].starts || typeof heardAt !== 'number' || heardAt - e.at < LATE_MS) continue
    const overtaken = events.some(
      (f) =>
        (FACTS[f.kind].starts || FACTS[f.kind].breaks) &&
        typeof f.heardAt === 'number' &&
        f.heardAt < heardAt &&
        f.at > e.at,
    )
    if (overtaken) late.add(e.id)
  }
  return late
}
