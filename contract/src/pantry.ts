import type { JarSize, Mouth } from '@kelvit/core'
import type { SealOutcome } from './loads'

export type JarState = 'on-shelf' | 'unsealed' | 'eaten' | 'given' | 'discarded'

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
  readonly note: string
  readonly version: number
}

/** What became of a jar. */
export interface JarFate {
  readonly state: JarState
  readonly at: string
  readonly note?: string
}
