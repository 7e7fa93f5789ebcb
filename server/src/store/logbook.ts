import {
  foldLoad,
  formOf,
  holdOf,
  judgeLoad,
  shortName,
  whyHeld,
  type LoadEvent,
  type LoadState,
} from '@kelvit/core'
import { eq, inArray, isNull, sql } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { loadPortions, loads, logbook, lots } from '../db/schema'
import { factsByLoad, type LoadRow } from './loads'

/** Loads whose lines are worked out at once. */
const AT_ONCE = 500

/** What is said in a load's facts, as far as people said it. */
const saidIn = (events: readonly LoadEvent[]): readonly string[] =>
  events.flatMap((e) => (e.text ? [e.text] : []))

/** A load whose facts are at hand, folded. */
export interface FoldedLoad {
  readonly row: LoadRow
  readonly events: readonly LoadEvent[]
  readonly state: LoadState
}

/** Writes the lines of loads, as their facts have them. */
export async function writeLines(tx: Tx, loaded: readonly FoldedLoad[]): Promise<void> {
  if (loaded.length === 0) return
  const ids = loaded.map(({ row }) => row.id)
  const portions = await tx
    .select({
      loadId: loadPortions.loadId,
      formId: loadPortions.formId,
      variety: lots.variety,
      note: lots.note,
    })
    .from(loadPortions)
    .leftJoin(lots, eq(lots.id, loadPortions.lotId))
    .where(inArray(loadPortions.loadId, ids))
  await tx
    .insert(logbook)
    .values(
      loaded.map((load) =>
        lineOf(
          load,
          portions.filter((p) => p.loadId === load.row.id),
        ),
      ),
    )
    .onConflictDoUpdate({
      target: [logbook.householdId, logbook.id],
      set: {
        startsAt: sql`excluded.starts_at`,
        verdict: sql`excluded.verdict`,
        reason: sql`excluded.reason`,
        hold: sql`excluded.hold`,
        minutes: sql`excluded.minutes`,
        foods: sql`excluded.foods`,
        words: sql`excluded.words`,
      },
    })
}

interface LinePortion {
  readonly formId: string
  readonly variety: string | null
  readonly note: string | null
}

function lineOf(
  { row, events, state }: FoldedLoad,
  portions: readonly LinePortion[],
): typeof logbook.$inferInsert {
  const judgement = judgeLoad(row.setup, state)
  const begun = state.entered.filling ?? state.entered.heating
  const ended = state.entered.standing
  const found = portions.flatMap((p) => formOf(p.formId) ?? [])
  const words = [
    row.code,
    row.note,
    ...found.flatMap(({ food, form }) => [food.name, shortName(food), ...food.synonyms, form.name]),
    ...portions.flatMap((p) => [p.variety ?? '', p.note ?? '']),
    ...judgement.reasons.map((r) => r.sentence),
    ...saidIn(events),
  ]
  return {
    id: row.id,
    householdId: row.householdId,
    startsAt: row.startsAt,
    verdict: judgement.verdict,
    reason: whyHeld(judgement),
    hold: holdOf(row.setup, state),
    minutes:
      begun !== undefined && ended !== undefined && ended > begun ? (ended - begun) / 60_000 : null,
    foods: [...new Set(found.map(({ food }) => food.id))],
    words: [...new Set(words)].filter((w) => w !== '').join('\n'),
  }
}

/** Works out the lines that are missing: of loads that are older than the logbook, or came in otherwise. */
export async function completeLogbook(tx: Tx): Promise<void> {
  for (;;) {
    const rows = await tx
      .select({ load: loads })
      .from(loads)
      .leftJoin(logbook, eq(logbook.id, loads.id))
      .where(isNull(logbook.id))
      .limit(AT_ONCE)
    if (rows.length === 0) return
    const facts = await factsByLoad(
      tx,
      rows.map((r) => r.load.id),
    )
    await writeLines(
      tx,
      rows.map(({ load: row }) => {
        const events = facts.get(row.id) ?? []
        return { row, events, state: foldLoad(row.setup, events) }
      }),
    )
  }
}
