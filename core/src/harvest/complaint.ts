import type { Food, RefusedFood } from '../method/data/types'
import type { JarSize } from '../words'

export type ComplaintCode =
  | 'empty'
  | 'too-long'
  | 'amount'
  | 'unit'
  | 'food'
  | 'which-food'
  | 'refused-food'
  | 'changed-food'
  | 'jars'
  | 'weight'
  | 'price'
  | 'too-much'

/** A way to put a line right: what to press, and the whole line that follows. */
export interface Fix {
  readonly label: string
  readonly line: string
}

/** Why a line cannot be read: which word, and what could be done about it. */
export interface Complaint {
  readonly ok: false
  readonly code: ComplaintCode
  readonly word: string
  readonly sentence: string
  /** Names that could stand in the word's place, or what to do instead of a refused food. */
  readonly suggestions: readonly string[]
  /** Lines to take instead. None of them changes the amount that was said. */
  readonly fixes: readonly Fix[]
  /** A measure whose weight is not known for this crop: told once, it is kept. */
  readonly asks?: { readonly name: string; readonly food: Food }
  readonly refused?: RefusedFood
  /** Jars that somebody wants filled: the question the other way round. */
  readonly wanted?: { readonly jars: number; readonly jar: JarSize; readonly food: Food }
}

export const complain = (
  code: ComplaintCode,
  word: string,
  sentence: string,
  more: Partial<Pick<Complaint, 'suggestions' | 'fixes' | 'asks' | 'refused' | 'wanted'>> = {},
): Complaint => ({ ok: false, code, word, sentence, suggestions: [], fixes: [], ...more })
