import { daySheetPdf } from '../formats/day-sheet-pdf'
import type { Done, Jobs } from './jobs'

/** Sets a day sheet as a page, in a thread beside the server. */
export default async function daySheet({ sheet }: Jobs['day-sheet']): Promise<Done<'day-sheet'>> {
  return { ok: true, result: await daySheetPdf(sheet) }
}
