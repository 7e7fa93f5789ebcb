import type { LoadSetup } from './setup'
import type { LoadStage, UnitSystem } from '../words'
import type { LoadState } from './state'
import { loadAt, type PromptKind } from './now'

/** A load as far as it calls for somebody. */
export interface CallingLoad {
  readonly id: string
  readonly stage: LoadStage
  readonly setup: LoadSetup
  readonly state: LoadState
  /** Of its canner, as people call it. */
  readonly canner: string | undefined
}

/** What calls for somebody. */
export interface Due {
  /** The load, the prompt and the fact it is about: what is heard once is heard for this. */
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

/** What may wait a while: it calls less often. */
export const MAY_WAIT: ReadonlySet<PromptKind> = new Set([
  'check-seals',
  'cooling-long',
  'no-steam',
  'slow-climb',
])

const OVER: ReadonlySet<LoadStage> = new Set(['planned', 'checked', 'aborted'])

/**
 * What is due of all loads and was not yet said to be heard on any device, the most urgent
 * first. The same for a page that is open and for a phone that is locked.
 * @param now epoch ms.
 * @param units what the household reads its gauges in.
 */
export const dueNow = (
  loads: readonly CallingLoad[],
  now: number,
  units: UnitSystem,
): readonly Due[] =>
  loads
    .filter((l) => !OVER.has(l.stage))
    .flatMap(({ id, setup, state, canner }) =>
      loadAt(setup, state, now, units)
        .prompts.filter((p) => (state.heard[p.kind] ?? 0) < now - p.overdueMs)
        // Lids wait quietly until it is late.
        .filter((p) => p.kind !== 'check-seals' || p.overdue)
        .map((p): Due => ({
          key: `${id} ${p.kind} ${p.eventId ?? ''}`,
          loadId: id,
          kind: p.kind,
          sentence: canner ? `${canner}: ${p.sentence}` : p.sentence,
        })),
    )
    .sort((a, b) => URGENCY.indexOf(a.kind) - URGENCY.indexOf(b.kind))
