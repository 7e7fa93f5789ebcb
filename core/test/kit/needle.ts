import { isSteady, startCanner, stepCanner, type Lesson, type PracticeState } from '../../src'

const STEP_S = 10
const VENT_S = 600
/** A hand is at the knob this often, seconds; on the phone it is away for this long. */
const LOOK_S = 60
const AWAY_S = 600
/** A canner that does not come to steam or to pressure is given up after this, seconds. */
const PATIENCE_S = 50 * 60

/**
 * What the needle shows minute by minute, psi, when somebody sensible looks every minute: full
 * heat until the steam is steady, ten minutes of venting, up to the target, held for the
 * lesson's minutes, then off. It shows how a fault looks, not how well anybody can do.
 */
export function needleOf({ options, minutes, phoneAtS }: Lesson, target: number): number[] {
  let s = startCanner(options)
  const shown = [0]
  const away = (): boolean =>
    phoneAtS !== undefined && s.seconds >= phoneAtS && s.seconds < phoneAtS + AWAY_S
  const run = (
    heat: (s: PracticeState) => number,
    weightOn: boolean,
    most: number,
    done: (s: PracticeState) => boolean = () => false,
  ): void => {
    const end = s.seconds + most
    let now = heat(s)
    for (let t = 0; s.seconds < end && !done(s); t += STEP_S) {
      if (t % LOOK_S === 0 && !away()) now = heat(s)
      s = stepCanner(s, { heat: now, weightOn }, STEP_S)
      if (s.seconds % 60 < STEP_S) shown.push(Math.round(s.dialPsi * 10) / 10)
    }
  }
  run(() => 1, false, PATIENCE_S, isSteady)
  run(() => 0.8, false, VENT_S)
  run(
    (x) => (x.dialPsi > target - 1.5 ? 0.6 : 1),
    true,
    PATIENCE_S,
    (x) => x.dialPsi >= target,
  )
  let base = 0.3
  const ease = (x: PracticeState): number => {
    const off = target + 0.4 - x.dialPsi
    base = Math.max(0, Math.min(1, base + off * 0.01))
    return Math.max(0, Math.min(1, base + off * 0.2))
  }
  run(ease, true, minutes * 60)
  run(
    () => 0,
    true,
    PATIENCE_S * 2,
    (x) => x.dialPsi <= 0.05,
  )
  return shown
}
