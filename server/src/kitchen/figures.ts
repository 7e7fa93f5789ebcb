import {
  dateAt,
  figuresFor,
  formOf,
  kitchenOf,
  shortestCooling,
  whyNotTogether,
  type Figures,
  type FiguresQuery,
  psi,
  type Psi,
} from '@kelvit/core'
import { eq } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, households, type lots } from '../db/schema'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict, notFound, ProblemError, unprocessable } from '../http/problem'
import { blocksOf, lastTests } from '../store/gauge-tests'
import { learnedTimes } from '../store/learned'

type CannerRow = typeof canners.$inferSelect
type HouseholdRow = typeof households.$inferSelect

export interface FitCanner {
  readonly row: CannerRow
  readonly errorPsi: Psi
  /** The shortest cooling it is known for, min. */
  readonly coolMin?: number
}

/** The canner if it may be used today; otherwise the reason, as a conflict. */
export async function fitCanner(
  tx: Tx,
  deps: Deps,
  actor: Actor,
  cannerId: string,
): Promise<FitCanner> {
  const [row] = await tx.select().from(canners).where(eq(canners.id, cannerId))
  if (!row || row.retired)
    throw unprocessable('no-canner', 'This canner isn’t in use here. Choose another one.')
  const test = (await lastTests(tx, [cannerId])).get(cannerId)
  const [block] = blocksOf(row, test, dateAt(deps.clock.now(), actor.zone))
  if (block) throw conflict('canner-blocked', block.sentence)
  const learned = (await learnedTimes(tx, [row])).get(cannerId)
  return {
    row,
    errorPsi: row.regulatedBy === 'dial' ? (test?.errorPsi ?? psi(0)) : psi(0),
    coolMin: shortestCooling(row.stageMinutes, learned),
  }
}

export async function householdOf(
  tx: Tx,
  actor: Pick<Actor, 'householdId'>,
): Promise<HouseholdRow> {
  const [row] = await tx.select().from(households).where(eq(households.id, actor.householdId))
  if (!row) throw notFound()
  return row
}

/** What these portions run at on this canner today, or the refusal as a problem. */
export function figuresOf(
  portions: readonly (FiguresQuery['portions'][number] & { readonly jars?: number })[],
  { row, errorPsi, coolMin }: FitCanner,
  household: HouseholdRow,
  againBy?: number,
): Figures {
  const jars = portions.reduce((n, p) => n + (p.jars ?? 0), 0)
  const found = figuresFor({
    portions,
    regulatedBy: row.regulatedBy,
    gaugeErrorPsi: errorPsi,
    marks: row.dialMarks,
    burner: row.standsOn,
    restMin: row.stageMinutes.restMin,
    seal: row.seal,
    kitchen: kitchenOf(household),
    ...(coolMin === undefined ? {} : { coolMin }),
    fillMin: row.stageMinutes.fillMinFixed + row.stageMinutes.fillMinPerJar * jars,
    ...(againBy === undefined ? {} : { againBy }),
  })
  if (found.outcome === 'refused')
    throw new ProblemError(
      422,
      `refused-${found.reason}`,
      `${found.sentence} Instead: ${found.instead.join(', ')}.`,
    )
  return found
}

/** Whether the canner takes these jars at once, by its manual. */
export function checkJars(portions: Parameters<typeof whyNotTogether>[0], canner: CannerRow): void {
  const why = whyNotTogether(portions, canner)
  if (why) throw unprocessable(why.reason, why.sentence)
}

/** Whether a lot is there to be canned in that form. */
export function checkLot(lot: typeof lots.$inferSelect | undefined, formId: string): void {
  if (!lot) throw unprocessable('no-lot', 'We can’t find one of the lots.')
  if (formOf(formId)?.food.id !== lot.foodId)
    throw unprocessable('no-form', 'This way of canning doesn’t fit that lot.')
  if (lot.state !== 'in-house' && lot.state !== 'expected')
    throw conflict('lot-gone', 'This lot is already canned, eaten or spoiled.')
}
