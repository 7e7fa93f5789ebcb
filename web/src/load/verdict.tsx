import { holdOf, holdSentence, VERDICT_WORDS, type Verdict as VerdictCode } from '@kelvit/core'
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
  const { judgement, state, at } = view
  const { verdict, reasons } = judgement
  // On its own page it stands right under the question.
  const Heading = always ? 'h2' : 'h3'
  const hold = holdOf(judgement, state)
  const hours = state.outAt === null ? 0 : (at - state.outAt) / 3_600_000
  const whatNow =
    state.outAt === null && verdict === 'not-processed'
      ? 'If it stays so, its jars are processed again, refrigerated or frozen.'
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
        {verdict === 'open' ? 'Until now' : `Judged: ${VERDICT_WORDS[verdict]}`}
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

/** The way out of a doubt: somebody asked, and says what the answer was. */
function LookInto({ view }: { readonly view: LoadView }) {
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  const stove = useStove(view)
  if (!stove.mayLookInto) return null
  if (!open)
    return (
      <Button size="small" className="self-start" onClick={() => setOpen(true)}>
        It was looked into…
      </Button>
    )
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (text.trim())
          stove.say({ kind: 'looked-into', text: text.trim() }, 'Taken down. The jars are free.')
      }}
    >
      <label className="flex flex-col gap-1 font-semibold">
        Who was asked, and what they said
        <textarea
          rows={2}
          maxLength={400}
          value={text}
          onChange={(e) => setText(e.target.value)}
          className="rounded-md border-[1.5px] border-rim bg-crock p-3 font-normal"
        />
      </label>
      <p className="text-[15px] text-ink-soft">
        This sets the jars free to be eaten. When in doubt, throw them out.
      </p>
      <div className="flex gap-3">
        <Button type="submit" look="main" disabled={!text.trim()}>
          Set the jars free
        </Button>
        <Button onClick={() => setOpen(false)}>Back</Button>
      </div>
    </form>
  )
}
