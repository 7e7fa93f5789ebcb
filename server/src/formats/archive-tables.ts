import { ARCHIVE_TABLES } from '@kelvit/contract/routes'
import { getTableColumns, getTableName, type Table } from 'drizzle-orm'
import * as t from '../db/schema'
import type { KeptTable } from '../store/rows'

/** The tables of an archive by their names in it; the order is the contract's. */
const TABLES: Readonly<Record<keyof typeof ARCHIVE_TABLES, Table>> = {
  canners: t.canners,
  gaugeTests: t.gaugeTests,
  gauges: t.gauges,
  containers: t.containers,
  cropWords: t.cropWords,
  shelves: t.shelves,
  jarGroups: t.jarGroups,
  lidLots: t.lidLots,
  supplies: t.supplies,
  processChecks: t.processChecks,
  recipes: t.recipes,
  mixedJars: t.mixedJars,
  needs: t.needs,
  plantings: t.plantings,
  lots: t.lots,
  loads: t.loads,
  loadPortions: t.loadPortions,
  loadEvents: t.loadEvents,
  gaugeReadings: t.gaugeReadings,
  jars: t.jars,
  takes: t.takes,
  counts: t.counts,
  seasonLoads: t.seasonLoads,
  kitchenHours: t.kitchenHours,
  kitchenExceptions: t.kitchenExceptions,
  busyTimes: t.busyTimes,
}

/** A table as an archive carries it. */
export interface ArchiveTable {
  /** Its name in the archive, and in the database. */
  readonly name: string
  readonly stored: string
  readonly table: KeptTable
  /** Its columns: their names in the archive, and in the database. */
  readonly columns: readonly { readonly name: string; readonly stored: string }[]
}

/** Every table of the archive, those that are pointed to first. */
export const archiveTables: readonly ArchiveTable[] = Object.entries(ARCHIVE_TABLES).map(
  ([name, schema]): ArchiveTable => {
    const table = TABLES[name]
    if (!table) throw new Error(`the archive names ${name}, which is no table`)
    const known = getTableColumns(table)
    const fields = Object.keys((schema.describe() as { keys: object }).keys)
    return {
      name,
      stored: getTableName(table),
      table: table as KeptTable,
      columns: fields.map((field) => {
        const column = known[field]
        if (!column) throw new Error(`the archive names ${name}.${field}, which is no column`)
        return { name: field, stored: column.name }
      }),
    }
  },
)
