import type { Change } from '@kelvit/contract'

/** What a stream is told. */
export type Word =
  | { readonly kind: 'changes'; readonly changes: readonly Change[] }
  /** Word may have been missed: whoever listens reads the log from where they are. */
  | { readonly kind: 'gap' }
  | { readonly kind: 'clock' }
  | { readonly kind: 'session-ended'; readonly tokenHash: string }

export type Listener = (word: Word) => void

/** Word of what was written, from whichever server process wrote it. */
export interface Live {
  listen(householdId: string, hear: Listener): () => void
  /** How many listen here. */
  count(): number
  close(): Promise<void>
}
