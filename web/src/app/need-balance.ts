import type { Jar, LoadWithEvents, Lot, NeedRow } from '@kelvit/contract'
import {
  balanceOf,
  coverage,
  estimateJars,
  foodOf,
  formOf,
  goodInTime,
  jarsToCome,
  learnYield,
  lotYields,
  pounds,
  publishedYield,
  quartsOf,
  wantedFor,
  type Balance,
  type Coming,
  type CoverageWeek,
} from '@kelvit/core'

type Wanted = ReturnType<typeof wantedFor>

export interface NeedView {
  readonly need: NeedRow
  readonly balance: Balance
  readonly weeks: readonly CoverageWeek[]
  readonly wanted: Wanted | null
}

interface Stock {
  readonly jars: readonly Jar[]
  readonly lots: readonly Lot[]
  readonly loads: readonly LoadWithEvents[]
  readonly today: string
}

/** What a need comes to: jars on the shelf that will still be good, planned, still to can, and the year's coverage. */
export function viewNeed(need: NeedRow, stock: Stock): NeedView {
  const { today } = stock
  const found = formOf(need.formId)
  const food = foodOf(need.foodId)
  // Jars of other sizes count by their volume.
  const asJars = (size: Jar['jar'], n: number): number => (n * quartsOf(size)) / quartsOf(need.jar)
  const shelf = stock.jars
    .filter((j) => j.foodId === need.foodId && j.state === 'on-shelf' && !j.recipeId)
    .map((j) => ({ bestBy: j.bestBy, jars: asJars(j.jar, 1) }))
  const portions = stock.loads.flatMap((l) => l.portions)
  const own = lotYields(stock.lots, portions, need.formId, today).filter((y) => !y.excluded)
  const belief = found ? learnYield(publishedYield(found.form), own) : undefined
  const coming = stock.lots
    .filter((l) => l.foodId === need.foodId && (l.state === 'in-house' || l.state === 'expected'))
    .map((l): Coming => {
      const form = formOf(l.formId)?.form
      const learned = l.formId === need.formId && belief ? belief : form && publishedYield(form)
      return {
        on: l.canBy < today ? today : l.canBy,
        // What is in jars already is counted where it stands.
        jars: learned
          ? asJars(
              l.jar,
              jarsToCome(l, estimateJars(pounds(l.lb), learned, l.jar).likely, portions),
            )
          : 0,
      }
    })
  const standing = stock.loads
    .filter((l) => l.stage !== 'checked' && l.stage !== 'aborted' && l.stage !== 'planned')
    .flatMap((l) => l.portions)
    .filter((p) => formOf(p.formId)?.food.id === need.foodId)
    .reduce((n, p) => n + asJars(p.jar, p.filled ?? 0), 0)
  const all = standing > 0 ? [...coming, { on: today, jars: standing }] : coming
  const planned = all.filter((c) => c.on <= need.nextHarvestOn).reduce((n, c) => n + c.jars, 0)
  const good = Math.floor(goodInTime(need, today, shelf) + 1e-9)
  const balance = balanceOf(need, today, good, Math.floor(planned))
  return {
    need,
    balance,
    weeks: coverage(need, today, shelf, all),
    wanted:
      found && food && belief && balance.toCan > 0
        ? wantedFor(balance.toCan, need.jar, belief, need.certainty, food, found.form)
        : null,
  }
}

/** Share of the year's meals from jars that are covered by shelf or plan, 0 to 1; null when nothing is eaten. */
export function coveredShare(views: readonly NeedView[]): number | null {
  const weeks = views.flatMap((v) => v.weeks).filter((w) => w.kind !== 'fresh')
  return weeks.length === 0 ? null : weeks.filter((w) => w.kind !== 'gap').length / weeks.length
}
