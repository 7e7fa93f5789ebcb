import type { CannerRead, LoadWithEvents } from '@kelvit/contract'
import { loadAt, type PromptKind, type UnitSystem } from '@kelvit/core'
import { stateOf } from '../sync/loads'

/** What calls for somebody, from all loads that run; the most urgent first. */
export interface Due {
  /** The load and the prompt: what is heard once is heard for this. */
  readonly key: string
  readonly loadId: string
  readonly kind: PromptKind
  readonly sentence: string
}

const URGENCY: readonly PromptKind[] = [
  'heat-down',
  'vent-again',
  'watched',
  'look',
  'done',
  'ease',
  'jars-waiting',
  'slow-climb',
  'no-steam',
  'cooling-long',
  'check-seals',
]

/**
 * What is due and was not yet said to be heard, on this device or another.
 * @param now epoch ms.
 * @param units what the household reads its gauges in.
 */
export function dueNow(
  loads: readonly LoadWithEvents[],
  canners: readonly CannerRead[],
  now: number,
  units: UnitSystem,
): readonly Due[] {
  return loads
    .filter((l) => !['planned', 'checked', 'aborted'].includes(l.stage))
    .flatMap((load) => {
      const state = stateOf(load)
      const name = canners.find((c) => c.id === load.cannerId)?.name
      return (
        loadAt(load.setup, state, now, units)
          .prompts.filter((p) => (state.heard[p.kind] ?? 0) < now - p.overdueMs)
          // Lids wait quietly until it is late.
          .filter((p) => p.kind !== 'check-seals' || p.overdue)
          .map((p): Due => ({
            key: `${load.id} ${p.kind} ${p.eventId ?? ''}`,
            loadId: load.id,
            kind: p.kind,
            sentence: name ? `${name}: ${p.sentence}` : p.sentence,
          }))
      )
    })
    .sort((a, b) => URGENCY.indexOf(a.kind) - URGENCY.indexOf(b.kind))
}
