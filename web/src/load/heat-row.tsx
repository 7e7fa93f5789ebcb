import { heatLike, heatWords, toldIn } from '@kelvit/core'
import { useContext, useState, type FormEvent } from 'react'
import { useHousehold } from '../household/session'
import { Button } from '../ui/button'
import type { LoadView } from './load-view'
import { PracticeVoice, type Stove } from './use-stove'

/** Where most stoves can be set, for a first time. */
const USUAL = ['high', 'medium', 'low']
/** So many settings fit beside each other. */
const MOST = 6
const STAGES: ReadonlySet<string> = new Set(['heating', 'venting', 'climbing', 'processing'])

/**
 * Where the knob or the flame stands, noted by one tap, and what brought this canner up and
 * held it the last time. It starts and stops nothing.
 */
export function HeatRow({ view, stove }: { readonly view: LoadView; readonly stove: Stove }) {
  const { household } = useHousehold()
  const practising = useContext(PracticeVoice) !== undefined
  const [typed, setTyped] = useState<string>()
  if (practising || !STAGES.has(view.state.stage)) return null
  const jars = view.load.portions.reduce((n, p) => n + (p.filled ?? p.jars), 0)
  const last = heatLike(
    view.canner?.learned.heats ?? [],
    jars,
    view.load.setup.burner ?? view.canner?.standsOn,
  )
  const { heats } = view.state
  const now = heats.at(-1)?.setting
  const known = [...heats.map((h) => h.setting), last?.climb, last?.eased?.setting, last?.held]
  const offered = [...new Set([...known, ...USUAL].filter((s) => typeof s === 'string'))]
  const set = (setting: string): void => {
    setTyped(undefined)
    if (setting) stove.say({ kind: 'heat-set', text: setting }, `Heat at ${setting} noted.`)
  }
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    set(typed?.trim() ?? '')
  }
  return (
    <div role="group" aria-label="Heat" className="flex flex-col gap-1.5">
      <p className="text-[15px] text-ink-soft">
        {last
          ? heatWords(last, toldIn(view.load.setup, household.units))
          : 'Where is the knob? Note it for next time.'}
      </p>
      <div className="flex flex-wrap items-center gap-2">
        {offered.slice(0, MOST).map((s) => (
          <Button
            key={s}
            className="min-h-11 min-w-12 px-3!"
            aria-pressed={s === now}
            look={s === now ? 'main' : 'plain'}
            disabled={!stove.may}
            onClick={() => set(s)}
          >
            {s}
          </Button>
        ))}
        {typed === undefined ? (
          <Button className="min-h-11" disabled={!stove.may} onClick={() => setTyped('')}>
            Other heat
          </Button>
        ) : (
          <form onSubmit={submit} className="flex items-center gap-2">
            <input
              aria-label="Where the knob stands"
              value={typed}
              maxLength={40}
              // It was asked for by the button just pressed.
              autoFocus
              onChange={(e) => setTyped(e.target.value)}
              className="min-h-11 w-32 rounded-md border-[1.5px] border-kettle bg-crock px-3"
            />
            <Button type="submit" className="min-h-11" disabled={!typed.trim()}>
              Note heat
            </Button>
          </form>
        )}
      </div>
    </div>
  )
}
