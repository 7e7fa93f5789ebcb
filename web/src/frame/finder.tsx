import { paths, type AskedAnswer } from '@kelvit/contract'
import { answerOf, ask, ownAsked, urgentOf, type Answer } from '@kelvit/core/answers'
import { useQuery } from '@tanstack/react-query'
import { Command } from 'cmdk'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { AnswerCard, Card } from '../household/answer-card'
import { useAnswerKitchen } from '../household/answer-kitchen'
import { useToday } from '../household/session'
import { request } from '../sync/request'
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

/** So long nobody types before the household's own records are asked, ms. */
const PAUSE_MS = 300

/** The text as it stood when somebody paused. */
function useSettled(text: string): string {
  const [settled, setSettled] = useState(text)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(text), PAUSE_MS)
    return () => clearTimeout(timer)
  }, [text])
  return settled
}

/** What the household's own records say, where they are asked: the server has all of them. */
function useOwn(text: string) {
  const settled = useSettled(text)
  const today = useToday()
  const asked = ownAsked(text, today) !== undefined
  const found = useQuery({
    queryKey: ['ask', settled],
    queryFn: () =>
      request<AskedAnswer>('GET', `${paths.ask}?q=${encodeURIComponent(settled.slice(0, 300))}`),
    enabled: asked && settled === text,
    staleTime: 10_000,
    retry: false,
  })
  return {
    asked,
    answer: asked && settled === text ? found.data : undefined,
    note: !asked
      ? undefined
      : found.isError
        ? 'Your records can’t be reached now. Try again when you’re connected.'
        : found.isFetching || settled !== text
          ? 'Looking in your records…'
          : undefined,
  }
}

/** What fits the words: one answer to trust, the closest topics, and things by their names. */
function useFound(text: string) {
  const things = useThings(text)
  const kitchen = useAnswerKitchen()
  const here = useMemo(() => ask(text, kitchen), [text, kitchen])
  const own = useOwn(text)
  // An emergency is answered at once, whatever else the words may ask.
  const waits = own.asked && urgentOf(text) === undefined
  const shown = waits ? (own.answer ?? { ...here, answer: null }) : here
  return { ...shown, things, note: shown.answer ? undefined : own.note }
}

function FinderBox({ done }: { readonly done: () => void }) {
  const [text, setText] = useState('')
  const [opened, setOpened] = useState<Answer>()
  const input = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  const { answer, also, understood, things, note } = useFound(text)
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
  const nothing = things.length === 0 && also.length === 0 && !answer && !note
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
        {note && <p className="px-3 py-2 text-ink-soft">{note}</p>}
        {opened ? (
          <AnswerCard answer={opened} onAct={done} />
        ) : (
          answer && (
            <Card
              title={answer.ask}
              say={answer.say}
              source={
                understood && !answer.ask.startsWith(understood)
                  ? `${answer.source}. Understood: ${understood}.`
                  : answer.source
              }
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
            Nothing found. Try other words, or ask your extension service.
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
