import { paths, type GaugeRecall, type LoadWithEvents, type RecalledLoad } from '@kelvit/contract'
import { dialWords, recallWords, VERDICT_WORDS, whyHeld } from '@kelvit/core'
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
      {recall.isPending && <Skeleton />}
      {recall.data && <Known recall={recall.data} today={today} />}
    </Sheet>
  )
}

function Known({ recall, today }: { readonly recall: GaugeRecall; readonly today: string }) {
  const { test, since, loads } = recall
  const { units } = useHousehold().household
  const jars = loads.reduce((n, l) => n + l.jars.length, 0)
  const gone = loads.reduce((n, l) => n + l.gone, 0)
  const reads = dialWords(test.errorPsi, units)
  const held = useHeldAtTheStove(test.cannerId)
  if (!held) return <Skeleton />
  if (loads.length === 0 && held.length === 0)
    return (
      <Empty title="No jar is touched by it">
        The dial reads {reads}. Every load{since ? ` since ${showDate(since, today)}` : ''} was held
        at enough all the same.
      </Empty>
    )
  return (
    <div className="flex flex-col gap-5">
      <Panel rim="stop" label="What was found">
        <p className="mb-2 font-head text-2xl font-semibold">
          The dial reads {reads}: {plural(loads.length + held.length, 'load')} may have been short.
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
      {held.map((load) => (
        <NotYetAway key={load.id} load={load} />
      ))}
      {loads.map((load) => (
        <OneLoad key={load.loadId} load={load} today={today} />
      ))}
    </div>
  )
}

/** Loads of a canner whose jars are not put away yet, and are held by what is known now. */
const useHeldAtTheStove = (cannerId: string): readonly LoadWithEvents[] | undefined =>
  useLoads().data?.filter(
    (l) =>
      l.cannerId === cannerId &&
      !['planned', 'checked', 'aborted'].includes(l.stage) &&
      whyHeld(l.judgement) !== '',
  )

/** It is not too late for these: what to do now stands in their record. */
function NotYetAway({ load }: { readonly load: LoadWithEvents }) {
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
        <strong>Judged: {VERDICT_WORDS[load.judgement.verdict]}.</strong> {whyHeld(load.judgement)}
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
