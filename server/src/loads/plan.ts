import type { LoadWithEvents, NewLoad } from '@kelvit/contract'
import {
  capacityFor,
  countJars,
  dateAt,
  feet,
  formOf,
  lookUpProcess,
  minimumFor,
  mixedLoad,
  type LoadSetup,
  type Process,
} from '@kelvit/core'
import { eq, inArray } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, households, loadPortions, loads, lots, seasonLoads } from '../db/schema'
import { blocksOf, lastTests } from '../gear/resources'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict, notFound, ProblemError, unprocessable } from '../http/problem'
import { newCode } from './code'
import { readLoad } from './store'

type CannerRow = typeof canners.$inferSelect
type HouseholdRow = typeof households.$inferSelect

/** Plans a load: processes are looked up here, never taken from the caller. Repeating it changes nothing. */
export const planLoad = (
  deps: Deps,
  actor: Actor,
  id: string,
  wanted: NewLoad,
): Promise<{ load: LoadWithEvents; made: boolean }> =>
  deps.db.inHousehold(actor.householdId, async (tx) => {
    const before = await readLoad(tx, id)
    if (before) return { load: before, made: false }
    const canner = await fitCanner(tx, deps, actor, wanted.cannerId)
    const household = await householdOf(tx, actor)
    const processes = processesFor(wanted.portions, canner.row, household)
    checkJars(wanted.portions, canner.row)
    await checkLots(tx, wanted)
    const setup = setupFor(processes, canner, household)
    await tx.insert(loads).values({
      id,
      householdId: actor.householdId,
      code: newCode(),
      cannerId: wanted.cannerId,
      startsAt: new Date(wanted.startsAt),
      setup,
      processes,
      stage: 'planned',
      note: wanted.note ?? '',
    })
    await tx.insert(loadPortions).values(
      wanted.portions.map((p, position) => ({
        ...p,
        householdId: actor.householdId,
        loadId: id,
        position,
      })),
    )
    // The load of the season plan has become this one.
    if (wanted.seasonLoadId)
      await tx.delete(seasonLoads).where(eq(seasonLoads.id, wanted.seasonLoadId))
    const load = await readLoad(tx, id)
    if (!load) throw notFound()
    return { load, made: true }
  })

interface FitCanner {
  readonly row: CannerRow
  readonly errorPsi: number
}

/** The canner if it may be used today; otherwise the reason, as a conflict. */
export async function fitCanner(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  cannerId: string,
): Promise<FitCanner> {
  const [row] = await tx.select().from(canners).where(eq(canners.id, cannerId))
  if (!row || row.retired) throw unprocessable('no-canner', 'There is no such canner in use.')
  const test = (await lastTests(tx, [cannerId])).get(cannerId)
  const [block] = blocksOf(row, test, dateAt(deps.clock.now(), actor.zone))
  if (block) throw conflict('canner-blocked', block.sentence)
  return { row, errorPsi: row.regulatedBy === 'dial' ? (test?.errorPsi ?? 0) : 0 }
}

async function householdOf(tx: Tx, actor: Actor): Promise<HouseholdRow> {
  const [row] = await tx.select().from(households).where(eq(households.id, actor.householdId))
  if (!row) throw notFound()
  return row
}

type PortionWanted = Pick<NewLoad['portions'][number], 'formId' | 'pack' | 'jar' | 'mouth' | 'jars'>

/** The tested process of each portion at this canner, or the refusal as a problem. */
export function processesFor(
  portions: readonly PortionWanted[],
  canner: CannerRow,
  household: HouseholdRow,
): Process[] {
  return portions.map((p) => {
    const found = lookUpProcess({
      form: p.formId,
      pack: p.pack,
      jar: p.jar,
      gauge: canner.regulatedBy,
      altitudeFt: feet(household.altitudeFt),
      rules: { cushionPsi: household.settings.cushionPsi },
    })
    if (found.outcome === 'refused')
      throw new ProblemError(
        422,
        `refused-${found.reason}`,
        `${found.sentence} Instead: ${found.instead.join(', ')}.`,
      )
    return found
  })
}

/** Whether the canner takes these jars at once, by its manual. */
export function checkJars(portions: readonly PortionWanted[], canner: CannerRow): void {
  const jars = portions.reduce((n, p) => n + p.jars, 0)
  let share = 0
  let least = Infinity
  for (const p of portions) {
    const takes = capacityFor(canner.capacity, p.jar, p.mouth)
    if (takes === 0)
      throw unprocessable(
        'capacity',
        `${canner.name} takes no ${p.mouth}-mouth jars of this size by its manual.`,
      )
    share += p.jars / takes
    least = Math.min(least, minimumFor(canner.minimum, p.jar))
  }
  if (share > 1 + 1e-9)
    throw unprocessable(
      'capacity',
      `${canner.name} does not take that many jars at once. Make it two loads.`,
    )
  if (jars < least)
    throw unprocessable(
      'minimum',
      `${canner.name} needs at least ${countJars(least, portions[0]?.jar ?? 'quart')} in a load.`,
    )
}

async function checkLots(tx: Tx, wanted: NewLoad): Promise<void> {
  const ids = wanted.portions.flatMap((p) => (p.lotId ? [p.lotId] : []))
  const found = ids.length > 0 ? await tx.select().from(lots).where(inArray(lots.id, ids)) : []
  for (const p of wanted.portions) {
    if (p.lotId === null) continue
    checkLot(
      found.find((l) => l.id === p.lotId),
      p.formId,
    )
  }
}

/** Whether a lot is there to be canned in that form. */
export function checkLot(lot: typeof lots.$inferSelect | undefined, formId: string): void {
  if (!lot) throw unprocessable('no-lot', 'One of the lots is not here.')
  if (formOf(formId)?.food.id !== lot.foodId)
    throw unprocessable('no-form', 'This way of canning does not belong to that lot.')
  if (lot.state !== 'in-house' && lot.state !== 'expected')
    throw conflict('lot-gone', 'This lot was canned, eaten or spoiled already.')
}

/** What the load runs at: one pressure for all, the longest time, the gauge's own error. */
export function setupFor(
  processes: readonly Process[],
  canner: FitCanner,
  household: HouseholdRow,
): LoadSetup {
  const together = mixedLoad(processes)
  if (together.outcome === 'refused')
    throw new ProblemError(
      422,
      `refused-${together.reason}`,
      `${together.sentence} Instead: ${together.instead.join(', ')}.`,
    )
  return {
    regulatedBy: canner.row.regulatedBy,
    psi: together.psi,
    minutes: together.minutes,
    gaugeErrorPsi: canner.errorPsi,
    restMinutes: Math.max(10, canner.row.stageMinutes.restMin, household.settings.restMinutes),
  }
}
