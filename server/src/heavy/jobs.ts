import type { PrintedDaySheet } from '@kelvit/contract'
import { daySheetPdf } from '../formats/day-sheet-pdf'
import { readCalendar, UnreadableCalendar, type ReadCalendar } from '../formats/ical-read'

/** Work that may take long and is done beside the server, so that nobody else waits for it. */
export type Job =
  | {
      readonly kind: 'calendar'
      readonly text: string
      readonly zone: string
      readonly from: string
      readonly until: string
    }
  | { readonly kind: 'day-sheet'; readonly sheet: PrintedDaySheet }

export interface Results {
  readonly calendar: ReadCalendar
  readonly 'day-sheet': Uint8Array
}

/** What comes back: the result, or a sentence that says why there is none. */
export type Done =
  | { readonly ok: true; readonly result: Results[Job['kind']] }
  | { readonly ok: false; readonly sentence: string | undefined }

export async function doJob(job: Job): Promise<Done> {
  try {
    return {
      ok: true,
      result:
        job.kind === 'calendar'
          ? readCalendar(job.text, job.zone, job.from, job.until)
          : await daySheetPdf(job.sheet),
    }
  } catch (error) {
    return {
      ok: false,
      sentence: error instanceof UnreadableCalendar ? error.message : undefined,
    }
  }
}
