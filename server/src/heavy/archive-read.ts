import { ArchiveFault, unpackArchive } from '../formats/archive-unpack'
import type { Done, Jobs } from './jobs'

/** Unpacks an archive and looks whether everything in it is as it should be, in a thread beside the server. */
export default function archiveRead({ zip, usual }: Jobs['archive-read']): Done<'archive-read'> {
  try {
    return { ok: true, result: unpackArchive(zip, usual) }
  } catch (error) {
    if (error instanceof ArchiveFault) return { ok: false, sentence: error.message }
    throw error
  }
}
