import {
  countJars,
  decideBy,
  eatBy,
  foodOf,
  loadAt,
  saidName,
  showClock,
  showWeight,
} from '@kelvit/core'
import type { CannerRead, LoadWithEvents } from '@kelvit/contract'
import type { ReactNode } from 'react'
import { stateOf } from '../../sync/loads'
import { useCanners, useJars, useLoads, useLots, useSeasonLoads } from '../../sync/queries'
import { useMinute, useNow } from '../../sync/clock'
import { asDecided } from '../../household/set-aside'
import { dueLots, isRunning } from '../../household/facts'
import { usePull } from '../../household/pull'
import { portionWords } from '../../household/portion-words'
import { useHousehold, useToday } from '../../household/session'
import { showDay, useTimes } from '../../household/words'
import { ButtonLink } from '../../ui/button'
import { ClockText } from '../../ui/clock-text'
import { Page as Sheet } from '../../ui/page'
import { Panel, type Rim } from '../../ui/panel'
import { Skeleton, Trouble } from '../../ui/states'

/** What wants doing today, the most urgent first. */
export function Page() {
  const { household } = useHousehold()
  const today = useToday()
  const all = [useLoads(), useLots(), useJars(), useCanners()]
  const broken = all.find((q) => q.isError && !q.data)
  const ready = all.every((q) => q.data)
  return (
    <Sheet
      question="What wants doing?"
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

function Doings() {
  const doings = useDoings()
  const loads = useLoads().data?.filter(isRunning) ?? []
  const canners = useCanners().data ?? []
  return (
    <div className="flex flex-col gap-5">
      {loads.length > 0 && <OnTheStove loads={loads} canners={canners} />}
      {doings.length === 0 && loads.length === 0 && (
        <Panel rim="done">
          <h2 className="mb-2">Nothing is due</h2>
          <p className="text-ink-soft">
            No load runs, no lot is near its can-by date, and every jar is within its best. Sit
            down.
          </p>
        </Panel>
      )}
      {doings.length > 0 && (
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

/** Every canner that runs, with its clock, readable from the table. */
function OnTheStove({
  loads,
  canners,
}: {
  readonly loads: readonly LoadWithEvents[]
  readonly canners: readonly CannerRead[]
}) {
  const now = useNow()
  return (
    <Panel
      rim="running"
      label="On the stove"
      className="flex flex-wrap items-end justify-between gap-x-10 gap-y-5"
    >
      {loads.map((load) => {
        const { clock, prompt } = loadAt(load.setup, stateOf(load), now)
        const seconds =
          clock.kind === 'down'
            ? clock.leftMs / 1000
            : clock.kind === 'up'
              ? clock.passedMs / 1000
              : 0
        return (
          <div key={load.id}>
            <p className="text-ink-soft">
              <strong className="font-head text-lg text-ink">
                {canners.find((c) => c.id === load.cannerId)?.name}
              </strong>
              , {load.stage}
            </p>
            <p className="clock mt-1 text-[4rem]" role="timer">
              <ClockText text={showClock(seconds)} />
            </p>
            <p className="mt-1 text-ink-soft">
              {prompt ? 'wants a look now' : clock.kind === 'down' ? 'left' : 'so far'}
            </p>
          </div>
        )
      })}
      <ButtonLink to="/stove" look="main">
        Go to the stove
      </ButtonLink>
    </Panel>
  )
}

interface Doing {
  readonly key: string
  readonly rim: Rim
  readonly title: string
  readonly about: ReactNode
  readonly to: string
  readonly action: string
}

const count = (n: number, one: string, many: string): string =>
  n === 1 ? `One ${one}` : `${n} ${many}`

function useDoings(): readonly Doing[] {
  const loads = useLoads().data ?? []
  const lots = useLots().data ?? []
  const jars = useJars().data ?? []
  const canners = useCanners().data ?? []
  const season = useSeasonLoads().data ?? []
  const today = useToday()
  const now = useMinute()
  const { household } = useHousehold()
  const { dayTime } = useTimes()
  const canner = (id: string): string => canners.find((c) => c.id === id)?.name ?? 'a canner'
  const names = (ids: readonly string[]): string =>
    [...new Set(ids)].map((id) => saidName(foodOf(id) ?? { name: id })).join(', ')
  const standing = loads.filter((l) => l.stage === 'standing')
  const planned = loads
    .filter((l) => l.stage === 'planned')
    .sort((a, b) => a.startsAt.localeCompare(b.startsAt))
  const due = dueLots(lots, today)
  const next = season
    .map((l) => l.onDate)
    .filter((d) => d >= today)
    .sort()[0]
  const pull = usePull()?.jars ?? []
  const blocked = canners.filter((c) => !c.retired && c.blocks.length > 0)
  const aside = jars.filter((j) => j.state === 'set-aside')
  const soonest = aside
    .map((j) => decideBy(asDecided(j)))
    .filter((until) => until !== null)
    .sort((a, b) => a - b)[0]
  const held = jars.filter((j) => j.state === 'on-shelf' && j.hold !== null)
  const fridge = jars
    .filter((j) => j.state === 'opened' || j.state === 'refrigerated')
    .map((j) => ({ jar: j, until: eatBy(Date.parse(j.stateAt), j.foodId) }))
    .sort((a, b) => a.until - b.until)
  const doings: readonly (Doing | false)[] = [
    aside.length > 0 && {
      key: 'aside',
      rim: 'stop',
      title: `${count(aside.length, 'jar is', 'jars are')} set aside`,
      about: `${names(aside.map((j) => j.foodId))}: not for the shelf. ${
        soonest === undefined
          ? 'Refrigerate and eat within days.'
          : soonest > now
            ? `Process again, refrigerate or freeze until ${dayTime(soonest, now)}; after that only discard.`
            : 'Some stood for more than 24 hours: discard those, unopened and untasted.'
      }`,
      to: '/pantry',
      action: 'Say what becomes of them',
    },
    held.length > 0 && {
      key: 'held',
      rim: 'stop',
      title: `${count(held.length, 'jar is', 'jars are')} held`,
      about: `${names(held.map((j) => j.foodId))}: do not eat until it was looked into.`,
      to: held[0]?.loadId ? `/stove/${held[0].loadId}/record` : '/pantry',
      action: 'See why',
    },
    fridge.length > 0 && {
      key: 'fridge',
      rim: fridge.some((f) => f.until < now) ? 'stop' : 'due',
      title: `${count(fridge.length, 'jar is', 'jars are')} in the fridge`,
      about: fridge
        .map(
          ({ jar, until }) =>
            `${names([jar.foodId])}${jar.state === 'opened' ? ', opened' : ''}: ${until < now ? 'past its days, discard it' : `eat by ${dayTime(until, now)}`}`,
        )
        .join(' · '),
      to: '/pantry',
      action: 'Say what became of them',
    },
    standing.length > 0 && {
      key: 'standing',
      rim: 'due',
      title: `${count(standing.length, 'load stands', 'loads stand')} on the board`,
      about: 'After 12 hours: bands off, press each lid, shelve what sealed.',
      to: '/stove',
      action: 'Check the seals',
    },
    due.length > 0 && {
      key: 'due',
      rim: 'due',
      title: `${count(due.length, 'lot is', 'lots are')} due`,
      about: due
        .map(
          (l) =>
            `${names([l.foodId])}, ${showWeight(l.lb, household.units)}, can by ${showDay(l.canBy)}`,
        )
        .join(' · '),
      to: `/stove/plan?lot=${due[0]?.id ?? ''}`,
      action: 'Plan a load',
    },
    next !== undefined && {
      key: 'canning-day',
      rim: 'plain',
      title: `${next === today ? 'Today' : showDay(next)} is a canning day`,
      about: season
        .filter((l) => l.onDate === next)
        .map((l) => portionWords(l.portions))
        .join(' · '),
      to: `/season/day/${next}`,
      action: 'Day sheet',
    },
    planned.length > 0 && {
      key: 'planned',
      rim: 'plain',
      title: `Next load ${dayTime(Date.parse(planned[0]?.startsAt ?? ''), now)}`,
      about: planned
        .map((l) =>
          l.portions
            .map((p) => `${countJars(p.jars, p.jar)} in the ${canner(l.cannerId).toLowerCase()}`)
            .join(', '),
        )
        .join(' · '),
      to: `/stove/${planned[0]?.id ?? ''}`,
      action: 'Open it',
    },
    pull.length > 0 && {
      key: 'pull',
      rim: 'due',
      title: `${count(pull.length, 'jar', 'jars')} to pull this week`,
      about: `${names(pull.map((j) => j.foodId))}: oldest first, so that nothing passes its best.`,
      to: '/pantry',
      action: 'See the shelf',
    },
    blocked.length > 0 && {
      key: 'blocked',
      rim: 'stop',
      title: `${blocked[0]?.name ?? ''} may not be used`,
      about: blocked[0]?.blocks[0]?.sentence ?? '',
      to: '/gear',
      action: 'Go to gear',
    },
  ]
  return doings.filter((d) => d !== false)
}
