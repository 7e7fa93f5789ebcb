import type { CannerRead } from '@kelvit/contract'
import {
  countJars,
  jarName,
  lidsLeft,
  poundsPerQuart,
  publishedYield,
  quartsOf,
  showAltitude,
  showMinutes,
  pressureOn,
  showWeight,
  type HarvestAnswer,
  type UnitSystem,
  type Way,
  type WeighIn,
  emptyJars,
  supplyId,
} from '@kelvit/core'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useJarGroups, useJars, useLidLots, useLoads } from '../../sync/queries'
import { useSeasonBalance } from '../../household/season-balance'
import { useHousehold, useToday } from '../../household/session'
import { tintOf } from '../../household/tints'
import { plural, showDay } from '../../household/words'
import { Interval } from '../../chart/interval'
import { Button } from '../../ui/button'
import { Panel } from '../../ui/panel'
import { ChoiceFields, type Choice } from './choice'

interface AnswerPanelProps {
  readonly read: WeighIn
  readonly choice: Choice
  readonly answer: HarvestAnswer
  readonly canners: readonly CannerRead[]
  readonly plan: () => void
}

/** What a harvest makes: jars as a drawn interval, the loads, what to know before starting. */
export function AnswerPanel({ read, choice, answer, canners, plan }: AnswerPanelProps) {
  const { may } = useHousehold()
  return (
    <Panel className="mb-7" label="What it makes">
      <div className="grid gap-x-7 gap-y-6 lg:grid-cols-[1.1fr_1.05fr_1fr] lg:divide-x lg:divide-rim lg:gap-x-0">
        <Makes read={read} answer={answer} choice={choice} />
        <div className="lg:px-7">
          <p className="mb-2 text-ink-soft">in loads</p>
          <Ways answer={answer} canners={canners} />
          <Button
            className="mt-3"
            look="main"
            onClick={plan}
            disabled={answer.process?.outcome !== 'process' || !may('helper')}
          >
            Weigh in and plan a load
          </Button>
        </div>
        <div className="lg:pl-7">
          <Before read={read} answer={answer} choice={choice} />
        </div>
      </div>
      <ChoiceFields read={read} choice={choice} />
    </Panel>
  )
}

function Makes({ read, answer, choice }: Pick<AnswerPanelProps, 'read' | 'answer' | 'choice'>) {
  const { estimate, sizes, belief, ownLots } = answer
  const { household } = useHousehold()
  const { low, likely, high, jar } = estimate
  const others = sizes.filter((s) => s.jar !== jar)
  const perQuart = showWeight(poundsPerQuart(belief), household.units)
  const printed =
    choice.form && showWeight(poundsPerQuart(publishedYield(choice.form)), household.units)
  return (
    <div className="lg:pr-7">
      <p className="text-ink-soft">makes about</p>
      <p className="mb-3 font-head text-[2.9rem] leading-tight font-semibold">
        {countJars(likely, jar)}
      </p>
      <Interval
        low={low}
        likely={likely}
        high={high}
        tint={tintOf(read.food.id)}
        label={`${low} to ${high} ${jarName(jar)}, likely ${likely}, in eight of ten harvests`}
      />
      <p className="mt-3 text-[15px] leading-relaxed text-ink-soft">
        {ownLots > 0
          ? `Your own ${plural(ownLots, 'lot')} and the printed table together say ${perQuart} a quart; the printed average is ${printed}.`
          : `By the printed average of ${perQuart} a quart, an estimate. Your own lots make it more exact.`}
        {read.stripped && ' That’s for produce as picked. Shelled or cut, it makes more.'}
        {others.length > 0 && ` Or ${others.map((s) => countJars(s.likely, s.jar)).join(', or ')}.`}
      </p>
    </div>
  )
}

function Ways({
  answer: { ways, noWay, estimate },
  canners,
}: {
  readonly answer: HarvestAnswer
  readonly canners: readonly CannerRead[]
}) {
  if (noWay) return <NoWay noWay={noWay} estimate={estimate} none={canners.length === 0} />
  return (
    <ol className="flex flex-col gap-2.5">
      {ways.map((w, i) => (
        <li key={i} className={i === 0 ? 'rounded-md bg-brine/12 px-3 py-2' : 'px-3'}>
          <p className="font-semibold">{wayWords(w, canners)}</p>
          <p className="tabular text-[14.5px] text-ink-soft">
            {plural(w.loads.length, 'load')} · about {showMinutes(w.totalMin)}
            {w.left > 0 && ` · ${w.left} over to eat or freeze`}
          </p>
        </li>
      ))}
    </ol>
  )
}

/** Why no canner takes it, and what to do instead. */
function NoWay({
  noWay,
  estimate,
  none,
}: {
  readonly noWay: NonNullable<HarvestAnswer['noWay']>
  readonly estimate: HarvestAnswer['estimate']
  readonly none: boolean
}) {
  const { jar, likely } = estimate
  switch (noWay.why) {
    case 'no-canner':
      return (
        <p className="leading-relaxed">
          {none ? 'You haven’t added a canner yet. ' : 'No canner is fit to use. '}
          <Link to="/gear" className="text-kettle underline">
            {none ? 'Add one under Gear' : 'See why under Gear'}
          </Link>
          . Until then, cook it fresh or freeze it.
        </p>
      )
    case 'no-room':
      return (
        <p className="leading-relaxed">
          No canner takes {jarName(jar)} of this mouth, by its manual. Choose another size below.
        </p>
      )
    case 'too-few':
      return (
        <p className="leading-relaxed">
          Too few for their own load: {likely === 0 ? 'not one whole jar' : countJars(likely, jar)}.
          A canner needs at least {countJars(noWay.least, jar)}. Add them to a load at the same
          pressure, wait for more, or eat or freeze the food.
        </p>
      )
  }
}

/** "Tall canner 7 + 7, Small canner 7". */
function wayWords(way: Way, canners: readonly CannerRead[]): ReactNode {
  const byCanner = new Map<string, number[]>()
  for (const l of way.loads) byCanner.set(l.cannerId, [...(byCanner.get(l.cannerId) ?? []), l.jars])
  return [...byCanner]
    .map(
      ([id, jars]) => `${canners.find((c) => c.id === id)?.name ?? 'Canner'} ${jars.join(' + ')}`,
    )
    .join(', ')
}

function Before({ read, answer, choice }: Pick<AnswerPanelProps, 'read' | 'answer' | 'choice'>) {
  const { household } = useHousehold()
  const today = useToday()
  const process = answer.process
  const day = (iso: string): string => (iso === today ? 'today' : showDay(iso))
  const price = read.pricePerLb
  const shop = household.settings.prices.shop[read.food.id]
  const money = (n: number): string =>
    new Intl.NumberFormat('en-US', { style: 'currency', currency: household.currency }).format(n)
  const perJar =
    price === null ? null : price * poundsPerQuart(answer.belief) * quartsOf(choice.size)
  return (
    <>
      <p className="mb-2 text-ink-soft">before you start</p>
      <dl className="tabular grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5 text-right [&>dt]:text-left">
        <dt>Can by</dt>
        <dd>
          <strong className={answer.canByRoom <= today ? 'text-squash' : ''}>
            {day(answer.canByRoom)}
          </strong>
        </dd>
        <dt>Kept cool</dt>
        <dd>{day(answer.canByCool)}</dd>
        <dt>Process here</dt>
        <dd className="font-semibold">{processWords(answer, household.units)}</dd>
        <dt>Hands-on</dt>
        <dd>about {showMinutes(answer.ways[0]?.handsMin ?? 0)}</dd>
        <OnHand jars={answer.estimate.likely} choice={choice} />
        {perJar !== null && (
          <>
            <dt>Produce in a {jarName(choice.size, 1)}</dt>
            <dd>{money(perJar)}</dd>
            {shop !== undefined && (
              <>
                <dt>In a shop</dt>
                <dd>{money(shop * quartsOf(choice.size))}</dd>
              </>
            )}
          </>
        )}
      </dl>
      {process?.outcome === 'process' && (
        <p className="mt-3 text-sm leading-relaxed text-ink-soft">
          Pressure for {showAltitude(household.altitudeFt, household.units)}. {process.source}.
          Can-by days and hands-on time are estimates. Free jars and lids: what the season plan
          leaves.
        </p>
      )}
      {process?.outcome === 'refused' && <p className="mt-3 text-beet">{process.sentence}</p>}
    </>
  )
}

/** "25 min at 12 psi dial, 15 psi weighted", as this kitchen's own gauges read. */
function processWords({ processes, gauges }: HarvestAnswer, units: UnitSystem): string {
  const tested = processes.flatMap((p, i) =>
    p.outcome === 'process' ? [{ p, gauge: gauges[i] ?? { kind: p.gauge, errorPsi: 0 } }] : [],
  )
  const [first] = tested
  if (!first) return 'none tested'
  const words = tested.map(({ p, gauge }) => pressureOn(gauge, p.psi, units))
  const different = tested.filter((_, i) => words.indexOf(words[i] ?? '') === i)
  const pressures = different.map(
    ({ p, gauge }) =>
      `${pressureOn(gauge, p.psi, units)}${different.length > 1 && gauge.errorPsi === 0 ? ` ${p.gauge}` : ''}`,
  )
  return `${first.p.minutes} min at ${pressures.join(', ')}`
}

/** Empty jars and new lids that are left after what the season has promised, against what this takes. */
function OnHand({ jars, choice }: { readonly jars: number; readonly choice: Choice }) {
  const groups = useJarGroups().data
  const lids = useLidLots().data
  const shelf = useJars().data ?? []
  const loads = useLoads().data ?? []
  const promised = useSeasonBalance()
  if (!groups || !lids || !promised) return null
  const book = { jars: shelf, loads, jarGroups: groups, lidLots: lids }
  const { size, mouth } = choice
  const needed = (id: string): number => promised.find((b) => b.id === id)?.needed ?? 0
  const empty = emptyJars(book, size, mouth) ?? 0
  const left = lidsLeft(book, mouth) ?? 0
  const row = (name: string, have: number, season: number) => {
    const free = Math.max(0, have - Math.ceil(season))
    return (
      <>
        <dt>{name}</dt>
        <dd className={free < jars ? 'font-semibold text-beet' : ''}>
          need {jars}, {free} free
        </dd>
      </>
    )
  }
  return (
    <>
      {row(`Empty ${jarName(size)}`, empty, needed(supplyId({ kind: 'jars', jar: size, mouth })))}
      {row(
        `${mouth === 'wide' ? 'Wide' : 'Regular'} lids`,
        left,
        needed(supplyId({ kind: 'lids', mouth })),
      )}
    </>
  )
}
