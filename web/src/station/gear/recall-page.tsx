import {
  paths,
  type CannerRead,
  type GaugeRecall,
  type LoadWithEvents,
  type RecalledLoad,
} from '@kelvit/contract'
import { dialWords, recallOpen, recallWords, type Recalled } from '@kelvit/core'
import { useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { foodName } from '../../household/food-name'
import { useHousehold, useToday } from '../../household/session'
import { plural, showDate } from '../../household/words'
import { useCanners, useLoads } from '../../sync/queries'
import { request } from '../../sync/request'
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
  const loads = useLoads()
  const open = recall.data && loads.data && openOf(recall.data.test, canner, loads.data)
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
          <ButtonLink to="/gear">To the gear</ButtonLink>
        </>
      }
    >
      {recall.isError && <Trouble error={recall.error} retry={() => void recall.refetch()} />}
      {loads.isError && <Trouble error={loads.error} retry={() => void loads.refetch()} />}
      {(recall.isPending || loads.isPending) && <Skeleton />}
      {recall.data && <Known recall={recall.data} open={open} today={today} />}
    </Sheet>
  )
}

function Known({
  recall,
  open,
  today,
}: {
  readonly recall: GaugeRecall
  /** Undefined while nobody knows what is at the stove: then nothing is said to be untouched. */
  readonly open: readonly OpenLoad[] | undefined
  readonly today: string
}) {
  const { test, since, loads } = recall
  const { units } = useHousehold().household
  const jars = loads.reduce((n, l) => n + l.jars.length, 0)
  const gone = loads.reduce((n, l) => n + l.gone, 0)
  const reads = dialWords(test.errorPsi, units)
  const count = loads.length + (open?.length ?? 0)
  if (count === 0)
    return open === undefined ? null : (
      <Empty title="No jar is touched by it">
        The dial reads {reads}. Every load{since ? ` since ${showDate(since, today)}` : ''} was held
        at enough all the same.
      </Empty>
    )
  return (
    <div className="flex flex-col gap-5">
      <Panel rim="stop" label="What was found">
        <p className="mb-2 font-head text-2xl font-semibold">
          The dial reads {reads}: {plural(count, 'load')} may have been short.
        </p>
        <p className="mb-3 text-ink-soft">
          {since
            ? `Since its last good test, ${showDate(since, today)}.`
            : 'It was never tested before.'}{' '}
          What the needle showed, put right by that, is held against what each load needed.
        </p>
        {loads.length > 0 && (
          <Caution>
            <strong>Do not eat from these jars, and do not give them away.</strong> Set them apart,
            closed. Ask your extension service with the figures below; what cannot be cleared is
            discarded unopened. {plural(jars, 'jar')} {jars === 1 ? 'is' : 'are'} held in the pantry
            {gone > 0 && `; ${gone} ${gone === 1 ? 'is' : 'are'} not in the house any more`}.
          </Caution>
        )}
      </Panel>
      {open?.map(({ load, recalled }) => (
        <NotYetAway key={load.id} load={load} recalled={recalled} />
      ))}
      {loads.map((load) => (
        <OneLoad key={load.loadId} load={load} today={today} />
      ))}
    </div>
  )
}

/** A load whose jars are not put away yet, and why it may have been short. */
interface OpenLoad {
  readonly load: LoadWithEvents
  readonly recalled: Recalled
}

/** What is at the stove or on the board and may have been short by a test; by the last one only. */
function openOf(
  test: GaugeRecall['test'],
  canner: CannerRead | undefined,
  loads: readonly LoadWithEvents[],
): readonly OpenLoad[] {
  const last = canner?.lastTest
  if (last?.testedOn !== test.testedOn || last.errorPsi !== test.errorPsi) return []
  return loads
    .filter((l) => l.cannerId === test.cannerId)
    .flatMap((load) => {
      const recalled = recallOpen(load, test.errorPsi)
      return recalled ? [{ load, recalled }] : []
    })
}

/** It is not too late for these: what to do now stands in their record. */
function NotYetAway({ load, recalled }: OpenLoad) {
  const { held, truth, needed } = recallWords(recalled, useHousehold().household.units)
  return (
    <Panel rim="stop" label={`Batch ${load.code}`}>
      <header className="flex flex-wrap items-baseline justify-between gap-3">
        <h2>
          Batch {load.code}, {load.stage === 'standing' ? 'on the board' : 'in the canner'}
        </h2>
        <Link to={`/stove/${load.id}/record`} className="text-kettle underline">
          What to do now: its record
        </Link>
      </header>
      <p className="mt-1">
        {held} <strong>{truth}</strong>, {needed}
      </p>
    </Panel>
  )
}

function OneLoad({ load, today }: { readonly load: RecalledLoad; readonly today: string }) {
  const { held, truth, needed } = recallWords(load, useHousehold().household.units)
  return (
    <Panel rim={load.lookedInto ? 'done' : 'stop'} label={`Batch ${load.code}`}>
      <header className="flex flex-wrap items-baseline justify-between gap-3">
        <h2>
          Batch {load.code}, {showDate(load.startsAt.slice(0, 10), today)}
        </h2>
        <Link to={`/stove/${load.loadId}/record`} className="text-kettle underline">
          {load.lookedInto ? 'Looked into: its record' : 'Look into it: its record'}
        </Link>
      </header>
      <p className="mt-1 mb-2">
        {held} <strong>{truth}</strong>, {needed}
      </p>
      <ul className="flex flex-wrap gap-x-5 gap-y-1 text-[15px]">
        {load.jars.map((j) => (
          <li key={j.id}>
            <span aria-hidden>☐ </span>
            <Link to={`/pantry/jar/${j.id}`} className="font-mono text-kettle underline">
              {j.code}
            </Link>{' '}
            {foodName(j.foodId).toLowerCase()}
          </li>
        ))}
        {load.jars.length === 0 && <li className="text-ink-soft">No jar of it is left.</li>}
      </ul>
      {load.gone > 0 && (
        <p className="mt-2 text-[15px] text-ink-soft">
          {plural(load.gone, 'jar')} of it {load.gone === 1 ? 'was' : 'were'} eaten, given or thrown
          away. At any sign of illness call a physician and say “home-canned food”.
        </p>
      )}
    </Panel>
  )
}
