import { paths, type Lot } from '@kelvit/contract'
import { foodOf } from '@kelvit/core'
import { useSave } from '../../sync/changes'
import { sentenceOf } from '../../sync/request'
import { useHousehold, useToday } from '../../household/session'
import { plural } from '../../household/words'
import { Button } from '../../ui/button'
import { useNotify } from '../../ui/notice'

/** Frost tonight: every tender lot that is expected comes in today, as one change with a way back. */
export function FrostButton({ lots }: { readonly lots: readonly Lot[] }) {
  const today = useToday()
  const { may } = useHousehold()
  const save = useSave('lots')
  const notify = useNotify()
  const tender = lots.filter((l) => l.state === 'expected' && foodOf(l.foodId)?.frostTender)
  const move = (moves: readonly object[], done: () => void): void =>
    save.mutate(
      { method: 'POST', path: paths.lotMoves, body: { lots: moves } },
      { onSuccess: done, onError: (e) => notify.trouble(sentenceOf(e)) },
    )
  const bring = (): void =>
    move(
      tender.map((l) => ({ id: l.id, version: l.version, arrivedOn: today, state: 'in-house' })),
      () =>
        notify.done(`${plural(tender.length, 'tender lot')} brought in today.`, () =>
          move(
            tender.map((l) => ({
              id: l.id,
              version: l.version + 1,
              arrivedOn: l.arrivedOn,
              state: 'expected',
            })),
            () => undefined,
          ),
        ),
    )
  return (
    <Button
      onClick={bring}
      disabled={tender.length === 0 || save.isPending || !may('helper')}
      title={tender.length === 0 ? 'Nothing tender is expected' : undefined}
    >
      Frost tonight
    </Button>
  )
}
