import { beliefOf, estimateJars } from '../harvest/estimate'
import { formOf } from '../method/foods'
import { quartsOf } from '../method/jar-size'
import { pounds } from '../quantity/units'
import type { Book, BookLot, BookPortion } from './book'

/** Quarts of a lot that these portions hold, all sizes by their volume. */
const quartsIn = (
  portions: readonly BookPortion[],
  lotId: string,
  jarsOf: (p: BookPortion) => number,
): number =>
  portions.filter((p) => p.lotId === lotId).reduce((q, p) => q + jarsOf(p) * quartsOf(p.jar), 0)

/** Quarts that were really filled from a lot so far. */
export const quartsFilled = (book: Pick<Book, 'loads'>, lotId: string): number =>
  quartsIn(
    book.loads.flatMap((l) => l.portions),
    lotId,
    (p) => p.filled ?? 0,
  )

/**
 * The likely whole jars that a lot makes in all, in its own jar size, by the published
 * yield and the household's own lots; 0 for a form that is not in the tables.
 */
export function likelyJars(
  book: Pick<Book, 'yields' | 'today'>,
  lot: Pick<BookLot, 'formId' | 'lb' | 'jar'>,
): number {
  const form = formOf(lot.formId)?.form
  if (!form) return 0
  return estimateJars(pounds(lot.lb), beliefOf(form, book.yields, book.today), lot.jar).likely
}

/**
 * Jars that are still to come of a lot, in its own jar size: what it will likely make
 * less what was filled from it, also in other sizes by their volume. Never negative;
 * may be a part of one.
 */
export const jarsToCome = (
  book: Pick<Book, 'yields' | 'today' | 'loads'>,
  lot: Pick<BookLot, 'id' | 'formId' | 'lb' | 'jar'>,
): number => Math.max(0, likelyJars(book, lot) - quartsFilled(book, lot.id) / quartsOf(lot.jar))

/**
 * Whole jars of a lot that no load holds yet: its likely number less what is filled and
 * what is planned in loads that were not stopped. Never negative.
 */
export function jarsUnplanned(
  book: Pick<Book, 'yields' | 'today' | 'loads'>,
  lot: Pick<BookLot, 'id' | 'formId' | 'lb' | 'jar'>,
): number {
  const portions = book.loads.filter((l) => l.stage !== 'aborted').flatMap((l) => l.portions)
  const held = quartsIn(portions, lot.id, (p) => p.filled ?? p.jars)
  return Math.max(0, likelyJars(book, lot) - Math.round(held / quartsOf(lot.jar)))
}
