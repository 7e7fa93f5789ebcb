import type { LoadWithEvents } from '@kelvit/contract'
import {
  openOf,
  countJars,
  dayLengths,
  fixedTimes,
  formOf,
  timesOf,
  timesOfFixed,
  type PlanLoad,
  type SeasonLot,
  type SeasonModel,
  type SeasonPlan,
  shortFood,
} from '@kelvit/core'
import { portionWords } from '../../../household/portion-words'
import { storedLoad, type SeasonView } from '../../../household/season'
import { tintOf } from '../../../household/tints'
import { showDay } from '../../../household/words'
import type { RibbonLot } from '../../../chart/lot-bands'
import type { RibbonDay, RibbonLoad } from '../../../chart/season-ribbon'

/** The days as the ribbon names them. */
export function ribbonDays(model: SeasonModel, shown: number): readonly RibbonDay[] {
  return model.days.slice(0, shown).map((day, i) => {
    const [weekday = '', dayOfMonth = '', month = ''] = showDay(day.date).split(' ')
    return {
      date: day.date,
      weekday,
      dayOfMonth,
      month: i === 0 || dayOfMonth === '1' ? month : null,
      minutes: day.minutes,
      weekend: weekday === 'Sat',
    }
  })
}

/** A day's length divided among its loads, by how long each is. */
function shareOf(total: number, own: number, all: number): number {
  return all > 0 ? (total * own) / all : 0
}

/** The plan's loads and those at the stove, stacked into their days. */
export function ribbonLoads(
  view: SeasonView,
  plan: SeasonPlan,
  atStove: readonly LoadWithEvents[],
): readonly RibbonLoad[] {
  const { model } = view.season
  const lengths = dayLengths(model, plan)
  const fixed = fixedTimes(model)
  const weight = (day: number): number =>
    (fixed[day] ?? []).reduce((m, t) => m + t.run + t.hands, 0) +
    plan.loads
      .filter((l) => l.day === day)
      .map((l) => timesOf(model, l))
      .reduce((m, t) => m + t.run + t.hands, 0)
  const planned = plan.loads.map((load, i): RibbonLoad => {
    const times = timesOf(model, load)
    return {
      id: load.id ?? `new-${i}`,
      day: load.day,
      canner: load.canner,
      minutes: shareOf(lengths[load.day] ?? 0, times.run + times.hands, weight(load.day)),
      tints: tintsOf(model, load),
      label: `${portionWords(storedLoad(model, load, '').portions)}, ${showDay(model.days[load.day]?.date ?? '')}`,
      pinned: load.pinned ?? false,
      fixed: false,
    }
  })
  return [...stoveLoads(view, atStove, lengths, weight), ...planned]
}

/** Loads that stay as the season counts them, with what is in them. */
function stoveLoads(
  { season: { model } }: SeasonView,
  atStove: readonly LoadWithEvents[],
  lengths: readonly number[],
  weight: (day: number) => number,
): RibbonLoad[] {
  return model.fixed.flatMap((fixed): RibbonLoad[] => {
    const load = atStove.find((l) => l.id === fixed.id)
    const times = timesOfFixed(model, fixed)
    if (!load || !times) return []
    const { day, canner } = fixed
    return [
      {
        id: load.id,
        day,
        canner,
        minutes: shareOf(lengths[day] ?? 0, times.run + times.hands, weight(day)),
        tints: load.portions.map((p) => tintOf(formOf(p.formId)?.food.id ?? p.formId)),
        label: `${portionWords(load.portions)}, at the stove`,
        pinned: false,
        fixed: true,
      },
    ]
  })
}

const tintsOf = (model: SeasonModel, load: PlanLoad): string[] => [
  ...new Set(load.portions.map((p) => tintOf(model.lots[p.lot]?.foodId ?? ''))),
]

/** What a lot is called in the season: "Tomatoes · 31 quarts". */
export const lotName = (lot: Pick<SeasonLot, 'foodId' | 'jar' | 'jars'>): string =>
  `${shortFood(lot.foodId)} · ${countJars(lot.jars, lot.jar)}`

/** Every lot with the days its jars are canned, those that come first on top. */
export function ribbonLots(view: SeasonView, plan: SeasonPlan): readonly RibbonLot[] {
  const { model } = view.season
  const { lost, spare } = openOf(model, plan)
  return model.lots
    .map((lot, index): RibbonLot => {
      const mine = plan.loads.flatMap((l) =>
        l.portions.filter((p) => p.lot === index).map((p) => ({ day: l.day, jars: p.jars })),
      )
      return {
        id: lot.id,
        name: lotName(lot),
        arrived: lot.arrived,
        due: lot.due,
        tint: tintOf(lot.foodId),
        expected: lot.arrived > 0,
        lost: lost[index] ?? 0,
        spare: spare[index] ?? 0,
        pips: [...new Set(mine.map((m) => m.day))].sort((a, b) => a - b),
      }
    })
    .sort((a, b) => a.arrived - b.arrived || a.due - b.due)
}
