import type { HouseholdSettings } from '@kelvit/contract'
import {
  ARCHIVE_FORMAT,
  ARCHIVE_HOUSEHOLD,
  ARCHIVE_TABLES,
  ARCHIVE_VERSION,
} from '@kelvit/contract/routes'
import { foldLoad, judgeLoad, type LoadEvent, type LoadSetup } from '@kelvit/core'
import { unzipSync } from 'fflate'
import { archiveTables } from './archive-tables'

/** What is wrong with an archive, in a sentence for whoever sent it. */
export class ArchiveFault extends Error {}

/** A household of a lifetime unpacked; a file that would be more is not unpacked at all. */
const MOST_UNPACKED = 96 * 1024 * 1024
const MOST_ROWS = 400_000
/** More entries than this belong to something else. */
const MOST_ENTRIES = 100

/** What an archive holds, looked through: rows by the database's own names, as JSON. */
export interface UnpackedArchive {
  readonly household: string
  readonly tables: Readonly<Record<string, string>>
}

type Rows = readonly Record<string, unknown>[]

/**
 * Reads an archive. Only kelvit.json is unpacked, in memory and never beyond the size that it
 * says: names of files and what else is in it do not matter.
 * @param usual settings as a new household has them.
 * @throws ArchiveFault for what is no archive, too large, of a later Kelvit, or has a row that cannot be.
 */
export function unpackArchive(zip: Uint8Array, usual: HouseholdSettings): UnpackedArchive {
  const told = readJson(unzip(zip))
  if (told.format !== ARCHIVE_FORMAT)
    throw new ArchiveFault('This isn’t a Kelvit household archive.')
  if (!Number.isInteger(told.formatVersion) || Number(told.formatVersion) < 1)
    throw new ArchiveFault('This archive doesn’t say which version it is.')
  if (Number(told.formatVersion) > ARCHIVE_VERSION)
    throw new ArchiveFault('This archive is from a newer Kelvit. Update this one first.')
  const household = readHousehold(told.household, usual)
  const tables = told.tables as Readonly<Record<string, Rows>> | undefined
  if (typeof tables !== 'object' || tables === null) throw new ArchiveFault('It has no tables.')
  const strange = Object.keys(tables).find((name) => !(name in ARCHIVE_TABLES))
  if (strange !== undefined)
    throw new ArchiveFault(`It has a table “${strange.slice(0, 60)}” that Kelvit does not know.`)
  let count = 0
  const texts: Record<string, string> = {}
  for (const { name, columns } of archiveTables) {
    const rows = tables[name] ?? []
    if (!Array.isArray(rows)) throw new ArchiveFault(`${name} is not a list of rows.`)
    count += rows.length
    if (count > MOST_ROWS)
      throw new ArchiveFault(`It has more than ${MOST_ROWS.toLocaleString('en-US')} rows.`)
    const whole = rows.map((row: object) => ({ ...NOT_YET[name], ...row }))
    whole.forEach((row, i) => checkRow(name, row, i))
    texts[name] = JSON.stringify(
      whole.map((row: Record<string, unknown>) =>
        Object.fromEntries(columns.map((c) => [c.stored, row[c.name]])),
      ),
    )
  }
  checkFacts(tables)
  return { household, tables: texts }
}

/** Fields that an older Kelvit did not have, as its rows have them. */
const NOT_YET: Readonly<Record<string, object>> = {
  canners: {
    ...{ dialMarks: null, standsOn: null, burnerLimitLb: null, emptyLb: null, waterRuns: [] },
  },
  gaugeTests: { struckAt: null, struckBy: null, struckWhy: null },
  lots: { jarOf: null, looked: null, readyFrom: null },
  loadPortions: { jarOf: null },
  loadEvents: { doubtIds: null, seen: null },
  jars: { jarOf: null, ranBy: '' },
  kitchenExceptions: { who: null },
}

function unzip(zip: Uint8Array): Uint8Array {
  let entries = 0
  let found: Uint8Array | undefined
  try {
    found = unzipSync(zip, {
      filter: (file) => {
        if (++entries > MOST_ENTRIES) throw new ArchiveFault('It holds far too many files.')
        if (file.name !== 'kelvit.json') return false
        if (file.originalSize > MOST_UNPACKED)
          throw new ArchiveFault(`Its kelvit.json is more than ${MOST_UNPACKED / 1024 / 1024} MB.`)
        return true
      },
    })['kelvit.json']
  } catch (error) {
    if (error instanceof ArchiveFault) throw error
    throw new ArchiveFault('This isn’t a ZIP file, or it’s incomplete.')
  }
  if (!found) throw new ArchiveFault('There’s no kelvit.json in it.')
  return found
}

function readJson(bytes: Uint8Array): Readonly<Record<string, unknown>> {
  let told: unknown
  try {
    told = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    throw new ArchiveFault('Its kelvit.json is not readable JSON in UTF-8.')
  }
  if (typeof told !== 'object' || told === null || Array.isArray(told))
    throw new ArchiveFault('Its kelvit.json is not an object.')
  return told as Record<string, unknown>
}

/** The household, with the settings that an older Kelvit did not have as they begin. */
function readHousehold(told: unknown, usual: HouseholdSettings): string {
  const house = (told ?? {}) as { settings?: object }
  const whole = { altitudeMoves: [], ...house, settings: { ...usual, ...house.settings } }
  const { error, value } = ARCHIVE_HOUSEHOLD.validate(whole, { convert: false })
  if (error) throw new ArchiveFault(`Its household cannot be: ${plain(error.message)}.`)
  return JSON.stringify(value)
}

/** Joi quotes names; people are told them without. */
const plain = (message: string): string => message.replaceAll('"', '').slice(0, 200)

function checkRow(table: string, row: unknown, at: number): void {
  const { error } = ARCHIVE_TABLES[table]?.validate(row, { convert: false }) ?? {}
  if (error) throw new ArchiveFault(`Row ${at + 1} of ${table} cannot be: ${plain(error.message)}.`)
}

/** Every load's facts are folded once: what a page could not read is not let in. */
function checkFacts(tables: Readonly<Record<string, Rows>>): void {
  const of = new Map<unknown, LoadEvent[]>()
  for (const e of tables.loadEvents ?? []) {
    const list = of.get(e.loadId) ?? []
    list.push({
      ...(e as unknown as LoadEvent),
      at: Date.parse(String(e.at)),
      happenedAt: e.happenedAt === null ? null : Date.parse(String(e.happenedAt)),
      heardAt: e.heardAt === null ? null : Date.parse(String(e.heardAt)),
    })
    of.set(e.loadId, list)
  }
  for (const load of tables.loads ?? []) {
    const setup = load.setup as LoadSetup
    try {
      judgeLoad(setup, foldLoad(setup, of.get(load.id) ?? []))
    } catch {
      throw new ArchiveFault(`The facts of load ${String(load.code)} cannot be read.`)
    }
  }
}
