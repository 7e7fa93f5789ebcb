import type { CameLine, CountAnswer, LeftJar, NewCount } from '@kelvit/contract'
import { dateAt, datesOfCome, formOf, mixedNameOf, foodOf, whyNotFate } from '@kelvit/core'
import { eq, inArray, sql } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { counts, households, jars } from '../db/schema'
import { toWires } from '../db/wire'
import type { Actor } from '../http/actor'
import { notFound, unprocessable } from '../http/problem'
import { newCode } from '../store/code'
import { checkShelf, toDecide } from '../store/jars'
import { addRows, changeRows, oneAtATime } from '../store/rows'

type CountRow = typeof counts.$inferSelect
type JarRow = typeof jars.$inferSelect

/**
 * Tells what stands on a shelf: jars that were found or are missing become so in the log,
 * and those the book did not know come to it. Nothing is edited behind anybody's back.
 */
export async function countNow(
  tx: Tx,
  actor: Actor,
  id: string,
  count: NewCount,
  now: number,
): Promise<{ readonly answer: CountAnswer; readonly made: boolean }> {
  await oneAtATime(tx, id)
  const [before] = await tx.select().from(counts).where(eq(counts.id, id)).for('update')
  if (before) return { answer: await answerOf(tx, before), made: false }
  if (count.shelfId) await checkShelf(tx, count.shelfId)
  const at = Math.min(Date.parse(count.at), now)
  checkLines(count, dateAt(now, actor.zone))
  const rows = await counted(tx, count)
  const { left, moved, found, missing } = sortOut(rows, count, at)
  // What somebody wrote on a jar before stays; the count keeps its reason itself.
  const note = count.reason
    ? { note: sql`case when ${jars.note} = '' then ${count.reason} else ${jars.note} end` }
    : {}
  const put = (ids: readonly string[], values: Partial<typeof jars.$inferInsert>) =>
    ids.length === 0
      ? Promise.resolve([])
      : changeRows(tx, jars, inArray(jars.id, [...ids]), { ...values, ...note })
  await put(moved, { shelfId: count.shelfId })
  await put(found, { shelfId: count.shelfId, state: 'on-shelf', stateAt: new Date(at) })
  await put(missing, { state: 'missing', stateAt: new Date(at) })
  const came = await bringIn(tx, actor, count, at)
  const [stored] = await addRows(tx, counts, [
    {
      id,
      householdId: actor.householdId,
      shelfId: count.shelfId,
      at: new Date(at),
      reason: count.reason,
      found: [...moved, ...found],
      missing: [...missing],
      came,
      left: [...left],
    },
  ])
  if (!stored) throw notFound()
  return { answer: await answerOf(tx, stored), made: true }
}

interface SortedOut {
  /** Jars of which something was said that cannot be. */
  readonly left: readonly LeftJar[]
  /** On the shelf, but on another. */
  readonly moved: readonly string[]
  /** Not on any shelf by the book, but here. */
  readonly found: readonly string[]
  readonly missing: readonly string[]
}

function sortOut(rows: readonly JarRow[], count: NewCount, at: number): SortedOut {
  const found = new Set(count.found)
  const out = {
    left: [] as LeftJar[],
    moved: [] as string[],
    found: [] as string[],
    missing: [] as string[],
  }
  for (const row of rows) {
    const to = found.has(row.id) ? 'on-shelf' : 'missing'
    const why = whyNotFate(toDecide(row), to, at)
    if (to === 'on-shelf' && row.state === 'on-shelf') {
      if (row.shelfId !== count.shelfId) out.moved.push(row.id)
    } else if (why) out.left.push({ jarId: row.id, sentence: `Jar ${row.code}: ${why}` })
    else (to === 'missing' ? out.missing : out.found).push(row.id)
  }
  return out
}

function checkLines(count: NewCount, today: string): void {
  if (count.found.some((id) => count.missing.includes(id)))
    throw unprocessable('both', 'A jar can’t be both found and missing in one count.')
  for (const line of count.came) {
    const mixed = mixedNameOf(line.foodId)
    const name = mixed ?? foodOf(line.foodId)?.name
    const own = line.formId === null || formOf(line.formId)?.food.id === line.foodId
    if (!name || !(own || mixed)) throw unprocessable('no-food', 'We can’t find this food.')
    if (line.cannedOn > today)
      throw unprocessable('future', `${name}: these jars can’t have been canned in the future.`)
  }
}

/** The jars that a count speaks of, locked. */
async function counted(tx: Tx, count: NewCount): Promise<readonly JarRow[]> {
  const ids = [...count.found, ...count.missing]
  if (ids.length === 0) return []
  const rows = await tx
    .select()
    .from(jars)
    .where(inArray(jars.id, ids))
    .orderBy(jars.id)
    .for('update')
  if (rows.length < ids.length)
    throw notFound('One of these jars isn’t here. Its label may belong to another household.')
  return rows
}

/** Puts jars on the shelf that no load of this house made. */
async function bringIn(tx: Tx, actor: Actor, count: NewCount, at: number): Promise<string[]> {
  if (count.came.length === 0) return []
  const [household] = await tx.select().from(households).where(eq(households.id, actor.householdId))
  if (!household) throw notFound()
  const cameOn = dateAt(at, household.zone)
  const made = count.came.flatMap((line) => {
    const code = newCode()
    return line.ids.map((jarId, i) => ({
      id: jarId,
      householdId: actor.householdId,
      code: `${code}-${i + 1}`,
      ...fieldsOf(line),
      ...datesOfCome(line, cameOn, household.settings),
      shelfId: count.shelfId,
      state: 'on-shelf' as const,
      seal: 'sealed' as const,
      stateAt: new Date(at),
    }))
  })
  await addRows(tx, jars, made)
  return made.map((j) => j.id)
}

const fieldsOf = ({ foodId, formId, jar, mouth, cannedOn, process, gotFrom }: CameLine) => ({
  foodId,
  formId,
  jar,
  mouth,
  cannedOn,
  process,
  gotFrom,
})

/** What a count was answered, with its jars as they are now. */
async function answerOf(tx: Tx, count: CountRow): Promise<CountAnswer> {
  const read = async (ids: readonly string[]) =>
    ids.length === 0
      ? []
      : (
          await tx
            .select()
            .from(jars)
            .where(inArray(jars.id, [...ids]))
            .orderBy(jars.id)
        ).map(toWires(jars))
  return {
    found: await read(count.found),
    missing: await read(count.missing),
    came: await read(count.came),
    left: count.left,
  }
}
