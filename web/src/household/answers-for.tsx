import { findAnswers } from '@kelvit/core/answers'
import { AnswersHere } from './answers-here'

/** What may be meant when words are no food: questions with their short answers. */
export function AnswersFor({ question }: { readonly question: string }) {
  const answers = findAnswers(question, 3)
  if (answers.length === 0) return null
  return (
    <div className="mt-4 border-t border-rim pt-3">
      <p className="mb-1 text-ink-soft">Or did you mean:</p>
      <AnswersHere ids={answers.map((a) => a.id)} />
    </div>
  )
}
