/** A station or side door on which an answer belongs. */
export type Place =
  | 'today'
  | 'needs'
  | 'harvest'
  | 'season'
  | 'stove'
  | 'pantry'
  | 'methods'
  | 'gear'
  | 'records'
  | 'practice'

/** Where an answer comes from. */
export type SourceId =
  | 'principles'
  | 'tomatoes'
  | 'vegetables'
  | 'meats'
  | 'manual'
  | 'lid-maker'
  | 'extension'
  | 'practice'
  | 'kelvit'

/** A figure of this kitchen that stands in an answer, written {dial} in its text. */
export type Slot = 'altitude' | 'dial' | 'weight' | 'boil' | 'rest'

/** A short true answer to a question that people stop in mid-work with. */
export interface Answer {
  readonly id: string
  /** The question in plain words. */
  readonly ask: string
  /** Other words for it: synonyms, slips, halves of sentences. */
  readonly words: string
  readonly at: readonly Place[]
  /** Two to four sentences; slots in braces. */
  readonly say: string
  readonly source: SourceId
  /** The page that acts on it, and the words of its button. */
  readonly act?: readonly [words: string, to: string]
}

/** What the slots are filled with. */
export type KitchenFigures = Readonly<Record<Slot, string>>
