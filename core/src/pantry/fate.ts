import type { Hold, JarState, SealOutcome } from '../words'
import { KEEPING } from './keeping'

/** Sealed, and not more than a little of its liquid lost: only such a jar goes on the shelf. */
export const mayBeShelved = (seal: SealOutcome): boolean =>
  seal === 'sealed' || seal === 'sealed-low-liquid'

const REPROCESS_MS = KEEPING.reprocessHours * 3_600_000

/** What deciding about a jar needs to know; instants are epoch ms. */
export interface JarToDecide {
  readonly state: JarState
  readonly seal: SealOutcome
  /** When it came out of the canner; null where nobody knows. */
  readonly outAt: number | null
  /** When its state was last said: for a jar set aside, when it was found. */
  readonly stateAt: number
  /** Held back by the judgement of its load. */
  readonly hold?: Hold | null
}

/** Neither sealed nor processed as tested: what stood out too long is lost. */
const isPerishable = (jar: JarToDecide): boolean =>
  jar.hold === 'not-processed' || (jar.seal === 'unsealed' && jar.state === 'set-aside')

/**
 * Until when an unsealed jar may still be processed again, refrigerated, frozen or
 * eaten, epoch ms: 24 hours from when it came out of the canner. Null for jars to
 * which no such limit belongs; in the past for one of which nobody knows when that was.
 */
export function decideBy(jar: JarToDecide): number | null {
  if (!isPerishable(jar) || (jar.state !== 'set-aside' && jar.state !== 'on-shelf')) return null
  if (jar.outAt === null) return 0
  return jar.outAt + REPROCESS_MS
}

/** Whether an unsealed jar has stood too long at room temperature: nothing but throwing it away is left. */
export function isPastRescue(jar: JarToDecide, now: number): boolean {
  const until = decideBy(jar)
  const found = jar.state === 'set-aside' ? jar.stateAt : now
  return until !== null && (now > until || found > until)
}

/** Within 24 hours of coming out: where it stood, or from the fridge, where its lid was seen up before. */
const mayGoAgain = (jar: JarToDecide, at: number): boolean =>
  jar.state === 'refrigerated'
    ? (jar.hold === 'not-processed' || jar.seal === 'unsealed') &&
      jar.outAt !== null &&
      at <= jar.outAt + REPROCESS_MS
    : jar.state === 'set-aside' && isPerishable(jar) && !isPastRescue(jar, at)

const GONE: ReadonlySet<JarState> = new Set(['eaten', 'given', 'discarded', 'processed-again'])

/** Not there when the shelf was counted: it may be said of any jar that is not gone for good. */
const whyNotMissing = (jar: JarToDecide): string | undefined =>
  GONE.has(jar.state) ? `This jar was already ${jar.state.replaceAll('-', ' ')}.` : undefined

/** What the judgement of its load forbids; a jar that is gone already is only taken down as it was. */
function whyNotHeld(jar: JarToDecide, to: JarState, at: number): string | undefined {
  if (!jar.hold) return undefined
  if (GONE.has(jar.state))
    return jar.hold === 'in-doubt' || ['on-shelf', 'set-aside', 'discarded'].includes(to)
      ? undefined
      : `This jar was already ${jar.state.replaceAll('-', ' ')}.`
  if (jar.hold === 'in-doubt')
    return to === 'eaten' || to === 'opened' || to === 'given'
      ? 'Its load is in doubt. Don’t eat from it or give it away until somebody has reviewed it.'
      : undefined
  if (to === 'given') return 'You can only give away sound jars.'
  if (to === 'on-shelf')
    return jar.state === 'on-shelf'
      ? undefined
      : 'It wasn’t processed as tested. It can’t go on the shelf.'
  if (to !== 'discarded' && to !== 'set-aside' && isPastRescue(jar, at))
    return 'It was not processed as tested and was out for more than 24 hours. Discard it, unopened and untasted.'
  return undefined
}

/**
 * Why a jar cannot take a fate at a moment, as a sentence; undefined when it can.
 * A jar that did not seal, or lost half of its liquid or more, is never shelved and
 * never given away; an unsealed one found or left after 24 hours is only discarded.
 * Putting a jar back where it was is always possible, for slips of the finger.
 * @param at when it happens, epoch ms.
 */
export function whyNotFate(jar: JarToDecide, to: JarState, at: number): string | undefined {
  if (jar.seal === 'broken') return 'This jar is broken.'
  if (to === 'missing') return whyNotMissing(jar)
  if (jar.state === 'opened' && to === 'given') return 'You can’t give away an opened jar.'
  if (jar.state === 'opened' && to === 'on-shelf')
    return 'An opened jar can’t go back on the shelf.'
  if (to === 'processed-again')
    return mayGoAgain(jar, at)
      ? undefined
      : 'You can only process jars again within 24 hours of coming out.'
  const held = whyNotHeld(jar, to, at)
  if (held !== undefined || jar.hold === 'not-processed') return held
  if (mayBeShelved(jar.seal)) {
    if (to === 'set-aside') return 'This jar sealed and is on the shelf.'
    if (to === 'refrigerated' || to === 'frozen')
      return jar.state === 'on-shelf' || GONE.has(jar.state)
        ? 'A sealed jar belongs on the shelf.'
        : undefined
    return to !== 'on-shelf' && GONE.has(jar.state)
      ? `This jar was already ${jar.state}.`
      : undefined
  }
  if (to === 'on-shelf')
    return jar.seal === 'unsealed'
      ? 'An unsealed jar can’t go on the shelf.'
      : 'A jar that lost half of its liquid or more can’t go on the shelf. Refrigerate it and eat it within days.'
  if (to === 'given') return 'You can only give away sound jars.'
  if (to === 'set-aside') return undefined
  if (to !== 'discarded' && GONE.has(jar.state)) return `This jar was already ${jar.state}.`
  if (to !== 'discarded' && isPastRescue(jar, at))
    return 'It was unsealed at room temperature for more than 24 hours. Discard it unopened and untasted.'
  return undefined
}

/** Tomatoes with something less acid in the jar keep no longer than the other thing. */
const NOT_TOMATOES_ALONE: ReadonlySet<string | null> = new Set(['tomatoes-okra'])

/** A jar as far as its days in the fridge depend on it. */
export interface OpenedJar {
  readonly foodId: string
  readonly formId?: string | null
}

/** Days that a food keeps in the fridge once its jar was opened; tomatoes alone keep longer by their acid. */
export const openedDays = ({ foodId, formId = null }: OpenedJar): number =>
  foodId === 'tomatoes' && !NOT_TOMATOES_ALONE.has(formId)
    ? KEEPING.openedTomatoDays
    : KEEPING.openedDays

/**
 * Until when a jar is eaten that was opened, or that went into the fridge instead of onto
 * the shelf, epoch ms: both keep alike.
 * @param since when it went into the fridge, epoch ms.
 */
export const eatBy = (since: number, jar: OpenedJar): number =>
  since + openedDays(jar) * 24 * 3_600_000
