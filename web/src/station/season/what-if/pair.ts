import type { PlanLoad, SeasonModel, SeasonPlan } from '@kelvit/core'
import { portionWords } from '../../../household/portion-words'
import { storedLoad } from '../../../household/season'
import { tintOf } from '../../../household/tints'
import type { PairBlock, PairDay } from '../../../chart/season-pair'

interface Planned {
  readonly model: SeasonModel
  readonly plan: SeasonPlan
}

/** What is in a load, so that two plans can be held against each other. */
const contentsOf = (model: SeasonModel, load: PlanLoad): string =>
  load.portions
    .map((p) => `${model.lots[p.lot]?.id} ${p.jars}`)
    .sort()
    .join()

const block = (model: SeasonModel, load: PlanLoad, fate: PairBlock['fate']): PairBlock => ({
  fate,
  tint: tintOf(model.lots[load.portions[0]?.lot ?? -1]?.foodId ?? ''),
  words: portionWords(storedLoad(model, load, '').portions),
})

const loadsOn = ({ model, plan }: Planned, date: string): readonly PlanLoad[] =>
  plan.loads.filter((l) => model.days[l.day]?.date === date)
const lastDate = ({ model, plan }: Planned): string =>
  model.days[Math.max(...plan.loads.map((l) => l.day))]?.date ?? ''

/**
 * One season laid over another: on each date the loads both have, those that come and those
 * that go. A load whose jars change goes and comes. Ends with the last date on which either cans.
 */
export function pairOf(base: Planned, other: Planned): readonly PairDay[] {
  const last = [lastDate(base), lastDate(other)].sort()[1] ?? ''
  return base.model.days
    .filter(({ date }) => date <= last)
    .map(({ date }): PairDay => {
      const gone = [...loadsOn(base, date)]
      const blocks = loadsOn(other, date).map((load): PairBlock => {
        const mine = contentsOf(other.model, load)
        const at = gone.findIndex((l) => contentsOf(base.model, l) === mine)
        if (at >= 0) gone.splice(at, 1)
        return block(other.model, load, at >= 0 ? 'stays' : 'comes')
      })
      return { date, blocks: [...blocks, ...gone.map((l) => block(base.model, l, 'goes'))] }
    })
}
