import type { CsvField, CsvInKind, CsvPreview } from '@kelvit/contract'
import { parse } from 'csv-parse/sync'
import { asSaid } from './csv-cells'
import type { Field } from './csv-field'
import { CSV_FIELDS } from './csv-fields'
import type { Reading } from './csv-readers'

/** What is wrong with a file as a whole, in a sentence. */
export class CsvFault extends Error {}

const MOST_ROWS = 20_000
const MOST_COLUMNS = 60
const MOST_CELL = 2_000
/** Rows that are shown. */
const MOST_SHOWN = 200

/** A row as it was read: what it says, or what is wrong with it. */
export interface ReadRow {
  readonly line: number
  readonly words: string
  readonly trouble: readonly string[]
  /** By field, as the kind's writer takes it; nothing where there is trouble. */
  readonly values: Readonly<Record<string, unknown>> | null
  /** Tells equal rows of one file apart. */
  readonly ordinal: number
}
export interface ReadCsv {
  readonly columns: readonly string[]
  readonly fields: readonly CsvField[]
  readonly rows: readonly ReadRow[]
}

/**
 * Reads rows of a kind from a file, each by itself: one that cannot be read is told with its
 * line and leaves the others alone.
 * @param bytes UTF-8, or UTF-16 with its mark; commas, semicolons or tabs between cells.
 * @param columns which column holds which field, "food=Crop,amount=Weight"; else by the heads.
 * @throws CsvFault for what is no such file, or too large a one.
 */
export function readCsv(
  bytes: Uint8Array,
  kind: CsvInKind,
  columns: string | undefined,
  reading: Reading,
): ReadCsv {
  const [heads = [], ...lines] = cells(decode(bytes))
  const fields = CSV_FIELDS[kind].fields
  const chosen = choose(fields, heads, columns)
  const seen = new Map<string, number>()
  const rows = lines.flatMap((row, i): ReadRow[] => {
    if (row.every((cell) => cell.trim() === '')) return []
    const read = readRow(kind, row, heads, chosen, reading)
    const key = JSON.stringify(read.values)
    const ordinal = seen.get(key) ?? 0
    seen.set(key, ordinal + 1)
    return [{ ...read, line: i + 2, ordinal }]
  })
  return {
    columns: heads,
    fields: fields.map((f) => ({
      name: f.name,
      required: f.required,
      column: heads[chosen.get(f.name) ?? -1] ?? null,
      help: f.help,
    })),
    rows,
  }
}

function decode(bytes: Uint8Array): string {
  const [a, b] = bytes
  const wide = a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : null
  try {
    return new TextDecoder(wide ?? 'utf-8', { fatal: true }).decode(bytes)
  } catch {
    throw new CsvFault(
      'This file isn’t in UTF-8. In your spreadsheet, choose “CSV UTF-8” when you save it.',
    )
  }
}

/** The separator that the first line has most of. */
function separatorOf(text: string): string {
  const first = text.slice(0, 5000).split(/\r?\n/, 1)[0] ?? ''
  const count = (sign: string): number => first.split(sign).length
  return [';', '\t', ','].reduce((best, sign) => (count(sign) > count(best) ? sign : best), ',')
}

function cells(text: string): string[][] {
  if (text.includes('\u0000')) throw new CsvFault('This isn’t a text file.')
  // Counted first: a million rows are not laid out to be refused.
  let ends = 0
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1))
    if (++ends > MOST_ROWS * 2)
      throw new CsvFault(`At most ${MOST_ROWS.toLocaleString('en-US')} rows are read at once.`)
  let rows: string[][]
  try {
    rows = parse(text, {
      bom: true,
      delimiter: separatorOf(text),
      relax_column_count: true,
      max_record_size: MOST_CELL * MOST_COLUMNS,
    })
  } catch {
    throw new CsvFault('This file isn’t CSV: a quote mark isn’t closed, or a row never ends.')
  }
  if (rows.length < 2)
    throw new CsvFault(
      'There are no rows in it. The first line names the columns; the other lines are rows.',
    )
  if (rows.length - 1 > MOST_ROWS)
    throw new CsvFault(`At most ${MOST_ROWS.toLocaleString('en-US')} rows are read at once.`)
  if ((rows[0]?.length ?? 0) > MOST_COLUMNS)
    throw new CsvFault(`At most ${MOST_COLUMNS} columns are read.`)
  return rows.map((row) => row.map((cell) => asSaid(cell.trim())))
}

/** A column's head without its ornaments: "Canned on (date)" is canned on. */
const bare = (head: string): string =>
  head
    .toLowerCase()
    .replace(/\(.*?\)|\[.*?\]/g, ' ')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

/** Which column holds which field, by number. */
function choose(
  fields: readonly Field[],
  heads: readonly string[],
  said: string | undefined,
): ReadonlyMap<string, number> {
  const chosen = new Map<string, number>()
  for (const f of fields) {
    const at = heads.findIndex((h) => [f.name.replaceAll('_', ' '), ...f.heads].includes(bare(h)))
    if (at >= 0 && ![...chosen.values()].includes(at)) chosen.set(f.name, at)
  }
  for (const pair of said?.split(',') ?? []) {
    const [name = '', column = ''] = pair.split('=').map((p) => decodeURIComponent(p).trim())
    if (!fields.some((f) => f.name === name))
      throw new CsvFault(`There is no field “${name.slice(0, 60)}” to read a column into.`)
    if (column === '') chosen.delete(name)
    else {
      const at = heads.indexOf(column)
      if (at < 0) throw new CsvFault(`The file has no column “${column.slice(0, 60)}”.`)
      chosen.set(name, at)
    }
  }
  return chosen
}

function readRow(
  kind: CsvInKind,
  row: readonly string[],
  heads: readonly string[],
  chosen: ReadonlyMap<string, number>,
  reading: Reading,
): Omit<ReadRow, 'line' | 'ordinal'> {
  const trouble: string[] = []
  const values: Record<string, unknown> = {}
  const { fields, words } = CSV_FIELDS[kind]
  for (const field of fields) {
    const at = chosen.get(field.name)
    const cell = (at === undefined ? '' : (row[at] ?? '')).slice(0, MOST_CELL)
    if (cell === '') {
      if (field.required)
        trouble.push(
          at === undefined
            ? `No column holds the ${label(field.name)}.`
            : `The ${label(field.name)} is missing.`,
        )
      continue
    }
    const read = field.read(cell, {
      ...reading,
      head: (heads[at ?? -1] ?? '').toLowerCase(),
      row: values,
    })
    if (!read) continue
    if ('trouble' in read) trouble.push(`“${cell.slice(0, 60)}”: ${read.trouble}`)
    else values[field.name] = read.value
  }
  return trouble.length > 0
    ? { words: '', trouble, values: null }
    : { words: words(values, reading.units), trouble, values }
}

const label = (name: string): string => name.replaceAll('_', ' ')

/** What is shown of a file that was read. */
export function previewOf(
  { columns, fields, rows }: ReadCsv,
  here: (row: ReadRow) => boolean,
  written: number,
): CsvPreview {
  const told = rows.map((r) => ({
    line: r.line,
    words: r.words,
    trouble: r.trouble,
    here: r.values !== null && here(r),
  }))
  const bad = told.filter((r) => r.trouble.length > 0)
  const good = told.filter((r) => r.trouble.length === 0)
  return {
    columns,
    fields,
    rows: [...bad.slice(0, MOST_SHOWN), ...good.slice(0, MOST_SHOWN)].sort(
      (a, b) => a.line - b.line,
    ),
    good: good.length,
    bad: bad.length,
    here: good.filter((r) => r.here).length,
    written,
  }
}
