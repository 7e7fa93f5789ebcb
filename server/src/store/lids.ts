import type { Mouth } from '@kelvit/core'
import { and, asc, eq, gt, sql } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jarGroups, lidLots, loadPortions } from '../db/schema'
import type { PortionRow } from './loads'
import { changeRows } from './rows'

/**
 * Each run draws a new lid per jar, from the oldest lot that has any. Lids the
 * household does not keep count of are not missed.
 */
export async function drawLids(tx: Tx, portion: PortionRow, jars: number): Promise<void> {
  let wanted = jars
  const drawn: { lotId: string; count: number }[] = []
  for (const lot of await lidsOf(tx, portion.mouth)) {
    if (wanted === 0) break
    const taken = Math.min(wanted, lot.left)
    await changeRows(tx, lidLots, eq(lidLots.id, lot.id), { left: lot.left - taken })
    drawn.push({ lotId: lot.id, count: taken })
    wanted -= taken
  }
  await changeRows(tx, loadPortions, eq(loadPortions.id, portion.id), {
    lidLotId: drawn[0]?.lotId ?? null,
    lids: drawn,
  })
}

const lidsOf = (tx: Tx, mouth: Mouth) =>
  tx
    .select()
    .from(lidLots)
    .where(and(eq(lidLots.mouth, mouth), gt(lidLots.left, 0)))
    .orderBy(asc(lidLots.boughtOn), asc(lidLots.id))
    .for('update')

/** The lid was not locked after all: every lid goes back to where it came from. */
export async function returnLids(tx: Tx, portion: PortionRow): Promise<void> {
  for (const { lotId, count } of portion.lids)
    await changeRows(tx, lidLots, eq(lidLots.id, lotId), {
      left: sql`least(${lidLots.count}, ${lidLots.left} + ${count})`,
    })
  await changeRows(tx, loadPortions, eq(loadPortions.id, portion.id), { lidLotId: null, lids: [] })
}

/** Jars went under pressure, or did not after all: the runs of their kind are counted, where it is kept. */
export async function countRuns(tx: Tx, portion: PortionRow, jars: number): Promise<void> {
  await changeRows(
    tx,
    jarGroups,
    and(eq(jarGroups.jar, portion.jar), eq(jarGroups.mouth, portion.mouth)),
    { runs: sql`greatest(0, ${jarGroups.runs} + ${jars})` },
  )
}
