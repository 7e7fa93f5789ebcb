import type { NeedRow } from '@kelvit/contract'
import { countJars, kitchenNumber, showRow, showWeight, shortFood } from '@kelvit/core'
import { useHousehold, useToday } from '../../household/session'
import { showDate } from '../../household/words'
import { Button } from '../../ui/button'
import { Panel } from '../../ui/panel'
import type { NeedView } from '@kelvit/core'

/** What is more than the household eats: on the way, where the season leaves it out, or on the shelf already. */
function overWords(need: NeedRow, { over, planned }: NeedView['balance']): string {
  const jars = countJars(over, need.jar)
  if (over > planned || need.putUpAll) return `${jars} more than you eat. Trade them or sow less.`
  return `${jars} on the way beyond what you eat. The season leaves them out.`
}

/** The numbers behind the drawing: needed, on the shelf, planned, still to can, and what that takes. */
export function NeedTable({
  views,
  edit,
}: {
  readonly views: readonly NeedView<NeedRow>[]
  readonly edit: (need: NeedRow) => void
}) {
  const { household, may } = useHousehold()
  const today = useToday()
  return (
    <Panel label="Jars per food">
      <div
        className="relative overflow-x-auto"
        role="region"
        aria-label="Jars needed per food"
        tabIndex={0}
      >
        <table className="tabular w-full min-w-[860px] text-left text-[15px]">
          <thead className="text-ink-soft">
            <tr>
              {[
                'Food',
                'On the table',
                'Next harvest',
                'Needed',
                'Still good then',
                'Planned',
                'Still to can',
                'That takes',
                '',
              ].map((h, i) => (
                <th
                  key={i}
                  scope="col"
                  className={`py-1.5 pr-4 font-normal ${i >= 3 && i <= 6 ? 'text-right' : ''}`}
                >
                  {h || <span className="sr-only">Actions</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {views.map(({ need, until, balance, wanted }) => (
              <tr key={need.id} className="border-t border-rim align-baseline">
                <th scope="row" className="py-2.5 pr-4 font-semibold">
                  {shortFood(need.foodId)}
                </th>
                <td className="pr-4">
                  {kitchenNumber(need.mealsPerWeek)} × a week,{' '}
                  {countJars(need.jarsPerMeal, need.jar)}
                </td>
                <td className="pr-4 whitespace-nowrap">{showDate(until, today)}</td>
                <td className="pr-4 text-right">{balance.needed}</td>
                <td className="pr-4 text-right">{balance.onShelf}</td>
                <td className="pr-4 text-right">{balance.planned}</td>
                <td
                  className={`pr-4 text-right font-bold ${balance.toCan > 0 ? 'text-squash' : 'text-brine'}`}
                >
                  {balance.toCan > 0 ? balance.toCan : 'none'}
                </td>
                <td className="pr-4 leading-snug text-ink-soft">
                  {wanted && (
                    <>
                      {showWeight(wanted.lb, household.units)}
                      {wanted.containers &&
                        household.units === 'us' &&
                        `, ${kitchenNumber(Math.ceil(wanted.containers.count * 4) / 4)} ${wanted.containers.name}`}
                      {wanted.rowFt !== null &&
                        `, ${showRow(wanted.rowFt, household.units)} of row`}
                      <span className="block text-sm">
                        {Math.round(need.certainty * 100)}% sure
                      </span>
                    </>
                  )}
                  {balance.over > 0 && <span className="text-ink">{overWords(need, balance)}</span>}
                </td>
                <td className="text-right">
                  {may('helper') && (
                    <Button
                      size="small"
                      look="quiet"
                      onClick={() => edit(need)}
                      aria-label={`Change ${shortFood(need.foodId)}`}
                    >
                      Change
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-3 text-sm text-ink-soft">
        Jars of other sizes count by volume. Row feet and yields are estimates. Your own lots make
        them more exact.
      </p>
    </Panel>
  )
}
