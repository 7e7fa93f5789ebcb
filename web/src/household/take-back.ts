import { paths, type UndoWish } from '@kelvit/contract'
import { useNotify } from '../ui/notice'
import { useSave } from '../sync/changes'
import { sentenceOf } from '../sync/request'

/**
 * Takes back what one did, as the household's log has it from before: with everything that
 * was written together with it, and not over what somebody else did since.
 * @param lists that are read anew where the log is not heard.
 */
export function useTakeBack(...lists: readonly string[]): (of: UndoWish) => void {
  const { mutate } = useSave(...lists)
  const notify = useNotify()
  return (body) =>
    mutate(
      { method: 'POST', path: `${paths.changes}/undo`, body },
      { onError: (e) => notify.trouble(sentenceOf(e)) },
    )
}
