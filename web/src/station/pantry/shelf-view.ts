import type { Jar, Shelf } from '@kelvit/contract'
import { oldestFirst, shortFood } from '@kelvit/core'

/** Jars of one food on one shelf, oldest last so that fresh ones stand at the left. */
export interface ShelfGroup {
  readonly foodId: string
  readonly name: string
  readonly jars: readonly Jar[]
}

export interface ShelfRow {
  readonly id: string
  readonly name: string
  readonly groups: readonly ShelfGroup[]
}

/** The pantry shelf by shelf; jars that stand nowhere yet come first. */
export function arrange(jars: readonly Jar[], shelves: readonly Shelf[]): readonly ShelfRow[] {
  const places = [{ id: '', name: 'Not on a shelf yet' }, ...shelves]
  const known = new Set(shelves.map((s) => s.id))
  return places
    .map(({ id, name }) => {
      const here = jars.filter((j) => (known.has(j.shelfId ?? '') ? j.shelfId : '') === id)
      const foods = [...new Set(here.map((j) => j.foodId))]
      const groups = foods.map((foodId) => ({
        foodId,
        name: shortFood(foodId),
        jars: [...oldestFirst(here.filter((j) => j.foodId === foodId))].reverse(),
      }))
      return { id, name, groups: groups.sort((a, b) => b.jars.length - a.jars.length) }
    })
    .filter((row) => row.groups.length > 0)
}

/** So many jars are drawn on a shelf at most, and on all shelves of a page; more stand in stacks. */
const CROWDED = 120
const ON_A_PAGE = 600
/** A shelf is never drawn with fewer than this before its jars are stacked. */
const FEW = 24
const STACK = 6

/** How many jars one glyph stands for, so that a shelf, and a page of shelves, can be taken in. */
export function stackSize(jars: number, shelves: number): number {
  const most = Math.max(FEW, Math.min(CROWDED, Math.floor(ON_A_PAGE / shelves)))
  let each = 1
  while (jars / each > most) each = each === 1 ? STACK : each * 2
  return each
}
