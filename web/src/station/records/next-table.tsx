import type { NeedRow, Planting } from '@kelvit/contract'
import { countJars, showRow, showWeight, type NextFood, shortFood } from '@kelvit/core'
import { useHousehold, useToday } from '../../household/session'
import { plural, showDate } from '../../household/words'

interface NextTableProps {
  readonly foods: readonly NextFood<NeedRow>[]
  /** Needs that are left out, by id. */
  readonly left: ReadonlySet<string>
  readonly toggle: (id: string) => void
  /** The food's bed that is planted or expected already. */
  readonly bedOf: (food: NextFood<NeedRow>) => Planting | undefined
}

const HEADS = [
  'Food',
  'We eat a week',
  'Needed',
  'Still good by then',
  'To can',
  'Produce',
  'Row',
] as const

/** Next season food by food. */
export function NextTable({ foods, left, toggle, bedOf }: NextTableProps) {
  return (
    <div className="overflow-x-auto" role="region" aria-label="Next season by food" tabIndex={0}>
      <table className="w-full min-w-[760px] text-left text-[15px]">
        <thead>
          <tr>
            {HEADS.map((h, i) => (
              <th
                key={h}
                scope="col"
                className={`pr-4 pb-1.5 font-normal text-ink-soft ${i >= 2 && i <= 3 ? 'text-right' : ''}`}
              >
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {foods.map((f) => (
            <Row
              key={f.need.id}
              food={f}
              taken={!left.has(f.need.id)}
              toggle={() => toggle(f.need.id)}
              bed={bedOf(f)}
            />
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-sm text-ink-soft">
        One year from each food’s next harvest. Produce and feet of row are estimates.
      </p>
    </div>
  )
}

const containers = ({ count, name }: { readonly count: number; readonly name: string }): string =>
  plural(Math.round(count * 10) / 10, name)
const oneDecimal = (n: number): string => String(Math.round(n * 10) / 10)

interface RowProps {
  readonly food: NextFood<NeedRow>
  readonly taken: boolean
  readonly toggle: () => void
  readonly bed: Planting | undefined
}

function Row({ food: f, taken, toggle, bed }: RowProps) {
  const { units } = useHousehold().household
  const today = useToday()
  return (
    <tr className={`border-t border-rim align-top ${taken ? '' : 'text-ink-soft'}`}>
      <th scope="row" className="py-1 pr-4 text-left font-semibold">
        <label className="flex min-h-11 items-center gap-2.5">
          <input
            type="checkbox"
            className="size-5 accent-kettle"
            checked={taken}
            onChange={toggle}
          />
          {shortFood(f.need.foodId)}
        </label>
      </th>
      <td className="py-3 pr-4 leading-snug">
        <span className="tabular">
          {oneDecimal(f.rate)} {f.rate === 1 ? 'jar' : 'jars'}
        </span>
        <span className="block text-sm text-ink-soft">
          {f.used === null
            ? 'by the needs'
            : `${f.weeksOfRecord} weeks on record. Your needs say ${oneDecimal(f.planned)}`}
        </span>
      </td>
      <td className="tabular py-3 pr-4 text-right">{f.needed}</td>
      <td className="tabular py-3 pr-4 text-right">{f.stillGood}</td>
      <td className="tabular py-3 pr-4 font-semibold">
        {f.toCan === 0 ? 'none' : countJars(f.toCan, f.need.jar)}
      </td>
      <td className="tabular py-3 pr-4 leading-snug">
        {f.wanted && `about ${showWeight(f.wanted.lb, units)}`}
        {f.wanted?.containers && (
          <span className="block text-sm text-ink-soft">{containers(f.wanted.containers)}</span>
        )}
      </td>
      <td className="tabular py-3 leading-snug">
        {f.wanted?.rowFt != null && `about ${showRow(f.wanted.rowFt, units)}`}
        {bed && (
          <span className="block text-sm text-ink-soft">
            first picking expected {showDate(bed.firstOn, today)}
          </span>
        )}
      </td>
    </tr>
  )
}
