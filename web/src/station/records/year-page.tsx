import {
  daysBetween,
  pounds,
  shortFood,
  showWeight,
  type FoodYear,
  type YearRecord,
} from '@kelvit/core'
import { Link, useParams } from 'react-router'
import { YearWeeks, type WeeksRow } from '../../chart/year-weeks'
import { LOT_STATE_WORDS } from '../../household/lot-words'
import { useHousehold, useToday } from '../../household/session'
import { tintOf } from '../../household/tints'
import { plural, showDate } from '../../household/words'
import { useYear, useYears } from '../../sync/record-queries'
import { Button, ButtonLink } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { Prices } from './prices'
import { WeeksTable } from './weeks-table'
import { YearTable } from './year-table'

/** A year to read in January: rows of weeks, then the figures, then what failed and why. */
export function Page() {
  const said = Number(useParams().year ?? 0)
  const years = useYears()
  const year = said || (years.data?.[0]?.year ?? 0)
  const told = useYear(year)
  const broken = [years, told].find((q) => q.isError && !q.data)
  return (
    <Sheet
      question={year ? `How was ${year}?` : 'How was the year?'}
      aside="jars by food and week"
      actions={
        <>
          <Years years={years.data?.map((y) => y.year) ?? []} shown={year} />
          <ButtonLink to="/records/next">Next season</ButtonLink>
          <Button onClick={() => print()}>Print</Button>
        </>
      }
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && (years.isPending || (year > 0 && told.isPending)) && <Skeleton />}
      {years.data?.length === 0 && (
        <Empty
          title="Nothing is on record yet"
          action={
            <ButtonLink to="/harvest" look="main">
              Weigh in a harvest
            </ButtonLink>
          }
        >
          When your first jars are on the shelf, we draw the year here.
        </Empty>
      )}
      {told.data && <Year told={told.data} />}
    </Sheet>
  )
}

/** The years there are, as links. */
function Years({ years, shown }: { readonly years: readonly number[]; readonly shown: number }) {
  if (years.length < 2) return null
  return (
    <nav aria-label="Years" className="flex items-center gap-1">
      {years.map((y) => (
        <ButtonLink
          key={y}
          to={`/records/year/${y}`}
          look={y === shown ? 'plain' : 'quiet'}
          size="small"
        >
          {String(y)}
        </ButtonLink>
      ))}
    </nav>
  )
}

function Year({ told }: { readonly told: YearRecord }) {
  const { foods, loads, minutesWeeks, year } = told
  const sum = (of: (f: FoodYear) => number): number => foods.reduce((n, f) => n + of(f), 0)
  const hours = minutesWeeks.reduce((a, b) => a + b, 0) / 60
  const [canned, quarts, eaten] = [sum((f) => f.canned), sum((f) => f.quarts), sum((f) => f.eaten)]
  if (foods.length === 0 && loads === 0) return <Empty title={`Nothing is on record for ${year}`} />
  return (
    <div className="flex flex-col gap-5">
      <Panel label="The year by weeks">
        <p className="font-head text-[1.9rem] leading-tight font-semibold">
          {plural(canned, 'jar')} canned in {plural(loads, 'load')}, {eaten} eaten
        </p>
        <p className="mb-4 text-ink-soft">
          {Math.round(quarts * 4) / 4} quarts of food,{' '}
          {hours < 1 ? 'under an hour' : `about ${plural(Math.round(hours), 'hour')}`} from the
          first jar filled to the last jar out.
        </p>
        <YearWeeks
          weeks={told.weeks}
          year={year}
          rows={foods.map((f) => rowOf(f, told))}
          hours={minutesWeeks.map((m) => m / 60)}
          hoursNote={`${plural(loads, 'load')}, ${Math.round(hours)} h`}
        />
        <Legend />
        <WeeksTable told={told} />
      </Panel>
      <YearTable told={told} />
      <Ends told={told} />
      <Failed told={told} />
      <Prices foods={foods.filter((f) => f.canned > 0).map((f) => f.foodId)} />
    </div>
  )
}

/** A food's row of weeks, and what it comes to. */
function rowOf(f: FoodYear, { weeks }: YearRecord): WeeksRow {
  const first = weeks[0] ?? ''
  const at = (day: string): number =>
    Math.max(0, Math.min(weeks.length, daysBetween(first, day) / 7))
  const last = `${Number(weeks[1]?.slice(0, 4) ?? 0)}-12-31`
  return {
    id: f.foodId,
    name: shortFood(f.foodId),
    tint: tintOf(f.foodId),
    up: f.cannedWeeks,
    down: f.eatenWeeks,
    none: f.without.map(({ from, until }) => [at(from), at(until ?? last)] as const),
    note: [`${f.canned} canned`, `${f.eaten} eaten`, `${f.left} left`].join(', '),
  }
}

/** What was not canned: a harvest is only closed when all of it is accounted for. */
function Ends({ told }: { readonly told: YearRecord }) {
  const { household } = useHousehold()
  const foods = [...new Set(told.ends.map((e) => e.foodId))]
  if (foods.length === 0) return null
  return (
    <Panel label="What wasn’t canned">
      <h2>What wasn’t canned</h2>
      <ul className="text-[15px]">
        {foods.map((food) => (
          <li key={food} className="flex flex-wrap gap-x-4 border-t border-rim py-2 first:border-0">
            <span className="w-36 font-semibold">{shortFood(food)}</span>
            <span className="text-ink-soft">
              {told.ends
                .filter((e) => e.foodId === food)
                .map(
                  (e) => `${showWeight(pounds(e.lb), household.units)} ${LOT_STATE_WORDS[e.end]}`,
                )
                .join(', ')}
            </span>
          </li>
        ))}
      </ul>
    </Panel>
  )
}

function Legend() {
  return (
    <ul className="mt-4 flex flex-wrap gap-x-6 gap-y-1 text-[15px] text-ink-soft">
      <li className="flex items-center gap-2">
        <span aria-hidden className="inline-block size-3.5 bg-brine" /> canned, above the line
      </li>
      <li className="flex items-center gap-2">
        <span aria-hidden className="inline-block size-3.5 border border-brine bg-brine/35" />{' '}
        eaten, below it, drawn larger
      </li>
      <li className="flex items-center gap-2">
        <span aria-hidden className="inline-block w-6 border-t-[3px] border-dashed border-beet" />{' '}
        none was left
      </li>
    </ul>
  )
}

/** What did not come good, and why. */
function Failed({ told }: { readonly told: YearRecord }) {
  const today = useToday()
  const { failedLoads, causes } = told
  return (
    <Panel label="What failed" rim={failedLoads.length + causes.length > 0 ? 'due' : 'done'}>
      <h2 className="mb-2">What failed, and why</h2>
      {failedLoads.length + causes.length === 0 && <p>Nothing failed.</p>}
      <ul>
        {causes.map((c) => (
          <li
            key={c.cause}
            className="flex justify-between gap-4 border-t border-rim py-2 first:border-0"
          >
            <span>{c.cause}</span>
            <span className="tabular whitespace-nowrap">{plural(c.jars, 'jar')}</span>
          </li>
        ))}
      </ul>
      {failedLoads.length > 0 && <h3 className="mt-4 mb-1">Loads</h3>}
      <ul>
        {failedLoads.map((l) => (
          <li key={l.id} className="border-t border-rim py-2 leading-snug first:border-0">
            <Link
              to={`/stove/${l.id}/record`}
              className="font-semibold text-kettle underline decoration-1"
            >
              Batch {l.code}, {showDate(l.onDate, today)}
            </Link>
            <span className="block text-[15px] text-ink-soft">{l.reason}</span>
          </li>
        ))}
      </ul>
    </Panel>
  )
}
