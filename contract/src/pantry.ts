import type { JarSize, JarState, Mouth, SealOutcome } from '@kelvit/core'

export type { JarState } from '@kelvit/core'

/** Every state of a jar, held complete by its type. */
const states: Readonly<Record<JarState, true>> = {
  'on-shelf': true,
  'set-aside': true,
  refrigerated: true,
  frozen: true,
  eaten: true,
  given: true,
  discarded: true,
}
export const JAR_STATES = Object.keys(states) as readonly JarState[]

export interface Jar {
  readonly id: string
  readonly code: string
  readonly loadId: string | null
  readonly lotId: string | null
  readonly foodId: string
  readonly formId: string | null
  /** The untested recipe it came from; such a jar is never put before anyone to eat. */
  readonly recipeId: string | null
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly cannedOn: string
  readonly bestBy: string
  readonly reviewBy: string
  readonly shelfId: string | null
  readonly state: JarState
  readonly useSoon: boolean
  readonly seal: SealOutcome
  readonly cause: string | null
  readonly costEach: number | null
  readonly stateAt: string
  /** When it came out of the canner; null where nobody knows. */
  readonly outAt: string | null
  readonly note: string
  readonly version: number
}

/** What became of a jar. */
export interface JarFate {
  readonly state: JarState
  readonly at: string
  readonly note?: string
}
