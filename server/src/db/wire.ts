import {
  getTableColumns,
  getTableName,
  sql,
  type InferSelectModel,
  type SQL,
  type Table,
} from 'drizzle-orm'
import * as t from './schema'

/** As JSON carries it: instants become ISO text. */
type OnWire<V> = V extends Date ? string : V

const shown = <T extends Table, const C extends keyof InferSelectModel<T> & string>(
  table: T,
  columns: readonly C[],
) => ({ table, columns })

const KEY = ['id', 'version'] as const

/**
 * The public columns of every table, by name. What is not on a list never leaves
 * the server: a new column is secret until somebody writes it here.
 */
const PUBLIC = {
  households: shown(t.households, [
    ...KEY,
    'name',
    'zone',
    'altitudeFt',
    'altitudeMoves',
    'units',
    'currency',
    'settings',
    'isDemo',
  ]),
  members: shown(t.members, [...KEY, 'name', 'role']),
  canners: shown(t.canners, [
    ...KEY,
    'name',
    'classId',
    'gauge',
    'regulatedBy',
    'capacity',
    'minimum',
    'innerDiameterIn',
    'innerHeightIn',
    'dialMarks',
    'standsOn',
    'burnerLimitLb',
    'emptyLb',
    'waterRuns',
    'seal',
    'waterIn',
    'rangeNote',
    'manual',
    'stageMinutes',
    'defects',
    'inspectedOn',
    'retired',
  ]),
  gauge_tests: shown(t.gaugeTests, [
    ...KEY,
    'cannerId',
    'testedOn',
    'errorPsi',
    'testedBy',
    'struckAt',
    'struckBy',
    'struckWhy',
  ]),
  containers: shown(t.containers, [...KEY, 'name', 'lb', 'foodId']),
  crop_words: shown(t.cropWords, [...KEY, 'word', 'foodId']),
  shelves: shown(t.shelves, [...KEY, 'name', 'position']),
  lots: shown(t.lots, [
    ...KEY,
    'foodId',
    'formId',
    'jar',
    'variety',
    'source',
    'said',
    'lb',
    'pricePerLb',
    'arrivedOn',
    'storage',
    'canBy',
    'state',
    'finishedOn',
    'fromLotId',
    'plantingId',
    'excludedBecause',
    'note',
    'jarOf',
    'looked',
    'readyFrom',
  ]),
  loads: shown(t.loads, [
    ...KEY,
    'code',
    'cannerId',
    'startsAt',
    'setup',
    'plannedSetup',
    'processes',
    'stage',
    'note',
  ]),
  load_portions: shown(t.loadPortions, [
    'id',
    'loadId',
    'position',
    'lotId',
    'formId',
    'pack',
    'jar',
    'mouth',
    'jars',
    'filled',
    'fromJars',
    'jarOf',
  ]),
  load_events: shown(t.loadEvents, [
    'id',
    'loadId',
    'at',
    'happenedAt',
    'heardAt',
    'kind',
    'by',
    'psi',
    'text',
    'eventId',
    'source',
    'doubtIds',
    'seen',
  ]),
  gauges: shown(t.gauges, [...KEY, 'cannerId', 'name', 'simulated', 'lastHeardAt']),
  jars: shown(t.jars, [
    ...KEY,
    'code',
    'loadId',
    'lotId',
    'foodId',
    'formId',
    'recipeId',
    'jar',
    'mouth',
    'cannedOn',
    'bestBy',
    'reviewBy',
    'shelfId',
    'state',
    'useSoon',
    'seal',
    'hold',
    'cause',
    'costEach',
    'stateAt',
    'outAt',
    'note',
    'process',
    'gotFrom',
    'ranBy',
    'jarOf',
  ]),
  takes: shown(t.takes, [
    ...KEY,
    'foodId',
    'jar',
    'count',
    'why',
    'at',
    'note',
    'toShelfId',
    'substituted',
    'short',
    'undoneAt',
  ]),
  counts: shown(t.counts, [...KEY, 'shelfId', 'at', 'reason', 'found', 'missing', 'came']),
  process_checks: shown(t.processChecks, [...KEY, 'formId', 'edition', 'checkedOn', 'checkedBy']),
  mixed_jars: shown(t.mixedJars, [...KEY, 'name', 'ingredients', 'solidsPercent', 'rehydrated']),
  recipes: shown(t.recipes, [...KEY, 'name', 'done']),
  plantings: shown(t.plantings, [
    ...KEY,
    'foodId',
    'formId',
    'jar',
    'variety',
    'rowFt',
    'expectedLb',
    'firstOn',
    'lastOn',
    'pickings',
    'note',
  ]),
  needs: shown(t.needs, [
    ...KEY,
    'foodId',
    'formId',
    'jar',
    'jarsPerMeal',
    'mealsPerWeek',
    'freshMonths',
    'nextHarvestOn',
    'certainty',
    'putUpAll',
  ]),
  jar_groups: shown(t.jarGroups, [...KEY, 'jar', 'mouth', 'owned', 'broken', 'runs']),
  lid_lots: shown(t.lidLots, [...KEY, 'name', 'mouth', 'boughtOn', 'count', 'left']),
  supplies: shown(t.supplies, [...KEY, 'kind', 'amount']),
  season_loads: shown(t.seasonLoads, [...KEY, 'onDate', 'cannerId', 'portions', 'pinned']),
  kitchen_hours: shown(t.kitchenHours, [...KEY, 'weekday', 'opens', 'closes', 'people']),
  kitchen_exceptions: shown(t.kitchenExceptions, [
    ...KEY,
    'onDate',
    'opens',
    'closes',
    'people',
    'who',
    'note',
  ]),
  busy_times: shown(t.busyTimes, [...KEY, 'onDate', 'from', 'until', 'what', 'source']),
} as const

type PublicOf<T extends Table> =
  Extract<(typeof PUBLIC)[keyof typeof PUBLIC], { table: T }> extends {
    columns: readonly (infer C)[]
  }
    ? C
    : never

/** A stored row as it goes over the wire. */
export type Wire<T extends Table> = {
  [K in PublicOf<T> & keyof InferSelectModel<T>]: OnWire<InferSelectModel<T>[K]>
}

const columnsByName = new Map<string, readonly string[]>(
  Object.entries(PUBLIC).map(([name, { columns }]) => [name, columns]),
)

/** A row's public columns. @throws Error for a table that has no list of them. */
export function toWire<T extends Table>(table: T, row: object): Wire<T> {
  const columns = columnsByName.get(getTableName(table))
  if (!columns) throw new Error(`${getTableName(table)} has no public columns`)
  const stored = row as Record<string, unknown>
  // A loop, not a list of pairs: lists of thousands of rows go through here.
  const shownRow: Record<string, unknown> = {}
  for (const c of columns) {
    const value = stored[c]
    shownRow[c] = value instanceof Date ? value.toISOString() : value
  }
  return shownRow as Wire<T>
}

/**
 * A table's public columns under their public names, for the database to write rows as JSON
 * itself: the same as `toWire`, word for word but for spaces.
 * @param names some of the public columns; all of them where nothing is said.
 * @throws Error for a table that has no list of them, and for a column that is not on it.
 */
export function wireColumns(table: Table, names?: readonly string[]): SQL {
  const shownHere = columnsByName.get(getTableName(table)) ?? []
  const columns = (names ?? shownHere).map((name) => {
    const column = getTableColumns(table)[name]
    if (!column || !shownHere.includes(name))
      throw new Error(`${getTableName(table)} has no public column ${name}`)
    const value = column.getSQLType().startsWith('timestamp')
      ? sql`to_char(${column} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`
      : sql`${column}`
    return sql`${value} as ${sql.identifier(name)}`
  })
  if (columns.length === 0) throw new Error(`${getTableName(table)} has no public columns`)
  return sql.join(columns, sql`, `)
}

/** `toWire` for a list. */
export const toWires =
  <T extends Table>(table: T) =>
  (row: object): Wire<T> =>
    toWire(table, row)

/** What a line of the log says of a load only where it changed: it is most of the row. */
const LEFT_OUT: ReadonlySet<string> = new Set(['setup', 'plannedSetup', 'processes'])

/**
 * A row of the log as it goes over the wire: the same public columns under the same names
 * as `toWire` gives. Null for a table that has none.
 * @param row the row as the log keeps it: column names of the database, instants as text.
 */
export function fromLog(
  table: string,
  row: Readonly<Record<string, unknown>>,
): Readonly<Record<string, unknown>> | null {
  const shownHere = Object.entries(PUBLIC).find(([name]) => name === table)?.[1]
  if (!shownHere) return null
  const columns = getTableColumns(shownHere.table as Table)
  const unchanged = (c: string): boolean =>
    table === 'loads' && LEFT_OUT.has(c) && !Object.hasOwn(row, columns[c]?.name ?? c)
  return Object.fromEntries(
    shownHere.columns
      .filter((c) => !unchanged(c))
      .map((c): [string, unknown] => {
        const column = columns[c]
        const value = column ? row[column.name] : null
        return [
          c,
          column?.dataType === 'date' && typeof value === 'string'
            ? new Date(value).toISOString()
            : (value ?? null),
        ]
      }),
  )
}

/**
 * Some columns of a row, or all of them, as the table has them: from the row as the database
 * writes it, column names its own and instants as text.
 */
export function fromRow<T extends Table, C extends keyof InferSelectModel<T> & string>(
  table: T,
  row: Readonly<Record<string, unknown>>,
  columns: readonly C[] = Object.keys(getTableColumns(table)) as C[],
): Pick<InferSelectModel<T>, C> {
  const known = getTableColumns(table)
  return Object.fromEntries(
    columns.map((name) => {
      const column = known[name]
      const value = column ? row[column.name] : undefined
      return [
        name,
        column?.dataType === 'date' && typeof value === 'string' ? new Date(value) : value,
      ]
    }),
  ) as Pick<InferSelectModel<T>, C>
}
