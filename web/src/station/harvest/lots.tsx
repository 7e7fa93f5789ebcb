import {
  paths,
  type LoadWithEvents,
  type Lot,
  type LotState,
  type SeasonLoad,
} from '@kelvit/contract'
import { countJars, foodOf, likelyJars, shortName, showWeight } from '@kelvit/core'
import { useState } from 'react'
import { useSave } from '../../api/changes'
import { useSeasonLoads } from '../../api/queries'
import { sentenceOf } from '../../api/request'
import { useHousehold, useToday } from '../../app/session'
import { tintOf } from '../../app/tints'
import { showDay } from '../../app/words'
import { LotBars, type LotBar } from '../../chart/lot-bars'
import { Button, ButtonLink } from '../../ui/button'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'
import { Empty } from '../../ui/states'

interface LotsProps {
  readonly lots: readonly Lot[]
  readonly loads: readonly LoadWithEvents[]
}

/** Lots in the house and on the way: the drawing first, the table with the same facts below. */
export function Lots({ lots, loads }: LotsProps) {
  const [table, setTable] = useState(false)
  const open = lots
    .filter((l) => l.state === 'in-house' || l.state === 'expected')
    .sort((a, b) => a.arrivedOn.localeCompare(b.arrivedOn) || a.canBy.localeCompare(b.canBy))
  return (
    <section aria-labelledby="lots">
      <div className="mb-2 flex flex-wrap items-center justify-between gap-3">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h2 id="lots">In the house and on the way</h2>
          <p className="text-[15px] text-ink-soft">
            bars run from arrival to can-by and thin as quality falls
          </p>
        </div>
        <Button size="small" look="quiet" aria-pressed={table} onClick={() => setTable(!table)}>
          {table ? 'Show the drawing' : 'Show as a table'}
        </Button>
      </div>
      <Panel>
        {open.length === 0 ? (
          <Empty title="Nothing waits to be canned">
            Weigh in what comes from the garden or the market; it is kept here with its can-by date.
          </Empty>
        ) : table ? (
          <LotTable lots={open} all={lots} loads={loads} />
        ) : (
          <Bars lots={open} all={lots} loads={loads} />
        )}
      </Panel>
    </section>
  )
}

/** The likely jars of a lot, by what the household's own lots taught. */
function useLikely(loads: readonly LoadWithEvents[], all: readonly Lot[]) {
  const today = useToday()
  return (lot: Lot): string => countJars(likelyJars({ lots: all, loads, today }, lot), lot.jar)
}

interface ShownProps extends LotsProps {
  /** All lots, from which yields are learned. */
  readonly all: readonly Lot[]
}

function Bars({ lots, all, loads }: ShownProps) {
  const today = useToday()
  const likely = useLikely(loads, all)
  const season = useSeasonLoads().data ?? []
  const bars = lots.map((lot): LotBar => {
    const planned = loads.find(
      (l) => l.stage === 'planned' && l.portions.some((p) => p.lotId === lot.id),
    )
    const late = lot.state === 'in-house' && lot.canBy < today
    return {
      id: lot.id,
      name: shortName(foodOf(lot.foodId) ?? { name: lot.foodId }),
      amount: likely(lot),
      from: lot.arrivedOn,
      until: lot.canBy,
      tint: tintOf(lot.foodId),
      expected: lot.state === 'expected',
      inside:
        lot.state === 'expected'
          ? 'expected'
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

function LotTable({ lots, all, loads }: ShownProps) {
  const { household, may } = useHousehold()
  const likely = useLikely(loads, all)
  const change = useChangeLot()
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full min-w-[760px] text-left text-[15px]">
        <thead className="text-ink-soft">
          <tr>
            {['Food', 'Amount', 'Makes', 'Came in', 'Can by', ''].map((h, i) => (
              <th key={i} scope="col" className="py-2 pr-4 font-normal">
                {h || <span className="sr-only">Actions</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lots.map((lot) => (
            <tr key={lot.id} className="border-t border-rim">
              <th scope="row" className="py-1.5 pr-4">
                {shortName(foodOf(lot.foodId) ?? { name: lot.foodId })}
                {lot.variety && <span className="font-normal text-ink-soft"> {lot.variety}</span>}
              </th>
              <td className="pr-4">{showWeight(lot.lb, household.units)}</td>
              <td className="pr-4">{likely(lot)}</td>
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

/** Changes what became of a lot, with a way back. */
function useChangeLot() {
  const save = useSave('lots')
  const notify = useNotify()
  const today = useToday()
  const put = (id: string, version: number, values: object, then?: () => void): void =>
    save.mutate(
      { method: 'PATCH', path: `${paths.lots}/${id}`, body: { version, ...values } },
      { onSuccess: () => then?.(), onError: (e) => notify.trouble(sentenceOf(e)) },
    )
  return (lot: Lot, state: LotState): void => {
    const arrives = state === 'in-house' && lot.state === 'expected' ? { arrivedOn: today } : {}
    const words = state === 'in-house' ? 'came in' : state
    put(lot.id, lot.version, { state, ...arrives }, () =>
      notify.done(`${lot.said}: ${words}.`, () =>
        put(lot.id, lot.version + 1, { state: lot.state, arrivedOn: lot.arrivedOn }),
      ),
    )
  }
}
