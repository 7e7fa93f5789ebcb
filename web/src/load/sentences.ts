import {
  changedFigures,
  dialTarget,
  BURNER_AFTER,
  gaugeIn,
  gaugeScale,
  openMs,
  toldIn,
  holdBand,
  pressureOn,
  psi,
  type LoadSetup,
  type LoadStage,
  type UnitSystem,
} from '@kelvit/core'
import type { LoadView } from './load-view'

/** The one thing to do now, in the cook's words. */
export function sentence(
  { load, state, now }: LoadView,
  cushionPsi: number,
  units: UnitSystem,
): string {
  const { setup } = load
  // What is due stands in the place of what goes on; who watched is asked below.
  if (now.prompt && now.prompt.kind !== 'watched') return now.prompt.sentence
  const weighted = setup.regulatedBy === 'weighted'
  const band = holdBand(setup, cushionPsi)
  const gauge = gaugeScale(toldIn(setup, units))
  const figure = (p: number): string => gauge.say(gauge.target(p))
  switch (state.stage) {
    case 'planned':
      return 'Ready when you are.'
    case 'preparing':
      return 'Warm the canner water and the jars. Look through the vent.'
    case 'filling':
      return 'Fill, debubble, measure, wipe, lid, band.'
    case 'heating':
      return state.ventAgain
        ? 'Vent again. If there’s pressure, turn the heat off and wait for zero. Then weight off, heat on high.'
        : 'Heat on high, weight off. Wait for a steady column of steam.'
    case 'venting':
      if (state.steamSteadySince === null)
        return 'Bring the steam back. The 10 minutes start again.'
      return 'Let it vent. Weight stays off.'
    case 'climbing':
      if (state.restarts > 0)
        return `Bring it back to ${weighted ? 'a rocking weight' : `${figure(band.from)} ${gauge.unit}`}. The time starts again.`
      return weighted
        ? 'Bring it up until the weight rocks as its maker says.'
        : `Bring it up to ${figure(band.from)} ${gauge.unit}, slower near the top.`
    case 'processing':
      return weighted
        ? 'Keep it rocking. Small changes only.'
        : // Few dials have kilopascals alone: said with the figure, they are not taken for psi.
          `Hold it at ${figure(band.from)}–${figure(band.to)}${gauge.unit === 'psi' ? '' : ` ${gauge.unit}`}. Small changes only.`
    case 'cooling':
      return 'Leave it alone while it cools.'
    case 'resting':
      return 'Weight off. Wait before the lid comes off.'
    case 'unloading':
      return openMs(setup, state.openTonight) > 0
        ? `Lid off. Leave the jars in the open canner for ${openMs(setup, state.openTonight) / 60_000} minutes.`
        : 'Take the jars out. Set them upright, an inch apart, out of drafts.'
    case 'standing':
      return 'Leave them alone. Don’t press a lid or tighten a band.'
    case 'checked':
      return 'Checked and put away.'
    case 'aborted':
      return 'Stopped. Refrigerate or freeze the food.'
  }
}

/** The caution that belongs to the action, short and calm. */
export function caution({ load, state, canner }: LoadView, units: UnitSystem): string | undefined {
  const gauge = gaugeScale(toldIn(load.setup, units))
  const figure = (p: number): string => gauge.say(gauge.target(p))
  const target =
    load.setup.regulatedBy === 'weighted'
      ? 'stops rocking'
      : `drops below ${figure(dialTarget(load.setup))}`
  switch (state.stage) {
    case 'preparing':
      return 'Water as the manual says. The water doesn’t cover the jars. Hold the vent to the light.'
    case 'heating':
    case 'venting':
      return 'Air left inside makes the canner cooler at the same pressure. Vent ten full minutes by the clock.'
    case 'climbing':
    case 'processing':
      return `${
        load.setup.regulatedBy === 'dial' && load.setup.gaugeErrorPsi !== 0
          ? `Your dial reads ${gauge.off(load.setup.gaugeErrorPsi)} ${load.setup.gaugeErrorPsi > 0 ? 'high' : 'low'}, so ${figure(dialTarget(load.setup))} on it is the tested ${figure(load.setup.psi)}. `
          : ''
      }If it ${target}, bring it back up: the ${load.setup.minutes} minutes start again. Somebody stays with the canner. Its manual comes first.`
    case 'cooling':
      return `Use no cold water and don’t lift the weight. Slow cooling is part of the process.${canner?.standsOn ? ` ${BURNER_AFTER[canner.standsOn]}` : ''}`
    case 'resting':
    case 'unloading':
      return 'Put them on a towel or board, never on a cold surface. They still boil inside; that’s normal.'
    case 'standing':
      return 'A lid that pulls down only proves a vacuum. The process makes the jar safe.'
    default:
      return undefined
  }
}

/** What is not as it was planned, a sentence each; the pressure once, as it is read here. */
export function changeWords(planned: LoadSetup, now: LoadSetup, units: UnitSystem): string[] {
  const changed = changedFigures(planned, now).map((c) => c.what)
  const words: string[] = []
  if (
    changed.includes('psi') ||
    changed.includes('gaugeErrorPsi') ||
    changed.includes('regulatedBy')
  )
    words.push(
      `Pressure: planned ${onGauge(planned, units)}; it now runs at ${onGauge(now, units)}.`,
    )
  if (changed.includes('minutes'))
    words.push(`Process: planned ${planned.minutes} minutes; it takes ${now.minutes}.`)
  if (changed.includes('restMinutes'))
    words.push(`Rest: planned ${planned.restMinutes} minutes; it takes ${now.restMinutes}.`)
  return words
}

/** The target as this load's gauge reads it, with its reason. */
const onGauge = (setup: LoadSetup, units: UnitSystem): string =>
  pressureOn(gaugeIn(setup), psi(setup.psi), units)

export const STAGE_WORDS: Readonly<Record<LoadStage, string>> = {
  planned: 'planned',
  preparing: 'Prepare',
  filling: 'Fill',
  heating: 'Heat',
  venting: 'Vent',
  climbing: 'Climb',
  processing: 'Process',
  cooling: 'Cool',
  resting: 'Rest',
  unloading: 'Unload',
  standing: 'Stand',
  checked: 'checked',
  aborted: 'stopped',
}
