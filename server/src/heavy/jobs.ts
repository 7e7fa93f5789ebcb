import type { CsvInKind, CsvKind, HouseholdSettings, PrintedDaySheet } from '@kelvit/contract'
import type { DayKitchen, DayLoad } from '@kelvit/core'
import type { ArchiveParts } from '../formats/archive-pack'
import type { UnpackedArchive } from '../formats/archive-unpack'
import type { Reading } from '../formats/csv-readers'
import type { ReadCsv } from '../formats/csv-in'
import type { ReadCalendar } from '../formats/ical-read'
import type { PrintedLabels } from '../formats/labels-pdf'
import type { PrintedRecord } from '../formats/record'

/** Work that may take long and is done beside the server, so that nobody else waits for it; each in a file of its name. */
export interface Jobs {
  readonly calendar: {
    readonly text: string
    readonly zone: string
    readonly from: string
    readonly until: string
  }
  readonly 'day-sheet': { readonly sheet: PrintedDaySheet }
  readonly 'day-times': {
    readonly days: readonly {
      readonly loads: readonly DayLoad[]
      readonly kitchen: DayKitchen
      readonly late: number
    }[]
  }
  readonly labels: PrintedLabels
  readonly record: { readonly record: PrintedRecord }
  readonly 'archive-write': ArchiveParts
  readonly 'archive-read': { readonly zip: Uint8Array; readonly usual: HouseholdSettings }
  readonly 'csv-write': {
    readonly kind: CsvKind
    readonly tables: Readonly<Record<string, string>>
  }
  readonly csv: {
    readonly bytes: Uint8Array
    readonly kind: CsvInKind
    readonly columns: string | undefined
    readonly reading: Reading
  }
}

/** When the work of a day begins and ends, minutes from midnight; or why it doesn't fit. */
export type DayTimes =
  | { readonly from: number; readonly until: number }
  | { readonly from: null; readonly sentence: string }

interface Results {
  readonly calendar: ReadCalendar
  readonly 'day-sheet': Uint8Array
  /** Of each day, in order. */
  readonly 'day-times': readonly DayTimes[]
  readonly labels: Uint8Array
  readonly record: Uint8Array
  readonly 'archive-write': Uint8Array
  readonly 'archive-read': UnpackedArchive
  readonly 'csv-write': string
  readonly csv: ReadCsv
}
export type Result<K extends keyof Jobs> = Results[K]

/** What comes back: the result, or a sentence that says why there is none. */
export type Done<K extends keyof Jobs> =
  | { readonly ok: true; readonly result: Result<K> }
  | { readonly ok: false; readonly sentence: string }
