import type { CannerRead, LoadWithEvents, SeasonLoad, SeasonPortion } from '@kelvit/contract'
import {
  capacityFor,
  dateAt,
  formOf,
  kitchenOf,
  plannedLoad,
  type DayLoad,
  type KitchenHousehold,
  type Process,
} from '@kelvit/core'
import { portionWords } from '../household/portion-words'
import { type SeasonView } from '../household/season'
import { tintOf } from '../household/tints'

/** A load of a day: from the season plan, or planned at the stove already. */
export interface DayEntry {
  readonly id: string
  readonly canner: CannerRead
  readonly portions: readonly SeasonPortion[]
  readonly processes: readonly Process[]
  readonly words: string
  readonly tint: string
  readonly at: 'plan' | 'stove' | 'running'
  /** The same in pints, when it can be. */
  readonly inPints: readonly SeasonPortion[] | null
  readonly day: DayLoad
}

interface Household extends KitchenHousehold {
  readonly zone: string
}

/** Everything that is to be canned on a date. */
export function entriesOn(
  date: string,
  view: SeasonView,
  loads: readonly LoadWithEvents[],
  household: Household,
  pints: ReadonlySet<string>,
): readonly DayEntry[] {
  const planned = view.stored
    .filter((l) => l.onDate === date)
    .flatMap((l) => entryOf(l, 'plan', view, household, pints))
  const atStove = loads
    .filter((l) => l.stage === 'planned' && dateAt(Date.parse(l.startsAt), household.zone) === date)
    .flatMap((l) => {
      const portions = l.portions.flatMap((p): SeasonPortion[] =>
        p.lotId ? [{ ...p, lotId: p.lotId }] : [],
      )
      return entryOf({ id: l.id, cannerId: l.cannerId, portions }, 'stove', view, household, pints)
    })
  return [...atStove, ...planned]
}

/** @param held what a running load is held for, whatever the tables say by now. */
export function entryOf(
  load: Pick<SeasonLoad, 'id' | 'cannerId' | 'portions'>,
  at: DayEntry['at'],
  view: SeasonView,
  household: Household,
  pints: ReadonlySet<string>,
  held?: number,
): DayEntry[] {
  const canner = view.canners.find((c) => c.id === load.cannerId)
  if (!canner) return []
  const inPints = asPints(load.portions, canner)
  const portions = pints.has(load.id) && inPints ? inPints : load.portions
  const [first] = portions
  if (!first) return []
  const planned = plannedLoad(
    { id: load.id, portions, canBy: canByOf(view, portions), ...(held ? { held } : {}) },
    canner,
    kitchenOf(household),
  )
  if (planned.outcome === 'refused') return []
  const foodId = formOf(first.formId)?.food.id ?? ''
  return [
    {
      id: load.id,
      canner,
      portions,
      processes: planned.processes,
      words: portionWords(portions),
      tint: tintOf(foodId),
      at,
      inPints: at === 'plan' ? inPints : null,
      day: planned.day,
    },
  ]
}

/** Quarts as twice as many pints, where pints are tested and the canner takes them at once. */
function asPints(
  portions: readonly SeasonPortion[],
  canner: CannerRead,
): readonly SeasonPortion[] | null {
  const tested = portions.every(
    (p) => p.jar === 'quart' && formOf(p.formId)?.form.minutes.pint !== undefined,
  )
  if (!tested) return null
  const made = portions.map((p) => ({ ...p, jar: 'pint' as const, jars: p.jars * 2 }))
  const jars = made.reduce((n, p) => n + p.jars, 0)
  const mouth = made[0]?.mouth ?? 'regular'
  return jars <= capacityFor(canner.capacity, 'pint', mouth) ? made : null
}

function canByOf(view: SeasonView, portions: readonly SeasonPortion[]): string {
  const dates = portions.flatMap((p) => {
    const lot = view.records.lots.find((l) => l.id === p.lotId)
    return lot ? [lot.canBy] : []
  })
  return dates.sort()[0] ?? '9999-12-31'
}
