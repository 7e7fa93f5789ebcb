import { packArchive } from '../formats/archive-pack'
import type { Done, Jobs } from './jobs'

/** Packs an archive in a thread beside the server. */
export default function archiveWrite(job: Jobs['archive-write']): Done<'archive-write'> {
  return { ok: true, result: packArchive(job) }
}
