import { type JarState } from '@kelvit/core'
import type { Jar } from '@kelvit/contract'
import {
  ageOf,
  boilBeforeTasting,
  countJars,
  formOf,
  holdSentence,
  KEEPING,
  nextJar,
} from '@kelvit/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { useLoseSeal, useSetFate } from '../../sync/changes'
import { useShelves } from '../../sync/queries'
import { useMinute } from '../../sync/clock'
import { History } from '../../household/history'
import { useHousehold } from '../../household/session'
import { tintOf } from '../../household/tints'
import { plural, showDate } from '../../household/words'
import { Button } from '../../ui/button'
import { useNotify } from '../../ui/notice'
import { Caution } from '../../ui/panel'
import { Sheet } from '../../ui/sheet'
import { Empty } from '../../ui/states'
import { foodName } from './shelf-view'

const WORDS: Readonly<Partial<Record<JarState, string>>> = {
  refrigerated: 'put into the fridge',
  frozen: 'put into the freezer',
  eaten: 'taken',
  given: 'given away',
  discarded: 'thrown away',
}

/** Takes a jar off the shelf at once, with a way back. */
export function useTake() {
  const set = useSetFate()
  const notify = useNotify()
  return (jar: Jar, state: JarState = 'eaten'): void => {
    set(jar, state)
    notify.done(`${foodName(jar.foodId)} ${jar.code} ${WORDS[state] ?? state}.`, () =>
      set({ ...jar, state }, jar.state),
    )
  }
}

/** The look before the taste: short, and always in the same place. */
function OpeningCaution({ foodId }: { readonly foodId: string }) {
  const { household } = useHousehold()
  const days = foodId === 'tomatoes' ? KEEPING.openedTomatoDays : KEEPING.openedDays
  return (
    <Caution>
      Look first: lid dished, no leak, no mould, no cloud, nothing spurts. Never taste a doubtful
      jar. Boil it {boilBeforeTasting(household.altitudeFt)} minutes before tasting. Opened, it
      keeps {days === 4 ? '3–4' : days} days in the fridge.
    </Caution>
  )
}

/** One jar, what is known of it, and what may become of it. */
export function JarSheet({
  jar,
  onClose,
  today,
}: {
  readonly jar: Jar
  readonly onClose: () => void
  readonly today: string
}) {
  const take = useTake()
  const { may } = useHousehold()
  const loseSeal = useLoseSeal()
  const [lost, setLost] = useState(false)
  const now = useMinute()
  const hours = jar.outAt === null ? Infinity : (now - Date.parse(jar.outAt)) / 3_600_000
  const shelf = useShelves().data?.find((s) => s.id === jar.shelfId)
  const age = ageOf(jar, today)
  const go = (state: JarState): void => {
    take(jar, state)
    onClose()
  }
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={`${foodName(jar.foodId)}, jar ${jar.code}`}
      about={`${countJars(1, jar.jar)}${jar.formId ? `, ${formOf(jar.formId)?.form.name.toLowerCase() ?? ''}` : ''}`}
    >
      <dl className="mb-4 grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
        <dt className="text-ink-soft">Canned</dt>
        <dd>{showDate(jar.cannedOn, today)}</dd>
        <dt className="text-ink-soft">Best by</dt>
        <dd className={age === 'best' ? '' : 'font-semibold text-squash'}>
          {showDate(jar.bestBy, today)}
        </dd>
        <dt className="text-ink-soft">Look it over by</dt>
        <dd>{showDate(jar.reviewBy, today)}</dd>
        <dt className="text-ink-soft">Stands on</dt>
        <dd>{shelf?.name ?? 'no shelf yet'}</dd>
        {jar.useSoon && (
          <>
            <dt className="text-ink-soft">Use soon</dt>
            <dd>{jar.seal === 'sealed-low-liquid' ? 'some liquid was lost' : 'marked'}</dd>
          </>
        )}
      </dl>
      {age !== 'best' && (
        <p className="mb-4 leading-relaxed">
          It is past its best. Age alone makes no sound jar unsafe, and no doubtful jar safe: look
          it over.
        </p>
      )}
      {jar.recipeId ? (
        <Caution>
          <strong>Do not eat.</strong> No tested process made this jar, so nobody knows that it is
          safe. Keep it closed, and discard it the way your extension service says.
        </Caution>
      ) : jar.hold ? (
        <Caution>
          <strong>Held: do not eat.</strong> {holdSentence(jar.hold, hours)}{' '}
          {jar.loadId && (
            <Link
              to={`/stove/${jar.loadId}/record`}
              className="font-semibold text-kettle underline"
            >
              What is known of its load
            </Link>
          )}
        </Caution>
      ) : (
        <OpeningCaution foodId={jar.foodId} />
      )}
      {may('helper') && (
        <div className="mt-4 flex flex-wrap gap-2.5">
          {!jar.recipeId && !jar.hold && (
            <>
              <Button look="main" onClick={() => go('eaten')}>
                Take this jar
              </Button>
              <Button onClick={() => go('given')}>Give it away</Button>
            </>
          )}
          {jar.loadId && !lost && <Button onClick={() => setLost(true)}>It lost its seal…</Button>}
          {lost && (
            <Button
              look="stop"
              onClick={() => {
                loseSeal(jar)
                onClose()
              }}
            >
              Lost its seal: thrown away untasted
            </Button>
          )}
          <Button look="stop" onClick={() => go('discarded')}>
            Throw it away
          </Button>
        </div>
      )}
      <div className="mt-4">
        <History table="jars" id={jar.id} />
      </div>
    </Sheet>
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
  const [foodId, setFoodId] = useState<string>()
  const take = useTake()
  const { may } = useHousehold()
  const foods = [...new Set(jars.filter((j) => !j.recipeId && !j.hold).map((j) => j.foodId))].sort(
    (a, b) => foodName(a).localeCompare(foodName(b)),
  )
  const next = foodId
    ? nextJar(
        jars.filter((j) => !j.hold),
        foodId,
      )
    : undefined
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="Take a jar"
      about="the oldest of a food goes first"
    >
      {foods.length === 0 && <Empty title="The shelf is empty" />}
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        {foods.map((f) => (
          <button
            key={f}
            type="button"
            aria-pressed={f === foodId}
            onClick={() => setFoodId(f)}
            className={`flex min-h-14 items-center gap-2.5 rounded-md border-[1.5px] px-3 text-left font-semibold ${f === foodId ? 'border-kettle bg-kettle/12' : 'border-rim'}`}
          >
            <span
              aria-hidden
              className="size-4 shrink-0 rounded-sm"
              style={{ background: tintOf(f) }}
            />
            <span className="grow leading-tight">{foodName(f)}</span>
            <span className="tabular font-normal text-ink-soft">
              {jars.filter((j) => j.foodId === f && !j.hold).length}
            </span>
          </button>
        ))}
      </div>
      {next && (
        <div className="mt-4 flex flex-col gap-3 border-t border-rim pt-4" aria-live="polite">
          <p className="font-head text-xl font-semibold">
            Jar {next.code}, canned {showDate(next.cannedOn, today)}
          </p>
          <p className="text-ink-soft">
            {next.useSoon
              ? 'Marked to use soon.'
              : `The oldest of ${plural(jars.filter((j) => j.foodId === foodId).length, 'jar')}.`}{' '}
            Best by {showDate(next.bestBy, today)}.
          </p>
          <OpeningCaution foodId={next.foodId} />
          <Button
            look="main"
            className="self-start"
            disabled={!may('helper')}
            onClick={() => {
              take(next)
              onClose()
            }}
          >
            Take this jar
          </Button>
        </div>
      )}
    </Sheet>
  )
}
