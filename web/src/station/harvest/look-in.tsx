import { paths, type Lot } from '@kelvit/contract'
import { afterLook, afterRipening, foodOf, looksFor, RIPENS_IN } from '@kelvit/core'
import { useTakeBack } from '../../household/take-back'
import { useHousehold, useToday } from '../../household/session'
import { showDay } from '../../household/words'
import { useSave } from '../../sync/changes'
import { sentenceOf } from '../../sync/request'
import { Button } from '../../ui/button'
import { useNotify } from '../../ui/notice'

/** What was said at the last look, in a sentence. */
const lookWords = ({ looked }: Pick<Lot, 'looked'>): string | undefined =>
  looked ? `${looked.by} looked ${showDay(looked.on)}: ${looked.words}.` : undefined

/** Somebody looks into the crate: that goes before the table’s estimate. */
export function LookIn({ lot }: { readonly lot: Lot }) {
  const { may, member } = useHousehold()
  const today = useToday()
  const save = useSave('lots')
  const takeBack = useTakeBack('lots')
  const notify = useNotify()
  const food = foodOf(lot.foodId)
  if (lot.state !== 'in-house' || !may('helper')) return null
  const say = (body: object, done: string): void =>
    save.mutate(
      { method: 'PATCH', path: `${paths.lots}/${lot.id}`, body: { version: lot.version, ...body } },
      {
        onSuccess: () =>
          notify.done(done, () =>
            takeBack({ table: 'lots', id: lot.id, version: lot.version + 1 }),
          ),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  return (
    <div role="group" aria-label="A look at it" className="border-t border-rim pt-3">
      <h3 className="text-[17px]">A look at it</h3>
      <p className="mb-2 text-[15px] leading-relaxed text-ink-soft">
        {lot.readyFrom && lot.readyFrom > today && `Ripening until ${showDay(lot.readyFrom)}. `}
        {lookWords(lot) ?? 'The can-by day is an estimate. Look, and say how long it’s good.'} Can
        only what’s firm and sound.
      </p>
      <div className="flex flex-wrap gap-2">
        {(food ? looksFor(food) : []).map((look) => {
          const after = afterLook(look, today, member.name)
          return (
            <Button
              key={look.words}
              size="small"
              onClick={() => say(after, `Can by ${showDay(after.canBy)}.`)}
            >
              {look.words}
            </Button>
          )
        })}
        <Button size="small" look="stop" onClick={() => say({ state: 'spoiled' }, 'Spoiled.')}>
          not good any more
        </Button>
      </div>
      {food?.ripens && (
        <>
          <p className="mt-3 mb-2 text-[15px] text-ink-soft">Not ripe yet?</p>
          <div className="flex flex-wrap gap-2">
            {RIPENS_IN.filter(({ days }) => days > 0 || lot.readyFrom).map(({ words, days }) => {
              const after = afterRipening(food, lot, days, today)
              const done = after.readyFrom
                ? `Ripe ${showDay(after.readyFrom)}.`
                : 'Ripe: it can be canned.'
              return (
                <Button key={words} size="small" onClick={() => say(after, done)}>
                  {words}
                </Button>
              )
            })}
          </div>
        </>
      )}
    </div>
  )
}
