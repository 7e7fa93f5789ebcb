import type { NewLoadEvent } from '@kelvit/contract'
import { changedFigures, isInCanner, stillHolds } from '@kelvit/core'
import { and, eq, ne } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, loads } from '../db/schema'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict, notFound } from '../http/problem'
import { checkRescue } from './jars'
import { checkJars, figuresOf, fitCanner, householdOf } from '../kitchen/figures'
import { readPortions, type LoadRow } from '../store/loads'

/**
 * What a load runs at is looked up when it is started, whatever it was planned at: the
 * gauge may have been tested and the altitude corrected since. The plan's figures are
 * kept beside it where they differ.
 */
export async function figuresNow(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  load: LoadRow,
): Promise<Pick<LoadRow, 'setup'> & Partial<Pick<LoadRow, 'plannedSetup' | 'processes'>>> {
  if (load.stage !== 'planned') return { setup: load.setup }
  const canner = await fitCanner(tx, deps, actor, load.cannerId)
  const portions = await readPortions(tx, load.id)
  const again = portions.flatMap((p) => p.fromJars ?? [])
  await checkRescue(tx, again, deps.clock.now())
  const { againBy } = load.setup
  const { setup, processes } = figuresOf(portions, canner, await householdOf(tx, actor), againBy)
  if (changedFigures(load.setup, setup).length === 0) return { setup: { ...load.setup, ...setup } }
  return { setup, plannedSetup: load.setup, processes: [...processes] }
}

/** Before a lid is locked: the jars fit by the canner's manual, and no other load is in it. */
export async function checkCanner(tx: Tx, load: LoadRow, sent: NewLoadEvent): Promise<void> {
  const [canner] = await tx
    .select()
    .from(canners)
    .where(eq(canners.id, load.cannerId))
    .for('update')
  if (!canner) throw notFound()
  const portions = await readPortions(tx, load.id)
  checkJars(
    portions.map((p) => ({
      ...p,
      jars: sent.filled?.find((f) => f.portionId === p.id)?.jars ?? p.filled ?? p.jars,
    })),
    canner,
  )
  const others = await tx
    .select({ id: loads.id, code: loads.code, stage: loads.stage })
    .from(loads)
    .where(and(eq(loads.cannerId, load.cannerId), ne(loads.id, load.id)))
  const other = others.find((l) => isInCanner(l.stage))
  if (other) throw conflict('canner-busy', stillHolds(canner.name, other.code))
}
