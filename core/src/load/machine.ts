import { DIAL_MAX_ERROR } from './fitness'
import { inOrder, RETRACT_WITHIN_MS, RETRACTABLE, type LoadEvent } from './events'

export type LoadStage =
  | 'planned'
  | 'preparing'
  | 'filling'
  | 'heating'
  | 'venting'
  | 'climbing'
  | 'processing'
  | 'cooling'
  | 'resting'
  | 'unloading'
  | 'standing'
  | 'checked'
  | 'aborted'

/** The stages at the stove in their order, from hot jars to the last one out. */
export const STOVE_STAGES: readonly LoadStage[] = [
  'preparing',
  'filling',
  'heating',
  'venting',
  'climbing',
  'processing',
  'cooling',
  'resting',
  'unloading',
]

/** What a load was planned to run at; frozen when it is planned. */
export interface LoadSetup {
  readonly regulatedBy: 'dial' | 'weighted'
  /** Tested target, psi. */
  readonly psi: number
  /** Process time with the household's addition, min. */
  readonly minutes: number
  /** Dial error at its last test, psi; reads high is positive. 0 when weighted. */
  readonly gaugeErrorPsi: number
  /** Rest after the weight is off, min; never under 10. */
  readonly restMinutes: number
}

export const VENT_MS = 600_000
export const MIN_REST_MS = 600_000
export const STAND_OPEN_MS = 12 * 3_600_000
export const STAND_OVERDUE_MS = 24 * 3_600_000
/** How long a regulated pressure may go unseen before somebody is asked, ms. */
export const LOOK_EVERY_MS = { dial: 600_000, weighted: 900_000 } as const

export interface Reading {
  readonly at: number
  readonly psi: number
}

/** Everything the events say, without the present moment. */
export interface LoadState {
  readonly stage: LoadStage
  /** When the stage (or its unbroken clock) began, epoch ms. */
  readonly since: number
  /** When each stage was first entered, epoch ms. */
  readonly entered: { readonly [stage in LoadStage]?: number }
  readonly steamSteadySince: number | null
  readonly readings: readonly Reading[]
  readonly lastLook: number | null
  readonly restarts: number
  /** Process time thrown away because pressure was lost, ms. */
  readonly lostMs: number
  readonly longestUnseenMs: number
  readonly pressureZeroAt: number | null
  readonly lockDroppedAt: number | null
  readonly abortedFrom: LoadStage | null
  readonly lastEventId: string | null
  readonly lastEventAt: number | null
  /** Events that did not fit where they came, with the reason. */
  readonly ignored: readonly { readonly event: LoadEvent; readonly why: string }[]
}

const START: LoadState = {
  stage: 'planned',
  since: 0,
  entered: {},
  steamSteadySince: null,
  readings: [],
  lastLook: null,
  restarts: 0,
  lostMs: 0,
  longestUnseenMs: 0,
  pressureZeroAt: null,
  lockDroppedAt: null,
  abortedFrom: null,
  lastEventId: null,
  lastEventAt: null,
  ignored: [],
}

/** The next state, or a sentence that says why the event does not fit. */
type Step = LoadState | string

/** The dial figure that stands for the true target: target plus the gauge's error, psi. */
export const dialTarget = (setup: LoadSetup): number => setup.psi + setup.gaugeErrorPsi

/**
 * The state of a load from its events, in whatever order they arrived. The same
 * fold runs on every device, so all of them show the same clock.
 * @throws RangeError for a setup no load may run with.
 */
export function foldLoad(setup: LoadSetup, events: readonly LoadEvent[]): LoadState {
  checkSetup(setup)
  const ordered = inOrder(events)
  const gone = retracted(ordered)
  return ordered
    .filter((e) => !gone.has(e.id) && !(e.kind === 'retracted' && gone.has(e.eventId ?? '')))
    .reduce((state, event) => applyOrIgnore(state, event, setup), START)
}

function checkSetup(setup: LoadSetup): void {
  if (!(setup.psi > 0 && setup.psi <= 15))
    throw new RangeError('target pressure is over 0 and up to 15 psi')
  if (!(setup.minutes > 0)) throw new RangeError('a process takes time')
  if (!(Math.abs(setup.gaugeErrorPsi) <= DIAL_MAX_ERROR))
    throw new RangeError('a dial off by more than 2 psi may not run a load')
}

/** Events that were taken back in time, newest first as a person would undo. */
function retracted(ordered: readonly LoadEvent[]): ReadonlySet<string> {
  const gone = new Set<string>()
  for (const [i, e] of ordered.entries()) {
    if (e.kind !== 'retracted') continue
    const before = ordered.slice(0, i).filter((x) => x.kind !== 'retracted' && !gone.has(x.id))
    const last = before.at(-1)
    if (
      last &&
      last.id === e.eventId &&
      RETRACTABLE.has(last.kind) &&
      e.at - last.at <= RETRACT_WITHIN_MS
    )
      gone.add(last.id)
  }
  return gone
}

function applyOrIgnore(state: LoadState, event: LoadEvent, setup: LoadSetup): LoadState {
  const next = step(state, event, setup)
  if (typeof next === 'string')
    return { ...state, ignored: [...state.ignored, { event, why: next }] }
  return { ...next, lastEventId: event.id, lastEventAt: event.at }
}

/**
 * Whether one more event fits: undefined when it does, else the sentence to
 * show. Used by every device before it offers a button and by the server
 * before it writes.
 */
export function whyNot(
  setup: LoadSetup,
  events: readonly LoadEvent[],
  event: LoadEvent,
): string | undefined {
  if (event.kind === 'retracted') {
    return retracted(inOrder([...events, event])).has(event.eventId ?? '')
      ? undefined
      : 'Only the last step can be taken back, within a minute, and never a reading or one that restarts a clock.'
  }
  return foldLoad(setup, [...events, event]).ignored.find((i) => i.event.id === event.id)?.why
}

const enter = (state: LoadState, stage: LoadStage, at: number): LoadState => ({
  ...state,
  stage,
  since: at,
  entered: state.entered[stage] === undefined ? { ...state.entered, [stage]: at } : state.entered,
})

const looked = (state: LoadState, at: number): LoadState => ({
  ...state,
  lastLook: at,
  longestUnseenMs:
    state.stage === 'processing' && state.lastLook !== null
      ? Math.max(state.longestUnseenMs, at - state.lastLook)
      : state.longestUnseenMs,
})

const must = (state: LoadState, stage: LoadStage, then: () => Step): Step =>
  state.stage === stage ? then() : `This belongs to ${stage}; the load is ${state.stage}.`

/** Enough dial readings may differ by rounding; a needle is read to a quarter psi. */
const EPSILON = 1e-9

function step(state: LoadState, e: LoadEvent, setup: LoadSetup): Step {
  switch (e.kind) {
    case 'started':
      return must(state, 'planned', () => enter(state, 'preparing', e.at))
    case 'filling-began':
      return must(state, 'preparing', () => enter(state, 'filling', e.at))
    case 'locked':
      return must(state, 'filling', () => enter(state, 'heating', e.at))
    case 'steam-steady':
      return steamSteady(state, e)
    case 'steam-faltered':
      return must(state, 'venting', () => ({ ...state, steamSteadySince: null, since: e.at }))
    case 'weight-on':
      return must(state, 'venting', () => weightOn(state, e))
    case 'reading':
      return reading(state, e, setup)
    case 'at-pressure':
      return must(state, 'climbing', () => atPressure(state, e, setup))
    case 'still-rocking':
      return must(state, 'processing', () =>
        setup.regulatedBy === 'weighted' ? looked(state, e.at) : 'A dial is read, not listened to.',
      )
    case 'pressure-fell':
      return must(state, 'processing', () => pressureLost(looked(state, e.at), e.at))
    case 'heat-off':
      return must(state, 'processing', () => heatOff(state, e, setup))
    case 'pressure-zero':
      return must(state, 'cooling', () => ({
        ...state,
        pressureZeroAt: state.pressureZeroAt ?? e.at,
      }))
    case 'lock-dropped':
      return must(state, 'cooling', () => ({
        ...state,
        lockDroppedAt: state.lockDroppedAt ?? e.at,
      }))
    case 'weight-off':
      return must(state, 'cooling', () =>
        state.pressureZeroAt !== null && state.lockDroppedAt !== null
          ? enter(state, 'resting', e.at)
          : 'Leave the weight alone until the gauge is at zero and the lock has dropped.',
      )
    case 'opened':
      return must(state, 'resting', () => opened(state, e, setup))
    case 'unloaded':
      return must(state, 'unloading', () => enter(state, 'standing', e.at))
    case 'seals-checked':
      return must(state, 'standing', () =>
        e.at - state.since >= STAND_OPEN_MS
          ? enter(state, 'checked', e.at)
          : 'Jars stand 12 hours before anyone presses a lid.',
      )
    case 'aborted':
      return abort(state, e)
    case 'note':
      return state
    case 'retracted':
      return 'There was nothing to take back.'
  }
}

function steamSteady(state: LoadState, e: LoadEvent): Step {
  if (state.stage === 'heating') return { ...enter(state, 'venting', e.at), steamSteadySince: e.at }
  if (state.stage === 'venting' && state.steamSteadySince === null)
    return { ...state, steamSteadySince: e.at, since: e.at }
  return `Steam is already noted; the load is ${state.stage}.`
}

function weightOn(state: LoadState, e: LoadEvent): Step {
  if (state.steamSteadySince === null) return 'Wait for a steady column of steam, then 10 minutes.'
  return e.at - state.steamSteadySince >= VENT_MS
    ? enter(state, 'climbing', e.at)
    : 'Venting takes 10 unbroken minutes.'
}

function reading(state: LoadState, e: LoadEvent, setup: LoadSetup): Step {
  if (typeof e.psi !== 'number' || !(e.psi >= 0 && e.psi <= 30))
    return 'A reading is from 0 to 30 psi.'
  if (!['climbing', 'processing', 'cooling'].includes(state.stage))
    return `There is no pressure to read while ${state.stage}.`
  const next = { ...looked(state, e.at), readings: [...state.readings, { at: e.at, psi: e.psi }] }
  if (setup.regulatedBy === 'weighted' || state.stage === 'cooling') return next
  const atTarget = e.psi + EPSILON >= dialTarget(setup)
  if (state.stage === 'climbing') return atTarget ? enter(next, 'processing', e.at) : next
  return atTarget ? next : pressureLost(next, e.at)
}

/** A weight says by itself that it is at pressure; a dial is read. */
function atPressure(state: LoadState, e: LoadEvent, setup: LoadSetup): Step {
  if (setup.regulatedBy === 'dial')
    return `Read the dial: the clock starts at ${dialTarget(setup)} psi.`
  return enter(looked(state, e.at), 'processing', e.at)
}

const pressureLost = (state: LoadState, at: number): LoadState => ({
  ...enter(state, 'climbing', at),
  restarts: state.restarts + 1,
  lostMs: state.lostMs + (at - state.since),
})

function heatOff(state: LoadState, e: LoadEvent, setup: LoadSetup): Step {
  if (e.at - state.since < setup.minutes * 60_000) return 'The process time is not over yet.'
  if (state.lastLook === null || e.at - state.lastLook > LOOK_EVERY_MS[setup.regulatedBy])
    return setup.regulatedBy === 'dial'
      ? 'Nobody has read the gauge for 10 minutes. Read it once more, then turn the heat off.'
      : 'Nobody has looked for 15 minutes. Say that the weight is still rocking, then turn the heat off.'
  return enter(looked(state, e.at), 'cooling', e.at)
}

function opened(state: LoadState, e: LoadEvent, setup: LoadSetup): Step {
  const rest = Math.max(MIN_REST_MS, setup.restMinutes * 60_000)
  return e.at - state.since >= rest
    ? enter(state, 'unloading', e.at)
    : `Let it rest ${rest / 60_000} minutes before the lid comes off.`
}

function abort(state: LoadState, e: LoadEvent): Step {
  const over: readonly LoadStage[] = ['standing', 'checked', 'aborted']
  if (over.includes(state.stage))
    return `The load is ${state.stage}; it cannot be stopped any more.`
  return { ...enter(state, 'aborted', e.at), abortedFrom: state.stage }
}
