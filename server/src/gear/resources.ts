import { paths, type CannerRead } from '@kelvit/contract'
import {
  newCannerSchema,
  newContainerSchema,
  newGaugeTestSchema,
  newShelfSchema,
  patchCannerSchema,
  patchContainerSchema,
  patchShelfSchema,
} from '@kelvit/contract/schemas'
import { cannerBlocks, dateAt, daysBetween, foodOf, type Block } from '@kelvit/core'
import { desc, inArray } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, containers, gaugeTests, shelves } from '../db/schema'
import { toWire } from '../db/wire'
import { unprocessable } from '../http/problem'
import type { Resource } from '../resource/resource'
import { findRow, type Values } from '../resource/store'

type CannerRow = typeof canners.$inferSelect
type TestRow = typeof gaugeTests.$inferSelect

/** The newest gauge test of each canner. */
export async function lastTests(
  tx: Tx,
  cannerIds: readonly string[],
): Promise<ReadonlyMap<string, TestRow>> {
  if (cannerIds.length === 0) return new Map()
  const tests = await tx
    .select()
    .from(gaugeTests)
    .where(inArray(gaugeTests.cannerId, [...cannerIds]))
    .orderBy(desc(gaugeTests.testedOn), desc(gaugeTests.createdAt))
  const last = new Map<string, TestRow>()
  for (const test of tests) if (!last.has(test.cannerId)) last.set(test.cannerId, test)
  return last
}

/** What keeps a canner from being used on a day. */
export const blocksOf = (
  canner: CannerRow,
  test: TestRow | undefined,
  today: string,
): readonly Block[] =>
  cannerBlocks(
    canner.regulatedBy,
    test ? { daysAgo: daysBetween(test.testedOn, today), errorPsi: test.errorPsi } : null,
    canner.defects.map((sentence) => ({ sentence })),
  )

function checkGauge(values: Values, stored: Values | undefined): Values {
  const gauge = values.gauge ?? stored?.gauge
  const regulatedBy = values.regulatedBy ?? stored?.regulatedBy
  if (gauge !== 'both' && gauge !== regulatedBy)
    throw unprocessable(
      'gauge',
      `A canner with only a ${String(gauge)} gauge cannot be regulated by another.`,
    )
  return values
}

const cannerResource: Resource = {
  path: paths.canners,
  table: canners,
  create: newCannerSchema,
  patch: patchCannerSchema,
  write: 'keeper',
  order: canners.createdAt,
  prepare: (values, { stored }) => checkGauge(values, stored),
  present: async (rows, tx, deps, actor) => {
    const today = dateAt(deps.clock.now(), actor.zone)
    const list = rows as unknown as readonly CannerRow[]
    const tests = await lastTests(
      tx,
      list.map((c) => c.id),
    )
    return list.map((canner): CannerRead => {
      const test = tests.get(canner.id)
      return {
        ...toWire(canners, canner),
        blocks: blocksOf(canner, test, today),
        lastTest: test ? { testedOn: test.testedOn, errorPsi: test.errorPsi } : null,
      }
    })
  },
}

const gaugeTestResource: Resource = {
  path: paths.gaugeTests,
  table: gaugeTests,
  create: newGaugeTestSchema,
  write: 'keeper',
  order: gaugeTests.testedOn,
  prepare: async (values, { tx, deps, actor }) => {
    if (!(await findRow(tx, canners, String(values.cannerId))))
      throw unprocessable('no-canner', 'There is no such canner.')
    if (String(values.testedOn) > dateAt(deps.clock.now(), actor.zone))
      throw unprocessable('future', 'A gauge test cannot be in the future.')
    return values
  },
}

const containerResource: Resource = {
  path: paths.containers,
  table: containers,
  create: newContainerSchema,
  patch: patchContainerSchema,
  write: 'helper',
  order: containers.name,
  deletable: true,
  prepare: (values) => {
    if (typeof values.foodId === 'string' && !foodOf(values.foodId))
      throw unprocessable('no-food', 'There is no such food in the tables.')
    return values
  },
}

const shelfResource: Resource = {
  path: paths.shelves,
  table: shelves,
  create: newShelfSchema,
  patch: patchShelfSchema,
  write: 'helper',
  order: shelves.position,
  deletable: true,
}

export const gearResources = [cannerResource, gaugeTestResource, containerResource, shelfResource]
