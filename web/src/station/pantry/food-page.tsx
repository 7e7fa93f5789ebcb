import { paths, type Jar } from '@kelvit/contract'
import {
  addDays,
  KEEPING,
  mealsOfUse,
  needsDiffer,
  stockAhead,
  type Advice,
  type FoodStock,
  shortFood,
} from '@kelvit/core'
import { useState } from 'react'
import { useParams } from 'react-router'
import { StockAhead } from '../../chart/stock-ahead'
import { useFoodStock } from '../../household/food-stock'
import { useHousehold, useToday } from '../../household/session'
import { useTakeBack } from '../../household/take-back'
import { tintOf } from '../../household/tints'
import { plural, showDate } from '../../household/words'
import { useSave } from '../../sync/changes'
import { useNeeds, useShelves } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { Button, ButtonLink } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton } from '../../ui/states'
import { arrange } from './shelf-view'
import { ShelfDrawing } from './shelf-drawing'
import { JarSheet } from './jar-sheet'

/** "1½" would be a lie of precision: jars a week to a tenth. */
export const aWeek = (rate: number): string => {
  const tenth = Math.round(rate * 10) / 10
  if (tenth === 0) return rate === 0 ? 'none' : 'hardly any'
  return `${tenth} ${tenth === 1 ? 'jar' : 'jars'} a week`
}

const NONE: ReadonlySet<string> = new Set()

/** One food: how long it lasts, what passes its best, and what to do about it. */
export function Page() {
  const { food = '' } = useParams()
  const stock = useFoodStock(food)
  const name = shortFood(food)
  return (
    <Sheet
      question={`How long will the ${name.toLowerCase()} last?`}
      aside={stock && plural(stock.jars.length, 'jar')}
      actions={<ButtonLink to="/pantry/foods">Every food</ButtonLink>}
    >
      {!stock && <Skeleton />}
      {stock && stock.jars.length === 0 && (
        <Empty
          title={`No ${name.toLowerCase()} on the shelf`}
          action={<ButtonLink to="/pantry">Back to the shelf</ButtonLink>}
        />
      )}
      {stock && stock.jars.length > 0 && <Known stock={stock} />}
    </Sheet>
  )
}

function Known({ stock }: { readonly stock: FoodStock<Jar> }) {
  const today = useToday()
  const shelves = useShelves().data ?? []
  const [open, setOpen] = useState<Jar>()
  const { forecast, need, rate } = stock
  const until = [addDays(today, 364), forecast?.runsOut ?? '', need?.nextHarvestOn ?? '']
    .sort()
    .at(-1)
  const end = until && until < addDays(today, 1095) ? until : addDays(today, 1095)
  return (
    <div className="flex flex-col gap-5">
      <Panel
        label="How long they last"
        rim={stock.advice.some((a) => a.kind !== 'runs-out') ? 'due' : 'done'}
      >
        {forecast && rate !== null ? (
          <>
            <p className="mb-1 font-head text-2xl font-semibold">{lastingWords(stock, today)}</p>
            <p className="mb-3 text-ink-soft">
              Based on {aWeek(rate)}
              {stock.planned === null
                ? ', from what you ate'
                : stock.weeksOfRecord === 0
                  ? ', from your needs. There’s no record yet.'
                  : `: needs say ${Math.round(stock.planned * 10) / 10}, and the last ${plural(stock.weeksOfRecord, 'week')} count with it`}
              . Oldest first.
            </p>
            <StockAhead
              days={stockAhead(
                stock.jars.map((j) => j.bestBy),
                today,
                rate,
                end,
              )}
              tint={tintOf(stock.foodId)}
              runsOut={forecast.runsOut}
              harvest={need?.nextHarvestOn}
              label={lastingWords(stock, today)}
            />
            <p className="mt-1 text-sm text-ink-soft">
              Each step is the jars left. Hatched jars are past their best by then.
            </p>
          </>
        ) : (
          <p className="leading-relaxed">
            You haven’t said how often you eat it, and there’s no record yet.{' '}
            <ButtonLink to="/needs" size="small">
              Enter it under Needs
            </ButtonLink>
          </p>
        )}
      </Panel>
      <Advices stock={stock} />
      <KeptFor foodId={stock.foodId} />
      <Panel label="Where they are">
        <h2 className="mb-2">Where they are</h2>
        {arrange(stock.jars, shelves).map((row, _, rows) => (
          <ShelfDrawing
            key={row.id}
            row={row}
            shelves={rows.length}
            today={today}
            pull={NONE}
            open={setOpen}
            openStack={(jars) => setOpen(jars.at(-1))}
          />
        ))}
      </Panel>
      {open && <JarSheet jar={open} onClose={() => setOpen(undefined)} today={today} />}
    </div>
  )
}

/** How long this household keeps a food, where it differs from its others. */
function KeptFor({ foodId }: { readonly foodId: string }) {
  const { household, may } = useHousehold()
  const save = useSave('session')
  const notify = useNotify()
  const { settings } = household
  const own = settings.foodMonths[foodId]
  const change = (months: string): void => {
    const { [foodId]: _before, ...others } = settings.foodMonths
    const bestMonths = Number(months)
    const foodMonths =
      months === '' ? others : { ...others, [foodId]: { bestMonths, reviewMonths: bestMonths * 2 } }
    save.mutate(
      {
        method: 'PATCH',
        path: paths.household,
        body: { version: household.version, settings: { ...settings, foodMonths } },
      },
      {
        onSuccess: () => notify.done('Saved.'),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
  const choices = [...new Set([...KEEPING.choices, ...(own ? [own.bestMonths] : [])])].sort(
    (a, b) => a - b,
  )
  return (
    <Panel label="How long it keeps" className="flex flex-wrap items-end gap-x-6 gap-y-3">
      <ChoiceField
        label="At its best for"
        className="w-72"
        disabled={!may('keeper')}
        value={own ? String(own.bestMonths) : ''}
        choices={[
          ['', `${settings.bestMonths} months, like the others`],
          ...choices.map((m) => [String(m), `${m} months`] as const),
        ]}
        onChange={(e) => change(e.target.value)}
      />
      <p className="max-w-prose flex-1 basis-72 text-[15px] leading-relaxed text-ink-soft">
        For jars you can from now on. Check them after twice as long. Age alone doesn’t make a sound
        jar unsafe or a doubtful jar safe.
      </p>
    </Panel>
  )
}

/** How it ends, in one sentence. */
export function lastingWords({ forecast: f, need }: FoodStock<Jar>, today: string): string {
  if (!f) return 'Kelvit doesn’t know yet how fast you eat it.'
  if (f.late > 0)
    return `${plural(f.late, 'jar')} will pass ${f.late === 1 ? 'its' : 'their'} best, ${f.late === 1 ? 'on' : 'the first on'} ${showDate(f.lateFrom ?? today, today)}.`
  if (f.runsOut === null) return 'Nobody eats them.'
  const short = need && f.runsOut < need.nextHarvestOn
  return `You’ll eat the last about ${showDate(f.runsOut, today)}${
    short
      ? `, before the harvest of ${showDate(need.nextHarvestOn, today)}`
      : ', and none goes past its best'
  }.`
}

const ADVICE: Readonly<Record<Advice['kind'], (a: Advice, today: string) => string>> = {
  'eat-more': (a) =>
    a.kind === 'eat-more' ? `Eat ${aWeek(a.jarsAWeek)}, and none goes past its best.` : '',
  'give-away': (a) =>
    a.kind === 'give-away' ? `Give ${plural(a.jars, 'jar')} away while they’re at their best.` : '',
  'less-next-season': (a) =>
    a.kind === 'less-next-season' ? `Can about ${plural(a.jars, 'jar')} less next season.` : '',
  'runs-out': (a, today) =>
    a.kind === 'runs-out'
      ? `It runs out about ${showDate(a.onDate, today)}: can more of it next season, or eat it less often.`
      : '',
}

/** What could be done, with the press that carries it into Needs. */
function Advices({ stock }: { readonly stock: FoodStock<Jar> }) {
  const today = useToday()
  const { may } = useHousehold()
  const carry = useCarry(stock)
  const differ = needsDiffer(stock)
  if (stock.advice.length === 0 && !differ) return null
  return (
    <Panel label="What to do" rim="due">
      <h2 className="mb-2">What to do</h2>
      <ul>
        {stock.advice.map((a) => (
          <li
            key={a.kind}
            className="flex min-h-13 flex-wrap items-center justify-between gap-3 border-t border-rim py-1.5 first:border-0"
          >
            <span>{ADVICE[a.kind](a, today)}</span>
            {a.kind === 'eat-more' && stock.need && may('helper') && (
              <Button size="small" onClick={() => carry(a.jarsAWeek)}>
                Put {aWeek(a.jarsAWeek)} into Needs
              </Button>
            )}
            {a.kind === 'give-away' && (
              <ButtonLink to={`/pantry?take=1`} size="small">
                Give some away
              </ButtonLink>
            )}
          </li>
        ))}
        {differ && stock.rate !== null && (
          <li className="flex min-h-13 flex-wrap items-center justify-between gap-3 border-t border-rim py-1.5 first:border-0">
            <span>
              You really eat {aWeek(stock.rate)}; your needs say{' '}
              {Math.round((stock.planned ?? 0) * 10) / 10}. What to can follows the needs.
            </span>
            {may('helper') && (
              <Button size="small" onClick={() => carry(stock.rate ?? 0)}>
                Put {aWeek(stock.rate)} into Needs
              </Button>
            )}
          </li>
        )}
      </ul>
    </Panel>
  )
}

/** Writes a use into the household's needs, with a way back. */
function useCarry({ foodId }: FoodStock<Jar>): (jarsAWeek: number) => void {
  const row = useNeeds().data?.find((n) => n.foodId === foodId)
  const save = useSave('needs')
  const takeBack = useTakeBack('needs')
  const notify = useNotify()
  return (jarsAWeek) => {
    if (!row) return
    const { id, version, jarsPerMeal } = row
    const body = { version, mealsPerWeek: mealsOfUse(jarsAWeek, jarsPerMeal) }
    save.mutate(
      { method: 'PATCH', path: `${paths.needs}/${id}`, body },
      {
        onSuccess: () =>
          notify.done(`Needs: ${shortFood(foodId)}, ${aWeek(jarsAWeek)}.`, () =>
            takeBack({ table: 'needs', id, version: version + 1 }),
          ),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
}
