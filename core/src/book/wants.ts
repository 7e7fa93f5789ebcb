import { beliefOf } from '../harvest/estimate'
import { surely } from '../harvest/wanted'
import { portionFood } from '../method/food-name'
import { foodIdOf } from '../method/mixed-name'
import { daysBetween } from '../time/dates'
import { isOpenLot, type JarSize } from '../words'
import { formOf } from '../method/foods'
import { quartsOf } from '../method/jar-size'
import type { Book, BookLot } from './book'
import { jarsUnplanned, jarsWithoutEvening } from './lots'
import { harvestAfter, viewNeed } from './need-view'

/** How much of a food is wanted yet; a food that is not named is wanted whole. */
export interface FoodWant {
  readonly foodId: string
  /** What the season's lots still have to give, quarts in jars; 0 where enough is there already. */
  readonly quarts: number
  /** Nobody eats it: not even a jar to give away is wanted. */
  readonly nobody?: boolean
}

/** Stages after which a load's jars are on the shelf, or never will be. */
const OVER = new Set(['checked', 'aborted'])

type WantBook = Pick<Book, 'needs' | 'jars' | 'loads' | 'lots' | 'yields' | 'today'>

/**
 * How much of each food the season's lots still have to give: what Needs say is eaten until
 * its next harvest, less what will be good on the shelf and what is in a load, in quarts, and
 * so much more that it is enough as surely as the household wants. Foods without a need, and
 * those of which all is put up, are not among them: all of what comes in is canned.
 */
export const wantsOf = (book: WantBook): readonly FoodWant[] =>
  book.needs
    .filter((need) => !need.putUpAll)
    .map((need): FoodWant => {
      // What is in a load is neither on the shelf nor with the season's lots.
      const until = { ...need, nextHarvestOn: harvestAfter(need, book) }
      const { balance } = viewNeed(until, { ...book, lots: [], loads: [] })
      const inLoads = book.loads
        .filter((l) => !OVER.has(l.stage) && l.judgement?.verdict !== 'not-processed')
        .flatMap((l) => l.portions)
        .filter((p) => portionFood(p) === need.foodId)
        .reduce((n, p) => n + (p.filled ?? p.jars) * quartsOf(p.jar), 0)
      const form = formOf(need.formId)?.form
      const sure = form ? surely(beliefOf(form, book.yields, book.today), need.certainty) : 1
      const eaten = balance.needed > 0
      return {
        foodId: need.foodId,
        quarts: Math.max(0, balance.toCan * quartsOf(need.jar) - inLoads) * sure,
        ...(eaten ? {} : { nobody: true }),
      }
    })

/** The last jars of a lot that are not worth a load of their own, whatever their size. */
export const ODD_JARS = 3

/** Jars of a lot that are in no load, of all that the season has of it. */
export interface OpenJars {
  readonly foodId: string
  readonly jar: JarSize
  readonly jars: number
  readonly open: number
  /** How many of them may be left over: none where all of it is put up. */
  readonly odd: number
}

/**
 * Of the jars of each lot that are in no load, those that are still wanted. The others are to
 * eat, freeze or give: more than is wanted of their food, or too few for a load.
 * @param lots all that the season has, the soonest to be canned first.
 */
export function stillWanted(
  lots: readonly OpenJars[],
  wants: readonly FoodWant[],
): readonly number[] {
  const left = new Map(
    wants.map((want) => {
      const canned = lots
        .filter((l) => l.foodId === want.foodId)
        .reduce((n, l) => n + (l.jars - l.open) * quartsOf(l.jar), 0)
      return [want.foodId, Math.max(0, want.quarts - canned)]
    }),
  )
  return lots.map(({ foodId, jar, open, odd }) => {
    if (open <= odd) return 0
    const quarts = left.get(foodId) ?? Infinity
    const wanted = Math.min(open, Math.ceil(quarts / quartsOf(jar) - 1e-9))
    left.set(foodId, quarts - wanted * quartsOf(jar))
    return wanted
  })
}

/** An open lot with its jars that have neither a load nor a day. */
export interface LotWithoutEvening<L extends BookLot> {
  readonly lot: L
  /** Still wanted: they need an evening. */
  readonly wanted: number
  /** To eat, freeze or give. */
  readonly spare: number
}

type EveningBook<L extends BookLot> = Omit<WantBook, 'lots'> &
  Pick<Book, 'plan'> & { readonly lots: readonly L[] }

/** Open lots with jars that have no evening, the soonest to be canned first. */
export function lotsWithoutEvening<L extends BookLot>(
  book: EveningBook<L>,
): readonly LotWithoutEvening<L>[] {
  const all = new Set(book.needs.filter((n) => n.putUpAll).map((n) => n.foodId))
  const lots = book.lots.filter(isOpenLot).sort((a, b) => a.canBy.localeCompare(b.canBy))
  const open = lots.map((lot): OpenJars => {
    const foodId = foodIdOf(lot.foodId, lot.jarOf)
    return {
      foodId,
      jar: lot.jar,
      jars: jarsUnplanned(book, lot),
      open: jarsWithoutEvening(book, lot),
      odd: all.has(foodId) ? 0 : ODD_JARS,
    }
  })
  const wanted = stillWanted(open, wantsOf(book))
  return lots
    .map((lot, i) => ({
      lot,
      wanted: wanted[i] ?? 0,
      spare: (open[i]?.open ?? 0) - (wanted[i] ?? 0),
    }))
    .filter((l) => l.wanted + l.spare > 0)
}

/** Days before its can-by on which a lot begins to be due. */
const DUE_DAYS = 1

/** Lots in the house that are to be canned by tomorrow, or are late, and have wanted jars without an evening. */
export const dueLots = <L extends BookLot>(book: EveningBook<L>): readonly L[] =>
  lotsWithoutEvening(book)
    .filter(
      ({ lot, wanted }) =>
        wanted > 0 && lot.state === 'in-house' && daysBetween(book.today, lot.canBy) <= DUE_DAYS,
    )
    .map(({ lot }) => lot)
