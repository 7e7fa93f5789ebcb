import type { UndoWish } from '@kelvit/contract'
import {
  and,
  asc,
  between,
  desc,
  eq,
  getTableName,
  gt,
  lt,
  sql,
  type InferInsertModel,
} from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { Role } from '@kelvit/core'
import type { Tx } from '../db/pool'
import { changes } from '../db/schema'
import { fromRow } from '../db/wire'
import { mayDo, refuseRole, type Actor } from '../http/actor'
import { conflict, notFound, ProblemError, unprocessable } from '../http/problem'
import { addRows, deleteRow, findRow, restoreRow, type KeptTable } from '../store/rows'

/** A table whose rows may be put back as the log has them, and who may write there. */
export interface Undoable {
  readonly table: KeptTable
  readonly least: Role
  /** Only where nothing but these columns was changed, and no row was made or removed. */
  readonly only?: readonly string[]
}

type Line = typeof changes.$inferSelect
type Stored = Readonly<Record<string, unknown>>

/** One row of a commit: what it was before and what the commit made of it; null where it was not there. */
interface Turned {
  readonly undoable: Undoable
  readonly id: string
  readonly before: Stored | null
  readonly after: Stored | null
  /** The highest version anybody has seen of it. */
  readonly version: number
}

/** Lines of one commit that are taken back at most; a season plan has a few hundred. */
const MOST_TOGETHER = 1000

const MEANWHILE = 'Somebody changed this since, so we didn’t undo it. Check how it is now.'

/**
 * Takes back what one member wrote in one go, by what the log has from before: what was
 * changed is as it was, what was removed is there again, what was made is gone. All of it or
 * nothing, and nothing when any of the rows was written again since.
 * @param undoables parents before the rows that point to them.
 */
export async function undoCommit(
  tx: Tx,
  actor: Actor,
  wish: UndoWish,
  undoables: readonly Undoable[],
): Promise<void> {
  const last = await lastLine(tx, wish)
  if (!last) throw notFound()
  if (last.memberId !== actor.memberId)
    throw new ProblemError(
      403,
      'not-yours',
      'Only the person who did this can undo it. Change it instead.',
    )
  if (last.version !== wish.version) throw conflict('changed-meanwhile', MEANWHILE)
  if (last.tx === null) throw conflict('too-long-ago', 'It’s too late to undo this.')
  // What is written together stands together in the log.
  const lines = await tx
    .select()
    .from(changes)
    .where(
      and(
        between(changes.seq, last.seq - MOST_TOGETHER, last.seq + MOST_TOGETHER),
        eq(changes.tx, last.tx),
      ),
    )
    .orderBy(asc(changes.seq))
  if (lines.some((l) => Math.abs(l.seq - last.seq) === MOST_TOGETHER)) throw noUndo()
  const rows = new Map<string, Line[]>()
  for (const line of lines) {
    const key = `${line.table} ${line.id}`
    rows.set(key, [...(rows.get(key) ?? []), line])
  }
  const turned: Turned[] = []
  for (const own of rows.values()) turned.push(await turnedBy(tx, actor, own, undoables))
  turned.sort((a, b) => undoables.indexOf(a.undoable) - undoables.indexOf(b.undoable))
  for (const t of turned) if (t.before && !t.after) await putBack(tx, actor, t, t.before)
  for (const t of turned)
    if (t.before && t.after) await restoreRow(tx, t.undoable.table, t.id, values(t, t.before))
  for (const t of turned.reverse())
    if (!t.before && t.after) await deleteRow(tx, t.undoable.table, t.id)
}

/** Looks at one row of a commit, locked; refuses what may not or cannot be taken back. */
async function turnedBy(
  tx: Tx,
  actor: Actor,
  lines: readonly Line[],
  undoables: readonly Undoable[],
): Promise<Turned> {
  const [first, last] = [lines[0], lines.at(-1)]
  const undoable = undoables.find((u) => getTableName(u.table) === first?.table)
  if (!first || !last || !undoable) throw noUndo()
  if (!mayDo(actor, undoable.least)) throw refuseRole(actor, undoable.least)
  await findRow(tx, undoable.table, last.id)
  const of = and(eq(changes.table, last.table), eq(changes.id, last.id))
  const [since] = await tx
    .select()
    .from(changes)
    .where(and(of, gt(changes.seq, last.seq)))
    .limit(1)
  if (since) throw conflict('changed-meanwhile', MEANWHILE)
  const [earlier] = await tx
    .select()
    .from(changes)
    .where(and(of, lt(changes.seq, first.seq)))
    .orderBy(desc(changes.seq))
    .limit(1)
  // A row that is older than the log: what it was before is not known.
  if (!earlier && first.version !== 1)
    throw conflict('too-long-ago', 'We no longer know what this was before.')
  const before = earlier?.row ?? null
  if (undoable.only && !differOnlyIn(undoable.only, before, last.row)) throw noUndo()
  const version = Math.max(...[earlier, ...lines].map((l) => l?.version ?? 0))
  return { undoable, id: last.id, before, after: last.row, version }
}

const noUndo = (): ProblemError =>
  unprocessable('no-undo', 'We can’t undo what followed from this. Change it instead.')

/** Whether a row differs from what it was in some columns and nowhere else. */
function differOnlyIn(columns: readonly string[], before: Stored | null, after: Stored | null) {
  const aside = Object.fromEntries([...columns, 'version', 'updated_at'].map((c) => [c, null]))
  const rest = (row: Stored): string => JSON.stringify({ ...row, ...aside })
  return before !== null && after !== null && rest(before) === rest(after)
}

async function putBack(tx: Tx, actor: Actor, t: Turned, before: Stored): Promise<void> {
  const row = { ...values(t, before), id: t.id, householdId: actor.householdId }
  await addRows(tx, t.undoable.table as PgTable, [row as InferInsertModel<PgTable>])
}

/** A row's columns as the log has them, one version on. */
function values({ undoable, version }: Turned, row: Stored) {
  const { householdId: _household, ...columns } = fromRow(undoable.table, row)
  return { ...columns, version: version + 1, updatedAt: sql`now()` }
}

async function lastLine(tx: Tx, { table, id }: UndoWish): Promise<Line | undefined> {
  const [line] = await tx
    .select()
    .from(changes)
    .where(and(eq(changes.table, table), eq(changes.id, id)))
    .orderBy(desc(changes.seq))
    .limit(1)
  return line
}
