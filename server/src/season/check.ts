import type { SeasonLoad } from '@kelvit/contract'
import { dateAt, psi, TESTABLE } from '@kelvit/core'
import { eq } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, households, lots } from '../db/schema'
import { blocksOf, lastTests } from '../store/gauge-tests'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict, notFound, unprocessable } from '../http/problem'
import { checkJars, checkLot, figuresOf } from '../kitchen/figures'

export type LoadToCheck = Pick<SeasonLoad, 'onDate' | 'cannerId' | 'portions'>

/**
 * Checks loads of a season plan against what the household has, read once: a fit
 * canner, a tested process at one pressure, capacity and minimum, lots that are
 * still there. Throws the problem of the first that cannot be.
 * @returns each load with what is in its jars, as their lots say it.
 */
export async function seasonChecker(
  tx: Tx,
  deps: Deps,
  actor: Actor,
): Promise<<L extends LoadToCheck>(load: L) => L> {
  const [household] = await tx.select().from(households).where(eq(households.id, actor.householdId))
  if (!household) throw notFound()
  const gear = await tx.select().from(canners)
  const tests = await lastTests(
    tx,
    gear.map((c) => c.id),
  )
  const present = await tx.select().from(lots)
  const today = dateAt(deps.clock.now(), actor.zone)
  return (load) => {
    const row = gear.find((c) => c.id === load.cannerId)
    if (!row || row.retired)
      throw unprocessable('no-canner', 'This canner isn’t in use here. Choose another one.')
    const test = tests.get(row.id)
    // A dial can be tested until then; what is broken is not planned with.
    const [block] = blocksOf(row, test, today).filter(
      (b) => load.onDate <= today || !TESTABLE.has(b.reason),
    )
    if (block) throw conflict('canner-blocked', block.sentence)
    const portions = load.portions.map((p) => {
      const lot = present.find((l) => l.id === p.lotId)
      checkLot(lot, p.formId)
      return { ...p, jarOf: lot?.jarOf ?? null }
    })
    checkJars(portions, row)
    figuresOf(portions, { row, errorPsi: psi(0) }, household)
    return { ...load, portions }
  }
}
