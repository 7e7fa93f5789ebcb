import type { CsvInKind, NewCount } from '@kelvit/contract'
import { dateAt, formOf, pounds } from '@kelvit/core'
import { inArray } from 'drizzle-orm'
import { createHash } from 'node:crypto'
import type { Tx } from '../db/pool'
import { jarGroups, jars, lidLots, lots, needs, shelves, supplies } from '../db/schema'
import { formFor, sizeFor } from '../formats/csv-readers'
import type { ReadCsv, ReadRow } from '../formats/csv-in'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { addTo, changeIn, type Resource } from '../resource/resource'
import type { KeptTable, Values } from '../store/rows'

/** What the stations lend to take rows in: the same as their own pages write with. */
export interface CsvWriters {
  readonly resources: readonly Resource[]
  readonly countNow: (
    tx: Tx,
    actor: Actor,
    id: string,
    count: NewCount,
    now: number,
  ) => Promise<unknown>
}

/** What would be done with a row. */
interface RowPlan {
  /** It is here already, as it is. */
  readonly here: boolean
  /** Why the household cannot have such a row. */
  readonly trouble?: string
  readonly take: () => Promise<unknown>
}

interface About {
  readonly tx: Tx
  readonly deps: Deps
  readonly actor: Actor
}
type Said = Readonly<Record<string, unknown>>

/**
 * An id that the same row of the same kind always gets: a file that is read twice is taken once.
 * @param part tells several things of one row apart.
 */
function idOf(kind: CsvInKind, row: ReadRow, part = 0): string {
  const hash = createHash('sha256')
    .update(JSON.stringify([kind, row.values, row.ordinal, part]))
    .digest('hex')
  return `${hash.slice(0, 8)}-${hash.slice(8, 12)}-4${hash.slice(13, 16)}-a${hash.slice(17, 20)}-${hash.slice(20, 32)}`
}

/** What would be done with each row that could be read, by its line. */
export async function plansFor(
  about: About,
  kind: CsvInKind,
  read: ReadCsv,
  writers: CsvWriters,
): Promise<ReadonlyMap<number, RowPlan>> {
  const rows = read.rows.flatMap((row) => (row.values ? [{ row, said: row.values }] : []))
  const plan = await PLANS[kind](about, rows, writers)
  return new Map(rows.map(({ row }, i) => [row.line, plan[i] as RowPlan]))
}

type Rows = readonly { readonly row: ReadRow; readonly said: Said }[]
type Plan = (about: About, rows: Rows, writers: CsvWriters) => Promise<readonly RowPlan[]>

/** The resource of a table, and a row's own complaint of its values. */
function resourceOf({ resources }: CsvWriters, table: KeptTable): Resource {
  const found = resources.find((r) => r.table === table)
  if (!found) throw new Error('rows are read into a table that has no resource')
  return found
}
function complaint(resource: Resource, values: Values): { readonly trouble?: string } {
  const error = resource.routes.put.body?.validate(values, { convert: false }).error
  return error ? { trouble: error.message.replaceAll('"', '').slice(0, 200) } : {}
}

async function planPantry({ tx, deps, actor }: About, rows: Rows, { countNow }: CsvWriters) {
  const places = new Map((await tx.select().from(shelves)).map((s) => [s.name, s.id]))
  const known = await tx.select({ id: jars.id, code: jars.code }).from(jars)
  const [ids, codes] = [new Set(known.map((j) => j.id)), new Set(known.map((j) => j.code))]
  const now = deps.clock.now()
  return rows.map(({ row, said }): RowPlan => {
    const foodId = String(said.food)
    const count = Number(said.count ?? 1)
    const came: NewCount['came'][number] = {
      foodId,
      formId: formFor(foodId, said.form),
      jar: said.jar as 'quart',
      mouth: (said.mouth ?? 'regular') as 'regular',
      cannedOn: String(said.canned_on),
      process: (said.process ?? 'unknown') as 'unknown',
      gotFrom: String(said.got_from ?? ''),
      ids: Array.from({ length: count }, (_, i) => idOf('pantry', row, i + 1)),
    }
    const code = typeof said.code === 'string' ? said.code.toUpperCase() : undefined
    return {
      here: (code !== undefined && codes.has(code)) || came.ids.some((id) => ids.has(id)),
      take: () =>
        countNow(
          tx,
          actor,
          idOf('pantry', row),
          {
            shelfId: places.get(String(said.shelf ?? '')) ?? null,
            at: new Date(now).toISOString(),
            reason: 'Read from a file',
            found: [],
            missing: [],
            came: [came],
          },
          now,
        ),
    }
  })
}

async function planLots(about: About, rows: Rows, writers: CsvWriters) {
  const resource = resourceOf(writers, lots)
  const wanted = rows.map(({ row, said }) => String(said.id ?? idOf('lots', row)))
  const known =
    wanted.length === 0
      ? []
      : await about.tx.select({ id: lots.id }).from(lots).where(inArray(lots.id, wanted))
  const ids = new Set(known.map((l) => l.id))
  return rows.map(({ row, said }, i): RowPlan => {
    const formId = formFor(String(said.food), said.form)
    const values = {
      foodId: said.food,
      formId,
      jar: sizeFor(formId, said.jar),
      said: row.words,
      lb: pounds(Number(said.lb)),
      arrivedOn: said.arrived_on,
      storage: said.storage ?? 'room',
      state: said.state ?? 'in-house',
      ...(said.variety === undefined ? {} : { variety: said.variety }),
      ...(said.source === undefined ? {} : { source: said.source }),
      ...(said.price_per_lb === undefined ? {} : { pricePerLb: said.price_per_lb }),
      ...(said.note === undefined ? {} : { note: said.note }),
    }
    const id = wanted[i] ?? ''
    const here = ids.has(id)
    // The same id again further down is the same lot.
    ids.add(id)
    const untested = formOf(formId)?.form.minutes[values.jar] === undefined
    return {
      here,
      ...(untested
        ? { trouble: 'There’s no tested time for that size of jar.' }
        : complaint(resource, values)),
      take: () => addTo(resource, about, id, values),
    }
  })
}

/**
 * Rows of which the household has one of a kind: a row that says something else of it changes it.
 * @param same whether a stored row is the one that is spoken of.
 */
async function planOneOfEach(
  about: About,
  kind: CsvInKind,
  rows: Rows,
  resource: Resource,
  valuesOf: (said: Said) => Values,
  keys: readonly string[],
): Promise<readonly RowPlan[]> {
  const stored = (await about.tx
    .select()
    .from(resource.table as typeof needs)) as unknown as readonly (Values & {
    readonly id: string
    readonly version: number
  })[]
  const spoken = new Set<string>()
  return rows.map(({ row, said }): RowPlan => {
    const values = valuesOf(said)
    const key = JSON.stringify(keys.map((k) => values[k]))
    if (spoken.has(key))
      return { here: false, trouble: 'A row above already has it.', take: () => Promise.resolve() }
    spoken.add(key)
    const before = stored.find((s) => keys.every((k) => s[k] === values[k]))
    const changed = Object.fromEntries(
      Object.entries(values).filter(
        ([k, v]) => !keys.includes(k) && JSON.stringify(before?.[k]) !== JSON.stringify(v),
      ),
    )
    return {
      here: before !== undefined && Object.keys(changed).length === 0,
      ...complaint(resource, values),
      take: () =>
        before
          ? changeIn(resource, about, before.id, before.version, changed)
          : addTo(resource, about, idOf(kind, row), values),
    }
  })
}

const planNeeds: Plan = (about, rows, writers) =>
  planOneOfEach(
    about,
    'needs',
    rows,
    resourceOf(writers, needs),
    (said) => {
      const formId = formFor(String(said.food), said.form)
      return {
        foodId: said.food,
        formId,
        jar: sizeFor(formId, said.jar),
        jarsPerMeal: said.jars_per_meal ?? 1,
        mealsPerWeek: said.meals_per_week,
        freshMonths: said.fresh_months ?? [],
        nextHarvestOn: said.next_harvest_on,
        certainty: said.certainty ?? 0.8,
        putUpAll: said.put_up_all ?? false,
      }
    },
    ['foodId'],
  )

const planSupplies: Plan = (about, rows, writers) =>
  planOneOfEach(
    about,
    'supplies',
    rows,
    resourceOf(writers, supplies),
    (said) => ({ kind: said.supply, amount: said.amount }),
    ['kind'],
  )

/** Jars are one of each size and mouth; boxes of lids are known by name, mouth and day. */
async function planGear(about: About, rows: Rows, writers: CsvWriters) {
  const today = dateAt(about.deps.clock.now(), about.actor.zone)
  const plans = new Map<ReadRow, RowPlan>()
  const of = (what: string): Rows => rows.filter(({ said }) => said.what === what)
  const keep = (some: Rows, told: readonly RowPlan[]): void =>
    some.forEach(({ row }, i) => plans.set(row, told[i] as RowPlan))
  keep(
    of('jars'),
    await planOneOfEach(
      about,
      'gear',
      of('jars'),
      resourceOf(writers, jarGroups),
      (said) => ({
        jar: said.jar ?? 'quart',
        mouth: said.mouth,
        owned: said.owned,
        ...(said.broken === undefined ? {} : { broken: said.broken }),
        ...(said.runs === undefined ? {} : { runs: said.runs }),
      }),
      ['jar', 'mouth'],
    ),
  )
  keep(
    of('lids'),
    await planOneOfEach(
      about,
      'gear',
      of('lids'),
      resourceOf(writers, lidLots),
      (said) => ({
        name: said.name ?? 'Lids',
        mouth: said.mouth,
        boughtOn: said.bought_on ?? today,
        count: said.owned,
        left: said.left ?? said.owned,
      }),
      ['name', 'mouth', 'boughtOn'],
    ),
  )
  return rows.map(({ row }) => plans.get(row) as RowPlan)
}

const PLANS: Readonly<Record<CsvInKind, Plan>> = {
  pantry: planPantry,
  lots: planLots,
  needs: planNeeds,
  supplies: planSupplies,
  gear: planGear,
}
