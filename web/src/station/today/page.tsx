import { addDays, dateAt, kitchenDay, wallClock } from '@kelvit/core'
import { lazy, Suspense } from 'react'
import { isRunning } from '../../household/facts'
import { useHousehold, useToday } from '../../household/session'
import { showDay } from '../../household/words'
import { useMinute } from '../../sync/clock'
import {
  useBusyTimes,
  useCanners,
  useJars,
  useKitchenExceptions,
  useKitchenHours,
  useLoads,
  useLots,
  useSeasonLoads,
} from '../../sync/queries'
import { ButtonLink } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Panel, type Rim } from '../../ui/panel'
import { Skeleton, Trouble } from '../../ui/states'
import { useIdle } from '../../ui/use-idle'
import { useDoings, type Doing } from './doings'
import { OnTheStove } from './on-the-stove'
import { useIsNew } from './is-new'

const FirstSteps = lazy(() => import('./first-steps').then((m) => ({ default: m.FirstSteps })))
const Pickings = lazy(() => import('./pickings').then((m) => ({ default: m.Pickings })))
const Evening = lazy(() => import('./evening').then((m) => ({ default: m.Evening })))

/** What wants doing today: Today leads. */
export function Page() {
  const { household } = useHousehold()
  const today = useToday()
  const all = [useLoads(), useLots(), useJars(), useCanners(), useKitchenHours()]
  const broken = all.find((q) => q.isError && !q.data)
  const ready = all.every((q) => q.data)
  return (
    <Sheet
      question="What needs doing?"
      aside={`${showDay(today)} at ${household.name}`}
      actions={
        <ButtonLink to="/harvest?weigh=1" look="main">
          Weigh in
        </ButtonLink>
      }
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !ready && <Skeleton />}
      {ready && <Doings />}
    </Sheet>
  )
}

/** How many days ahead the next loads are drawn. */
const DRAWN_DAYS = 6

/** The day that the kitchen is in: after midnight still the evening's, while its hours go on. */
function useKitchenToday(): string {
  const { zone } = useHousehold().household
  const now = useMinute()
  const hours = useKitchenHours().data ?? []
  const exceptions = useKitchenExceptions().data ?? []
  const busy = useBusyTimes().data ?? []
  return kitchenDay(wallClock(now, zone), { hours, exceptions, busy }).date
}

/** The next day with a load that is planned, by the season plan or at the stove. */
function useNextDay(): string | undefined {
  const season = useSeasonLoads().data ?? []
  const loads = useLoads().data ?? []
  const { zone } = useHousehold().household
  const today = useKitchenToday()
  const days = [
    ...season.map((l) => l.onDate),
    ...loads.filter((l) => l.stage === 'planned').map((l) => dateAt(Date.parse(l.startsAt), zone)),
  ]
  return days.filter((d) => d >= today).sort()[0]
}

/** The drawing's own place, kept until it is there: what stands below does not jump. */
const EveningToCome = () => (
  <Panel rim="running" className="min-h-[23.5rem]">
    <Skeleton rows={1} />
  </Panel>
)

function Doings() {
  const doings = useDoings()
  const today = useToday()
  const isNew = useIsNew()
  const next = useNextDay()
  // The list is there at once; the drawing of the day waits for a quiet moment.
  const idle = useIdle()
  const drawn = next !== undefined && next <= addDays(today, DRAWN_DAYS)
  const loads = useLoads().data?.filter(isRunning) ?? []
  const canners = useCanners().data ?? []
  const ripe = useLots().data?.some((l) => l.state === 'expected' && l.arrivedOn <= today)
  const loud = doings.filter((d) => !d.quiet && !(d.key === 'planned' && drawn))
  const stops = loud.filter((d) => d.rim === 'stop')
  const others = loud.filter((d) => d.rim !== 'stop')
  const quiet = doings.filter((d) => d.quiet)
  return (
    <div className="flex flex-col gap-5">
      {loads.length > 0 && <OnTheStove loads={loads} canners={canners} />}
      {isNew && (
        <Suspense fallback={<Skeleton />}>
          <FirstSteps />
        </Suspense>
      )}
      <DoingList doings={stops} />
      {ripe && (
        <Suspense fallback={null}>
          <Pickings />
        </Suspense>
      )}
      {drawn && (
        <Suspense fallback={<EveningToCome />}>
          {idle ? <Evening date={next} /> : <EveningToCome />}
        </Suspense>
      )}
      <DoingList doings={others} />
      {!isNew && doings.length === 0 && loads.length === 0 && !drawn && (
        <Panel rim="done">
          <h2 className="mb-2">Nothing is due</h2>
          <p className="text-ink-soft">
            No load is running, every lot is scheduled, and no jar needs eating this week.
          </p>
        </Panel>
      )}
      {quiet.length > 0 && (
        <ul className="flex flex-col gap-1 text-[15px]">
          {quiet.map((d) => (
            <li key={d.key} className="flex flex-wrap items-center gap-x-3">
              <span className="max-w-prose text-ink-soft">
                <strong className="text-ink">{d.title}.</strong> {d.about}
              </span>
              <ButtonLink size="small" look="quiet" to={d.to}>
                {d.action}
              </ButtonLink>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

const RIMS: Readonly<Record<Rim, string>> = {
  plain: 'bg-kettle',
  running: 'bg-brass',
  done: 'bg-brine',
  due: 'bg-squash',
  stop: 'bg-beet',
}

function DoingList({ doings }: { readonly doings: readonly Doing[] }) {
  if (doings.length === 0) return null
  return (
    <ol className="rounded-md border border-t-[3px] border-rim border-t-kettle bg-crock">
      {doings.map((d) => (
        <li
          key={d.key}
          className="flex flex-wrap items-center gap-x-6 gap-y-2 border-t border-rim px-5 py-4 first:border-t-0"
        >
          <span aria-hidden className={`h-10 w-1.5 rounded-full ${RIMS[d.rim]}`} />
          <div className="min-w-52 flex-1">
            <p className="font-head text-xl leading-snug font-semibold">{d.title}</p>
            <p className="leading-relaxed text-ink-soft">{d.about}</p>
          </div>
          <ButtonLink to={d.to}>{d.action}</ButtonLink>
        </li>
      ))}
    </ol>
  )
}
