import type { NewLoadEvent } from '@kelvit/contract'
import { useEffect, useRef, useState, type ReactNode } from 'react'
import { Button } from '../ui/button'
import type { Stove } from './use-stove'

interface StepProps {
  readonly stove: Stove
  readonly event: Omit<NewLoadEvent, 'at'>
  readonly words: string
  readonly done: string
  readonly look?: 'main' | 'plain' | 'stop'
  /** What is not as it should be yet: asked before it counts. Undefined when all is well. */
  readonly doubt?: string | undefined
  /** What to press when it did happen. */
  readonly sure?: string
}

/**
 * One button for one fact. It is never taken away: what should not have happened yet is
 * asked about first, and taken down when it did.
 */
export function Step({ stove, event, words, done, look = 'main', doubt, sure }: StepProps) {
  const [asked, setAsked] = useState(false)
  if (asked && doubt)
    return (
      <Ask question={doubt} no={() => setAsked(false)}>
        <Button
          size="stove"
          look="stop"
          onClick={() => {
            stove.say(event, done)
            setAsked(false)
          }}
        >
          {sure ?? 'It did'}
        </Button>
      </Ask>
    )
  return (
    <Button
      size="stove"
      look={doubt ? 'plain' : look}
      disabled={!stove.may}
      onClick={() => (doubt ? setAsked(true) : stove.say(event, done))}
    >
      {words}
    </Button>
  )
}

/** A question in the place of the buttons, with a way back. */
export function Ask({
  question,
  no,
  noWords = 'Not yet',
  children,
}: {
  readonly question: string
  readonly no: () => void
  readonly noWords?: string
  readonly children: ReactNode
}) {
  const box = useRef<HTMLDivElement>(null)
  // It stands where the pressed button was; whoever goes by keys goes on from here.
  useEffect(() => box.current?.focus({ preventScroll: true }), [])
  return (
    <div
      ref={box}
      tabIndex={-1}
      role="alertdialog"
      aria-label={question}
      className="flex w-full flex-col gap-3 outline-none"
    >
      <p className="text-lg leading-snug font-semibold">{question}</p>
      <div className="flex flex-wrap gap-3">
        {children}
        <Button size="stove" onClick={no}>
          {noWords}
        </Button>
      </div>
    </div>
  )
}

export const Row = ({ children }: { readonly children: ReactNode }) => (
  <div className="flex flex-wrap items-start gap-3">{children}</div>
)
