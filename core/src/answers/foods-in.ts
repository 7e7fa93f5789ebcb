import { normalise, type Found } from '../method/find'
import { exactFood, sharedName } from '../method/spoken'

/** A food that a question names. */
export interface Mention {
  readonly found: Extract<Found, { kind: 'food' | 'refused' | 'ambiguous' }>
  readonly words: string
}

const LONGEST_NAME = 5
/** Words that are foods' names and mean something else in most questions. */
const COMMON = new Set(['green', 'pot', 'hot', 'can', 'jar', 'food', 'meal', 'and', 'or', 'the', 'of', 'in', 'cream', 'early', 'roast', 'marrow', 'hen', 'brisket', 'superior']) // prettier-ignore

/** The foods that a question names, by their whole names, in order; a word counts once, for the longest name. */
export function foodsIn(question: string): readonly Mention[] {
  const words = normalise(question.replace(/[’']s?\b/g, ' '))
    .split(' ')
    .filter(Boolean)
  const mentions: (Mention & { at: number })[] = []
  const used = new Set<number>()
  for (let length = Math.min(LONGEST_NAME, words.length); length >= 1; length--)
    for (let at = 0; at + length <= words.length; at++) {
      const span = Array.from({ length }, (_, i) => at + i)
      if (span.some((i) => used.has(i))) continue
      const text = words.slice(at, at + length).join(' ')
      if (length === 1 && COMMON.has(text)) continue
      const found = exactFood(text) ?? sharedName(text)
      if (!found) continue
      for (const i of span) used.add(i)
      mentions.push({ found, words: text, at })
    }
  return mentions.sort((a, b) => a.at - b.at)
}
