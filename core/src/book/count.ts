import { oldestFirst } from '../pantry/rotation'
import { policyFor, shelfDates, type HouseholdPolicy, type ShelfDates } from '../pantry/shelf-dates'
import type { JarProcess, JarSize } from '../words'
import type { BookJar } from './book'

/** Jars of one food and size on one shelf, as the book has them. */
export interface CountedKind<J> {
  readonly foodId: string
  readonly jar: JarSize
  /** The oldest first. */
  readonly jars: readonly J[]
}

/** What should stand on a shelf, kind by kind, the most jars first. */
export function kindsOn<J extends BookJar & { readonly shelfId: string | null }>(
  jars: readonly J[],
  shelfId: string | null,
): readonly CountedKind<J>[] {
  const kinds = new Map<string, J[]>()
  for (const jar of oldestFirst(jars)) {
    if (jar.state !== 'on-shelf' || jar.shelfId !== shelfId) continue
    const kind = `${jar.foodId} ${jar.jar}`
    kinds.set(kind, [...(kinds.get(kind) ?? []), jar])
  }
  return [...kinds.values()]
    .map((list) => ({ foodId: list[0]?.foodId ?? '', jar: list[0]?.jar ?? 'pint', jars: list }))
    .sort((a, b) => b.jars.length - a.jars.length || a.foodId.localeCompare(b.foodId))
}

export interface Reconciled<J> {
  readonly found: readonly J[]
  /** The oldest of the kind: those that people take, also when they forget to say so. */
  readonly missing: readonly J[]
  /** Jars that stand there and are not in the book. */
  readonly extra: number
}

/**
 * What a count of one kind says: who looks at jars without reading codes knows how many
 * are gone, and the oldest are taken first.
 * @param counted whole jars that stand there, at least 0.
 */
export function reconcile<J>(kind: CountedKind<J>, counted: number): Reconciled<J> {
  const gone = Math.max(0, kind.jars.length - counted)
  return {
    found: kind.jars.slice(gone),
    missing: kind.jars.slice(0, gone),
    extra: Math.max(0, counted - kind.jars.length),
  }
}

/** The first day of a year, or of its month where that is known: nobody knows how young a jar is that says no more. */
export const yearDay = (year: number, month = 1): string =>
  `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-01`

/**
 * The days of a jar that came here without a load. Where nobody knows how it was processed it
 * has no best time: it is to be eaten soon or not at all, from the day it came.
 * @param cannedOn plain date, ISO.
 * @param cameOn plain date on which it came, ISO.
 */
export function datesOfCome(
  jar: { readonly foodId: string; readonly cannedOn: string; readonly process: JarProcess },
  cameOn: string,
  policy: HouseholdPolicy,
): ShelfDates & { readonly useSoon: boolean } {
  if (jar.process !== 'unknown')
    return { ...shelfDates(jar.cannedOn, policyFor(policy, jar.foodId)), useSoon: false }
  return { bestBy: cameOn, reviewBy: cameOn, useSoon: true }
}
