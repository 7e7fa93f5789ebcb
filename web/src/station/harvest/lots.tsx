import { type LoadWithEvents, type Lot, type SeasonLoad } from '@kelvit/contract'
import {
  countJars,
  isOpenLot,
  jarsToCome,
  showWeight,
  type LotYield,
  shortFood,
  foodIdOf,
} from '@kelvit/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { useSeasonLoads } from '../../sync/queries'
import { useHousehold, useToday } from '../../household/session'
import { tintOf } from '../../household/tints'
import { showDay } from '../../household/words'
import { useChangeLot } from './change-lot'
import { LotBars, type LotBar } from '../../chart/lot-bars'
import { Button, ButtonLink } from '../../ui/button'
import { Panel } from '../../ui/panel'
import { Empty } from '../../ui/states'

interface LotsProps {
  readonly lots: readonly Lot[]
  readonly loads: readonly LoadWithEvents[]
  readonly yields: readonly LotYield[]
}

/** Lots in the house and on the way: the drawing first, the table with the same facts below. */
export function Lots({ lots, loads, yields }: LotsProps) {
  const [table, setTable] = useState(false)
  const open = lots
    .filter(isOpenLot)
    .sort((a, b) => a.arrivedOn.localeCompare(b.arrivedOn) || a.canBy.localeCompare(b.canBy))
  return (
    <section aria-labelledby="lots">
      <div className="mb-2 flex flex-wrap items-center justify-between gap-3">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h2 id="lots">In the house and on the way</h2>
          <p className="text-[15px] text-ink-soft">
            Each bar runs from arrival to can-by and thins as quality falls.
          </p>
        </div>
        <Button size="small" look="quiet" aria-pressed={table} onClick={() => setTable(!table)}>
          {table ? 'Show the drawing' : 'Show as a table'}
        </Button>
      </div>
      <Panel>
        {open.length === 0 ? (
          <Empty title="Nothing is waiting to be canned">
            Weigh in what comes from the garden or the market. We show it here with its can-by date.
          </Empty>
        ) : table ? (
          <LotTable lots={open} loads={loads} yields={yields} />
        ) : (
          <Bars lots={open} loads={loads} yields={yields} />
        )}
      </Panel>
    </section>
  )
}

/** The jars that a lot still makes, by what the household's own lots taught. */
function useStillMakes({ loads, yields }: LotsProps) {
  const today = useToday()
  return (lot: Lot): string =>
    countJars(Math.round(jarsToCome({ loads, yields, today }, lot)), lot.jar)
}

function Bars(props: LotsProps) {
  const { lots, loads } = props
  const today = useToday()
  const still = useStillMakes(props)
  const season = useSeasonLoads().data ?? []
  const bars = lots.map((lot): LotBar => {
    const planned = loads.find(
      (l) => l.stage === 'planned' && l.portions.some((p) => p.lotId === lot.id),
    )
    const late = lot.state === 'in-house' && lot.canBy < today
    return {
      id: lot.id,
      href: `/harvest/lot/${lot.id}`,
      name: shortFood(foodIdOf(lot.foodId, lot.jarOf)),
      amount: still(lot),
      from: lot.arrivedOn,
      until: lot.canBy,
      tint: tintOf(lot.foodId),
      expected: lot.state === 'expected',
      inside:
        lot.state === 'expected'
          ? 'expected'
          : lot.readyFrom && lot.readyFrom > today
            ? `ripe ${showDay(lot.readyFrom)}`
            : lot.storage === 'cool'
              ? 'in the cool'
              : 'in the house',
      after: planned
        ? 'load planned'
        : (seasonDays(season, lot.id, today) ??
          (late ? 'past can-by' : `can by ${showDay(lot.canBy)}`)),
    }
  })
  return <LotBars bars={bars} today={today} />
}

/** "load Sat 15, Tue 18": the days on which the season plan cans a lot. */
function seasonDays(season: readonly SeasonLoad[], lotId: string, today: string): string | null {
  const days = season
    .filter((l) => l.onDate >= today && l.portions.some((p) => p.lotId === lotId))
    .map((l) => l.onDate)
  const words = [...new Set(days)].sort().map((d) => showDay(d).split(' ').slice(0, 2).join(' '))
  return words.length > 0
    ? `load ${words.slice(0, 2).join(', ')}${words.length > 2 ? '…' : ''}`
    : null
}

function LotTable(props: LotsProps) {
  const { household, may } = useHousehold()
  const still = useStillMakes(props)
  const change = useChangeLot()
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full min-w-[760px] text-left text-[15px]">
        <thead className="text-ink-soft">
          <tr>
            {['Food', 'Amount', 'Still makes', 'Came in', 'Can by', ''].map((h, i) => (
              <th key={i} scope="col" className="py-2 pr-4 font-normal">
                {h || <span className="sr-only">Actions</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {props.lots.map((lot) => (
            <tr key={lot.id} className="border-t border-rim">
              <th scope="row" className="py-1.5 pr-4">
                <Link to={`/harvest/lot/${lot.id}`} className="text-kettle underline">
                  {shortFood(foodIdOf(lot.foodId, lot.jarOf))}
                </Link>
                {lot.variety && <span className="font-normal text-ink-soft"> {lot.variety}</span>}
              </th>
              <td className="pr-4">{showWeight(lot.lb, household.units)}</td>
              <td className="pr-4">{still(lot)}</td>
              <td className="pr-4">
                {lot.state === 'expected'
                  ? `expected ${showDay(lot.arrivedOn)}`
                  : showDay(lot.arrivedOn)}
              </td>
              <td className="pr-4">{showDay(lot.canBy)}</td>
              <td className="py-1 text-right whitespace-nowrap">
                {may('helper') && (
                  <span className="inline-flex gap-1.5">
                    {lot.state === 'expected' ? (
                      <Button size="small" onClick={() => change(lot, 'in-house')}>
                        It came in
                      </Button>
                    ) : (
                      <ButtonLink size="small" to={`/stove/plan?lot=${lot.id}`}>
                        Plan a load
                      </ButtonLink>
                    )}
                    <Button size="small" look="quiet" onClick={() => change(lot, 'eaten')}>
                      Eaten
                    </Button>
                    <Button size="small" look="quiet" onClick={() => change(lot, 'spoiled')}>
                      Spoiled
                    </Button>
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
