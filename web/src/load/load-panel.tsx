import { gaugeScale, asEvents, holdBand, toldIn, traceOf, type LoadStage } from '@kelvit/core'
import { useContext, useState } from 'react'
import { Link } from 'react-router'
import { useHousehold } from '../household/session'
import { WhyHere } from '../household/why-here'
import { useTimes } from '../household/words'
import { PressureTrace } from '../chart/pressure-trace'
import { Button } from '../ui/button'
import { Caution, Panel, type Rim } from '../ui/panel'
import { Actions } from './actions'
import { ClockFace } from './clock-face'
import { Happened } from './happened'
import { HeatRow } from './heat-row'
import { OpenWait } from './open-wait'
import type { LoadView } from './load-view'
import { PreFlight } from './pre-flight'
import { Prompts } from './prompts'
import { caution, changeWords, sentence } from './sentences'
import { StageBar } from './stage-bar'
import { PracticeVoice, useStove } from './use-stove'
import { Verdict } from './verdict'

const rimOf = ({ state, now, judgement }: LoadView): Rim => {
  if (state.stage === 'aborted' || judgement.verdict === 'not-processed') return 'stop'
  if (now.prompt) return 'due'
  if (state.stage === 'checked') return 'done'
  return ['cooling', 'planned', 'standing'].includes(state.stage) ? 'plain' : 'running'
}

/** One load in full: the one thing to do now, its clock, its buttons; below them what explains it. */
export function LoadPanel({ view }: { readonly view: LoadView }) {
  const { household } = useHousehold()
  const { time } = useTimes()
  const { load, state, canner } = view
  const begun = state.entered.preparing
  const started = load.events.find((e) => e.kind === 'started')
  const note = caution(view, household.units)
  const practising = useContext(PracticeVoice) !== undefined
  const stove = useStove(view)
  return (
    <Panel
      rim={rimOf(view)}
      label={`${canner?.name ?? 'Canner'}, batch ${load.code}`}
      className="flex flex-col gap-4 max-sm:gap-3 max-sm:p-4"
    >
      <header className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h2>{canner?.name ?? 'Canner'}</h2>
        <p className="text-ink-soft max-sm:text-[15px]">{view.contents}</p>
        <p className="ml-auto text-[15px] text-ink-soft max-sm:hidden">
          {begun ? `started by ${started?.by ?? 'somebody'}, ${time(begun)}` : `batch ${load.code}`}
        </p>
      </header>
      <StageBar view={view} />
      <p
        className="font-head text-[1.7rem] leading-tight font-semibold sm:text-[2.35rem]"
        aria-live="polite"
      >
        {sentence(view, household.settings.cushionPsi, household.units)}
      </p>
      <ClockFace view={view} />
      <Changed view={view} />
      <Prompts view={view} />
      <PreFlight view={view} />
      <Actions view={view} />
      <HeatRow view={view} stove={stove} />
      <OpenWait view={view} stove={stove} />
      <Happened view={view} />
      <WhyNow view={view} />
      {note && <Caution>{note}</Caution>}
      <Verdict view={view} />
      <Trace view={view} />
      <Questions view={view} />
      <footer className="flex flex-wrap items-center justify-between gap-3">
        {begun !== undefined && !practising && (
          <Link
            to={`/stove/${load.id}/record`}
            className="inline-flex min-h-11 items-center font-semibold text-kettle underline"
          >
            Record of this load
          </Link>
        )}
        <StopLoad view={view} />
      </footer>
    </Panel>
  )
}

/** What the load runs at when that is not what it was planned at, or what changed while it runs: said at once, and kept. */
function Changed({ view: { load, fresh, state } }: { readonly view: LoadView }) {
  const { household } = useHousehold()
  if (fresh?.outcome === 'refused')
    return (
      <Caution>
        <strong>This load can’t start as it is.</strong> {fresh.sentence} Instead:{' '}
        {fresh.instead.join(', ')}.
      </Caution>
    )
  const planned = fresh ? load.setup : load.plannedSetup
  const now = fresh ? fresh.setup : load.setup
  const changes = planned ? changeWords(planned, now, household.units) : []
  const told = load.events.filter((e) => e.kind === 'figures-changed').flatMap((e) => e.text ?? [])
  const all = [...told, ...(told.length > 0 ? [] : changes)]
  if (all.length === 0 || state.stage === 'checked') return null
  return (
    <Panel rim="due" label="Changed since it was planned">
      <h3 className="mb-1">
        {told.length > 0 ? 'Changed while it runs' : 'Changed since it was planned'}
      </h3>
      <ul className="list-disc pl-5 leading-relaxed">
        {all.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
    </Panel>
  )
}

function Trace({ view }: { readonly view: LoadView }) {
  const { household } = useHousehold()
  const { time } = useTimes()
  const { load, state } = view
  if (
    state.entered.heating === undefined ||
    !['venting', 'climbing', 'processing', 'cooling', 'resting'].includes(state.stage)
  )
    return null
  return (
    <PressureTrace
      {...traceOf(load.setup, asEvents(load.events), state, view.at)}
      band={holdBand(load.setup, household.settings.cushionPsi)}
      time={time}
      gauge={gaugeScale(toldIn(load.setup, household.units))}
    />
  )
}

/** What people ask at this stage, answered in place. */
const ASKED: Partial<Record<LoadStage, readonly string[]>> = {
  venting: ['vent-faltered'],
  climbing: ['ease-heat', 'no-pressure'],
  processing: ['weight-rhythm', 'too-high', 'must-leave'],
  cooling: ['cool-faster', 'lock-up'],
  resting: ['lock-up'],
}

function WhyNow({ view: { state, load } }: { readonly view: LoadView }) {
  const ids = (ASKED[state.stage] ?? []).filter(
    (id) => id !== 'weight-rhythm' || load.setup.regulatedBy === 'weighted',
  )
  return ids.length > 0 ? <WhyHere ids={ids} /> : null
}

/** Facts that did not fit where they came: kept, and asked about. */
function Questions({ view }: { readonly view: LoadView }) {
  const { time } = useTimes()
  if (view.state.questions.length === 0) return null
  return (
    <details className="text-[15px]" open={view.state.stage !== 'checked'}>
      <summary className="min-h-8 font-semibold text-squash">
        Something you recorded doesn’t add up
      </summary>
      <ul className="mt-2 list-disc pl-5">
        {view.state.questions.map((q) => (
          <li key={q.event.id}>
            {time(q.event.at)}, {q.event.by ?? 'somebody'}: {q.sentence}
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
        className="ml-auto text-ink-soft"
        onClick={() => setAsked(true)}
      >
        Stop this load…
      </Button>
    )
  return (
    <div className="flex w-full flex-wrap items-center gap-3 border-t border-rim pt-4">
      <p className="grow">
        Stopping ends this process. Turn the heat off, let the pressure fall on its own, then
        refrigerate or freeze the food.
      </p>
      <Button
        look="stop"
        onClick={() =>
          stove.say({ kind: 'aborted', text: 'stopped at the stove' }, 'Load stopped.')
        }
      >
        Stop this load
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
        {sentence(view, household.settings.cushionPsi, household.units)}
      </p>
      <ClockFace view={view} small />
      <Actions view={view} />
      <Happened view={view} />
      <Link
        to={`/stove/${view.load.id}`}
        className="inline-flex min-h-11 items-center font-semibold text-kettle underline"
      >
        This canner in full
      </Link>
    </Panel>
  )
}
