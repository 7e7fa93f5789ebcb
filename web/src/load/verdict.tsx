import {
  holdOf,
  holdSentence,
  isReason,
  openDoubts,
  VERDICT_WORDS,
  type Verdict as VerdictCode,
} from '@kelvit/core'
import { useContext, useState } from 'react'
import { Button } from '../ui/button'
import { Panel, type Rim } from '../ui/panel'
import type { LoadView } from './load-view'
import { PracticeVoice, useStove } from './use-stove'

const RIMS: Readonly<Record<VerdictCode, Rim>> = {
  open: 'plain',
  'as-tested': 'done',
  longer: 'done',
  'in-doubt': 'due',
  'not-processed': 'stop',
}

/** What the facts say of the process, why, and what becomes of the jars; quiet while all is well. */
export function Verdict({ view, always }: { readonly view: LoadView; readonly always?: boolean }) {
  const { judgement, load, state, at } = view
  const { verdict, reasons } = judgement
  // On its own page it stands right under the question.
  const Heading = always ? 'h2' : 'h3'
  const hold = holdOf(load.setup, state)
  const hours = state.outAt === null ? 0 : (at - state.outAt) / 3_600_000
  const whatNow =
    state.outAt === null && verdict === 'not-processed'
      ? 'Within 24 hours, process the jars again, refrigerate them or freeze them.'
      : holdSentence(hold, hours)
  const practising = useContext(PracticeVoice) !== undefined
  const worth = reasons.filter(
    (r) => always || (r.code !== 'restarted' && !(practising && r.code === 'simulated')),
  )
  if (!always && verdict !== 'in-doubt' && verdict !== 'not-processed' && worth.length === 0)
    return null
  return (
    <Panel rim={RIMS[verdict]} label="Judgement" className="flex flex-col gap-2">
      <Heading className="text-lg">
        {verdict === 'open' ? 'So far' : `Judged: ${VERDICT_WORDS[verdict]}`}
      </Heading>
      {worth.length > 0 && (
        <ul className="list-disc pl-5 leading-relaxed">
          {worth.map((r) => (
            <li key={r.code}>{r.sentence}</li>
          ))}
        </ul>
      )}
      {whatNow && <p className="font-semibold">{whatNow}</p>}
      {hold === 'in-doubt' && <LookInto view={view} />}
    </Panel>
  )
}

/** What people ask when in doubt, and what they are told. */
const ANSWERS = [
  'The extension service says to keep them',
  'The gauge was tested again and reads true',
  'Somebody watched it the whole time',
  'It was a typo: nothing like that happened',
] as const

/** The way out of a doubt: somebody asked, and says what the answer was. */
function LookInto({ view }: { readonly view: LoadView }) {
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  const stove = useStove(view)
  // What is seen here is what is answered; a doubt that comes while this is open is not.
  const doubts = openDoubts(view.load.setup, view.state)
  const [seen, setSeen] = useState<readonly string[]>([])
  if (!stove.mayLookInto) return null
  if (!open)
    return (
      <Button
        size="small"
        className="self-start"
        onClick={() => {
          setSeen(doubts.map((d) => d.id))
          setOpen(true)
        }}
      >
        I looked into it…
      </Button>
    )
  const said = isReason(text)
  const more = doubts.filter((d) => !seen.includes(d.id)).length
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (said)
          stove.say(
            { kind: 'looked-into', text: text.trim(), doubtIds: seen },
            more > 0 ? 'Recorded. There is a new doubt: look into that too.' : 'Jars released.',
          )
      }}
    >
      <label className="flex flex-col gap-1 font-semibold">
        Who did you ask, and what did they say?
        <textarea
          rows={2}
          maxLength={400}
          value={text}
          onChange={(e) => setText(e.target.value)}
          aria-describedby="look-into-help"
          className="rounded-md border-[1.5px] border-rim bg-crock p-3 font-normal"
        />
      </label>
      <p id="look-into-help" className="text-[15px] text-ink-soft">
        Three words or more. This releases the jars: they can be eaten and given away. When in
        doubt, throw them out.
      </p>
      <ul className="flex flex-wrap gap-2">
        {ANSWERS.map((answer) => (
          <li key={answer}>
            <Button size="small" look="quiet" onClick={() => setText(answer)}>
              {answer}
            </Button>
          </li>
        ))}
      </ul>
      <div className="flex gap-3">
        <Button type="submit" look="main" disabled={!said}>
          Release the jars
        </Button>
        <Button onClick={() => setOpen(false)}>Back</Button>
      </div>
    </form>
  )
}
