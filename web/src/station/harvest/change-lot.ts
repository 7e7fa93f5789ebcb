import { paths, type Lot } from '@kelvit/contract'
import type { LotState } from '@kelvit/core'
import { useSave } from '../../sync/changes'
import { sentenceOf } from '../../sync/request'
import { useToday } from '../../household/session'
import { useTakeBack } from '../../household/take-back'
import { useNotify } from '../../ui/notice'

/** Changes what became of a lot, with a way back. */
export function useChangeLot() {
  const save = useSave('lots')
  const notify = useNotify()
  const today = useToday()
  const takeBack = useTakeBack('lots')
  return ({ id, version, said, state: before }: Lot, state: LotState): void => {
    const arrives = state === 'in-house' && before === 'expected' ? { arrivedOn: today } : {}
    const words = state === 'in-house' ? 'came in' : state
    save.mutate(
      { method: 'PATCH', path: `${paths.lots}/${id}`, body: { version, state, ...arrives } },
      {
        onSuccess: () =>
          notify.done(`${said}: ${words}.`, () =>
            takeBack({ table: 'lots', id, version: version + 1 }),
          ),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
}
