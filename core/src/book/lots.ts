import { beliefOf, estimateJars } from '../harvest/estimate'
import { formOf } from '../method/foods'
import { quartsOf } from '../method/jar-size'
import { pounds } from '../quantity/units'
import type { Book, BookLot, BookPortion } from './book'

/** Quarts of a lot that these portions hold, all sizes by their volume. */
const quartsIn = <P extends Pick<BookPortion, 'lotId' | 'jar'>>(
  portions: readonly P[],
  lotId: string,
  jarsOf: (p: P) => number,
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

/** Quarts of a lot in loads that were not stopped: what is filled, else what is planned. */
const quartsHeld = (loads: Book['loads'], lotId: string): number =>
  quartsIn(
    loads.filter((l) => l.stage !== 'aborted').flatMap((l) => l.portions),
    lotId,
    (p) => p.filled ?? p.jars,
  )

/**
 * Whole jars of a lot that no load holds yet: its likely number less what is filled and
 * what is planned in loads that were not stopped. Never negative.
 */
export const jarsUnplanned = (
  book: Pick<Book, 'yields' | 'today' | 'loads'>,
  lot: Pick<BookLot, 'id' | 'formId' | 'lb' | 'jar'>,
): number =>
  Math.max(
    0,
    likelyJars(book, lot) - Math.round(quartsHeld(book.loads, lot.id) / quartsOf(lot.jar)),
  )

export type PlannedBook = Pick<Book, 'yields' | 'today' | 'loads' | 'plan'>

/** Quarts of a lot on the days of the season plan from today to its can-by. */
const quartsOnDays = ({ plan, today }: Pick<Book, 'plan' | 'today'>, lot: BookLot): number =>
  quartsIn(
    plan.filter((l) => l.onDate >= today && l.onDate <= lot.canBy).flatMap((l) => l.portions),
    lot.id,
    (p) => p.jars,
  )

/**
 * Whole jars of a lot that have neither a load nor a day in the season plan before its
 * can-by: these have no evening.
 */
export const jarsWithoutEvening = (book: PlannedBook, lot: BookLot): number =>
  Math.max(
    0,
    likelyJars(book, lot) -
      Math.round((quartsHeld(book.loads, lot.id) + quartsOnDays(book, lot)) / quartsOf(lot.jar)),
  )

/** What correcting a lot changes. */
export interface LotCorrection {
  /** Likely whole jars in all, before and after, each in its own size. */
  readonly makes: { readonly before: number; readonly after: number }
  /** ISO plain dates. */
  readonly canBy: { readonly before: string; readonly after: string }
  /** Jars, in the size after, that loads and the season plan hold beyond what it makes then. */
  readonly tooMany: number
  /** Whether days of the season plan lie after the can-by then. */
  readonly late: boolean
}

/** What becomes of a lot's jars, date and loads when it is corrected. */
export function correctLot(book: PlannedBook, before: BookLot, after: BookLot): LotCorrection {
  const makes = likelyJars(book, after)
  const days = book.plan.filter((l) => l.portions.some((p) => p.lotId === before.id))
  const held =
    quartsHeld(book.loads, before.id) +
    quartsIn(
      days.filter((l) => l.onDate >= book.today).flatMap((l) => l.portions),
      before.id,
      (p) => p.jars,
    )
  return {
    makes: { before: likelyJars(book, before), after: makes },
    canBy: { before: before.canBy, after: after.canBy },
    tooMany: Math.max(0, Math.round(held / quartsOf(after.jar)) - makes),
    late: days.some((l) => l.onDate >= book.today && l.onDate > after.canBy),
  }
}
