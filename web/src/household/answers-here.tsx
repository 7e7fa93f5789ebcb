import { answerOf, SOURCES } from '@kelvit/core/answers'
import { useFill } from './answer-card'

/** Questions that arise just here, each folded with its short answer. */
export function AnswersHere({ ids }: { readonly ids: readonly string[] }) {
  const fill = useFill()
  const answers = ids.flatMap((id) => answerOf(id) ?? [])
  return (
    <ul className="flex flex-col">
      {answers.map((a) => (
        <li key={a.id}>
          <details className="group">
            <summary className="flex min-h-9 cursor-pointer items-center gap-2 text-[15px] text-kettle">
              <span
                aria-hidden
                className="grid size-5 place-items-center rounded-full border border-kettle text-[13px] font-bold"
              >
                ?
              </span>
              <span className="underline decoration-rim underline-offset-4">{a.ask}</span>
            </summary>
            <p className="mt-1 mb-2 max-w-prose leading-relaxed">
              {fill(a)} <span className="text-sm text-ink-soft">{SOURCES[a.source]}.</span>
            </p>
          </details>
        </li>
      ))}
    </ul>
  )
}
