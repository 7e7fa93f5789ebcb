import { paths, type Jar, type JarWithTaker, type LoadWithEvents } from '@kelvit/contract'
import {
  gaugeIn,
  gaugeScale,
  toldIn,
  asEvents,
  dateAt,
  holdBand,
  holdOf,
  pressureOn,
  psi,
  nameAfter,
  recordLines,
  showMinutes,
  stageTimes,
  traceOf,
} from '@kelvit/core'
import { useParams } from 'react-router'
import { useCanners } from '../../sync/queries'
import { useJarsOfLoad, useLoad } from '../../sync/one'
import { useNow } from '../../sync/clock'
import { useHousehold, useToday } from '../../household/session'
import { plural, showDay, useTimes } from '../../household/words'
import { PressureTrace } from '../../chart/pressure-trace'
import { Button, ButtonLink } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { Abroad, Eaten, isAbroad, JarLine } from '../../load/abroad'
import { Happened } from '../../load/happened'
import { viewLoad, type LoadView } from '../../load/load-view'
import { STAGE_WORDS } from '../../load/sentences'
import { Verdict } from '../../load/verdict'

/** The record of one load: what was judged and why, its trace, its times, its jars, who said what. */
export function Page() {
  const { id = '' } = useParams()
  const [one, canners, jars] = [useLoad(id), useCanners(), useJarsOfLoad(id)]
  const now = useNow()
  const { household } = useHousehold()
  const broken = [one, canners, jars].find((q) => q.isError && q.data === undefined)
  const load = one.data
  const ready = load !== undefined && canners.data && jars.data
  return (
    <Sheet
      question={load ? `What happened in batch ${load.code}?` : 'What happened in this load?'}
      actions={load && <RecordActions load={load} />}
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !ready && <Skeleton />}
      {ready && !load && (
        <Empty
          title="This load doesn’t exist"
          action={<ButtonLink to="/stove">Back to the stove</ButtonLink>}
        >
          It may belong to another household, or it was removed before it was started.
        </Empty>
      )}
      {ready && load && (
        <Record view={viewLoad(load, canners.data, household, now)} jars={jars.data} />
      )}
    </Sheet>
  )
}

function RecordActions({ load }: { readonly load: LoadWithEvents }) {
  return (
    <>
      <a
        href={`${paths.loads}/${load.id}/record.pdf`}
        className="inline-flex min-h-11 items-center rounded-md border-[1.5px] border-kettle bg-crock px-4.5 font-semibold text-kettle no-underline"
      >
        As PDF
      </a>
      <Button onClick={() => window.print()}>Print</Button>
      <ButtonLink to={`/stove/${load.id}`}>At the stove</ButtonLink>
    </>
  )
}

function Record({
  view,
  jars,
}: {
  readonly view: LoadView
  readonly jars: readonly JarWithTaker[]
}) {
  const { household } = useHousehold()
  const { time } = useTimes()
  const { load, state, canner } = view
  const gauge = gaugeIn(load.setup)
  const dial = gaugeScale(toldIn(load.setup, household.units))
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
      <div className="flex flex-col gap-5">
        <Verdict view={view} always />
        <GoneAlready view={view} jars={jars} />
        <Panel label="Pressure over time">
          <h2 className="mb-1">{canner?.name ?? 'Canner'}</h2>
          <p className="mb-3 text-ink-soft">
            {view.contents}. {pressureOn(gauge, psi(load.setup.psi), household.units)},{' '}
            {load.setup.minutes} minutes
            {load.setup.regulatedBy === 'dial'
              ? `; the dial ${load.setup.gaugeErrorPsi === 0 ? 'was true at its last test' : `read ${dial.off(load.setup.gaugeErrorPsi)} ${load.setup.gaugeErrorPsi > 0 ? 'high' : 'low'} at its last test`}`
              : '; regulated by its weight'}
            .
          </p>
          {state.entered.heating !== undefined && (
            <PressureTrace
              {...traceOf(load.setup, asEvents(load.events), state, view.at)}
              band={holdBand(load.setup, household.settings.cushionPsi)}
              time={time}
              gauge={dial}
            />
          )}
          <StageTimes view={view} />
        </Panel>
        <JarsOfLoad jars={jars} />
      </div>
      <Panel label="Who recorded what">
        <h2 className="mb-2">Who recorded what</h2>
        <Lines view={view} />
        <div className="no-print mt-3">
          <Happened view={view} />
        </div>
      </Panel>
    </div>
  )
}

/** A load is held after some of its jars left the shelf: who has them, what is open, what was eaten. */
function GoneAlready({
  view: { load, state },
  jars,
}: {
  readonly view: LoadView
  readonly jars: readonly JarWithTaker[]
}) {
  if (holdOf(load.setup, state) === null) return null
  const abroad = jars.filter(isAbroad)
  const opened = jars.filter((j) => j.state === 'opened')
  return (
    <>
      {abroad.length > 0 && <Abroad jars={abroad} why="I’m not sure they were canned safely." />}
      {opened.length > 0 && (
        <Panel rim="stop" label="Opened jars of this load">
          <ul>
            {opened.map((j) => (
              <JarLine key={j.id} jar={j}>
                opened, in the fridge: throw it out
              </JarLine>
            ))}
          </ul>
        </Panel>
      )}
      <Eaten jars={jars.filter((j) => j.state === 'eaten').length} />
    </>
  )
}

function StageTimes({ view }: { readonly view: LoadView }) {
  const { time } = useTimes()
  return (
    <table className="mt-4 w-full text-[15px]">
      <caption className="sr-only">How long each stage took</caption>
      <thead>
        <tr className="text-left text-ink-soft">
          <th className="py-1 font-normal">Stage</th>
          <th className="py-1 font-normal">from</th>
          <th className="py-1 text-right font-normal">took</th>
        </tr>
      </thead>
      <tbody>
        {stageTimes(view.state).map((s) => (
          <tr key={s.stage} className="border-t border-rim">
            <td className="py-1.5">{STAGE_WORDS[s.stage]}</td>
            <td className="tabular py-1.5">{time(s.from)}</td>
            <td className="tabular py-1.5 text-right">
              {s.minutes === null ? '' : showMinutes(s.minutes)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

const SEALS: readonly (readonly [Jar['seal'], string])[] = [
  ['sealed', 'sealed'],
  ['sealed-low-liquid', 'sealed, some liquid lost'],
  ['sealed-half-liquid', 'half of the liquid or more lost'],
  ['unsealed', 'not sealed'],
  ['broken', 'broken'],
]

function JarsOfLoad({ jars }: { readonly jars: readonly Jar[] }) {
  if (jars.length === 0) return null
  const held = jars.filter((j) => j.hold !== null && j.state === 'on-shelf').length
  const shelf = jars.filter((j) => j.state === 'on-shelf').length
  return (
    <Panel label="Jars of this load">
      <h2 className="mb-2">Jars</h2>
      <ul className="leading-relaxed">
        {SEALS.flatMap(([seal, words]) => {
          const n = jars.filter((j) => j.seal === seal).length
          return n > 0 ? [<li key={seal}>{`${plural(n, 'jar')} ${words}`}</li>] : []
        })}
        <li className="text-ink-soft">
          {plural(shelf, 'jar')} still on the shelf{held > 0 ? `, ${held} of them set aside` : ''}
        </li>
      </ul>
    </Panel>
  )
}

function Lines({ view }: { readonly view: LoadView }) {
  const { time } = useTimes()
  const { household } = useHousehold()
  const today = useToday()
  const day = (ms: number): string => {
    const on = dateAt(ms, household.zone)
    return on.slice(0, 4) === today.slice(0, 4) ? showDay(on) : `${showDay(on)} ${on.slice(0, 4)}`
  }
  const lines = recordLines(asEvents(view.load.events), toldIn(view.load.setup, household.units))
  if (lines.length === 0) return <p className="text-ink-soft">Nothing recorded yet.</p>
  return (
    <ol className="text-[15px] leading-snug">
      {lines.map((l, i) => {
        const before = lines[i - 1]
        const newDay = !before || day(before.at) !== day(l.at)
        return (
          <li key={l.id} className={l.takenBack ? 'text-ink-soft line-through' : ''}>
            {newDay && <p className="mt-3 mb-1 font-semibold first:mt-0">{day(l.at)}</p>}
            <div className="grid grid-cols-[4.6rem_minmax(0,1fr)] gap-x-2 py-1">
              <span className="tabular text-ink-soft">{time(l.at)}</span>
              <span>
                {l.words}
                <span className="text-ink-soft">
                  {nameAfter(l)}
                  {l.enteredAt !== null ? `, recorded at ${time(l.enteredAt)}` : ''}
                </span>
              </span>
            </div>
          </li>
        )
      })}
    </ol>
  )
}
