import type { Member } from '@kelvit/contract'
import type { DayPerson, KitchenStretch } from '@kelvit/core'

/**
 * Who is in the kitchen of a day by its hours: who is named, or as many as the hours say, the
 * members first. Hands that are no member's are somebody's all the same: the plan counted on them.
 */
export function usualPeople(
  helpers: readonly Pick<Member, 'id' | 'name'>[],
  day: Pick<KitchenStretch, 'people' | 'who'> | null | undefined,
  from: number,
  until: number,
): readonly DayPerson[] {
  const n = Math.max(1, day?.people ?? 1)
  const named = helpers.filter((m) => day?.who?.includes(m.name))
  const members = [...named, ...helpers.filter((m) => !named.includes(m))]
    .slice(0, day?.who ? Math.min(n, named.length) : n)
    .map((m) => ({ id: m.id, name: m.name, from, until }))
  const others = Array.from({ length: n - members.length }, (_, i) => ({
    id: `hand-${i + 1}`,
    name: n - members.length === 1 ? 'a helper' : `helper ${i + 1}`,
    from,
    until,
  }))
  return [...members, ...others]
}
