import { capacityFor, minimumFor } from '../../load/capacity'
import { fixedTimes } from './cost'
import { runMinutes, type LoadTimes } from './length'
import { draws, fade, weightsOf, type SeasonModel } from './model'

/** What a lot is to a canner: how many fit, how few may run, and with what it may share. */
export interface Fit {
  readonly capacity: number
  readonly least: number
  readonly minutes: number
  /** Loads of one group have one pressure, jar size and mouth. */
  readonly group: number
}

/** What never changes while a season is planned, looked up once. */
export interface Facts {
  /** By lot, then canner; null where it cannot be canned there. */
  readonly fits: readonly (readonly (Fit | null)[])[]
  /** Minutes from heat on to the last jar out, without the process, by canner. */
  readonly baseRun: Float64Array
  readonly fixed: readonly (readonly LoadTimes[])[]
  /** Supply lines each lot draws from, of those that can run short. */
  readonly linesOf: readonly (readonly number[])[]
  /** Lots by how long they can wait, then by the day they must be canned, then the larger. */
  readonly urgent: readonly number[]
  /** Lost quality of one jar, by lot and days since it came. */
  readonly fade: readonly Float64Array[]
  /** By lot, a small number for its food. */
  readonly food: Int32Array
  /** By lot, jars on each day in the plan people have; none for a lot that is new in it. */
  readonly before: readonly (Int32Array | undefined)[] | undefined
}

/** Supply lines that can run short at all: there are fewer pieces on some day than jars that draw on them. */
function scarceLines(model: SeasonModel): readonly number[] {
  return model.supplies.flatMap((line, i) => {
    const wanted = [
      ...model.lots,
      ...model.fixed.map((f) => ({ jar: f.jar, mouth: f.mouth, jars: f.toFill })),
    ]
    const most = wanted.reduce((n, l) => n + (draws(line, l.jar, l.mouth) ? l.jars : 0), 0)
    return Math.min(Infinity, ...line.stock) < most ? [i] : []
  })
}

function foodsOf(model: SeasonModel): Int32Array {
  const names = [...new Set(model.lots.map((l) => l.foodId))]
  return Int32Array.from(model.lots, (l) => names.indexOf(l.foodId))
}

function beforeOf(model: SeasonModel): Facts['before'] {
  if (!model.before || weightsOf(model).moved === 0) return undefined
  const had = new Set(model.before.map((b) => b.lot))
  const jars = model.lots.map((_, i) =>
    had.has(i) ? new Int32Array(model.days.length) : undefined,
  )
  for (const b of model.before) {
    const days = jars[b.lot]
    if (days) days[b.day] = (days[b.day] ?? 0) + b.jars
  }
  return jars
}

export function factsOf(model: SeasonModel): Facts {
  const scarce = scarceLines(model)
  const groups = new Map<string, number>()
  const group = (key: string): number => {
    const had = groups.get(key) ?? groups.size
    groups.set(key, had)
    return had
  }
  const fits = model.lots.map((lot) =>
    model.canners.map((canner, c): Fit | null => {
      const process = lot.processes[c]
      const capacity = capacityFor(canner.capacity, lot.jar, lot.mouth)
      const least = minimumFor(canner.minimum, lot.jar)
      if (!process || capacity < least) return null
      const key = `${process.psi} ${lot.jar} ${lot.mouth}`
      return { capacity, least, minutes: process.minutes, group: group(key) }
    }),
  )
  return {
    fits,
    baseRun: Float64Array.from(model.canners, (c) => runMinutes(c.stageMinutes, 0)),
    fixed: fixedTimes(model),
    linesOf: model.lots.map((lot) =>
      scarce.filter((i) => {
        const line = model.supplies[i]
        return line && draws(line, lot.jar, lot.mouth)
      }),
    ),
    urgent: model.lots
      .map((l, i) => ({ i, keeps: l.due - l.arrived, due: l.due, jars: l.jars }))
      .sort((a, b) => a.keeps - b.keeps || a.due - b.due || b.jars - a.jars || a.i - b.i)
      .map((x) => x.i),
    food: foodsOf(model),
    before: beforeOf(model),
    fade: model.lots.map((lot) => {
      const first = Math.max(0, lot.arrived)
      const span = Math.max(0, Math.min(model.days.length - 1, lot.due) - first + 1)
      return Float64Array.from({ length: span }, (_, i) => fade(lot, first + i))
    }),
  }
}
