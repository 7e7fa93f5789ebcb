import { openMs } from '@kelvit/core'
import { OPEN_WAITS } from '@kelvit/core/words'
import { useContext } from 'react'
import { Button } from '../ui/button'
import type { LoadView } from './load-view'
import { PracticeVoice, type Stove } from './use-stove'

const STAGES: ReadonlySet<string> = new Set(['cooling', 'resting', 'unloading'])

/** How long the jars wait in the open canner tonight, in one tap; never shorter than the food needs. */
export function OpenWait({ view, stove }: { readonly view: LoadView; readonly stove: Stove }) {
  const practising = useContext(PracticeVoice) !== undefined
  const { setup } = view.load
  const { stage, openTonight } = view.state
  if (practising || !stove.may || !STAGES.has(stage)) return null
  const now = openMs(setup, openTonight) / 60_000
  const least = openMs(setup, 0) / 60_000
  return (
    <div role="group" aria-label="Wait in the open canner" className="flex flex-col gap-1.5">
      <p className="text-[15px] text-ink-soft">Minutes to leave the jars in the open canner</p>
      <div className="flex flex-wrap items-center gap-2">
        {OPEN_WAITS.filter((m) => m >= least).map((m) => (
          <Button
            key={m}
            look={m === now ? 'main' : 'plain'}
            aria-pressed={m === now}
            onClick={() =>
              stove.say({ kind: 'open-wait', text: String(m) }, `${m} minutes in the open canner.`)
            }
          >
            {m}
          </Button>
        ))}
      </div>
    </div>
  )
}
