import type { Jar } from '@kelvit/contract'
import { countJars, jarName, mayBeEaten, type JarSize, type TakeWhy, shortFood } from '@kelvit/core'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { wouldTake, useTakeJars } from '../../household/take'
import { useHousehold } from '../../household/session'
import { tintOf } from '../../household/tints'
import { plural, showDate } from '../../household/words'
import { nowMs } from '../../sync/clock'
import { useShelves } from '../../sync/queries'
import { Button, ButtonLink } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { Sheet } from '../../ui/sheet'
import { Empty } from '../../ui/states'
import { Stepper } from '../../ui/stepper'
import { Doubtful, LookFirst } from './look-before'

interface Kind {
  readonly foodId: string
  readonly jar: JarSize
  readonly jars: readonly Jar[]
}

/** Jars that may be taken, by food and size, in the order of the alphabet. */
function kindsOf(jars: readonly Jar[]): readonly Kind[] {
  const kinds = new Map<string, Jar[]>()
  for (const jar of jars.filter(mayBeEaten)) {
    const key = `${jar.foodId} ${jar.jar}`
    kinds.set(key, [...(kinds.get(key) ?? []), jar])
  }
  return [...kinds.values()]
    .flatMap((list) => (list[0] ? [{ foodId: list[0].foodId, jar: list[0].jar, jars: list }] : []))
    .sort(
      (a, b) =>
        shortFood(a.foodId).localeCompare(shortFood(b.foodId)) || a.jar.localeCompare(b.jar),
    )
}

/** Take a jar: choose a food, get its oldest. */
export function TakeSheet({
  jars,
  onClose,
  today,
}: {
  readonly jars: readonly Jar[]
  readonly onClose: () => void
  readonly today: string
}) {
  const [chosen, setChosen] = useState<Kind>()
  const kinds = kindsOf(jars)
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="Take a jar"
      about="the oldest of a food goes first"
    >
      {kinds.length === 0 && (
        <Empty title="The shelf is empty">Add the jars you already have with a first count.</Empty>
      )}
      <div className="mb-3 flex justify-between gap-3">
        <ButtonLink to="/pantry/scan" look="quiet" size="small">
          Scan or type a code
        </ButtonLink>
        {chosen && (
          <Button look="quiet" size="small" onClick={() => setChosen(undefined)}>
            Another food
          </Button>
        )}
      </div>
      {!chosen && (
        <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
          {kinds.map((k) => {
            const alone = kinds.filter((x) => x.foodId === k.foodId).length === 1
            return (
              <button
                key={`${k.foodId} ${k.jar}`}
                type="button"
                onClick={() => setChosen(k)}
                className="flex min-h-14 items-center gap-2.5 rounded-md border-[1.5px] border-rim px-3 text-left font-semibold hover:bg-kettle/10"
              >
                <span
                  aria-hidden
                  className="size-4 shrink-0 rounded-sm"
                  style={{ background: tintOf(k.foodId) }}
                />
                <span className="grow leading-tight">
                  {shortFood(k.foodId)}
                  {!alone && (
                    <span className="block text-sm font-normal text-ink-soft">
                      {jarName(k.jar, 2)}
                    </span>
                  )}
                </span>
                <span className="tabular font-normal text-ink-soft">{k.jars.length}</span>
              </button>
            )
          })}
        </div>
      )}
      {chosen && (
        <TakeForm
          key={`${chosen.foodId} ${chosen.jar}`}
          kind={chosen}
          today={today}
          done={onClose}
        />
      )}
    </Sheet>
  )
}

const WHYS: readonly (readonly [TakeWhy, string])[] = [
  ['eaten', 'To eat'],
  ['opened', 'Opened, the rest is in the fridge'],
  ['given', 'Given away'],
  ['discarded', 'Thrown away'],
]

/** How many of a kind, which, and why. */
function TakeForm({
  kind,
  today,
  done,
}: {
  readonly kind: Kind
  readonly today: string
  readonly done: () => void
}) {
  const form = useForm<{ count: number; other: string; why: TakeWhy; note: string }>({
    defaultValues: { count: 1, other: '', why: 'eaten', note: '' },
  })
  const { register } = form
  const { count, other, why } = form.watch()
  const { household, may } = useHousehold()
  const shelves = useShelves().data ?? []
  const takeJars = useTakeJars()
  const wish = {
    foodId: kind.foodId,
    jar: kind.jar,
    count,
    why,
    preferred: other === '' ? [] : [other],
  }
  const { jars: first } = wouldTake(
    kind.jars,
    { ...wish, why: why === 'discarded' && other === '' ? 'eaten' : why },
    nowMs(),
    household.zone,
  )
  const [next] = first
  if (!next) return null
  const place = (jar: Jar): string => shelves.find((s) => s.id === jar.shelfId)?.name ?? ''
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) =>
        void form.handleSubmit(({ note }) => {
          takeJars({ ...wish, preferred: first.map((j) => j.id), note })
          done()
        })(e)
      }
    >
      <div aria-live="polite">
        <p className="font-head text-xl font-semibold">
          {shortFood(kind.foodId)}:{' '}
          {first.length === 1
            ? `jar ${next.code}, canned ${showDate(next.cannedOn, today)}`
            : `${countJars(first.length, kind.jar)}: ${first.map((j) => j.code).join(', ')}`}
        </p>
        <p className="text-ink-soft">
          {next.process === 'unknown'
            ? 'Nobody knows how it was processed. Eat it soon or discard it.'
            : next.useSoon
              ? 'Marked to use soon.'
              : other === ''
                ? `The oldest of ${plural(kind.jars.length, 'jar')}.`
                : `Not the oldest of ${plural(kind.jars.length, 'jar')}.`}
          {next.process !== 'unknown' && ` Best by ${showDate(next.bestBy, today)}.`}
          {place(next) && ` On ${place(next)}.`}
        </p>
      </div>
      <LookFirst jar={next} />
      <div className="grid gap-3 sm:grid-cols-[auto_1fr_1fr]">
        <Stepper
          label="How many"
          value={count}
          min={1}
          max={kind.jars.length}
          onChange={(n) => form.setValue('count', n)}
        />
        <ChoiceField label="What for" choices={WHYS} {...register('why')} />
        <ChoiceField
          label="Which"
          choices={[
            ['', 'The oldest'],
            ...kind.jars.map(
              (j) =>
                [
                  j.id,
                  `${j.code}, ${showDate(j.cannedOn, today)}${place(j) && `, ${place(j)}`}`,
                ] as const,
            ),
          ]}
          {...register('other')}
        />
      </div>
      {(why === 'given' || why === 'discarded') && (
        <TextField
          label={why === 'given' ? 'To whom (optional)' : 'What was wrong with it (optional)'}
          maxLength={200}
          {...register('note')}
        />
      )}
      <Button look="main" type="submit" className="self-start" disabled={!may('helper')}>
        {first.length === 1 ? 'Take this jar' : `Take ${plural(first.length, 'jar')}`}
      </Button>
      <Doubtful />
    </form>
  )
}
