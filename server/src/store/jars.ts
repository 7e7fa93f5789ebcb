import type { JarToDecide, JarToTake } from '@kelvit/core'
import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jars, shelves, takes } from '../db/schema'
import { unprocessable } from '../http/problem'

type JarRow = typeof jars.$inferSelect

/** What deciding about a stored jar needs to know. */
export const toDecide = (jar: JarRow): JarToDecide => ({
  state: jar.state,
  seal: jar.seal,
  hold: jar.hold,
  outAt: jar.outAt?.getTime() ?? null,
  stateAt: jar.stateAt.getTime(),
})

/** Every jar of some loads, those given away with whom they were given to as far as it was said, by load. */
export async function readJarsOf(
  tx: Tx,
  loadIds: readonly string[],
): Promise<ReadonlyMap<string, readonly (JarRow & { readonly takenTo: string })[]>> {
  if (loadIds.length === 0) return new Map()
  const rows = await tx
    .select()
    .from(jars)
    .where(inArray(jars.loadId, [...loadIds]))
    .orderBy(asc(jars.code))
  const given = await tx
    .select({ taken: takes.taken, note: takes.note })
    .from(takes)
    .where(and(eq(takes.why, 'given'), isNull(takes.undoneAt)))
  const to = new Map(given.flatMap((t) => t.taken.map((j) => [j.id, t.note] as const)))
  const byLoad = new Map<string, (JarRow & { takenTo: string })[]>()
  for (const row of rows) {
    const jar = { ...row, takenTo: row.state === 'given' ? (to.get(row.id) ?? '') : '' }
    const mine = byLoad.get(row.loadId ?? '') ?? []
    mine.push(jar)
    byLoad.set(row.loadId ?? '', mine)
  }
  return byLoad
}

/** The same of what taking needs to know. */
export const toTake = (jar: JarRow): JarToTake => ({ ...jar, ...toDecide(jar), hold: jar.hold })

/** A foreign key does not see whose shelf it is. */
export async function checkShelf(tx: Tx, shelfId: string): Promise<void> {
  const [shelf] = await tx.select({ id: shelves.id }).from(shelves).where(eq(shelves.id, shelfId))
  if (!shelf) throw unprocessable('no-shelf', 'We can’t find this shelf.')
}
