import { showWeight, type FoodYear, type YearRecord, shortFood } from '@kelvit/core'
import { useMoney } from '../../household/money'
import { useHousehold, useToday } from '../../household/session'
import { showDate } from '../../household/words'
import { Panel } from '../../ui/panel'

const HEADS = [
  'Food',
  'Put up',
  'Failed',
  'Eaten',
  'Given or lost',
  'Left',
  'None of it',
  'A quart took',
  'A jar cost',
  'All of it',
  'In a shop',
] as const

/** The year food by food, in figures. */
export function YearTable({ told }: { readonly told: YearRecord }) {
  const money = useMoney()
  const sum = (of: (f: FoodYear) => number | null): number | null => {
    const known = told.foods.flatMap((f) => of(f) ?? [])
    return known.length === 0 ? null : known.reduce((a, b) => a + b, 0)
  }
  const [cost, shop] = [sum((f) => f.cost), sum((f) => f.shop)]
  return (
    <Panel label="Food by food">
      <h2 className="mb-2">Food by food</h2>
      <div className="overflow-x-auto" role="region" aria-label="The year in figures" tabIndex={0}>
        <table className="w-full min-w-[860px] text-left text-[15px]">
          <thead>
            <tr>
              {HEADS.map((h, i) => (
                <th
                  key={h}
                  scope="col"
                  className={`pr-4 pb-1.5 align-bottom font-normal text-ink-soft ${isNumber(i) ? 'text-right' : ''}`}
                >
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="tabular">
            {told.foods.map((f) => (
              <Row key={f.foodId} food={f} />
            ))}
          </tbody>
          {(cost !== null || shop !== null) && (
            <tfoot className="tabular">
              <tr className="border-t-2 border-rim font-semibold">
                <th scope="row" className="py-2 pr-4 text-left" colSpan={9}>
                  As far as we know
                </th>
                <td className="py-2 pr-4 text-right">{cost === null ? '' : money(cost, true)}</td>
                <td className="py-2 pr-4 text-right">{shop === null ? '' : money(shop, true)}</td>
              </tr>
            </tfoot>
          )}
        </table>
      </div>
      <p className="mt-2 text-sm text-ink-soft">
        Costs are per good jar, with the prices you entered.
        {told.foods.some((f) => f.cost !== null && f.priced < f.canned) &&
          ' * Without produce that was weighed in without a price.'}
      </p>
    </Panel>
  )
}

const isNumber = (column: number): boolean => column > 0 && column !== 6 && column !== 7

function Row({ food: f }: { readonly food: FoodYear }) {
  const money = useMoney()
  const today = useToday()
  const { units } = useHousehold().household
  const number = (n: number): string => (n === 0 ? '–' : String(n))
  const cells = [
    number(f.canned),
    number(f.failed),
    number(f.eaten),
    number(f.given + f.lost),
    number(f.left),
    f.without
      .map((w) => `${showDate(w.from, today)} – ${w.until ? showDate(w.until, today) : 'on'}`)
      .join('; '),
    f.yields
      .map((y) => `${showWeight(y.lbPerQuart, units)} (printed ${showWeight(y.published, units)})`)
      .join('; '),
    f.cost === null || f.canned === 0
      ? ''
      : `${money(f.cost / f.canned)}${f.priced < f.canned ? ' *' : ''}`,
    f.cost === null ? '' : money(f.cost),
    f.shop === null ? '' : money(f.shop),
  ]
  return (
    <tr className="border-t border-rim">
      <th scope="row" className="py-2 pr-4 text-left font-semibold">
        {shortFood(f.foodId)}
      </th>
      {cells.map((text, i) => (
        <td key={i} className={`py-2 pr-4 ${isNumber(i + 1) ? 'text-right' : 'text-ink-soft'}`}>
          {text}
        </td>
      ))}
    </tr>
  )
}
