import { additionsPerJar } from '../method/additions'
import { formOf } from '../method/foods'
import { quartsOf } from '../method/jar-size'
import { isOpenLot, type JarSize, type Mouth } from '../words'
import type { Book } from './book'
import { likelyJars, quartsFilled } from './lots'
import { emptyJars } from './stock'
import { balanceSupplies, supplyId, type PlannedJars, type SupplyBalance } from './supplies'

type StockBook = Pick<
  Book,
  | 'household'
  | 'jarGroups'
  | 'lidLots'
  | 'supplies'
  | 'jars'
  | 'lots'
  | 'loads'
  | 'yields'
  | 'plan'
  | 'today'
>

/** Jars of one form on a day, with what goes into them. */
function jarsBy(
  book: Pick<Book, 'household'>,
  by: string,
  what: { readonly formId: string; readonly jar: JarSize; readonly mouth: Mouth },
  jars: number,
): readonly PlannedJars[] {
  const form = formOf(what.formId)?.form
  if (!form || jars <= 0) return []
  const { jar, mouth } = what
  const added = additionsPerJar(form, jar)
  return [
    {
      ...{ by, jar, mouth, jars },
      saltTspPerJar: book.household.settings.salt ? added.saltTsp : 0,
      citricAcidTspPerJar: added.acid?.citricAcidTsp ?? 0,
    },
  ]
}

/** What the lots in the house and on the way will draw: on the season plan's days, the rest by its can-by. */
function plannedJars(book: StockBook): readonly PlannedJars[] {
  const { lots, loads, plan, today } = book
  const portions = loads.flatMap((l) => l.portions)
  const notBefore = (day: string): string => (day < today ? today : day)
  return lots.filter(isOpenLot).flatMap((lot): readonly PlannedJars[] => {
    const planned = plan.flatMap((l) =>
      l.portions.flatMap((p) => (p.lotId === lot.id ? [{ p, on: l.onDate }] : [])),
    )
    const mouth = portions.find((p) => p.lotId === lot.id)?.mouth ?? 'regular'
    // By volume: a load of the plan may have another size than the lot has by now.
    const placed = planned.reduce(
      (q, { p }) => q + p.jars * quartsOf(p.jar),
      quartsFilled(book, lot.id),
    )
    const rest = likelyJars(book, lot) - Math.round(placed / quartsOf(lot.jar))
    return [
      ...planned.flatMap(({ p, on }) => jarsBy(book, notBefore(on), p, p.jars)),
      ...jarsBy(book, notBefore(lot.canBy), { ...lot, mouth }, rest),
    ]
  })
}

function onHandOf(book: StockBook): ReadonlyMap<string, number> {
  const onHand = new Map<string, number>()
  for (const { jar, mouth } of book.jarGroups)
    onHand.set(supplyId({ kind: 'jars', jar, mouth }), emptyJars(book, jar, mouth) ?? 0)
  for (const l of book.lidLots) {
    const id = supplyId({ kind: 'lids', mouth: l.mouth })
    onHand.set(id, (onHand.get(id) ?? 0) + l.left)
  }
  for (const s of book.supplies) onHand.set(s.kind, s.amount)
  return onHand
}

/** Supplies against the season, the first shortage first. */
export const seasonBalance = (book: StockBook): readonly SupplyBalance[] =>
  balanceSupplies(plannedJars(book), onHandOf(book), book.household.settings.bandsOff)
