import { cannerBlocks, daysBetween, type Block } from '@kelvit/core'
import { and, desc, inArray, isNull } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { gaugeTests, type canners } from '../db/schema'

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
    .where(and(inArray(gaugeTests.cannerId, [...cannerIds]), isNull(gaugeTests.struckAt)))
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
