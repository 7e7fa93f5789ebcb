import type { LoadWithEvents } from '@kelvit/contract'
import { paths } from '@kelvit/contract'
import { Link, useParams } from 'react-router'
import { useSave } from '../../sync/changes'
import { useCanners, useLoads } from '../../sync/queries'
import { useLoad } from '../../sync/one'
import { sentenceOf } from '../../sync/request'
import { useNow } from '../../sync/clock'
import { isRunning } from '../../household/facts'
import { useHousehold } from '../../household/session'
import { useTimes } from '../../household/words'
import { Button, ButtonLink } from '../../ui/button'
import { useNotify } from '../../ui/notice'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { AlarmButton } from './alarm-sheet'
import { LoadPanel, SmallLoadPanel } from '../../load/load-panel'
import { loadContents } from '@kelvit/core'
import { viewLoad } from '../../load/load-view'
import { Mute } from './mute'
import { Standing } from './standing'
import { useStill } from './still'

export function Page() {
  const loads = useLoads()
  const canners = useCanners()
  const broken = [loads, canners].find((q) => q.isError && !q.data)
  return (
    <Sheet
      question="What is on the stove?"
      bare={loads.data?.some(isRunning) ?? false}
      // Where they stand depends on what is on: a button that moves away takes its open sheet along.
      actions={
        loads.data && (
          <span className="flex flex-wrap gap-2">
            <AlarmButton />
            <ButtonLink to="/stove/plan">Plan a load</ButtonLink>
          </span>
        )
      }
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !(loads.data && canners.data) && <Skeleton />}
      {loads.data && canners.data && <OnTheStove loads={loads.data} canners={canners.data} />}
    </Sheet>
  )
}

type Canners = NonNullable<ReturnType<typeof useCanners>['data']>

function OnTheStove({
  loads,
  canners,
}: {
  readonly loads: readonly LoadWithEvents[]
  readonly canners: Canners
}) {
  const { id = '' } = useParams()
  const now = useNow()
  const { household } = useHousehold()
  const one = useLoad(id)
  const wanted = one.data
  const running = loads.filter(isRunning)
  const views = running
    .map((l) => viewLoad(l, canners, household, now))
    .sort((a, b) => urgency(a) - urgency(b))
  const standing = loads
    .filter((l) => l.stage === 'standing')
    .map((l) => viewLoad(l, canners, household, now))
  const planned = loads
    .filter((l) => l.stage === 'planned' && l.id !== id)
    .sort((a, b) => a.startsAt.localeCompare(b.startsAt))
  const first = useStill(
    views[0]?.load.id,
    running.map((l) => l.id),
  )
  const main =
    wanted && wanted.stage !== 'standing'
      ? viewLoad(wanted, canners, household, now)
      : views.find((v) => v.load.id === first)
  const beside = views.filter((v) => v.load.id !== main?.load.id)
  if (id && one.isError && !wanted)
    return <Trouble error={one.error} retry={() => void one.refetch()} />
  if (id && wanted === undefined) return <Skeleton />
  if (wanted === null)
    return (
      <Empty
        title="This load doesn’t exist"
        action={<ButtonLink to="/stove">Back to the stove</ButtonLink>}
      >
        It may have been removed before it was started.
      </Empty>
    )
  const side = beside.length + standing.length + planned.length > 0
  return (
    <>
      {running.length > 0 && <Mute />}
      <div
        className={
          main && side
            ? 'grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1.85fr)_minmax(0,1fr)]'
            : ''
        }
      >
        {main ? <LoadPanel key={main.load.id} view={main} /> : null}
        {!main && !side && (
          <Empty
            title="The stove is cold"
            action={
              <ButtonLink to="/stove/plan" look="main">
                Plan a load
              </ButtonLink>
            }
          >
            Weigh in a harvest, plan a load, and run it from here. The clocks keep running when the
            screen is off.
          </Empty>
        )}
        <div
          className={
            main
              ? 'flex flex-col gap-5'
              : 'grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-2'
          }
        >
          {beside.map((v) => (
            <SmallLoadPanel key={v.load.id} view={v} />
          ))}
          {standing.map((v) => (
            <Standing key={v.load.id} view={v} />
          ))}
          {planned.length > 0 && <Planned loads={planned} canners={canners} />}
        </div>
      </div>
      {running.length > 0 && (
        <div className="no-print mt-5 flex flex-wrap gap-2">
          <AlarmButton />
          <ButtonLink to="/stove/plan">Plan a load</ButtonLink>
        </div>
      )}
    </>
  )
}

const RANK: Readonly<Record<string, number>> = {
  processing: 1,
  climbing: 2,
  venting: 3,
  heating: 4,
  unloading: 5,
  resting: 6,
  filling: 7,
  preparing: 8,
  cooling: 9,
}
/** What needs a person first stands first. */
const urgency = (v: ReturnType<typeof viewLoad>): number =>
  (v.now.prompt ? 0 : 10) + (RANK[v.state.stage] ?? 9) / 10

function Planned({
  loads,
  canners,
}: {
  readonly loads: readonly LoadWithEvents[]
  readonly canners: Canners
}) {
  const { dayTime } = useTimes()
  const now = useNow()
  const { may } = useHousehold()
  const save = useSave('loads')
  const notify = useNotify()
  const drop = (load: LoadWithEvents): void => {
    const path = `${paths.loads}/${load.id}`
    const { cannerId, startsAt } = load
    const portions = load.portions.map(({ filled: _filled, ...p }) => p)
    save.mutate(
      { method: 'DELETE', path },
      {
        onSuccess: () =>
          notify.done('Load removed.', () =>
            save.mutate({ method: 'PUT', path, body: { cannerId, startsAt, portions } }),
          ),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
  return (
    <Panel label="Planned loads">
      <h2 className="mb-2">Planned</h2>
      <ul>
        {loads.map((l) => (
          <li
            key={l.id}
            className="flex flex-wrap items-center justify-between gap-3 border-t border-rim py-2.5 first:border-0"
          >
            <Link to={`/stove/${l.id}`} className="text-ink no-underline hover:underline">
              <strong>{dayTime(Date.parse(l.startsAt), now)}</strong> ·{' '}
              {canners.find((c) => c.id === l.cannerId)?.name}
              <span className="block text-[15px] text-ink-soft">{loadContents(l.portions)}</span>
            </Link>
            {may('helper') && (
              <span className="flex gap-2">
                <ButtonLink to={`/stove/${l.id}`} look="main" size="small">
                  Open
                </ButtonLink>
                <Button size="small" look="quiet" onClick={() => drop(l)}>
                  Drop
                </Button>
              </span>
            )}
          </li>
        ))}
      </ul>
    </Panel>
  )
}
