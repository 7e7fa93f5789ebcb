import { paths } from '@kelvit/contract'
import {
  newJarGroupSchema,
  newLidLotSchema,
  newSupplySchema,
  patchJarGroupSchema,
  patchLidLotSchema,
  patchSupplySchema,
} from '@kelvit/contract/schemas'
import type { Mouth } from '@kelvit/core'
import { and, asc, eq, gt, sql } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { jarGroups, lidLots, loadPortions, supplies } from '../db/schema'
import { unprocessable } from '../http/problem'
import type { Resource } from '../resource/resource'
import type { PortionRow } from '../loads/store'

const jarGroupResource: Resource = {
  path: paths.jarGroups,
  table: jarGroups,
  create: newJarGroupSchema,
  patch: patchJarGroupSchema,
  write: 'helper',
  order: jarGroups.createdAt,
  deletable: true,
  prepare: (values, { stored }) => {
    const group = { broken: 0, ...stored, ...values } as { owned: number; broken: number }
    if (group.broken > group.owned)
      throw unprocessable('broken', 'No more jars can be broken than there are.')
    return values
  },
}

const lidLotResource: Resource = {
  path: paths.lidLots,
  table: lidLots,
  create: newLidLotSchema,
  patch: patchLidLotSchema,
  write: 'helper',
  order: lidLots.boughtOn,
  deletable: true,
  prepare: (values, { stored }) => {
    const lot = { ...stored, ...values } as { count: number; left: number }
    if (lot.left > lot.count)
      throw unprocessable('lids', 'No more lids can be left than were bought.')
    return values
  },
}

const supplyResource: Resource = {
  path: paths.supplies,
  table: supplies,
  create: newSupplySchema,
  patch: patchSupplySchema,
  write: 'helper',
  order: supplies.kind,
}

export const stockResources = [jarGroupResource, lidLotResource, supplyResource]

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
    await tx
      .update(lidLots)
      .set({ left: lot.left - taken, version: sql`${lidLots.version} + 1` })
      .where(eq(lidLots.id, lot.id))
    drawn.push({ lotId: lot.id, count: taken })
    wanted -= taken
  }
  await tx
    .update(loadPortions)
    .set({ lidLotId: drawn[0]?.lotId ?? null, lids: drawn })
    .where(eq(loadPortions.id, portion.id))
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
    await tx
      .update(lidLots)
      .set({
        left: sql`least(${lidLots.count}, ${lidLots.left} + ${count})`,
        version: sql`${lidLots.version} + 1`,
      })
      .where(eq(lidLots.id, lotId))
  await tx
    .update(loadPortions)
    .set({ lidLotId: null, lids: [] })
    .where(eq(loadPortions.id, portion.id))
}
