import {
  addDays,
  countJars,
  drawnFrom,
  jarName,
  otherJars,
  shortagesOf,
  testsDue,
  type OtherJars,
  type SeasonPlan,
  type SupplyLine,
  saidFood,
} from '@kelvit/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import type { SeasonView } from '../../../household/season'
import { plural, showDay } from '../../../household/words'
import { CannerMark } from '../../../chart/season-ribbon'
import { Button, ButtonLink } from '../../../ui/button'
import { useIntoOthers } from './use-into-others'
import { Caution, Panel } from '../../../ui/panel'

/** Which mark is which canner. */
export function Legend({ canners }: { readonly canners: readonly string[] }) {
  return (
    <ul className="flex flex-wrap gap-x-5 text-[13.5px] text-ink-soft">
      {canners.map((name, i) => (
        <li key={name} className="flex items-center gap-2">
          <span
            aria-hidden
            className="relative inline-block h-3.5 w-4 overflow-hidden rounded-[3px] bg-[#7f9a48]"
          >
            <CannerMark canner={i} />
          </span>
          {name}
        </li>
      ))}
      <li>color by food</li>
    </ul>
  )
}

/** What could not be planned, in words, at the place; the rest is planned all the same. */
export function Notes({ view, plan }: { readonly view: SeasonView; readonly plan: SeasonPlan }) {
  const { notes, model } = view.season
  const { stale } = view
  const tests = useMemo(() => testsDue(model, plan), [model, plan])
  const loose = stale.filter((s) => !s.load.pinned)
  if (notes.length === 0 && stale.length === 0 && tests.length === 0) return null
  return (
    <div className="mb-5 flex flex-col gap-2">
      {notes.map((n) => (
        <Caution key={n.about + n.id + n.sentence}>
          {n.sentence}{' '}
          <Link to={PLACES[n.about]} className="text-kettle underline">
            {n.about === 'lot'
              ? 'Go to Harvest'
              : n.about === 'kitchen'
                ? 'Kitchen hours'
                : 'Go to Gear'}
          </Link>
        </Caution>
      ))}
      {tests.map((t) => (
        <Caution key={`test ${t.canner}`}>
          {model.canners[t.canner]?.name}: test its dial by <strong>{showDay(t.by)}</strong>, or{' '}
          {plural(t.loads, 'load')} of this plan ({plural(t.jars, 'jar')}) can’t run.{' '}
          <Link to="/gear" className="text-kettle underline">
            Go to Gear
          </Link>
        </Caution>
      ))}
      {stale
        .filter((s) => s.load.pinned)
        .map(({ load, why }) => (
          <Caution key={load.id}>
            Pinned to {showDay(load.onDate)} and not possible: {WHY_STALE[why]}.
          </Caution>
        ))}
      {loose.length > 0 && (
        <Caution>
          {plural(loose.length, 'load')} of the plan can’t run any more:{' '}
          {[...new Set(loose.map((s) => WHY_STALE[s.why]))].join('; ')}. Plan again to fix the rest.
        </Caution>
      )}
    </div>
  )
}
/** Why a load of the plan does not hold any more. */
const WHY_STALE = {
  over: 'its day is over',
  canner: 'its canner is gone or may not be used',
  lot: 'its lot is gone or canned',
  jar: 'its lot goes into other jars now',
} as const

const PLACES = {
  lot: '/harvest',
  kitchen: '/season/hours',
  canner: '/gear',
  stock: '/gear',
} as const

const lineName = (line: SupplyLine): string =>
  line.kind === 'lids'
    ? `${line.mouth === 'wide' ? 'Wide' : 'Regular'} lids`
    : `Empty ${jarName(line.jar ?? 'quart')}${line.mouth === 'wide' ? ' with wide mouth' : ''}`

/** What runs out and when; or that everything lasts. */
export function Runout({
  view,
  plan,
  mayPlan,
}: {
  readonly view: SeasonView
  readonly plan: SeasonPlan
  readonly mayPlan: boolean
}) {
  const { model } = view.season
  const intoOthers = useIntoOthers()
  const short = useMemo(() => shortagesOf(model, plan), [model, plan])
  const left = useMemo(() => leftAtEnd(view, plan), [view, plan])
  const others = useMemo(() => otherJars(model, plan), [model, plan])
  const [first] = short
  return (
    <Panel rim={first ? 'due' : 'plain'} label="Jars and lids over the season">
      <h2 className="mb-2">
        {first
          ? `${lineName(first.line)} run out on ${showDay(first.onDate)}`
          : 'Jars and lids last'}
      </h2>
      {short.map((s) => (
        <p key={s.line.id} className="mb-1 leading-relaxed">
          {lineName(s.line)}: <strong>{s.short} short</strong>. Buy them by{' '}
          <strong>{showDay(addDays(s.onDate, -1))}</strong>, or use other jars.
        </p>
      ))}
      {others.slice(0, 3).map((o) => (
        <div
          key={o.lotId}
          className="mb-1 flex flex-wrap items-center justify-between gap-x-4 leading-relaxed"
        >
          <span className="min-w-60 grow basis-0">{otherWords(view, o)}</span>
          {mayPlan && (
            <Button size="small" disabled={intoOthers.busy} onClick={() => intoOthers.put(o)}>
              Put them in {jarName(o.to)}
            </Button>
          )}
        </div>
      ))}
      {left.length > 0 ? (
        <p className="text-[15px] leading-relaxed text-ink-soft">
          Left at the end: {left.join(', ')}.
        </p>
      ) : (
        <p className="text-[15px] text-ink-soft">
          Count jars and lids under Gear so the plan stays within them.
        </p>
      )}
      <ButtonLink to="/gear" size="small" className="mt-3">
        Shopping list
      </ButtonLink>
    </Panel>
  )
}

/** "You own 40 quarts for this; 47 pints are empty. 13 quarts of peas could go into pints." */
function otherWords(view: SeasonView, o: OtherJars): string {
  const jar = view.season.model.lots.find((l) => l.id === o.lotId)?.jar ?? 'quart'
  const food = saidFood(o.foodId)
  return `You own ${countJars(o.owned, jar)} for this; ${countJars(o.empty, o.to)} are empty. ${countJars(o.left, jar)} of ${food} could go into ${jarName(o.to)}.`
}

/** What the plan leaves of each supply, those that it draws from. */
function leftAtEnd(view: SeasonView, plan: SeasonPlan): readonly string[] {
  const { model } = view.season
  return model.supplies.flatMap((line) => {
    const drawn = drawnFrom(model, plan, line).reduce((a, b) => a + b, 0)
    return drawn === 0
      ? []
      : [`${(line.stock.at(-1) ?? 0) - drawn} ${lineName(line).toLowerCase()}`]
  })
}
