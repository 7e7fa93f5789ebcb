import { answerOf, ask, type Answer } from '@kelvit/core/answers'
import { Command } from 'cmdk'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { AnswerCard, Card } from '../household/answer-card'
import { useAnswerKitchen } from '../household/answer-kitchen'
import { Sheet } from '../ui/sheet'
import type { Hit } from './find-pages'
import { useThings } from './find-things'
import { takeCaught } from './typed-ahead'

/** One box for foods, lots, batches, jars, canners, shelves, people, pages, actions and questions. */
export function Finder({
  open,
  onOpenChange,
}: {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
}) {
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title="Find or ask" passing>
      <FinderBox done={() => onOpenChange(false)} />
    </Sheet>
  )
}

/** What fits the words: one answer to trust, the closest topics, and things by their names. */
function useFound(text: string) {
  const things = useThings(text)
  const kitchen = useAnswerKitchen()
  return useMemo(() => ({ ...ask(text, kitchen), things }), [text, things, kitchen])
}

function FinderBox({ done }: { readonly done: () => void }) {
  const [text, setText] = useState('')
  const [opened, setOpened] = useState<Answer>()
  const input = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  const { answer, also, understood, things } = useFound(text)
  useEffect(() => {
    input.current?.focus()
    // What was typed while the box was on its way belongs into it.
    const caught = takeCaught()
    setText((now) => caught + now)
  }, [])
  const go = (hit: Hit): void => {
    done()
    void navigate(hit.to)
  }
  const type = (typed: string): void => {
    setText(typed)
    setOpened(undefined)
  }
  const nothing = things.length === 0 && also.length === 0 && !answer
  return (
    // What fits is found here, by the words of the field; the box only moves among it.
    <Command shouldFilter={false} loop label="Find or ask">
      <Command.Input
        ref={input}
        aria-label="Foods, jars, batches, pages, or a question"
        placeholder="A food, a batch, a page, or a question"
        className="mb-2 min-h-12 w-full rounded-md border-[1.5px] border-kettle bg-crock px-3 text-lg"
        value={text}
        onValueChange={type}
      />
      <div aria-live="polite">
        {opened ? (
          <AnswerCard answer={opened} onAct={done} />
        ) : (
          answer && (
            <Card
              title={answer.ask}
              say={answer.say}
              source={understood ? `${answer.source}. Understood: ${understood}.` : answer.source}
              act={
                answerOf(answer.id)?.act ?? (answer.to ? ['Open the page', answer.to] : undefined)
              }
              onAct={done}
            />
          )
        )}
      </div>
      <Command.List label="Found" className="mt-1">
        {things.map((h) => (
          <Line key={h.key} id={h.key} name={h.name} about={h.about} choose={() => go(h)} />
        ))}
        {also.map((a) => (
          <Line
            key={a.id}
            id={`answer ${a.id}`}
            name={a.ask}
            about={answer ? 'answer' : 'closest topic'}
            choose={() => setOpened(answerOf(a.id))}
          />
        ))}
        {nothing && (
          <p className="px-3 py-2 text-ink-soft">
            Nothing by that name, and no answer to it. Try another word, or ask your extension
            service.
          </p>
        )}
      </Command.List>
    </Command>
  )
}

interface LineProps {
  readonly id: string
  readonly name: string
  readonly about: string
  readonly choose: () => void
}

const Line = ({ id, name, about, choose }: LineProps) => (
  <Command.Item
    value={id}
    onSelect={choose}
    className="flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded px-3 data-[selected=true]:bg-kettle/12"
  >
    <span className="truncate">{name}</span>
    <span className="shrink-0 text-sm text-ink-soft">{about}</span>
  </Command.Item>
)
