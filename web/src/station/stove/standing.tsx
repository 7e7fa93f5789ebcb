import { useState } from 'react'
import { useTimes } from '../../household/words'
import { Button } from '../../ui/button'
import { Panel } from '../../ui/panel'
import { Happened } from '../../load/happened'
import { JarsSeen } from '../../load/jars-seen'
import type { LoadView } from '../../load/load-view'
import { Verdict } from '../../load/verdict'
import { WhyHere } from '../../household/why-here'
import { SealCheck } from './seal-check'

/** Jars on the board: wait, then press each lid and say what came of it. */
export function Standing({ view }: { readonly view: LoadView }) {
  const { dayTime } = useTimes()
  const [checking, setChecking] = useState(false)
  const { now, state, at } = view
  const open = now.prompt?.kind === 'check-seals'
  const overdue = open && now.prompt.overdue
  return (
    <Panel
      rim={open ? 'due' : 'done'}
      label={`Cooling jars, batch ${view.load.code}`}
      className="flex flex-col gap-3"
    >
      <header>
        <h2>Cooling on the towel</h2>
        <p className="text-[15px] text-ink-soft">
          {view.contents}, out {dayTime(state.since, at)}
        </p>
      </header>
      <Verdict view={view} />
      {checking ? (
        <>
          <SealCheck view={view} done={() => setChecking(false)} />
          <WhyHere ids={['did-it-seal', 'too-much-lost', 'not-sealed']} />
        </>
      ) : (
        <>
          <JarsSeen view={view} ready={open} />
          <p className="leading-relaxed">
            {open
              ? overdue
                ? 'More than 24 hours. Check the lids now. Discard any jar that didn’t seal.'
                : 'Ready: bands off, press the middle of each lid.'
              : `Check the seals from ${dayTime(state.since + 12 * 3_600_000, at)}. Leave the other lids alone until then.`}
          </p>
          {open && (
            <Button look="main" className="self-start" onClick={() => setChecking(true)}>
              Check the seals
            </Button>
          )}
        </>
      )}
      <Happened view={view} />
    </Panel>
  )
}
