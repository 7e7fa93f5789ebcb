import { paths, type GaugeRecall, type RecalledLoad } from '@kelvit/contract'
import {
  dateAt,
  dialWords,
  recallWords,
  saidFood,
  type LoadStage,
  type PressureIn,
} from '@kelvit/core'
import { useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { useDialMarks } from '../../household/gauge'
import { useHousehold, useToday } from '../../household/session'
import { plural, showDate } from '../../household/words'
import { useCanners } from '../../sync/queries'
import { request } from '../../sync/request'
import { Abroad, Eaten, isAbroad, JarLine } from '../../load/abroad'
import { Button, ButtonLink } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Caution, Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'

/** Which jars came through a dial that was off: named load by load, with what to do. Prints. */
export function Page() {
  const { id = '' } = useParams()
  const today = useToday()
  const recall = useQuery({
    queryKey: ['load', 'recall', id],
    queryFn: () => request<GaugeRecall>('GET', `${paths.gaugeTests}/${id}/recall`),
  })
  const canner = useCanners().data?.find((c) => c.id === recall.data?.test.cannerId)
  return (
    <Sheet
      question="Which jars came through that dial?"
      aside={
        recall.data &&
        `${canner?.name ?? 'Canner'}, tested ${showDate(recall.data.test.testedOn, today)}`
      }
      actions={
        <>
          <Button onClick={() => window.print()}>Print</Button>
          <ButtonLink to="/gear">Back to Gear</ButtonLink>
        </>
      }
    >
      {recall.isError && <Trouble error={recall.error} retry={() => void recall.refetch()} />}
      {recall.isPending && <Skeleton />}
      {recall.data && <Known recall={recall.data} today={today} />}
    </Sheet>
  )
}

function Known({ recall, today }: { readonly recall: GaugeRecall; readonly today: string }) {
  const { test, since, loads, ran } = recall
  const told = useDialMarks(test.cannerId)
  const reads = dialWords(test.errorPsi, told)
  const from = since ? ` since its last good test on ${showDate(since, today)}` : ''
  if (test.struckAt)
    return (
      <Empty title="This test was crossed out">
        {test.struckBy} crossed it out: {test.struckWhy}. Kelvit no longer uses it.
      </Empty>
    )
  if (loads.length === 0)
    return (
      <Empty title={ran === 0 ? 'No load ran on this dial' : 'No load is recalled'}>
        The dial reads {reads}.{' '}
        {ran === 0
          ? `Kelvit knows of no load on it${from}. Jars from before Kelvit are not in here.`
          : `We checked ${plural(ran, 'load')}${from}: each was held high enough all the same.`}
      </Empty>
    )
  const here = loads.flatMap((l) => l.jars)
  const out = loads.flatMap((l) => l.elsewhere.filter(isAbroad))
  return (
    <div className="flex flex-col gap-5">
      <Panel rim="stop" label="What the test found">
        <p className="mb-2 font-head text-2xl font-semibold">
          The dial reads {reads}: {plural(loads.length, 'load')} may have run too low.
        </p>
        <p className="mb-3 text-ink-soft">
          {since
            ? `We checked ${plural(ran, 'load')}${from}.`
            : `It was never tested before. We checked ${plural(ran, 'load')}.`}
        </p>
        <Caution>
          <strong>Do not eat from these jars, and do not give them away.</strong> Set them apart,
          closed. Ask your extension service with the figures below. Discard, unopened, every jar
          they cannot clear. {plural(here.length, 'jar')} {here.length === 1 ? 'is' : 'are'} set
          aside in the pantry.
        </Caution>
      </Panel>
      {out.length > 0 && <Abroad jars={out} why="My canner’s gauge read wrong." />}
      {loads.map((load) => (
        <OneLoad key={load.loadId} load={load} today={today} told={told} />
      ))}
    </div>
  )
}

const PLACES: Readonly<Partial<Record<LoadStage, string>>> = {
  cooling: ', in the canner',
  resting: ', in the canner',
  unloading: ', coming out of the canner',
  standing: ', on the towel',
}

interface OneLoadProps {
  readonly load: RecalledLoad
  readonly today: string
  readonly told: PressureIn
}

function OneLoad({ load, today, told }: OneLoadProps) {
  const { household } = useHousehold()
  const { held, truth, needed } = recallWords(load, told)
  const opened = load.jars.filter((j) => j.state === 'opened')
  const whole = load.jars.filter((j) => j.state !== 'opened')
  const eaten = load.elsewhere.filter((j) => j.state === 'eaten')
  const gone = load.elsewhere.filter((j) => !isAbroad(j) && j.state !== 'eaten')
  return (
    <Panel rim={load.lookedInto ? 'done' : 'stop'} label={`Batch ${load.code}`}>
      <header className="flex flex-wrap items-baseline justify-between gap-3">
        <h2>
          Batch {load.code}, {showDate(dateAt(Date.parse(load.startsAt), household.zone), today)}
          {PLACES[load.stage] ?? ''}
        </h2>
        <Link to={`/stove/${load.loadId}/record`} className="text-kettle underline">
          {load.lookedInto ? 'Looked into: see its record' : 'Look into it: see its record'}
        </Link>
      </header>
      <p className="mt-1 mb-2">
        {held} <strong>{truth}</strong>, {needed}
      </p>
      {opened.length > 0 && (
        <ul className="mb-2">
          {opened.map((j) => (
            <JarLine key={j.id} jar={j}>
              opened, in the fridge: throw it out
            </JarLine>
          ))}
        </ul>
      )}
      <ul className="flex flex-wrap gap-x-5 gap-y-1 text-[15px]">
        {whole.map((j) => (
          <li key={j.id}>
            <span aria-hidden>☐ </span>
            <Link to={`/pantry/jar/${j.id}`} className="font-mono text-kettle underline">
              {j.code}
            </Link>{' '}
            {saidFood(j.foodId)}
          </li>
        ))}
        {load.jars.length === 0 && load.stage === 'checked' && (
          <li className="text-ink-soft">None of its jars is in the house.</li>
        )}
      </ul>
      <Eaten jars={eaten.length} />
      {gone.length > 0 && (
        <p className="mt-2 text-[15px] text-ink-soft">
          {plural(gone.length, 'jar')} {gone.length === 1 ? 'was' : 'were'} discarded or processed
          again.
        </p>
      )}
    </Panel>
  )
}
