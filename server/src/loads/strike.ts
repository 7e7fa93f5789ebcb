import type { GaugeTest, StruckTest } from '@kelvit/contract'
import { dateAt } from '@kelvit/core'
import { eq } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { gaugeTests } from '../db/schema'
import { toWire } from '../db/wire'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound, unprocessable } from '../http/problem'
import { addOnce, changeRows } from '../store/rows'
import { rejudge } from './recall'
import { reviseRunning } from './revise'

/**
 * Strikes out a gauge test that was a slip; the row stays, with who struck it and why. Every
 * load of its canner is judged anew from the tests that remain. Repeating it changes nothing.
 */
export async function strikeTest(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  id: string,
  { why, instead }: StruckTest,
): Promise<GaugeTest> {
  const [test] = await tx.select().from(gaugeTests).where(eq(gaugeTests.id, id)).for('update')
  if (!test) throw notFound('We can’t find this gauge test.')
  if (instead && instead.testedOn > dateAt(deps.clock.now(), actor.zone))
    throw unprocessable('future', 'A gauge test can’t be in the future.')
  if (test.struckAt !== null) return toWire(gaugeTests, test)
  const [struck] = await changeRows(tx, gaugeTests, eq(gaugeTests.id, id), {
    struckAt: new Date(deps.clock.now()),
    struckBy: actor.memberName,
    struckWhy: why,
  })
  if (!struck) throw notFound()
  const { cannerId } = test
  if (instead)
    await addOnce(tx, gaugeTests, [{ ...instead, cannerId, householdId: actor.householdId }])
  const cause = { cannerId, testId: instead?.id ?? id }
  await reviseRunning(tx, deps, actor, 'A gauge test was put right.', cause)
  await rejudge(tx, deps, actor, cannerId)
  return toWire(gaugeTests, struck)
}
