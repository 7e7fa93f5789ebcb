import { CsvFault, readCsv } from '../formats/csv-in'
import type { Done, Jobs } from './jobs'

/** Reads rows from a file, in a thread beside the server. */
export default function csv({ bytes, kind, columns, reading }: Jobs['csv']): Done<'csv'> {
  try {
    return { ok: true, result: readCsv(bytes, kind, columns, reading) }
  } catch (error) {
    if (error instanceof CsvFault) return { ok: false, sentence: error.message }
    throw error
  }
}
