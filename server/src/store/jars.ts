import type { JarToDecide, JarToTake } from '@kelvit/core'
import { eq } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { shelves, type jars } from '../db/schema'
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

/** The same of what taking needs to know. */
export const toTake = (jar: JarRow): JarToTake => ({ ...jar, ...toDecide(jar), hold: jar.hold })

/** A foreign key does not see whose shelf it is. */
export async function checkShelf(tx: Tx, shelfId: string): Promise<void> {
  const [shelf] = await tx.select({ id: shelves.id }).from(shelves).where(eq(shelves.id, shelfId))
  if (!shelf) throw unprocessable('no-shelf', 'There is no such shelf.')
}
