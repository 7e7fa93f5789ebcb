import {
  dialTarget,
  LOOK_EVERY_MS,
  MIN_REST_MS,
  STAND_OPEN_MS,
  STAND_OVERDUE_MS,
  VENT_MS,
  type LoadSetup,
  type LoadState,
} from './machine'

/** The clock a stage shows. */
export type StageClock =
  | {
      readonly kind: 'down'
      readonly leftMs: number
      readonly ofMs: number
      readonly endsAt: number
    }
  | { readonly kind: 'up'; readonly passedMs: number }
  | { readonly kind: 'none' }

/** Something that wants a person's attention now. */
export type Prompt =
  | { readonly kind: 'look'; readonly overdueMs: number }
  | { readonly kind: 'done'; readonly overdueMs: number }
  | { readonly kind: 'check-seals'; readonly overdue: boolean }

export interface LoadNow {
  readonly clock: StageClock
  readonly prompt: Prompt | null
  /** Unsealed jars may be processed again until then, epoch ms. */
  readonly reprocessBy: number | null
}

const down = (since: number, ofMs: number, now: number): StageClock => ({
  kind: 'down',
  leftMs: Math.max(0, since + ofMs - now),
  ofMs,
  endsAt: since + ofMs,
})
const up = (since: number, now: number): StageClock => ({
  kind: 'up',
  passedMs: Math.max(0, now - since),
})

/** How long a stage takes from its beginning when it has a set time, ms. */
function stageMs(setup: LoadSetup, state: LoadState): number | null {
  switch (state.stage) {
    case 'venting':
      return state.steamSteadySince === null ? null : VENT_MS
    case 'processing':
      return setup.minutes * 60_000
    case 'resting':
      return Math.max(MIN_REST_MS, setup.restMinutes * 60_000)
    case 'standing':
      return STAND_OPEN_MS
    default:
      return null
  }
}

/** What the clocks of a load say at a moment. Pure: the same on every device. */
export function loadAt(setup: LoadSetup, state: LoadState, now: number): LoadNow {
  const set = stageMs(setup, state)
  const running = !['planned', 'checked', 'aborted'].includes(state.stage)
  const clock: StageClock =
    set !== null ? down(state.since, set, now) : running ? up(state.since, now) : { kind: 'none' }
  return { clock, prompt: promptAt(setup, state, clock, now), reprocessBy: reprocessBy(state) }
}

function promptAt(
  setup: LoadSetup,
  state: LoadState,
  clock: StageClock,
  now: number,
): Prompt | null {
  if (state.stage === 'processing' && state.lastLook !== null) {
    const unseen = now - state.lastLook - LOOK_EVERY_MS[setup.regulatedBy]
    if (unseen >= 0) return { kind: 'look', overdueMs: unseen }
  }
  if (clock.kind !== 'down' || clock.leftMs > 0) return null
  if (state.stage === 'standing')
    return { kind: 'check-seals', overdue: now - state.since > STAND_OVERDUE_MS }
  return { kind: 'done', overdueMs: now - clock.endsAt }
}

const reprocessBy = (state: LoadState): number | null =>
  state.entered.standing === undefined ? null : state.entered.standing + STAND_OVERDUE_MS

/** Where to hold the pressure: dial figures with the gauge's error added; a weight has one step. */
export function holdBand(
  setup: LoadSetup,
  cushionPsi: number,
): { readonly from: number; readonly to: number } {
  if (setup.regulatedBy === 'weighted') return { from: setup.psi, to: setup.psi }
  const from = dialTarget(setup)
  return { from, to: from + Math.min(2, Math.max(0, cushionPsi)) }
}
