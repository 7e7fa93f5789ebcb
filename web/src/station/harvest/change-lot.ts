import { paths, type Lot } from '@kelvit/contract'
import type { LotState } from '@kelvit/core'
import { useSave } from '../../sync/changes'
import { sentenceOf } from '../../sync/request'
import { useToday } from '../../household/session'
import { useNotify } from '../../ui/notice'

/** Changes what became of a lot, with a way back. */
export function useChangeLot() {
  const save = useSave('lots')
  const notify = useNotify()
  const today = useToday()
  const put = (id: string, version: number, values: object, then?: () => void): void =>
    save.mutate(
      { method: 'PATCH', path: `${paths.lots}/${id}`, body: { version, ...values } },
      { onSuccess: () => then?.(), onError: (e) => notify.trouble(sentenceOf(e)) },
    )
  return (lot: Lot, state: LotState): void => {
    const arrives = state === 'in-house' && lot.state === 'expected' ? { arrivedOn: today } : {}
    const words = state === 'in-house' ? 'came in' : state
    put(lot.id, lot.version, { state, ...arrives }, () =>
      notify.done(`${lot.said}: ${words}.`, () =>
        put(lot.id, lot.version + 1, { state: lot.state, arrivedOn: lot.arrivedOn }),
      ),
    )
  }
}
