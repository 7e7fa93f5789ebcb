import type { JarSign, SealOutcome } from '../words'
import { SPOILT_MS } from './setup'
import type { JarSeen } from './state'

/** What a sign at a jar means: how it counts when the seals are checked, and where it goes now. */
export interface SignRule {
  readonly words: string
  /** What is done with it at once. */
  readonly now: string
  /** How it counts tomorrow unless somebody says otherwise then. */
  readonly outcome: SealOutcome
  /** Where the jar is from now on; null while it stands with the others. */
  readonly state: 'refrigerated' | 'discarded' | 'eaten' | null
}

/**
 * Every sign. A jar that lost half its liquid, with food under its lid or with its lid up is
 * never shelved; only one that lost some stands with the others.
 */
export const JAR_SIGN_RULES: Readonly<Record<JarSign, SignRule>> = {
  spouted: {
    words: 'It spouted: some liquid is gone',
    now: 'Leave it with the others. If it seals, use it soon.',
    ...{ outcome: 'sealed-low-liquid', state: null },
  },
  'half-empty': {
    words: 'Half its liquid or more is gone',
    now: 'Put it in the fridge once it’s cool, and eat it within days. It never goes on the shelf.',
    ...{ outcome: 'sealed-half-liquid', state: 'refrigerated' },
  },
  'food-under-lid': {
    words: 'Food is under the lid',
    now: 'Put it in the fridge once it’s cool, and eat it within days. It never goes on the shelf.',
    ...{ outcome: 'unsealed', state: 'refrigerated' },
  },
  'lid-up': {
    words: 'The lid is up',
    now: 'Put it in the fridge once it’s cool, and eat it within days. To process it again instead, check the seals within 24 hours of coming out: it’s offered then.',
    ...{ outcome: 'unsealed', state: 'refrigerated' },
  },
  broken: {
    words: 'It’s broken',
    now: 'Throw the jar and its food away.',
    ...{ outcome: 'broken', state: 'discarded' },
  },
  eaten: {
    words: 'We eat this one tonight',
    now: 'It doesn’t count as a failed seal.',
    ...{ outcome: 'sealed', state: 'eaten' },
  },
}

/** Jars whose food was open to the air: after 24 hours nothing saves them. */
const UNSEALED: ReadonlySet<JarSign> = new Set(['lid-up', 'food-under-lid'])

/**
 * What a sign means at the moment it is seen, epoch ms: a jar without a seal goes into the
 * fridge within 24 hours of coming out, and is thrown away after that.
 * @param outAt when the jars came out, epoch ms; null while they do.
 */
export const signRule = (sign: JarSign, at: number, outAt: number | null): SignRule =>
  UNSEALED.has(sign) && outAt !== null && at - outAt > SPOILT_MS
    ? {
        ...JAR_SIGN_RULES[sign],
        now: 'It was unsealed for more than 24 hours. Throw it away unopened and untasted.',
        state: 'discarded',
      }
    : JAR_SIGN_RULES[sign]

/** What to do with a jar of a load that is held: none of it is eaten before that is settled. */
export const HELD_JAR =
  'This load is held. Don’t eat this jar until somebody has looked into it. Refrigerate it meanwhile.'

/** What was seen of each jar of a portion, its first jars first; undefined for the others. */
export const seenOf = (
  seen: readonly JarSeen[],
  portionId: string,
  jars: number,
): readonly (JarSeen | undefined)[] => {
  const own = seen.filter((s) => s.portionId === portionId)
  return Array.from({ length: jars }, (_, i) => own[i])
}
