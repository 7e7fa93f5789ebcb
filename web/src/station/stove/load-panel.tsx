import { holdBand } from '@kelvit/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { useHousehold } from '../../app/session'
import { useTimes } from '../../app/words'
import { PressureTrace } from '../../chart/pressure-trace'
import { Button } from '../../ui/button'
import { Caution, Panel, type Rim } from '../../ui/panel'
import { Actions, useStove } from './actions'
import { ClockFace } from './clock-face'
import type { LoadView } from './load-view'
import { caution, changeWords, sentence } from './sentences'
import { StageBar } from './stage-bar'

const rimOf = ({ state, now }: LoadView): Rim => {
  if (state.stage === 'aborted') return 'stop'
  if (now.prompt) return 'due'
  if (state.stage === 'checked') return 'done'
  return ['cooling', 'planned', 'standing'].includes(state.stage) ? 'plain' : 'running'
}

/** One load in full: the one thing to do now, its clock, its pressure, its buttons. */
export function LoadPanel({ view }: { readonly view: LoadView }) {
  const { household } = useHousehold()
  const { time } = useTimes()
  const { load, state, canner } = view
  const begun = state.entered.preparing
  const started = load.events.find((e) => e.kind === 'started')
  const note = caution(view)
  return (
    <Panel
      rim={rimOf(view)}
      label={`${canner?.name ?? 'Canner'}, batch ${load.code}`}
      className="flex flex-col gap-4"
    >
      <header className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h2>{canner?.name ?? 'Canner'}</h2>
        <p className="text-ink-soft">{view.contents}</p>
        <p className="ml-auto text-[15px] text-ink-soft">
          {begun ? `started by ${started?.by ?? 'somebody'}, ${time(begun)}` : `batch ${load.code}`}
        </p>
      </header>
      <StageBar view={view} />
      <p
        className="font-head text-[1.9rem] leading-tight font-semibold sm:text-[2.35rem]"
        aria-live="polite"
      >
        {sentence(view, household.settings.cushionPsi)}
      </p>
      <ClockFace view={view} />
      <Trace view={view} />
      <SinceThePlan view={view} />
      {note && <Caution>{note}</Caution>}
      <Actions view={view} />
      <Ignored view={view} />
      <StopLoad view={view} />
    </Panel>
  )
}

/** What the load runs at when that is not what it was planned at: said before the first flame, and kept. */
function SinceThePlan({ view: { load, fresh, state } }: { readonly view: LoadView }) {
  const { household } = useHousehold()
  if (fresh?.outcome === 'refused')
    return (
      <Caution>
        <strong>This load cannot be started as it is.</strong> {fresh.sentence} Instead:{' '}
        {fresh.instead.join(', ')}.
      </Caution>
    )
  const planned = fresh ? load.setup : load.plannedSetup
  const now = fresh ? fresh.setup : load.setup
  const changes = planned ? changeWords(planned, now, household.units) : []
  if (changes.length === 0 || state.stage === 'checked') return null
  return (
    <Panel rim="due" label="Changed since it was planned">
      <h3 className="mb-1">Changed since it was planned</h3>
      <ul className="list-disc pl-5 leading-relaxed">
        {changes.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
    </Panel>
  )
}

function Trace({ view }: { readonly view: LoadView }) {
  const { household } = useHousehold()
  const { time } = useTimes()
  const { load, state, at } = view
  const from = state.entered.heating
  if (
    load.setup.regulatedBy !== 'dial' ||
    from === undefined ||
    !['climbing', 'processing', 'cooling'].includes(state.stage)
  )
    return null
  const band = holdBand(load.setup, household.settings.cushionPsi)
  return (
    <PressureTrace
      readings={state.readings}
      from={(state.entered.venting ?? from) - 5 * 60_000}
      now={at}
      ventFrom={state.entered.venting}
      ventTo={state.entered.climbing}
      clockFrom={state.stage === 'processing' ? state.since : undefined}
      never={band.from}
      holdTo={Math.max(band.to, band.from + 0.3)}
      time={time}
    />
  )
}

/** Events of another device that did not fit, said openly. */
function Ignored({ view }: { readonly view: LoadView }) {
  const { time } = useTimes()
  if (view.state.ignored.length === 0) return null
  return (
    <details className="text-[15px]">
      <summary className="font-semibold text-squash">
        Something said about this load does not add up
      </summary>
      <ul className="mt-2 list-disc pl-5">
        {view.state.ignored.map((i) => (
          <li key={i.event.id}>
            {time(i.event.at)}, {i.event.kind.replaceAll('-', ' ')}: {i.why}
          </li>
        ))}
      </ul>
    </details>
  )
}

function StopLoad({ view }: { readonly view: LoadView }) {
  const [asked, setAsked] = useState(false)
  const stove = useStove(view)
  if (['planned', 'standing', 'checked', 'aborted'].includes(view.state.stage) || !stove.may)
    return null
  if (!asked)
    return (
      <Button
        look="quiet"
        size="small"
        className="self-end text-ink-soft"
        onClick={() => setAsked(true)}
      >
        Stop this load…
      </Button>
    )
  return (
    <div className="flex flex-wrap items-center gap-3 border-t border-rim pt-4">
      <p className="grow">
        Stopping throws this process away. Heat off, let the pressure fall by itself, then
        refrigerate or freeze the food.
      </p>
      <Button
        look="stop"
        onClick={() =>
          stove.say({ kind: 'aborted', text: 'stopped at the stove' }, 'Load stopped.')
        }
      >
        Stop it for good
      </Button>
      <Button onClick={() => setAsked(false)}>Keep going</Button>
    </div>
  )
}

/** A second or third canner beside the first, in the same form, smaller. */
export function SmallLoadPanel({ view }: { readonly view: LoadView }) {
  const { household } = useHousehold()
  return (
    <Panel
      rim={rimOf(view)}
      label={`${view.canner?.name ?? 'Canner'}, batch ${view.load.code}`}
      className="flex flex-col gap-3"
    >
      <header className="flex flex-wrap items-baseline gap-x-3">
        <h2>
          <Link to={`/stove/${view.load.id}`} className="text-ink no-underline hover:underline">
            {view.canner?.name ?? 'Canner'}
          </Link>
        </h2>
        <p className="text-[15px] text-ink-soft">{view.contents}</p>
      </header>
      <StageBar view={view} small />
      <p className="font-head text-2xl leading-snug font-semibold">
        {sentence(view, household.settings.cushionPsi)}
      </p>
      <ClockFace view={view} small />
      {view.state.stage === 'cooling' ? (
        <Actions view={view} />
      ) : (
        <Link
          to={`/stove/${view.load.id}`}
          className="inline-flex min-h-11 items-center font-semibold text-kettle underline"
        >
          Go to this canner
        </Link>
      )}
    </Panel>
  )
}
