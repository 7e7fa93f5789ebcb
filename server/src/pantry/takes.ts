import type { NewTake, TakeAnswer } from '@kelvit/contract'
import { dateAt, foodOf, mixedNameOf, stateAfter, takeJars, whyNotTake } from '@kelvit/core'
import { and, asc, desc, eq, inArray } from 'drizzle-orm'
import { readRowBefore } from '../changes/row-before'
import type { Tx } from '../db/pool'
import { jars, takes } from '../db/schema'
import { fromRow, toWires } from '../db/wire'
import type { Actor } from '../http/actor'
import { conflict, notFound, unprocessable } from '../http/problem'
import { checkShelf, toTake } from '../store/jars'
import { addRows, changeRows, oneAtATime } from '../store/rows'

type TakeRow = typeof takes.$inferSelect
type JarRow = typeof jars.$inferSelect

/** A clock may be this much ahead of ours before what it says is put right. */
const AHEAD_MS = 60_000

/**
 * Takes jars at the moment the server hears of it: those that were chosen as long as they
 * stand there, then the next oldest. Two devices that were both without signal never take
 * the same jar; the second gets the next one and is told.
 */
export async function takeNow(
  tx: Tx,
  actor: Actor,
  id: string,
  wish: NewTake,
  now: number,
): Promise<{ readonly answer: TakeAnswer; readonly made: boolean }> {
  await oneAtATime(tx, id)
  const before = await findTake(tx, id)
  if (before) return { answer: await answerOf(tx, before), made: false }
  const food = foodOf(wish.foodId) ?? mixedNameOf(wish.foodId)
  if (food === undefined && wish.foodId !== 'untested')
    throw unprocessable('no-food', 'We can’t find this food.')
  if (wish.why === 'moved' && wish.toShelfId === undefined)
    throw unprocessable('no-shelf', 'Say which shelf you’re moving them to.')
  if (wish.toShelfId) await checkShelf(tx, wish.toShelfId)
  const said = Date.parse(wish.at)
  const at = said > now + AHEAD_MS ? now : said
  const onDate = dateAt(at, actor.zone)
  const known = await standing(tx, wish)
  const { jars: taken, ...rest } = takeJars(known.map(toTake), { ...wish, onDate }, at)
  const state = stateAfter(wish.why)
  const after = await changeRows(
    tx,
    jars,
    inArray(
      jars.id,
      taken.map((j) => j.id),
    ),
    wish.why === 'moved'
      ? { shelfId: wish.toShelfId ?? null }
      : { state, stateAt: new Date(at), ...(wish.note ? { note: wish.note } : {}) },
  )
  const order = new Map(taken.map((j, i) => [j.id, i]))
  after.sort((a, b) => (order.get(a.id) ?? 0) - (order.get(b.id) ?? 0))
  await addRows(tx, takes, [
    {
      id,
      householdId: actor.householdId,
      foodId: wish.foodId,
      jar: wish.jar,
      count: wish.count,
      why: wish.why,
      at: new Date(at),
      note: wish.note ?? '',
      toShelfId: wish.why === 'moved' ? (wish.toShelfId ?? null) : null,
      taken: after.map((j) => ({ id: j.id, version: j.version })),
      ...rest,
    },
  ])
  return { answer: { jars: after.map(toWires(jars)), ...rest }, made: true }
}

/** Jars that are looked at beyond those that are wanted: among so many some may be held. */
const MORE = 40

/**
 * The jars that a wish may get, locked until it is decided: whoever wishes at the same
 * moment waits, and finds what is left. The oldest come first; not the whole shelf is read.
 */
async function standing(tx: Tx, wish: NewTake): Promise<readonly JarRow[]> {
  const kind = and(eq(jars.state, 'on-shelf'), eq(jars.foodId, wish.foodId), eq(jars.jar, wish.jar))
  const inOrder = (limit: number) =>
    tx
      .select()
      .from(jars)
      .where(kind)
      .orderBy(desc(jars.useSoon), asc(jars.bestBy), asc(jars.cannedOn), asc(jars.id))
      .limit(limit)
      .for('update')
  const most = wish.count + wish.preferred.length + MORE
  const first = await inOrder(most)
  const enough = first.filter(
    (j) => whyNotTake(toTake(j), wish.why, Date.parse(wish.at)) === undefined,
  )
  const found =
    first.length < most || enough.length >= wish.count + wish.preferred.length
      ? first
      : await inOrder(100_000)
  const missing = wish.preferred.filter((id) => !found.some((j) => j.id === id))
  const others =
    missing.length === 0
      ? []
      : await tx
          .select()
          .from(jars)
          .where(and(kind, inArray(jars.id, missing)))
          .orderBy(asc(jars.id))
          .for('update')
  const all = [...found, ...others]
  const chosen = missing.filter((id) => !others.some((j) => j.id === id))
  if (chosen.length > 0) await checkChosen(tx, chosen, wish)
  refuseImpossible(all, wish)
  return all
}

/** A chosen jar that does not stand there was taken meanwhile, or was never ours. */
async function checkChosen(tx: Tx, ids: readonly string[], wish: NewTake): Promise<void> {
  const rows = await tx
    .select()
    .from(jars)
    .where(inArray(jars.id, [...ids]))
  if (rows.length < new Set(ids).size)
    throw notFound('We can’t find this jar here. Its label may belong to another household.')
  const other = rows.find((j) => j.foodId !== wish.foodId || j.jar !== wish.jar)
  if (other) throw unprocessable('other-food', `Jar ${other.code} is a different food or size.`)
}

/** What may not be done with a jar that was chosen is said, and nothing is taken in its place. */
function refuseImpossible(found: readonly JarRow[], wish: NewTake): void {
  const at = Date.parse(wish.at)
  for (const id of wish.preferred) {
    const jar = found.find((j) => j.id === id)
    if (!jar) continue
    const why = whyNotTake(toTake(jar), wish.why, at)
    if (why) throw conflict('jar-held', `Jar ${jar.code}: ${why}`, toWires(jars)(jar), wish)
    if (at < Date.parse(`${jar.cannedOn}T00:00:00Z`) - 86_400_000)
      throw unprocessable(
        'before-canned',
        `Jar ${jar.code} was canned on ${jar.cannedOn}. You can’t have taken it before that.`,
      )
  }
}

/**
 * Puts back what was taken: each jar as the log has it from before, if nothing happened to
 * it since. Said twice, it changes nothing.
 */
export async function undoTake(tx: Tx, id: string, at: number): Promise<TakeAnswer> {
  await oneAtATime(tx, id)
  const take = await findTake(tx, id)
  if (!take) throw notFound('We can’t find what was taken.')
  if (take.undoneAt) return answerOf(tx, take)
  const rows = await tx
    .select()
    .from(jars)
    .where(
      inArray(
        jars.id,
        take.taken.map((t) => t.id),
      ),
    )
    .for('update')
  for (const row of rows) {
    const mine = take.taken.find((t) => t.id === row.id)
    if (mine?.version !== row.version) continue
    const before = await readRowBefore(tx, 'jars', row.id, row.version)
    await changeRows(
      tx,
      jars,
      eq(jars.id, row.id),
      before
        ? fromRow(jars, before, ['state', 'stateAt', 'shelfId', 'note'])
        : { state: 'on-shelf' },
    )
  }
  const [undone] = await changeRows(tx, takes, eq(takes.id, id), { undoneAt: new Date(at) })
  return answerOf(tx, undone ?? take)
}

const findTake = async (tx: Tx, id: string): Promise<TakeRow | undefined> =>
  (await tx.select().from(takes).where(eq(takes.id, id)).for('update'))[0]

/** What a take was answered, with its jars as they are now. */
async function answerOf(tx: Tx, take: TakeRow): Promise<TakeAnswer> {
  const ids = take.taken.map((t) => t.id)
  const rows = await tx.select().from(jars).where(inArray(jars.id, ids))
  rows.sort((a, b) => ids.indexOf(a.id) - ids.indexOf(b.id))
  return {
    jars: rows.map(toWires(jars)),
    substituted: take.substituted,
    short: take.short,
  }
}
