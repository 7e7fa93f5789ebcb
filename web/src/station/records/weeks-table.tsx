import { type FoodYear, type YearRecord, saidFood } from '@kelvit/core'
import { showDate } from '../../household/words'
import { useToday } from '../../household/session'

/** The drawing of a year's weeks in words, for whoever would rather read: weeks in which something was done. */
export function WeeksTable({ told }: { readonly told: YearRecord }) {
  const today = useToday()
  const weeks = told.weeks
    .map((monday, at) => ({
      monday,
      minutes: told.minutesWeeks[at] ?? 0,
      up: inWords(told.foods, (f) => f.cannedWeeks[at] ?? 0),
      down: inWords(told.foods, (f) => f.eatenWeeks[at] ?? 0),
    }))
    .filter((w) => w.minutes > 0 || w.up !== '' || w.down !== '')
  return (
    <details className="no-print mt-4">
      <summary className="flex min-h-11 cursor-pointer items-center font-semibold text-kettle">
        The same, week by week in numbers
      </summary>
      <div className="overflow-x-auto" role="region" aria-label="The year’s weeks" tabIndex={0}>
        <table className="w-full min-w-[560px] text-left text-[15px]">
          <thead>
            <tr className="text-ink-soft">
              {['Week of', 'Jars canned', 'Jars eaten', 'At the stove'].map((head) => (
                <th key={head} scope="col" className="pr-4 pb-1.5 font-normal">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {weeks.map((w) => (
              <tr key={w.monday} className="border-t border-rim align-top">
                <th scope="row" className="py-1.5 pr-4 font-normal whitespace-nowrap">
                  {showDate(w.monday, today)}
                </th>
                <td className="py-1.5 pr-4">{w.up}</td>
                <td className="py-1.5 pr-4">{w.down}</td>
                <td className="py-1.5 pr-4 whitespace-nowrap tabular">
                  {w.minutes > 0 && `${(w.minutes / 60).toFixed(1)} h`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  )
}

/** "12 snap beans, 7 sweet corn". */
const inWords = (foods: readonly FoodYear[], jars: (f: FoodYear) => number): string =>
  foods
    .filter((f) => jars(f) > 0)
    .map((f) => `${jars(f)} ${saidFood(f.foodId)}`)
    .join(', ')
