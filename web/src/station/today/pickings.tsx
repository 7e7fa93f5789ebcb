import { paths, type Lot } from '@kelvit/contract'
import {
  foodIdOf,
  isIn,
  notYet,
  pickingsDue,
  saidFood,
  showWeight,
  type PickingDue,
  type PickingMove,
} from '@kelvit/core'
import { useHousehold, useToday } from '../../household/session'
import { useTakeBack } from '../../household/take-back'
import { plural, showDay } from '../../household/words'
import { useSave } from '../../sync/changes'
import { useLots } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { Button, ButtonLink } from '../../ui/button'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'

/** Days by which a picking that isn’t ripe is usually put off. */
const LATER = [1, 3, 7] as const

/** Pickings whose day has come: are they in? What is said moves the bed’s later ones too. */
export function Pickings() {
  const today = useToday()
  const lots = useLots().data
  const { may } = useHousehold()
  const save = useSave('lots')
  const takeBack = useTakeBack('lots')
  const notify = useNotify()
  const move = (moves: readonly PickingMove[], words: string): void => {
    const [first] = moves
    save.mutate(
      { method: 'POST', path: paths.lotMoves, body: { lots: moves } },
      {
        onSuccess: () =>
          notify.done(
            words,
            () => first && takeBack({ table: 'lots', id: first.id, version: first.version + 1 }),
          ),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
  return (
    <Panel rim="due" label="Are they in?" className="divide-y divide-rim">
      {pickingsDue(lots ?? [], today).map((picking) => (
        <div
          key={picking.lot.id}
          className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 py-2 first:pt-0 last:pb-0"
        >
          <Asked picking={picking} today={today} />
          {may('helper') && (
            <div className="flex flex-wrap items-center gap-2">
              <Button
                look="main"
                size="small"
                disabled={save.isPending}
                onClick={() => move(isIn(picking, today), `${nameOf(picking.lot)} came in today.`)}
              >
                Yes, all of it
              </Button>
              <ButtonLink size="small" to={`/harvest/lot/${picking.lot.id}`}>
                Another amount
              </ButtonLink>
              <span className="pl-2 text-[15px] text-ink-soft">Not yet:</span>
              {LATER.map((days) => (
                <Button
                  key={days}
                  size="small"
                  look="quiet"
                  disabled={save.isPending}
                  onClick={() =>
                    move(
                      notYet(picking, today, days),
                      `${nameOf(picking.lot)} expected in ${plural(days, 'day')}${picking.later.length > 0 ? ', the bed’s later pickings too' : ''}.`,
                    )
                  }
                >
                  {plural(days, 'day')}
                </Button>
              ))}
            </div>
          )}
        </div>
      ))}
    </Panel>
  )
}

const nameOf = (lot: Lot): string => {
  const name = saidFood(foodIdOf(lot.foodId, lot.jarOf))
  return name.charAt(0).toUpperCase() + name.slice(1)
}

function Asked({
  picking: { lot, later },
  today,
}: {
  readonly picking: PickingDue<Lot>
  readonly today: string
}) {
  const { units } = useHousehold().household
  const name = saidFood(foodIdOf(lot.foodId, lot.jarOf))
  return (
    <div>
      <h2>
        {/s$/.test(name) ? 'Are' : 'Is'} the {name} in?
      </h2>
      <p className="text-[15px] text-ink-soft">
        {showWeight(lot.lb, units)}, expected{' '}
        {lot.arrivedOn === today ? 'today' : showDay(lot.arrivedOn)}
        {later.length > 0 && `. ${plural(later.length, 'more picking')} to come from this bed`}
      </p>
    </div>
  )
}
