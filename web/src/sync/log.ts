import { type Change, type Jar, type LoadEventRow, type LoadWithEvents } from '@kelvit/contract'
import type { QueryClient } from '@tanstack/react-query'
import { withEvent, withLoadRow, withPortion, type PortionRow } from './loads'
import { sendOut, waitingToSend } from './outbox'
import type { Outgoing, Shown } from './outgoing'

/**
 * What this device holds of the household is its lists, brought up to a place in the
 * household's log. Rows that were written elsewhere are put in where they belong; nothing
 * that is already here is fetched a second time.
 */

interface Row {
  readonly id: string
  readonly version?: number
}

type Field = string | number | boolean | null

interface Kept {
  /** Under which word the list is kept. */
  readonly key: string
  /** The columns by which it is ordered as it is answered; rows that are equal there by their ids. */
  readonly by: readonly string[]
}

const kept = (key: string, ...by: readonly string[]): Kept => ({ key, by: [...by, 'id'] })

/** Tables whose rows are a list of their own, as they are. */
const LISTS: Readonly<Record<string, Kept>> = {
  lots: kept('lots', 'arrivedOn'),
  jars: kept('jars', 'bestBy'),
  shelves: kept('shelves', 'position'),
  containers: kept('containers', 'name'),
  crop_words: kept('crop-words', 'word'),
  jar_groups: kept('jar-groups'),
  lid_lots: kept('lid-lots', 'boughtOn'),
  supplies: kept('supplies', 'kind'),
  needs: kept('needs', 'foodId'),
  process_checks: kept('process-checks', 'checkedOn'),
  recipes: kept('recipes'),
  mixed_jars: kept('mixed-jars'),
  gauge_tests: kept('gauge-tests', 'testedOn'),
  season_loads: kept('season-loads', 'onDate'),
  kitchen_hours: kept('kitchen-hours', 'weekday'),
  kitchen_exceptions: kept('kitchen-exceptions', 'onDate'),
  busy_times: kept('busy-times', 'onDate', 'from'),
  gauges: kept('gauges'),
}

/** Lists that hold more than rows: what made them stale is asked for anew. */
const ASKED: Readonly<Record<string, (change: Change) => readonly string[]>> = {
  households: () => ['session'],
  members: () => ['members'],
  canners: () => ['canners'],
  gauge_tests: () => ['canners'],
  calendar_feeds: () => ['calendar-feeds'],
  lots: ({ row }) => (row === null || row.state === 'canned' ? ['yields'] : []),
  jars: ({ row }) => ['load', 'jar', ...(row?.state === 'eaten' ? ['use'] : [])],
  // A load that was checked taught its canner something.
  loads: ({ row }) => ['load', ...(row?.stage === 'checked' ? ['canners', 'yields'] : [])],
  load_portions: () => ['load'],
  load_events: () => ['load'],
}

const LOAD_TABLES: ReadonlySet<string> = new Set(['loads', 'load_portions', 'load_events'])
/** Lists that the log keeps up to date by itself. */
const LOGGED: ReadonlySet<string> = new Set([...Object.values(LISTS).map((l) => l.key), 'loads'])
export const isLogged = (key: string): boolean => LOGGED.has(key)

const compare = (a: readonly Field[], b: readonly Field[]): number => {
  for (let i = 0; i < a.length; i++) {
    const [x, y] = [a[i] ?? '', b[i] ?? '']
    if (x !== y) return x < y ? -1 : 1
  }
  return 0
}

/** What waits here to be sent still counts: a row from elsewhere does not undo it. */
const withWaiting = <R extends Row>(key: string, row: R): R =>
  waitingToSend().reduce((shown, { shows }) => {
    const mine = shows?.key === key ? shows.rows?.find((r) => r.id === row.id) : undefined
    return mine ? { ...shown, ...mine, version: shown.version } : shown
  }, row)

/** Whether a change of a row waits here. */
const isWaiting = (key: string, id: string): boolean =>
  waitingToSend().some(
    ({ shows }) =>
      shows?.key === key && (shows.rows?.some((r) => r.id === id) || shows.gone?.includes(id)),
  )

const sorted = <R extends Row>(key: string, rows: Iterable<R>): readonly R[] => {
  const by = Object.values(LISTS).find((l) => l.key === key)?.by
  const fields = (row: R): readonly Field[] =>
    (by ?? []).map((name) => (row as Readonly<Record<string, unknown>>)[name] as Field)
  return by ? [...rows].sort((a, b) => compare(fields(a), fields(b))) : [...rows]
}

/** A list as it is shown while changes of it wait here: theirs laid over it, in their order. */
export function withShown<R extends Row>(key: string, list: readonly R[]): readonly R[] {
  const waits = waitingToSend().flatMap(({ shows }) => (shows?.key === key ? [shows] : []))
  return waits.reduce(laidOver, list)
}

/** A list with what one change shows of it; only whole rows are new in it. */
function laidOver<R extends Row>(list: readonly R[], shows: Shown): readonly R[] {
  const rows = new Map<string, R>(list.map((r) => [r.id, r]))
  for (const row of shows.rows ?? []) {
    const old = rows.get(row.id)
    if (old) rows.set(row.id, { ...old, ...row, version: old.version })
    else if ('version' in row) rows.set(row.id, row as unknown as R)
  }
  for (const id of shows.gone ?? []) rows.delete(id)
  return sorted(shows.key, rows.values())
}

/** Shows a change at once and sends it as soon as it can be sent. */
export function showAndSend(client: QueryClient, change: Outgoing): void {
  const { shows } = change
  if (shows) {
    void client.cancelQueries({ queryKey: [shows.key] })
    client.setQueryData<readonly Row[]>([shows.key], (list) => list && laidOver(list, shows))
  }
  sendOut(change)
}

/** Lays over the lists what has waited here since another time. */
export function showWaiting(client: QueryClient): void {
  for (const key of new Set(waitingToSend().map((w) => w.shows?.key ?? '')))
    client.setQueryData<readonly Row[]>([key], (list) => list && withShown(key, list))
}

/**
 * A list with changes of its table put in: rows by their versions, never an older one over
 * a newer; the list itself when nothing in it changed.
 */
export function mergeRows<R extends Row>(
  list: readonly R[],
  table: string,
  changes: readonly Change[],
): readonly R[] {
  const rows = new Map<string, Row>(list.map((r) => [r.id, r]))
  let touched = false
  for (const { id, row, gone } of changes) {
    const old = rows.get(id)
    if (gone) touched = rows.delete(id) || touched
    else if (row) {
      const fresh = row as unknown as Row
      if (old && (old.version ?? 0) > (fresh.version ?? 0)) continue
      rows.set(id, withWaiting(LISTS[table]?.key ?? table, fresh))
      touched = true
    }
  }
  if (!touched) return list
  return sorted(LISTS[table]?.key ?? table, rows.values()) as unknown as readonly R[]
}

/**
 * The loads with what was written of them, of their portions and of their facts. One that
 * is not here and is not new is long over, and its facts are not here either: it is left out.
 */
export function mergeLoads(
  loads: readonly LoadWithEvents[],
  changes: readonly Change[],
): readonly LoadWithEvents[] {
  const all = new Map(loads.map((l) => [l.id, l]))
  for (const { table, id, row, gone } of changes) {
    if (gone) {
      if (table === 'loads') all.delete(id)
      continue
    }
    if (!row) continue
    if (table === 'loads') {
      const known = all.get(id)
      if (known || row.version === 1)
        // A line says what a load was set up with only where that changed.
        all.set(id, withLoadRow(known, { ...known, ...row } as LoadWithEvents))
    } else {
      const load = all.get(String(row.loadId))
      if (!load) continue
      all.set(
        load.id,
        table === 'load_events'
          ? withEvent(load, row as unknown as LoadEventRow)
          : withPortion(load, row as unknown as PortionRow),
      )
    }
  }
  return [...all.values()].sort(
    (a, b) => b.startsAt.localeCompare(a.startsAt) || b.id.localeCompare(a.id),
  )
}

/** Changes of one list, out of all. */
const ofList = (key: string, changes: readonly Change[]): readonly Change[] =>
  key === 'loads'
    ? changes.filter((c) => LOAD_TABLES.has(c.table))
    : changes.filter((c) => LISTS[c.table]?.key === key)

function merged<T>(key: string, list: T, changes: readonly Change[]): T {
  const mine = ofList(key, changes)
  const [first] = mine
  if (!first || !Array.isArray(list)) return list
  const rows: readonly unknown[] = list
  return (
    key === 'loads'
      ? mergeLoads(rows as readonly LoadWithEvents[], mine)
      : mergeRows(rows as readonly Row[], first.table, mine)
  ) as T
}

/**
 * What the server answered to a change that was kept here: it leads over what was shown
 * meanwhile, unless more waits to be said of the same thing.
 */
export function putAnswer(client: QueryClient, path: string, answer: unknown): void {
  const [, , resource = '', id = ''] = path.split('/')
  if (resource === 'takes' || resource === 'counts') return putJars(client, answer)
  if (waitingToSend().some((w) => w.path.startsWith(`/api/${resource}/${id}`))) return
  const row = answer as Row & { readonly version: number }
  if (row?.id !== id) return
  const newer = (old: Row): Row => ((old.version ?? 0) <= row.version ? row : old)
  client.setQueryData<readonly Row[]>([resource], (list) =>
    list?.map((r) => (r.id === id ? newer(r) : r)),
  )
  if (resource === 'loads')
    client.setQueryData<Row | null>(['load', id], (one) => one && newer(one))
}

/** Jars that an answer carries, put among those that are known; what moved on since stays. */
function putJars(client: QueryClient, answer: unknown): void {
  const {
    jars = [],
    found = [],
    missing = [],
    came = [],
  } = answer as Partial<Record<'jars' | 'found' | 'missing' | 'came', readonly Jar[]>>
  const rows = [...jars, ...found, ...missing, ...came].filter((j) => !isWaiting('jars', j.id))
  if (rows.length === 0) return
  client.setQueryData<readonly Jar[]>(['jars'], (list) => {
    if (!list) return list
    const all = new Map(list.map((j) => [j.id, j]))
    for (const row of rows) if ((all.get(row.id)?.version ?? 0) <= row.version) all.set(row.id, row)
    return sorted('jars', all.values())
  })
}

/** The last changes that were heard, for lists that were on their way meanwhile. */
let recent: readonly Change[] = []
const MOST_RECENT = 500
/** Up to where the lists are; undefined until the stream is open. */
let place: number | undefined
/** The oldest of what was read before that. */
let firstRead: number | undefined
const waiting = new Set<() => void>()
const CURSOR = ['log'] as const

const moved = (): void => {
  for (const look of [...waiting]) look()
}

/** From where the log is to be heard; undefined when nothing was read yet. */
export function placeToHear(client: QueryClient): number | undefined {
  return client.getQueryData<number>(CURSOR) ?? firstRead
}

/** Resolves when something was read, so that there is a place to hear from. */
export const somethingRead = (client: QueryClient): Promise<void> =>
  new Promise((done) => {
    const look = (): void => {
      if (placeToHear(client) === undefined) return
      waiting.delete(look)
      done()
    }
    waiting.add(look)
    look()
  })

/** The stream is open, from a place on; `null` when it was lost. */
export function heardFrom(client: QueryClient, seq: number | null): void {
  if (seq === null) place = undefined
  else {
    place = seq
    client.setQueryData(CURSOR, seq)
  }
  moved()
}

/** Everything here may be old: it is read anew, and heard from this place on. */
export function readAnew(client: QueryClient, seq: number): void {
  recent = []
  firstRead = undefined
  heardFrom(client, seq)
  void client.invalidateQueries()
}

/** Puts what was written elsewhere, or here, into the lists; answers which others are stale by it. */
export function takeIn(client: QueryClient, changes: readonly Change[]): readonly string[] {
  const last = changes.at(-1)
  if (!last) return []
  recent = [...recent, ...changes].slice(-MOST_RECENT)
  for (const key of LOGGED)
    if (ofList(key, changes).length > 0)
      client.setQueryData([key], (list: unknown) => merged(key, list, changes))
  heardFrom(client, last.seq)
  return [...new Set(changes.flatMap((c) => ASKED[c.table]?.(c) ?? []))]
}

/**
 * A list that was just read, with what was heard while it was on its way. Undefined when
 * too much was heard meanwhile to know: read it again.
 */
export function caughtUp<T>(key: string, list: T, seq: number | null): T | undefined {
  if (seq === null) return list
  if (place === undefined) {
    firstRead = Math.min(firstRead ?? seq, seq)
    moved()
    return list
  }
  if (seq >= place || !isLogged(key)) return list
  const [oldest] = recent
  if (!oldest || oldest.seq > seq + 1) return undefined
  return merged(
    key,
    list,
    recent.filter((c) => c.seq > seq),
  )
}

/** Longer than this nobody waits for the stream. */
const PATIENCE_MS = 1500

/** Whether the lists have come to a place in the log; false when the stream does not bring it in time. */
export const reached = (seq: number | null): Promise<boolean> =>
  new Promise((done) => {
    if (seq === null || place === undefined) return done(false)
    const end = (answer: boolean): void => {
      window.clearTimeout(timer)
      waiting.delete(look)
      done(answer)
    }
    const look = (): void => {
      if (place === undefined) end(false)
      else if (place >= seq) end(true)
    }
    const timer = window.setTimeout(() => end(false), PATIENCE_MS)
    waiting.add(look)
    look()
  })
