import { stringify } from 'csv-stringify/sync'

/** Spreadsheets run cells that begin like a formula; a quote mark in front keeps them words. */
const harmless = (value: string): string => (/^[=+\-@\t\r]/.test(value) ? `'${value}` : value)

/** What a cell said before it was made harmless. */
export const asSaid = (cell: string): string => (/^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell)

/** CSV (RFC 4180, UTF-8 with a mark so that spreadsheets read it right). */
export const csvText = (
  header: readonly string[],
  rows: readonly (readonly (string | number | null)[])[],
): string =>
  stringify(
    [
      [...header],
      ...rows.map((row) =>
        row.map((cell) => (typeof cell === 'number' ? String(cell) : harmless(cell ?? ''))),
      ),
    ],
    { bom: true, record_delimiter: 'windows' },
  )
