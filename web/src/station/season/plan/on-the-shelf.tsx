import {
  countJars,
  jarName,
  seasonByFood,
  shortFood,
  type FoodInSeason,
  type SeasonPlan,
} from '@kelvit/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import type { SeasonView } from '../../../household/season'
import { tintOf } from '../../../household/tints'
import { plural } from '../../../household/words'
import { Panel } from '../../../ui/panel'

/** What the plan puts on the shelf against what is wanted, a line a food, and what isn’t worth canning. */
export function OnTheShelf({
  view,
  plan,
}: {
  readonly view: SeasonView
  readonly plan: SeasonPlan
}) {
  const { model } = view.season
  const foods = useMemo(() => seasonByFood(model, plan), [model, plan])
  if (foods.length === 0) return null
  const most = Math.max(
    1,
    ...foods.map((f) => Math.max(f.planned + f.lost + f.spare, f.wanted ?? 0)),
  )
  return (
    <Panel className="mb-5" label="What goes on the shelf">
      <h2>What goes on the shelf</h2>
      <p className="mb-2 text-[15px] text-ink-soft">
        Filled is planned. The line is how many you still want, by <Link to="/needs">Needs</Link>.
      </p>
      <ul className="grid gap-x-10 text-[15px] lg:grid-cols-2">
        {foods.map((f) => (
          <li
            key={f.foodId}
            className="grid grid-cols-[7.5rem_minmax(0,1fr)] content-start items-center gap-x-3 border-t border-rim py-2"
          >
            <span className="font-semibold">{shortFood(f.foodId)}</span>
            <Bar food={f} most={most} />
            <span className="col-start-2 text-ink-soft">{wordsOf(f)}</span>
          </li>
        ))}
      </ul>
    </Panel>
  )
}

function Bar({ food, most }: { readonly food: FoodInSeason; readonly most: number }) {
  const share = (n: number): string => `${(100 * n) / most}%`
  return (
    <span aria-hidden className="relative block h-4">
      <span
        className="absolute inset-y-0 left-0 rounded-[3px]"
        style={{ width: share(food.planned), background: tintOf(food.foodId) }}
      />
      <span
        className="absolute inset-y-0 rounded-[3px] border border-dashed border-ink-soft"
        style={{ left: share(food.planned), width: share(food.lost + food.spare) }}
      />
      {food.wanted !== null && (
        <span className="absolute -inset-y-1 w-[3px] bg-ink" style={{ left: share(food.wanted) }} />
      )}
    </span>
  )
}

/** "34 pints planned, 40 wanted. 6 don’t fill a load: eat, freeze or give them." */
function wordsOf(f: FoodInSeason): string {
  const many =
    f.planned === 0 ? `No ${jarName(f.jar)} planned` : `${countJars(f.planned, f.jar)} planned`
  const of = f.nobody
    ? '; nobody eats it'
    : f.wanted === null
      ? '. You haven’t set a need for it'
      : `, ${f.wanted} wanted`
  const more = f.planned > (f.wanted ?? Infinity) ? ' The extra jars fill up loads.' : ''
  const short = f.wanted !== null && f.planned < f.wanted
  const spare =
    f.spare === 0
      ? ''
      : short
        ? ` ${f.spare} ${f.spare === 1 ? 'doesn’t' : 'don’t'} fill a load: eat, freeze or give ${f.spare === 1 ? 'it' : 'them'}.`
        : ` ${f.spare} to eat, freeze or give.`
  const lost = f.lost > 0 ? ` ${plural(f.lost, 'jar')} without an evening.` : ''
  return `${many}${of}.${more}${lost}${spare}`
}
