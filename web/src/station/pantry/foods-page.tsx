import { jarsAhead, shortFood } from '@kelvit/core'
import type { Jar } from '@kelvit/contract'
import type { FoodStock } from '@kelvit/core'
import { Link } from 'react-router'
import { JarsAhead, MonthsAhead } from '../../chart/jars-ahead'
import { useFoodStocks } from '../../household/food-stock'
import { useToday } from '../../household/session'
import { tintOf } from '../../household/tints'
import { plural } from '../../household/words'
import { ButtonLink } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton } from '../../ui/states'
import { aWeek, lastingWords } from './food-page'

/** Every food on the shelf: how many jars, how fast they go, and how that ends. */
export function Page() {
  const stocks = useFoodStocks()
  const today = useToday()
  return (
    <Sheet
      question="How long will it last?"
      aside="oldest first, at the rate it is really eaten"
      actions={<ButtonLink to="/pantry">Back to the shelf</ButtonLink>}
    >
      {!stocks && <Skeleton />}
      {stocks?.length === 0 && (
        <Empty
          title="The shelf is empty"
          action={<ButtonLink to="/pantry/count">Add the jars you already have</ButtonLink>}
        />
      )}
      {stocks && stocks.length > 0 && (
        <Panel label="Every food">
          <p className="mb-3 text-[15px] text-ink-soft">
            Each jar is drawn in the week when its turn comes.{' '}
            <span
              aria-hidden
              className="mx-1 inline-block h-[13px] w-[9px] rounded-[2px] border border-ink/50 align-[-2px] bg-[repeating-linear-gradient(45deg,var(--squash)_0_2px,var(--crock)_2px_5px)]"
            />{' '}
            will be past its best by then.
          </p>
          <div className="hidden md:ml-[10.75rem] md:block">
            <MonthsAhead today={today} />
          </div>
          <ul>
            {stocks.map((s) => (
              <Line key={s.foodId} stock={s} today={today} />
            ))}
          </ul>
        </Panel>
      )}
    </Sheet>
  )
}

/** One food: its jars along the weeks, and how that ends. */
function Line({ stock, today }: { readonly stock: FoodStock<Jar>; readonly today: string }) {
  const { rate, need, jars } = stock
  const ahead =
    rate === null
      ? []
      : jarsAhead(
          jars.map((j) => j.bestBy),
          today,
          rate,
        )
  const words = lastingWords(stock, today)
  return (
    <li className="grid gap-x-5 gap-y-1 border-t border-rim py-3 first:border-0 md:grid-cols-[9.5rem_minmax(0,1fr)]">
      <Link
        to={`/pantry/food/${stock.foodId}`}
        className="content-center font-semibold text-kettle underline md:min-h-11"
      >
        {shortFood(stock.foodId)}
      </Link>
      <div className="min-w-0">
        {rate !== null && (
          <JarsAhead
            jars={ahead}
            today={today}
            tint={tintOf(stock.foodId)}
            harvest={need?.nextHarvestOn}
            label={`${plural(jars.length, 'jar')}. ${words}`}
          />
        )}
        <p className="mt-1 text-[15px] leading-snug">
          <span className="tabular">
            {plural(jars.length, 'jar')}
            {rate !== null && `, ${aWeek(rate)}`}.
          </span>{' '}
          <span className={stock.advice.length > 0 ? 'text-squash' : 'text-ink-soft'}>{words}</span>
        </p>
      </div>
    </li>
  )
}
