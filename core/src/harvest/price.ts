import type { Food } from '../method/data/types'
import { complain, type Complaint } from './complaint'
import { moneyAhead } from './money'
import { measureNamed, pieceOf, poundsEach, type HouseholdContainer, type Measure } from './measure'

const WHOLE =
  /^\s*(?:,|for)?\s*(?:the lot|the lots?|all|in all|for all|altogether|total|in total)$/i
const EACH = /^\s*(?:each|apiece|a piece|per piece|\/\s*(?:ea|pc|piece)\.?)$/i
const PER = /^\s*(?:\/|per|a|an|the)\s*(.+)$/i
const DOZEN = /^(?:doz(?:en)?|dz)\.?$/i
const MOST_PER_LB = 10000

/** What a price is for: its words, the crop, and how much of it came. */
interface PricedLot {
  readonly text: string
  readonly food: Food
  readonly pounds: number
  readonly containers: readonly HouseholdContainer[]
  /** Pounds of one bag or box that was counted: a bare price is for one of them. */
  readonly each?: number
}

const unclear = (text: string): Complaint =>
  complain(
    'price',
    text.trim(),
    'Say what the price is for, such as “@ 0.85/lb”, “@ 22/bu”, “@ 4 a dozen” or “@ 30 for all”.',
  )

/**
 * A price per pound from what was said of it: per unit of weight or measure, per piece or
 * dozen, or for the whole lot; with any money's sign or name before or behind the figure.
 * @returns the household's currency per pound, or a complaint.
 */
export function readPrice(priced: PricedLot): number | Complaint {
  const { text, food, pounds } = priced
  const read = moneyAhead(text)
  if (!read) return unclear(text)
  const per = poundsOf(read.rest.trim(), priced)
  if (per === undefined) return unclear(text)
  if (typeof per !== 'number')
    return complain(
      'price',
      text.trim(),
      per.why,
      per.asks ? { asks: { name: per.asks, food } } : {},
    )
  const perLb = read.value / per
  if (!(perLb >= 0)) return unclear(text)
  return perLb <= MOST_PER_LB
    ? perLb
    : complain(
        'price',
        text.trim(),
        `That price is too high for ${Math.round(pounds)} lb to be right.`,
      )
}

/** Pounds that a price is for; why they are not known; undefined when it does not say. */
function poundsOf(
  words: string,
  { food, pounds, containers, each: counted }: PricedLot,
): number | { readonly why: string; readonly asks?: string } | undefined {
  const piece: Measure = pieceOf(food)
  const weigh = (measure: Measure, n = 1) => {
    const each = poundsEach(measure, food)
    return typeof each === 'number' ? each * n : { why: each.why, asks: measure.name }
  }
  if (WHOLE.test(words)) return pounds
  if (counted !== undefined && (words === '' || EACH.test(words))) return counted
  if (EACH.test(words)) return weigh(piece)
  const unit = PER.exec(words)?.[1]?.trim() ?? ''
  if (unit === '') return undefined
  if (DOZEN.test(unit)) return weigh(piece, 12)
  const measure = measureNamed(unit, containers)
  return measure && weigh(measure)
}
