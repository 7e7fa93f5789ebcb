import { draws, type SeasonModel, type SeasonPlan, type SupplyLine } from './model'

/** Jars that are in no load because something runs out. */
export interface Shortage {
  readonly line: SupplyLine
  /** Pieces that are missing for the jars left out. */
  readonly short: number
  /** ISO day on which the last piece is drawn. */
  readonly on: string
}

/** What a plan draws from a supply line on each day, fixed loads included. */
export function drawnFrom(model: SeasonModel, plan: SeasonPlan, line: SupplyLine): Float64Array {
  const drawn = new Float64Array(model.days.length)
  for (const f of model.fixed)
    if (draws(line, f.jar, f.mouth)) drawn[f.day] = (drawn[f.day] ?? 0) + f.toFill
  for (const load of plan.loads)
    for (const p of load.portions) {
      const lot = model.lots[p.lot]
      if (lot && draws(line, lot.jar, lot.mouth)) drawn[load.day] = (drawn[load.day] ?? 0) + p.jars
    }
  return drawn
}

/** What runs out in a plan, how many are missing, and when: the earliest first. */
export function shortagesOf(model: SeasonModel, plan: SeasonPlan): readonly Shortage[] {
  const open = model.lots.map((l) => l.jars)
  for (const load of plan.loads)
    for (const p of load.portions) open[p.lot] = (open[p.lot] ?? 0) - p.jars
  return model.supplies
    .flatMap((line): Shortage[] => {
      const out = dayItEnds(line, drawnFrom(model, plan, line))
      if (out < 0) return []
      const short = model.lots.reduce(
        (n, lot, i) => (draws(line, lot.jar, lot.mouth) ? n + Math.max(0, open[i] ?? 0) : n),
        0,
      )
      return short > 0 ? [{ line, short, on: model.days[out]?.date ?? '' }] : []
    })
    .sort((a, b) => a.on.localeCompare(b.on))
}

/** The day on which the last piece is drawn, −1 when some are left to the end. */
function dayItEnds(line: SupplyLine, drawn: Float64Array): number {
  const stock = line.stock.at(-1) ?? 0
  let sum = 0
  for (const [d, n] of drawn.entries()) {
    sum += n
    if (sum >= stock - 1e-6) return d
  }
  return -1
}
