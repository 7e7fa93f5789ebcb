import MiniSearch from 'minisearch'
import { normalise } from '../method/find'
import { ANSWERS } from './answers'
import type { Answer, Place } from './data/types'

/** Words of a question that say nothing of what it is about. */
const EMPTY = new Set(
  'a an and are as at be by can do does for from get go have how i if in is it its may me my must no not of on or our so that the then there they this to too up was we what when where which who why will with you your'.split(
    ' ',
  ),
)

/** A word as it is searched for: small, singular, without its ending. */
const stem = (word: string): string | null => {
  if (EMPTY.has(word)) return null
  const one = normalise(word)
  return one.length > 5 ? one.replace(/(ing|ed|ly)$/, '') : one
}

let index: MiniSearch<Answer> | undefined

function indexed(): MiniSearch<Answer> {
  if (index) return index
  index = new MiniSearch<Answer>({
    fields: ['ask', 'words', 'say'],
    processTerm: stem,
    searchOptions: {
      boost: { ask: 3, words: 2 },
      // A slip of the finger in a long word is forgiven, in a short one it is another word.
      fuzzy: (term) => (term.length > 4 ? 0.2 : false),
      prefix: (term) => term.length > 2,
      combineWith: 'OR',
    },
  })
  index.addAll(ANSWERS)
  return index
}

/** Less than this share of the best hit is not what was asked. */
const LEAST_SHARE = 0.35
/** Less than this is chance: one common word somewhere in a text. */
const LEAST_SCORE = 6

/** The answers to a question, the likeliest first; none where nothing fits. Forgives slips and word forms. */
export function findAnswers(question: string, most = 5): readonly Answer[] {
  const hits = indexed().search(question)
  const best = hits[0]?.score ?? 0
  return hits
    .filter((h) => h.score >= LEAST_SCORE && h.score >= best * LEAST_SHARE)
    .slice(0, most)
    .flatMap((h) => answerOf(String(h.id)) ?? [])
}

export const answerOf = (id: string): Answer | undefined => ANSWERS.find((a) => a.id === id)

/** The answers that belong to a station or side door. */
export const answersAt = (place: Place): readonly Answer[] =>
  ANSWERS.filter((a) => a.at.includes(place))
