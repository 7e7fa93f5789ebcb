import type { NeedRow, Planting } from '@kelvit/contract'
import { countJars, showRow, showWeight, type NextFood, shortFood } from '@kelvit/core'
import type { ReactNode } from 'react'
import { Baskets, BedRow, NextJars } from '../../chart/bed-to-jars'
import { useHousehold, useToday } from '../../household/session'
import { tintOf } from '../../household/tints'
import { plural, showDate } from '../../household/words'

interface NextFoodsProps {
  readonly foods: readonly NextFood<NeedRow>[]
  /** Needs that are left out, by id. */
  readonly left: ReadonlySet<string>
  readonly toggle: (id: string) => void
  /** The food's bed that is planted or expected already. */
  readonly bedOf: (food: NextFood<NeedRow>) => Planting | undefined
}

const COLUMNS =
  'md:grid-cols-[13rem_minmax(0,1fr)_minmax(0,0.85fr)_minmax(0,1.25fr)] grid-cols-[minmax(0,1fr)] grid gap-x-6 gap-y-3'

/** Next season food by food: the row in the garden, the baskets it gives, the jars they make. */
export function NextFoods({ foods, left, toggle, bedOf }: NextFoodsProps) {
  const longest = Math.max(1, ...foods.map((f) => f.wanted?.rowFt ?? 0))
  return (
    <>
      <p aria-hidden className={`${COLUMNS} pb-1.5 text-[15px] text-ink-soft max-md:hidden`}>
        <span>Food</span>
        <span>In the garden</span>
        <span>Brought in</span>
        <span>On the shelf</span>
      </p>
      <ul aria-label="Next season by food">
        {foods.map((f) => (
          <Food
            key={f.need.id}
            food={f}
            longest={longest}
            taken={!left.has(f.need.id)}
            toggle={() => toggle(f.need.id)}
            bed={bedOf(f)}
          />
        ))}
      </ul>
      <p className="mt-2 text-sm text-ink-soft">
        One year from each food’s next harvest. Produce and feet of row are estimates.
      </p>
    </>
  )
}

const containers = ({ count, name }: { readonly count: number; readonly name: string }): string =>
  plural(Math.round(count * 10) / 10, name)
const oneDecimal = (n: number): string => String(Math.round(n * 10) / 10)

interface FoodProps {
  readonly food: NextFood<NeedRow>
  /** The longest row of all, feet. */
  readonly longest: number
  readonly taken: boolean
  readonly toggle: () => void
  readonly bed: Planting | undefined
}

function Food({ food: f, longest, taken, toggle, bed }: FoodProps) {
  const { units } = useHousehold().household
  const today = useToday()
  const tint = tintOf(f.need.foodId)
  const { rowFt = null, lb, containers: held } = f.wanted ?? {}
  return (
    <li
      className={`${COLUMNS} border-t border-rim py-3 text-[15px] leading-snug ${taken ? '' : 'opacity-50'}`}
    >
      <div>
        <label className="flex min-h-8 items-center gap-2.5 text-base font-semibold">
          <input
            type="checkbox"
            className="size-5 accent-kettle"
            checked={taken}
            onChange={toggle}
          />
          {shortFood(f.need.foodId)}
        </label>
        <p className="text-ink-soft">
          {oneDecimal(f.rate)} {f.rate === 1 ? 'jar' : 'jars'} a week
          {f.used === null
            ? ', by your needs'
            : `, from ${plural(f.weeksOfRecord, 'week')}. Your needs say ${oneDecimal(f.planned)}`}
        </p>
      </div>
      <Step
        drawn={rowFt === null ? null : <BedRow share={rowFt / longest} tint={tint} />}
        words={rowFt === null ? 'no row yield is known' : `about ${showRow(rowFt, units)} of row`}
        more={bed && `first picking expected ${showDate(bed.firstOn, today)}`}
      />
      <Step
        drawn={held && <Baskets count={held.count} tint={tint} />}
        words={lb === undefined ? 'nothing' : `about ${showWeight(lb, units)}`}
        more={held ? containers(held) : undefined}
      />
      <Step
        drawn={<NextJars good={f.stillGood} toCan={f.toCan} tint={tint} />}
        words={f.toCan === 0 ? 'none to can' : `${countJars(f.toCan, f.need.jar)} to can`}
        more={`${f.needed} needed, ${f.stillGood} still good by then`}
        strong
      />
    </li>
  )
}

interface StepProps {
  readonly drawn: ReactNode
  readonly words: string
  readonly more?: string | undefined
  readonly strong?: boolean
}

/** One step from the bed to the shelf: drawn, and said. */
const Step = ({ drawn, words, more, strong = false }: StepProps) => (
  <div className="flex flex-col gap-1">
    {drawn}
    <span className={`tabular ${strong ? 'font-semibold' : ''}`}>{words}</span>
    {more && <span className="tabular text-sm text-ink-soft">{more}</span>}
  </div>
)
