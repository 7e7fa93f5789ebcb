import { csvOf, rowsFrom } from '../formats/csv-out'
import type { Done, Jobs } from './jobs'

/** Writes a sheet, in a thread beside the server: every load is folded for its judgement. */
export default function csvWrite({ kind, tables }: Jobs['csv-write']): Done<'csv-write'> {
  return { ok: true, result: csvOf(kind, rowsFrom(tables)) }
}
