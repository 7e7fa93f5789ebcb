import { labelsPdf } from '../formats/labels-pdf'
import type { Done, Jobs } from './jobs'

/** Sets labels on their sheets, in a thread beside the server. */
export default async function labels(job: Jobs['labels']): Promise<Done<'labels'>> {
  return { ok: true, result: await labelsPdf(job) }
}
