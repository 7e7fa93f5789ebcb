import { JAR_SIZES, TAKE_WHYS } from '@kelvit/core/words'
import Joi from 'joi'
import { householdOwn } from './account'
import { gaugeTestRows } from './gauge-tests'
import { gaugeRow } from './gauges'
import {
  cannerRow,
  containerRows,
  cropWordRows,
  jarGroupRows,
  lidLotRows,
  shelfRows,
  supplyRows,
} from './gear'
import { eventRow, loadRow, portionRow } from './loads'
import { lotRows, planting } from './lots'
import { mixedJarRows, processCheckRows, recipeRows } from './methods'
import { needRows } from './needs'
import { pantryApi } from './pantry'
import { paths } from './paths'
import { route } from './route'
import { busyTimeRows, kitchenExceptionRows, kitchenHoursRows, seasonLoadRows } from './season'
import { dialPsi, foodKey, id, instant, listOf, oneOf, said, shape, version } from './shape'

/** The archive's own version: raised when an older Kelvit could not read it any more. */
export const ARCHIVE_VERSION = 1
export const ARCHIVE_FORMAT = 'kelvit household archive'

const rowOf = (answer: unknown): Joi.ObjectSchema => answer as Joi.ObjectSchema
/** Rows that say when they were made. */
const made = (row: Joi.ObjectSchema): Joi.ObjectSchema =>
  row.keys({ createdAt: instant.required() })
const ids = listOf(id)
const count = Joi.number().integer().min(0)

const take = Joi.object({
  id,
  foodId: foodKey,
  jar: oneOf(JAR_SIZES),
  count,
  why: oneOf(TAKE_WHYS),
  at: instant,
  note: said,
  toShelfId: id.allow(null),
  taken: listOf(shape<{ id: string; version: number }>({ id, version })),
  substituted: Joi.boolean(),
  short: count,
  undoneAt: instant.allow(null),
  version,
})
const counted = Joi.object({
  id,
  shelfId: id.allow(null),
  at: instant,
  reason: said,
  found: ids,
  missing: ids,
  came: ids,
  left: listOf(shape<{ jarId: string; sentence: string }>({ jarId: id, sentence: said })),
  version,
})
const reading = Joi.object({ id, gaugeId: id, loadId: id, at: instant, psi: dialPsi })
const lid = shape<{ lotId: string; count: number }>({ lotId: id, count })

const present = (row: Joi.ObjectSchema): Joi.ObjectSchema =>
  row.options({ presence: 'required' }).prefs({ presence: 'required' })

/**
 * Every table of a household, in the order in which rows can be put back: what is pointed to
 * comes first. Secrets, sessions, members and the log of changes stay where they are.
 */
export const ARCHIVE_TABLES: Readonly<Record<string, Joi.ObjectSchema>> = {
  canners: made(cannerRow),
  gaugeTests: made(rowOf(gaugeTestRows.one.answer)),
  gauges: made(gaugeRow),
  containers: made(rowOf(containerRows.one.answer)),
  cropWords: made(rowOf(cropWordRows.one.answer)),
  shelves: made(rowOf(shelfRows.one.answer)),
  jarGroups: made(rowOf(jarGroupRows.one.answer)),
  lidLots: made(rowOf(lidLotRows.one.answer)),
  supplies: made(rowOf(supplyRows.one.answer)),
  processChecks: made(rowOf(processCheckRows.one.answer)),
  recipes: made(rowOf(recipeRows.one.answer)),
  mixedJars: made(rowOf(mixedJarRows.one.answer)),
  needs: made(rowOf(needRows.one.answer)),
  plantings: made(planting),
  lots: made(rowOf(lotRows.one.answer)),
  loads: made(loadRow),
  loadPortions: made(
    (portionRow as Joi.ObjectSchema).keys({
      lidLotId: id.allow(null).required(),
      lids: listOf(lid).required(),
      version: version.required(),
    }),
  ),
  loadEvents: made(eventRow),
  gaugeReadings: present(reading),
  jars: made(rowOf(pantryApi.jar.answer)),
  takes: made(present(take)),
  counts: made(present(counted)),
  seasonLoads: made(rowOf(seasonLoadRows.one.answer)),
  kitchenHours: made(rowOf(kitchenHoursRows.one.answer)),
  kitchenExceptions: made(rowOf(kitchenExceptionRows.one.answer)),
  busyTimes: made(rowOf(busyTimeRows.one.answer)),
}

/** The household itself, as the archive tells it. */
export const ARCHIVE_HOUSEHOLD = householdOwn

/** How much was read in. */
export interface ArchiveRead {
  readonly rows: number
  readonly household: string
}

/** What may be read in from CSV, and written out. */
export const CSV_KINDS = ['pantry', 'lots', 'loads', 'needs', 'supplies', 'gear'] as const
export type CsvKind = (typeof CSV_KINDS)[number]
const CSV_IN_KINDS = ['pantry', 'lots', 'needs', 'supplies', 'gear'] as const
export type CsvInKind = (typeof CSV_IN_KINDS)[number]

/** What a file of rows is asked with. */
export interface CsvQuery {
  readonly kind: CsvInKind
  /** Which column holds what: "food=Crop,amount=Weight"; what is left out is found by its head. */
  readonly columns?: string
  /** Without it nothing is written: it is a look before. */
  readonly write?: boolean
}

/** One row of a file that was read. */
export interface CsvRow {
  /** Its line in the file; the first is the heads. */
  readonly line: number
  /** What Kelvit understood, in words; empty where nothing was. */
  readonly words: string
  readonly trouble: readonly string[]
  /** It is here already, by its code or from this file before. */
  readonly here: boolean
}
export interface CsvField {
  readonly name: string
  readonly required: boolean
  /** The file's column that was taken for it; null when none was. */
  readonly column: string | null
  /** What may stand in it. */
  readonly help: string
}
export interface CsvPreview {
  readonly columns: readonly string[]
  readonly fields: readonly CsvField[]
  /** The first rows, and every one with trouble, as far as there is room. */
  readonly rows: readonly CsvRow[]
  readonly good: number
  readonly bad: number
  readonly here: number
  /** Rows that were written: none at a look before. */
  readonly written: number
}

export const archiveApi = {
  read: route({
    method: 'get',
    path: paths.archive,
    summary: 'The household archive: everything as one ZIP, and the same again byte for byte',
    least: 'keeper',
    answer: 'zip',
  }),
  schema: route({
    method: 'get',
    path: paths.archiveSchema,
    summary: 'The JSON Schema of the archive’s kelvit.json',
    least: 'anyone',
    answer: Joi.object().unknown(),
  }),
  write: route({
    method: 'post',
    path: paths.archive,
    summary: 'Read an archive into an empty household: all of it or nothing',
    least: 'keeper',
    takes: 'zip',
    answer: shape<ArchiveRead>({ rows: count, household: said }),
  }),
  csvOut: route({
    method: 'get',
    path: `${paths.csv}/:kind`,
    summary: `Rows as CSV: ${CSV_KINDS.join(', ')}`,
    least: 'viewer',
    answer: 'csv',
  }),
  csvIn: route({
    method: 'post',
    path: paths.csv,
    summary: 'Look at rows of a CSV file, and with write=true take the good ones in',
    least: 'helper',
    takes: 'csv',
    query: Joi.object<CsvQuery>({
      kind: oneOf(CSV_IN_KINDS).required(),
      columns: Joi.string().max(2000),
      write: Joi.boolean(),
    }),
    answer: shape<CsvPreview>({
      columns: listOf<string>(said),
      fields: listOf(
        shape<CsvField>({
          name: said,
          required: Joi.boolean(),
          column: said.allow(null),
          help: said,
        }),
      ),
      rows: listOf(
        shape<CsvRow>({
          line: count,
          words: said,
          trouble: listOf<string>(said),
          here: Joi.boolean(),
        }),
      ),
      good: count,
      bad: count,
      here: count,
      written: count,
    }),
  }),
}
