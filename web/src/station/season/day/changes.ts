import { laterFor, moveLoad, type PlanLoad, type SeasonPlan } from '@kelvit/core'
import type { SeasonView } from '../../../household/season'
import { showDay } from '../../../household/words'
import { refusalOf } from '../words'
import type { useDay } from './use-day'

type Day = ReturnType<typeof useDay>

/** What was changed of a day, as the household's plan would have it. */
export interface DayChanges {
  readonly plan: SeasonPlan
  /** Loads of the plan that are elsewhere now; null for one that leaves it. */
  readonly moves: readonly { readonly id: string; readonly to: PlanLoad | null }[]
  /** What follows for each thing that was changed. */
  readonly sentences: readonly string[]
  /** Why it cannot be kept; null when it can. */
  readonly refused: string | null
}

const upper = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}`

/**
 * Loads that are left out go to the best later day before they spoil, or leave the plan where
 * there is none; loads on another canner stay there if they may.
 */
export function changesOf(day: Day, { season: { model }, plan }: SeasonView): DayChanges {
  let after = plan
  const sentences: string[] = []
  let refused: string | null = null
  const mine = (id: string) => after.loads.find((l) => l.id === id)
  for (const [id, cannerId] of day.on) {
    const load = mine(id)
    const canner = model.canners.findIndex((c) => c.id === cannerId)
    const words = day.all.find((e) => e.id === id)?.words ?? 'That load'
    if (!load || canner < 0 || day.skip.has(id)) continue
    const { plan: moved, complaints } = moveLoad(model, after, load, { day: load.day, canner })
    // Whether the day is long enough is said above, by the day itself.
    const no = refusalOf(complaints.filter((c) => c.fault !== 'too-long'))
    if (no) refused ??= `${upper(words)} can’t go in ${model.canners[canner]?.name}: ${no}.`
    after = asPinned(moved, id, load.pinned)
    sentences.push(`${upper(words)} go into ${model.canners[canner]?.name}.`)
  }
  for (const entry of day.all.filter((e) => day.skip.has(e.id))) {
    const load = mine(entry.id)
    if (!load) {
      sentences.push(`${upper(entry.words)} stay planned at the stove. Remove that load there.`)
      continue
    }
    const later = laterFor(model, after, load)
    const on = later?.plan.loads.find((l) => l.id === entry.id)?.day
    after = later
      ? asPinned(later.plan, entry.id, load.pinned)
      : { loads: after.loads.filter((l) => l !== load) }
    sentences.push(
      on === undefined
        ? `No later day has room for ${entry.words} before they spoil. Eat, freeze or give them, or can them on this day after all.`
        : `${upper(entry.words)} go to ${showDay(model.days[on]?.date ?? '')}.`,
    )
  }
  const moves = plan.loads.flatMap(({ id }) => {
    const to = after.loads.find((l) => l.id === id) ?? null
    return id === undefined || plan.loads.includes(to as PlanLoad) ? [] : [{ id, to }]
  })
  return { plan: after, moves, sentences, refused }
}

/** A load that was put elsewhere for a day's sake stays as free as it was. */
const asPinned = (plan: SeasonPlan, id: string, pinned = false): SeasonPlan => ({
  loads: plan.loads.map((l) => (l.id === id ? { ...l, pinned } : l)),
})
