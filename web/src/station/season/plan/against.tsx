import { costOf, showMinutes, type PlanCost, type PlanLoad, type SeasonPlan } from '@kelvit/core'
import { useEffect, useMemo, useState } from 'react'
import type { SeasonView } from '../../../household/season'
import { Panel } from '../../../ui/panel'
import { withSeason } from '../../../worker/season'

/** What canning everything as it comes would cost, computed beside the page. */
function useByHand(view: SeasonView, pinned: readonly PlanLoad[]): PlanCost | undefined {
  const [cost, setCost] = useState<PlanCost>()
  const key = JSON.stringify([view.records, pinned])
  useEffect(() => {
    const [records, kept] = JSON.parse(key) as [SeasonView['records'], readonly PlanLoad[]]
    return withSeason(
      async (season) => setCost(await season.byHand({ records, pinned: kept })),
      // Without the comparison the plan stands for itself.
      () => setCost(undefined),
    )
  }, [key])
  return cost
}

/** How far the search for a plan went: with steps left, a better one is known. */
export type Search = 'none' | 'stopped' | 'steps-left' | 'best'

const FOUND: Readonly<Record<Search, string>> = {
  none: 'Times are estimates from your own loads. Plan again to look for a better plan.',
  stopped: 'You stopped the search. Let it finish: it may find a better plan.',
  'steps-left': 'Take the steps above to make this plan better.',
  best: 'This is the best plan found.',
}

interface AgainstProps {
  readonly view: SeasonView
  readonly plan: SeasonPlan
  readonly pinned: readonly PlanLoad[]
  readonly search: Search
}

/** This plan against canning every lot as it comes in. */
export function Against({ view, plan, pinned, search }: AgainstProps) {
  const byHand = useByHand(view, pinned)
  const cost = useMemo(() => costOf(view.season.model, plan), [view, plan])
  return (
    <Panel rim="done" label="This plan compared with canning in order">
      <h2 className="mb-3">This plan compared with canning in order</h2>
      <div className="relative overflow-x-auto">
        <table className="w-full text-[15px]">
          <thead>
            <tr className="text-right text-ink-soft">
              <th scope="col" className="text-left font-normal">
                <span className="sr-only">Way</span>
              </th>
              <th scope="col" className="pl-3 font-normal">
                loads
              </th>
              <th scope="col" className="pl-3 font-normal">
                jars lost
              </th>
              <th scope="col" className="pl-3 font-normal">
                canning days
              </th>
              <th scope="col" className="pl-3 font-normal">
                longest day
              </th>
              <th scope="col" className="pl-3 font-normal">
                min past closing
              </th>
            </tr>
          </thead>
          <tbody>
            <Row name="First come, first canned" cost={byHand} />
            <Row name="This plan" cost={cost} strong />
          </tbody>
        </table>
      </div>
      <p className="mt-3 text-[15px] leading-relaxed text-ink-soft">{FOUND[search]}</p>
    </Panel>
  )
}

function Row({ name, cost, strong }: { name: string; cost: PlanCost | undefined; strong?: true }) {
  const cell = 'py-1 pl-3 text-right font-mono text-[16px]'
  return (
    <tr className={strong ? 'font-bold' : ''}>
      <th scope="row" className={`py-1 text-left ${strong ? 'font-bold' : 'font-normal'}`}>
        {name}
      </th>
      <td className={cell}>{cost?.loads ?? '…'}</td>
      <td className={`${cell} ${cost && (cost.lost > 0 ? 'text-beet' : 'text-brine')}`}>
        {cost?.lost ?? '…'}
      </td>
      <td className={cell}>{cost?.days ?? '…'}</td>
      <td className={cell}>{cost ? showMinutes(cost.longest) : '…'}</td>
      <td className={cell}>{cost ? Math.round(cost.late) : '…'}</td>
    </tr>
  )
}
