import { fillAnswer, SOURCES, type Answer } from '@kelvit/core/answers'
import { ButtonLink } from '../ui/button'
import { useAnswerKitchen } from './answer-kitchen'

interface CardProps {
  readonly title: string
  readonly say: string
  readonly source?: string
  readonly act?: readonly [words: string, to: string] | undefined
  readonly onAct?: (() => void) | undefined
}

/** A short answer with its source and the page that acts on it. */
export function Card({ title, say, source, act, onAct }: CardProps) {
  return (
    <article className="rounded-md border border-t-[3px] border-rim border-t-kettle bg-crock px-4 py-3">
      <h3 className="mb-1 text-lg leading-snug">{title}</h3>
      <p className="max-w-prose leading-relaxed">{say}</p>
      <div className="mt-2 flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
        {source && <p className="text-sm text-ink-soft">{source}</p>}
        {act && (
          <span onClick={onAct}>
            <ButtonLink size="small" to={act[1]}>
              {act[0]}
            </ButtonLink>
          </span>
        )}
      </div>
    </article>
  )
}

/** An answer's own figures: this kitchen's, in its units. */
export function useFill(): (answer: Answer) => string {
  const kitchen = useAnswerKitchen()
  return (answer) => fillAnswer(answer, kitchen)
}

export function AnswerCard({
  answer,
  onAct,
}: {
  readonly answer: Answer
  readonly onAct?: () => void
}) {
  const fill = useFill()
  return (
    <Card
      title={answer.ask}
      say={fill(answer)}
      source={SOURCES[answer.source]}
      act={answer.act}
      onAct={onAct}
    />
  )
}
