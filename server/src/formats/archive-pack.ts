import { ARCHIVE_FORMAT, ARCHIVE_VERSION } from '@kelvit/contract/routes'
import { strToU8, zipSync } from 'fflate'
import { csvOf, CSV_OUT, rowsFrom } from './csv-out'

/** An archive's parts as JSON texts. */
export interface ArchiveParts {
  readonly household: string
  /** By table, each a list of rows. */
  readonly tables: Readonly<Record<string, string>>
  readonly schema: string
}

/** Every file of it says this day: the same household packs to the same bytes. */
const MTIME = new Date(1980, 0, 1)

const README = `A household of Kelvit.

kelvit.json   everything, as schema.json describes it; this is what is read in again
schema.json   the JSON Schema (2020-12) of kelvit.json
csv/          the same for spreadsheets; nothing of it is read in again

Weights are pounds, altitudes feet, pressures psi, lengths inches; days are the household's own,
moments are UTC. Members, passphrases and tokens are not in it.
`

/** One ZIP of everything; the same rows give the same bytes. */
export function packArchive({ household, tables, schema }: ArchiveParts): Uint8Array {
  const json = [
    '{',
    `"format": ${JSON.stringify(ARCHIVE_FORMAT)},`,
    `"formatVersion": ${ARCHIVE_VERSION},`,
    `"household": ${household},`,
    '"tables": {',
    Object.entries(tables)
      .map(([name, rows]) => `${JSON.stringify(name)}: ${rows}`)
      .join(',\n'),
    '}',
    '}',
    '',
  ].join('\n')
  const rows = rowsFrom(tables)
  return zipSync(
    {
      'README.txt': strToU8(README),
      'kelvit.json': strToU8(json),
      'schema.json': strToU8(`${schema}\n`),
      ...Object.fromEntries(
        Object.keys(CSV_OUT).map((kind) => [
          `csv/${kind}.csv`,
          strToU8(csvOf(kind as keyof typeof CSV_OUT, rows)),
        ]),
      ),
    },
    { mtime: MTIME, level: 6 },
  )
}
