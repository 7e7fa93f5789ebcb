import { recordPdf } from '../formats/record-pdf'
import type { Done, Jobs } from './jobs'

/** Sets the record of a load as a page, in a thread beside the server. */
export default async function record({ record: printed }: Jobs['record']): Promise<Done<'record'>> {
  return { ok: true, result: await recordPdf(printed) }
}
