import { shortFood } from '@kelvit/core'
import type { Jar } from '@kelvit/contract'
import type { FoodStock } from '@kelvit/core'
import { Link } from 'react-router'
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
          <ul>
            {stocks.map((s) => (
              <Line key={s.foodId} stock={s} most={Math.max(...stocks.map((x) => x.jars.length))} />
            ))}
          </ul>
        </Panel>
      )}
    </Sheet>
  )
}

/** One food as a bar of its jars: those that pass their best hatched at its end. */
function Line({ stock, most }: { readonly stock: FoodStock<Jar>; readonly most: number }) {
  const today = useToday()
  const { forecast } = stock
  const late = (forecast?.late ?? 0) + (forecast?.pastBest ?? 0)
  const share = (n: number): string => `${(n / most) * 100}%`
  return (
    <li className="grid items-center gap-x-5 gap-y-1 border-t border-rim py-3 first:border-0 md:grid-cols-[13rem_1fr_24rem]">
      <Link
        to={`/pantry/food/${stock.foodId}`}
        className="content-center font-semibold text-kettle underline md:min-h-11"
      >
        {shortFood(stock.foodId)}
      </Link>
      <span className="flex items-center gap-2" aria-hidden>
        <span className="flex h-5 grow overflow-hidden rounded-sm bg-rim/30">
          <span
            style={{ width: share(stock.jars.length - late), background: tintOf(stock.foodId) }}
          />
          <span
            style={{
              width: share(late),
              background:
                'repeating-linear-gradient(45deg, var(--squash) 0 3px, var(--crock) 3px 7px)',
            }}
          />
        </span>
      </span>
      <span className="text-[15px] leading-snug">
        <span className="tabular">
          {plural(stock.jars.length, 'jar')}
          {stock.rate !== null && `, ${aWeek(stock.rate)}`}
        </span>
        <span className={`block ${stock.advice.length > 0 ? 'text-squash' : 'text-ink-soft'}`}>
          {lastingWords(stock, today)}
        </span>
      </span>
    </li>
  )
}
