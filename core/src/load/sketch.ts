import type { LoadSetup } from './setup'
import type { LoadState } from './state'

/** A load's pressure over time, small enough for a list of loads. Times are minutes from where it begins. */
export interface LoadSketch {
  /** How long it goes on. */
  readonly minutes: number
  /** What it was held at, psi. */
  readonly target: number
  /** The pressure, psi: what was read, and where nothing was read the target while the clock ran. */
  readonly points: readonly (readonly [minute: number, psi: number])[]
  /** When the clock ran, and where it broke off to start again. */
  readonly runs: readonly (readonly [from: number, to: number])[]
  readonly broke: readonly number[]
}

const MIN_MS = 60_000

/**
 * The course of a load that is over, from the weight on its vent to the opened lid.
 * @returns null for a load that never came under pressure.
 */
export function sketchOf(setup: LoadSetup, state: LoadState): LoadSketch | null {
  const { entered, runs, readings } = state
  const first = runs[0]?.from ?? readings[0]?.at
  if (first === undefined) return null
  const from = Math.min(first, entered.climbing ?? entered.heating ?? first)
  const last = runs.at(-1)
  const off = state.heatOffAt ?? last?.provenTo ?? last?.from ?? first
  const end = Math.max(off, entered.unloading ?? entered.standing ?? entered.resting ?? off)
  const at = (moment: number): number => Math.round(((moment - from) / MIN_MS) * 10) / 10
  const held = runs.flatMap((r): [number, number][] =>
    r.provenTo === null
      ? [[r.from, setup.psi]]
      : [
          [r.from, setup.psi],
          [r.provenTo, setup.psi],
        ],
  )
  const read = readings
    .filter((r) => r.at >= from && r.at <= end)
    .map((r) => [r.at, r.psi] as const)
  // What was read leads over what is only known to have been reached.
  const points = [
    [from, 0] as const,
    ...held.filter(([t]) => !read.some(([other]) => Math.abs(other - t) < MIN_MS)),
    ...read,
    [Math.max(entered.resting ?? end, off), 0] as const,
  ].sort(([a], [b]) => a - b)
  return {
    minutes: at(end),
    target: setup.psi,
    points: points.map(([t, p]) => [at(t), p] as const),
    runs: runs.flatMap((r) => (r.provenTo === null ? [] : [[at(r.from), at(r.provenTo)] as const])),
    broke: runs.slice(0, -1).map((r) => at(r.provenTo ?? r.from)),
  }
}
