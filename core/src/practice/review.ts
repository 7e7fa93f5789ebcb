import { gaugeScale } from '../quantity/format'
import { fullRun } from '../load/runs'
import { dialTarget, type LoadSetup } from '../load/setup'
import type { LoadState } from '../load/state'
import type { UnitSystem } from '../words'
import type { PracticeState } from './state'

/** What a practice run was like at a moment. */
export interface Sample {
  /** Epoch ms of the practice clock. */
  readonly at: number
  readonly dialPsi: number
  readonly gaugePsi: number
  readonly airFraction: number
  readonly siphoned: number
}

export interface Finding {
  readonly kind: 'held' | 'lost' | 'try'
  readonly sentence: string
}

/**
 * What went well, what was lost and why, and what to try next, from the true course of a
 * practice run beside what was said of it. Never a verdict on food: nothing was canned.
 * @param samples in order of time.
 * @param units what the household reads its gauges in.
 */
export function reviewPractice(
  setup: LoadSetup,
  state: LoadState,
  samples: readonly Sample[],
  last: PracticeState,
  units: UnitSystem,
): readonly Finding[] {
  const found: Finding[] = []
  const add = (kind: Finding['kind'], sentence: string): void => void found.push({ kind, sentence })
  aboutVenting(state, samples, add)
  aboutHolding(setup, state, samples, units, add)
  aboutJars(last, state, units, add)
  if (found.every((f) => f.kind === 'held')) add('try', 'Try one of the later lessons.')
  return found
}

type Add = (kind: Finding['kind'], sentence: string) => void
const percent = (share: number): string =>
  share < 0.01 ? 'under 1%' : `${Math.round(share * 100)}%`

function aboutVenting(state: LoadState, samples: readonly Sample[], add: Add): void {
  const on = state.entered.climbing
  const atWeight = on === undefined ? undefined : samples.findLast((s) => s.at <= on)
  if (!atWeight) {
    add('lost', 'The weight never went on.')
    return
  }
  const air = `${percent(atWeight.airFraction)} of what filled the canner was air when the weight went on`
  if (state.vent === 'full' && atWeight.airFraction < 0.03)
    add('held', `Vented ten minutes: ${air}.`)
  else {
    add(
      'lost',
      `${air.charAt(0).toUpperCase()}${air.slice(1)}${state.vent === 'full' ? '' : ', and ten unbroken minutes of steam were not said'}: at the same pressure it is cooler than it should be.`,
    )
    add(
      'try',
      'Wait for a full, steady plume before the ten minutes begin, and keep the heat up while it vents.',
    )
  }
}

function aboutHolding(
  setup: LoadSetup,
  state: LoadState,
  samples: readonly Sample[],
  units: UnitSystem,
  add: Add,
): void {
  const gauge = gaugeScale(units)
  const run = fullRun(state, setup)
  const first = state.runs[0]
  if (!first) {
    add('lost', 'It never came to pressure.')
    add(
      'try',
      'More heat until it climbs, then ease it a little at a time from about 3 psi (20 kPa) below.',
    )
    return
  }
  if (run) add('held', `${setup.minutes} unbroken minutes at pressure.`)
  else {
    add('lost', `You never held the full ${setup.minutes} minutes.`)
    add('try', 'Stay until the end. Turn the heat off only when the clock is at zero.')
  }
  if (state.restarts > 0) {
    const { restarts } = state
    add(
      'lost',
      `The time began again ${restarts === 1 ? 'once' : `${restarts} times`}: ${Math.round(state.lostMs / 60_000)} minutes lost.`,
    )
    add(
      'try',
      'Hold half a psi (3 kPa) over target and turn the knob a little at a time. It takes a minute to respond.',
    )
  }
  const target = dialTarget(setup)
  const until = run?.provenTo ?? samples.at(-1)?.at ?? 0
  const during = samples.filter((s) => s.at >= first.from && s.at <= until)
  const most = Math.max(0, ...during.map((s) => s.dialPsi))
  const unseen = during.some((s) => s.dialPsi < target - 0.05) && state.restarts === 0
  if (unseen && setup.regulatedBy === 'dial')
    add('lost', 'It was below target for a while and you didn’t notice. Look more often.')
  if (most > target + 3) {
    add(
      'lost',
      `It rose to ${gauge.say(Math.round(gauge.reading(most) / gauge.step) * gauge.step)} ${gauge.unit}: more than needed, and liquid leaves the jars on the way back.`,
    )
    add('try', 'Start lowering the heat 3 psi (20 kPa) before target.')
  } else if (run && most <= target + 2)
    add('held', 'Never more than 2 psi (14 kPa) over the target.')
}

function aboutJars(last: PracticeState, state: LoadState, units: UnitSystem, add: Add): void {
  if (last.liftedAtPsi !== null) {
    const gauge = gaugeScale(units)
    add(
      'lost',
      `You lifted the weight at ${gauge.say(gauge.reading(Math.round(last.liftedAtPsi)))} ${gauge.unit}: scalding steam, and jars that boil over. At the stove those jars are not processed.`,
    )
    add('try', 'Leave the weight on until the gauge is at zero and the lock is down.')
  }
  if (last.openedUnderPressure) {
    add('lost', 'The lid came off under pressure: scalding steam, and jars that boil over.')
    add('try', 'Wait for zero and for the lock, then weight off and ten minutes more.')
  }
  if (last.siphoned > 0.02)
    add(
      'lost',
      `About ${percent(last.siphoned)} of the jars’ liquid was drawn out by falling pressure.`,
    )
  else if (last.options.jars > 0 && state.entered.cooling !== undefined)
    add('held', 'The jars kept their liquid.')
  if (last.waterKg < 0.05) {
    add('lost', 'It boiled dry.')
    add('try', 'Start with two to three inches of water, and use only as much heat as it needs.')
  }
  if (last.plugBlown) add('lost', 'The overpressure plug blew.')
}
