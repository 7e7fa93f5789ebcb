import { gaugeScale } from '../quantity/format'
import type { UnitSystem } from '../words'
import {
  dialTarget,
  LOOK_EVERY_MS,
  restMs,
  STAND_OPEN_MS,
  STAND_OVERDUE_MS,
  VENT_MS,
  WATCH_MS,
  type LoadSetup,
  openMs,
  toldIn,
} from './setup'
import type { LoadState } from './state'

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

export type PromptKind =
  | 'heat-down'
  | 'ease'
  | 'watched'
  | 'look'
  | 'done'
  | 'vent-again'
  | 'jars-waiting'
  | 'no-steam'
  | 'slow-climb'
  | 'cooling-long'
  | 'check-seals'

/** Something that wants a person's attention now, silenced by doing it. */
export interface Prompt {
  readonly kind: PromptKind
  /** What to do, for the cook. */
  readonly sentence: string
  /** For how long it has been due, ms. */
  readonly overdueMs: number
  /** True when it is not only due but late. */
  readonly overdue: boolean
  /** The fact a question is about. */
  readonly eventId?: string
}

export interface LoadNow {
  readonly clock: StageClock
  /** Most urgent first. */
  readonly prompts: readonly Prompt[]
  /** The first of them. */
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
      return restMs(setup)
    case 'unloading':
      return openMs(setup, state.openTonight) || null
    case 'standing':
      return STAND_OPEN_MS
    default:
      return null
  }
}

/** The clock of a load's stage at a moment, epoch ms. */
export function clockAt(setup: LoadSetup, state: LoadState, now: number): StageClock {
  const set = stageMs(setup, state)
  if (set !== null) return down(state.since, set, now)
  return ['planned', 'checked', 'aborted'].includes(state.stage)
    ? { kind: 'none' }
    : up(state.since, now)
}

/**
 * What the clocks of a load say at a moment. Pure: the same on every device.
 * @param now epoch ms.
 * @param units what the household reads its gauges in.
 */
export function loadAt(
  setup: LoadSetup,
  state: LoadState,
  now: number,
  units: UnitSystem,
): LoadNow {
  const clock = clockAt(setup, state, now)
  const prompts = promptsAt(setup, state, clock, now, units)
  return { clock, prompts, prompt: prompts[0] ?? null, reprocessBy: reprocessBy(state) }
}

/** Over this on the gauge nobody stays near the lid, psi. */
export const TOO_HIGH_PSI = 18
/** Over target by more than this the heat is eased, psi. */
const EASE_OVER_PSI = 3
const JARS_WAIT_MS = 15 * 60_000
const NO_STEAM_MS = 60 * 60_000
const SLOW_CLIMB_MS = 45 * 60_000
const COOLING_LONG_MS = 4 * 3_600_000

/** A prompt that is due since so many ms; none while it is not. */
const due = (
  kind: PromptKind,
  overdueMs: number,
  sentence: string,
  more: Partial<Prompt> = {},
): readonly Prompt[] =>
  overdueMs >= 0 ? [{ kind, sentence, overdueMs, overdue: false, ...more }] : []

/** Everything that is to be done or answered at a moment, the most urgent first. */
const promptsAt = (
  setup: LoadSetup,
  state: LoadState,
  clock: StageClock,
  now: number,
  units: UnitSystem,
): readonly Prompt[] => [
  ...pressurePrompts(setup, state, now, units),
  ...lookPrompts(setup, state, now),
  ...(clock.kind === 'down' && clock.leftMs === 0 && state.stage !== 'standing'
    ? due('done', now - clock.endsAt, DONE[state.stage] ?? 'The time is up.')
    : []),
  ...waitPrompts(setup, state, now - state.since),
]

/** What a pressure that is too high, or never had its steam, asks for. */
function pressurePrompts(
  setup: LoadSetup,
  state: LoadState,
  now: number,
  units: UnitSystem,
): readonly Prompt[] {
  if (state.stage !== 'climbing' && state.stage !== 'processing') return []
  const gauge = gaugeScale(toldIn(setup, units))
  const last = state.readings.at(-1)
  const pressure = last ? last.psi - setup.gaugeErrorPsi : 0
  const high =
    last && last.psi > TOO_HIGH_PSI
      ? due('heat-down', now - last.at, 'Turn the heat down now. Stay away from the lid.')
      : last && setup.regulatedBy === 'dial' && pressure > setup.psi + EASE_OVER_PSI
        ? due(
            'ease',
            now - last.at,
            `Ease the heat a little. Hold it near ${gauge.say(gauge.target(dialTarget(setup)))} ${gauge.unit}.`,
          )
        : []
  if (state.vent !== 'short') return high
  return [
    ...high,
    ...due(
      'vent-again',
      0,
      'It didn’t vent for ten full minutes. Turn the heat off, let it fall to zero on its own, take the weight off, and vent again.',
    ),
  ]
}

/** What was not seen: asked about where it is over, asked for where it goes on. */
function lookPrompts(setup: LoadSetup, state: LoadState, now: number): readonly Prompt[] {
  const asks = ['processing', 'cooling', 'resting'].includes(state.stage)
  const dial = setup.regulatedBy === 'dial'
  const began = state.runs.at(-1)?.from ?? 0
  const gaps = state.gaps.filter((gap) => asks && gap.watchedBy === null && gap.to > began)
  const watched = gaps.flatMap((gap) =>
    due(
      'watched',
      now - gap.to,
      `Nobody ${dial ? 'read the gauge' : 'heard the weight'} for ${Math.floor((gap.to - gap.from) / 60_000)} minutes. Did somebody watch it?`,
      { eventId: gap.id },
    ),
  )
  if (state.stage !== 'processing' || state.lastLook === null) return watched
  const unseen = now - state.lastLook
  return [
    ...watched,
    ...due(
      'look',
      unseen - LOOK_EVERY_MS[setup.regulatedBy],
      dial ? 'Read the gauge.' : 'Still rocking?',
      { overdue: unseen > WATCH_MS[setup.regulatedBy] },
    ),
  ]
}

/** What a stage that takes too long asks for. */
function waitPrompts(setup: LoadSetup, { stage }: LoadState, passed: number): readonly Prompt[] {
  switch (stage) {
    case 'filling':
      return due(
        'jars-waiting',
        // From the last jar, as many as there are to fill.
        passed - (setup.fillMinutes ?? 0) * 60_000 - JARS_WAIT_MS,
        'Put the filled jars into the canner. They shouldn’t wait longer than 15 minutes.',
      )
    case 'heating':
      return due(
        'no-steam',
        passed - NO_STEAM_MS,
        'No steam after an hour. Turn up the heat, or check the lid for leaks.',
      )
    case 'climbing':
      return due(
        'slow-climb',
        passed - SLOW_CLIMB_MS,
        'It’s been climbing for 45 minutes. Is the weight seated? Is the burner strong enough?',
      )
    case 'cooling':
      return due(
        'cooling-long',
        passed - COOLING_LONG_MS,
        'It’s been cooling for four hours. If it’s at zero, record it and take the jars out.',
      )
    case 'standing':
      return due('check-seals', passed - STAND_OPEN_MS, 'Bands off. Press each lid.', {
        overdue: passed > STAND_OVERDUE_MS,
      })
    default:
      return []
  }
}

const DONE: Readonly<Partial<Record<LoadState['stage'], string>>> = {
  venting: 'Ten minutes are up. Weight on.',
  processing: 'The time is up. Heat off.',
  resting: 'Open it with the lid tipped away from your face.',
  unloading: 'Take the jars out. Set them upright, an inch apart.',
}

const reprocessBy = (state: LoadState): number | null =>
  state.outAt === null ? null : state.outAt + STAND_OVERDUE_MS
