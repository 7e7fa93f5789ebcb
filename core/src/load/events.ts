/** What happened at the stove, in the words of the work. */
export type LoadEventKind =
  | 'started'
  | 'filling-began'
  | 'locked'
  | 'steam-steady'
  | 'steam-faltered'
  | 'weight-on'
  | 'reading'
  | 'at-pressure'
  | 'still-rocking'
  | 'pressure-fell'
  | 'heat-off'
  | 'pressure-zero'
  | 'lock-dropped'
  | 'weight-off'
  | 'opened'
  | 'unloaded'
  | 'seals-checked'
  | 'aborted'
  | 'note'
  | 'retracted'

/** One appended fact. `at` is when it happened, epoch milliseconds; `id` breaks ties. */
export interface LoadEvent {
  readonly id: string
  readonly at: number
  readonly kind: LoadEventKind
  readonly by?: string | null
  /** Dial reading, psi, for `reading`. */
  readonly psi?: number | null
  /** Words, for `aborted` and `note`. */
  readonly text?: string | null
  /** The event taken back, for `retracted`. */
  readonly eventId?: string | null
}

/** Events in the order they happened, each once. */
export function inOrder(events: readonly LoadEvent[]): readonly LoadEvent[] {
  const byId = new Map(events.map((e) => [e.id, e]))
  return [...byId.values()].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))
}

/** How long after it happened an event may be taken back, ms. */
export const RETRACT_WITHIN_MS = 60_000

/**
 * What only makes a load safer stays in the record, whatever anyone says later; and so
 * does every reading: a second one follows it, the first is never taken back.
 */
export const RETRACTABLE: ReadonlySet<LoadEventKind> = new Set([
  'started',
  'filling-began',
  'locked',
  'steam-steady',
  'weight-on',
  'at-pressure',
  'heat-off',
  'pressure-zero',
  'lock-dropped',
  'weight-off',
  'opened',
  'unloaded',
  'note',
])
