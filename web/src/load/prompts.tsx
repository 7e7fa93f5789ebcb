import type { Prompt } from '@kelvit/core'
import { useMembers } from '../sync/queries'
import { Button } from '../ui/button'
import { Panel } from '../ui/panel'
import type { LoadView } from './load-view'
import { useStove, type Stove } from './use-stove'

/** What wants attention beyond the one sentence, and the question who watched. */
export function Prompts({ view }: { readonly view: LoadView }) {
  const stove = useStove(view)
  const [first, ...others] = view.now.prompts
  const asks = view.now.prompts.find((p) => p.kind === 'watched')
  if (!first) return null
  const silent = (view.state.heard[first.kind] ?? 0) >= view.at - first.overdueMs
  return (
    <div className="flex flex-col gap-3">
      {others
        .filter((p) => p.kind !== 'watched')
        .map((p) => (
          <p key={p.kind} className="text-lg font-semibold text-squash">
            {p.sentence}
          </p>
        ))}
      {asks && <WhoWatched prompt={asks} stove={stove} />}
      {!silent && stove.may && (
        <Button
          size="small"
          className="self-start"
          onClick={() =>
            stove.say({ kind: 'prompt-heard', text: first.kind }, 'Quiet on every device.')
          }
        >
          Turn the alarm off
        </Button>
      )}
    </div>
  )
}

function WhoWatched({ prompt, stove }: { readonly prompt: Prompt; readonly stove: Stove }) {
  const members = useMembers().data ?? []
  const { eventId } = prompt
  if (!eventId) return null
  const names = [...new Set([stove.me, ...members.map((m) => m.name)])]
  return (
    <Panel rim="due" label="Did somebody watch it?" className="flex flex-col gap-3">
      <p className="text-lg font-semibold">{prompt.sentence}</p>
      <div className="flex flex-wrap gap-2">
        {names.map((name) => (
          <Button
            key={name}
            disabled={!stove.may}
            onClick={() =>
              stove.say({ kind: 'watched', text: name, eventId }, `${name} watched it.`)
            }
          >
            {name} did
          </Button>
        ))}
        <Button
          look="stop"
          disabled={!stove.may}
          onClick={() =>
            stove.say({ kind: 'unwatched', eventId }, 'The time starts again from the last look.')
          }
        >
          Nobody watched it
        </Button>
      </div>
    </Panel>
  )
}
