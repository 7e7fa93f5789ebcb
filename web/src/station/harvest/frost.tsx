import { paths, type Lot } from '@kelvit/contract'
import { frostTakes } from '@kelvit/core'
import { useSave } from '../../sync/changes'
import { sentenceOf } from '../../sync/request'
import { useHousehold, useToday } from '../../household/session'
import { useTakeBack } from '../../household/take-back'
import { plural } from '../../household/words'
import { Button } from '../../ui/button'
import { useNotify } from '../../ui/notice'

/** Frost tonight: what is tender and grown by now comes in today, as one change with a way back. */
export function FrostButton({ lots }: { readonly lots: readonly Lot[] }) {
  const today = useToday()
  const { may } = useHousehold()
  const save = useSave('lots')
  const notify = useNotify()
  const { bring: tender, lost } = frostTakes(
    lots.filter((l) => l.state === 'expected'),
    today,
  )
  const takeBack = useTakeBack('lots')
  const bring = (): void => {
    const [any] = tender
    const moves = tender.map(({ id, version }) => ({
      ...{ id, version },
      ...{ arrivedOn: today, state: 'in-house' },
    }))
    save.mutate(
      { method: 'POST', path: paths.lotMoves, body: { lots: moves } },
      {
        onSuccess: () =>
          notify.done(
            `${plural(tender.length, 'tender lot')} brought in today.${lost.length > 0 ? ` ${plural(lost.length, 'lot')} expected later ${lost.length === 1 ? 'is' : 'are'} not grown yet. Remove ${lost.length === 1 ? 'it' : 'them'} if the frost comes.` : ''}`,
            () => any && takeBack({ table: 'lots', id: any.id, version: any.version + 1 }),
          ),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
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
