import { formOf } from '../../method/foods'
import { quartsOf } from '../../method/jar-size'
import { pounds, type Pounds } from '../../quantity/units'
import type { JarSize } from '../../words'
import { draws, type SeasonModel, type SeasonPlan, type SupplyLine } from './model'

/** Jars that are in no load because something runs out. */
export interface Shortage {
  readonly line: SupplyLine
  /** Pieces that are missing for the jars left out. */
  readonly short: number
  /** ISO day on which the last piece is drawn. */
  readonly onDate: string
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
      return short > 0 ? [{ line, short, onDate: model.days[out]?.date ?? '' }] : []
    })
    .sort((a, b) => a.onDate.localeCompare(b.onDate))
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

/** Jars of another size that stand empty while some of a lot have none: what to put it in instead. */
export interface OtherJars {
  readonly lotId: string
  readonly foodId: string
  /** Jars of the lot that are in no load and have no jar of its own size. */
  readonly left: number
  /** Jars of the lot's own size that the house has for the season. */
  readonly owned: number
  readonly to: JarSize
  /** Jars of that size and mouth that the plan leaves empty. */
  readonly empty: number
}

/**
 * Lots that a plan leaves out for want of their jars while tested jars of another size stand
 * empty, the most jars first.
 */
export function otherJars(model: SeasonModel, plan: SeasonPlan): readonly OtherJars[] {
  const open = model.lots.map((l) => l.jars)
  for (const load of plan.loads)
    for (const p of load.portions) open[p.lot] = (open[p.lot] ?? 0) - p.jars
  const lines = model.supplies.filter((l) => l.kind === 'jars')
  const leftOf = (line: SupplyLine): number =>
    (line.stock.at(-1) ?? 0) - drawnFrom(model, plan, line).reduce((a, b) => a + b, 0)
  return model.lots
    .flatMap((lot, i): OtherJars[] => {
      const own = lines.find((l) => draws(l, lot.jar, lot.mouth))
      // A few of its own may be left that are too few for a load.
      const left = own ? (open[i] ?? 0) - leftOf(own) : 0
      if (left <= 0 || !own) return []
      const tested = formOf(lot.formId)?.form.minutes ?? {}
      const others = lines.flatMap((line) =>
        line.jar &&
        line.jar !== lot.jar &&
        line.mouth === lot.mouth &&
        tested[line.jar] !== undefined
          ? [{ to: line.jar, empty: leftOf(line) }]
          : [],
      )
      const [best] = others.filter((o) => o.empty > 0).sort((a, b) => b.empty - a.empty)
      return best
        ? [{ lotId: lot.id, foodId: lot.foodId, left, owned: own.stock.at(-1) ?? 0, ...best }]
        : []
    })
    .sort((a, b) => b.left - a.left)
}

/** What of a lot goes into the jars that are empty. */
interface PutIntoOthers {
  /** Jars of the lot's own size that this is. */
  readonly jars: number
  /** Pounds of it, to a tenth; all of the lot where less than a jar would be left. */
  readonly lb: Pounds
  readonly whole: boolean
}

/**
 * As much of a lot as the empty jars of another size hold, its pounds in proportion.
 * @param makes jars of its own size that the whole lot makes; more than none.
 */
export function putIntoOthers(
  lot: { readonly lb: Pounds; readonly jar: JarSize },
  makes: number,
  { left, to, empty }: Pick<OtherJars, 'left' | 'to' | 'empty'>,
): PutIntoOthers {
  const jars = Math.min(left, (empty * quartsOf(to)) / quartsOf(lot.jar))
  const whole = jars > makes - 1
  return { jars, whole, lb: whole ? lot.lb : pounds(Math.round((jars / makes) * lot.lb * 10) / 10) }
}
