import { type JarState, saidFood } from '@kelvit/core'
import { paths, type Jar, type NewLoad } from '@kelvit/contract'
import { countJars, decideBy, eatBy, isPastRescue, whyNotFate } from '@kelvit/core'
import { useNavigate } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { useLoads } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { nowMs, useMinute } from '../../sync/clock'
import { asDecided } from '../../household/set-aside'
import { useSayFate } from '../../household/set-fate'
import { useHousehold } from '../../household/session'
import { plural, useTimes } from '../../household/words'
import { Button } from '../../ui/button'
import { useNotify } from '../../ui/notice'
import { Caution, Panel } from '../../ui/panel'

const CHOICES: readonly (readonly [JarState, string])[] = [
  ['refrigerated', 'In the fridge'],
  ['frozen', 'In the freezer'],
  ['eaten', 'Eaten'],
  ['discarded', 'Thrown away'],
]

const whyAside = (jar: Jar): string =>
  jar.hold === 'not-processed'
    ? 'not processed as tested'
    : jar.seal === 'unsealed'
      ? 'not sealed'
      : 'lost half of its liquid or more'

/** Jars that can go into one load once more, together: of one batch, form, size and mouth. */
export function batchesAgain(aside: readonly Jar[], now: number): readonly (readonly Jar[])[] {
  const kinds = new Map<string, Jar[]>()
  for (const jar of aside) {
    if (whyNotFate(asDecided(jar), 'processed-again', now) || !jar.formId) continue
    const kind = [jar.loadId, jar.formId, jar.jar, jar.mouth].join(' ')
    kinds.set(kind, [...(kinds.get(kind) ?? []), jar])
  }
  return [...kinds.values()]
}

/** Plans a load of those very jars, with new lids and for the full time, in the canner they came from. */
function useProcessAgain(): (batch: readonly Jar[]) => void {
  const loads = useLoads().data ?? []
  const save = useSave('loads')
  const notify = useNotify()
  const navigate = useNavigate()
  return (batch) => {
    const [first] = batch
    const from = loads.find((l) => l.id === first?.loadId)
    const portion = from?.portions.find((p) => p.formId === first?.formId)
    if (!first?.formId || !from || !portion) return
    const id = uuidv7()
    const body: NewLoad = {
      cannerId: from.cannerId,
      startsAt: new Date(nowMs()).toISOString(),
      note: `Jars of batch ${from.code}, processed again.`,
      portions: [
        {
          id: uuidv7(),
          lotId: null,
          formId: first.formId,
          pack: portion.pack,
          jar: first.jar,
          mouth: first.mouth,
          jars: batch.length,
          fromJars: batch.map((j) => j.id),
        },
      ],
    }
    save.mutate(
      { method: 'PUT', path: `${paths.loads}/${id}`, body },
      {
        onSuccess: () => void navigate(`/stove/${id}`),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
}

/** Jars that are not for the shelf, until somebody says what became of each; with the clock that decides. */
export function SetAside({ jars }: { readonly jars: readonly Jar[] }) {
  const now = useMinute()
  const say = useSayFate()
  const { may } = useHousehold()
  const { dayTime } = useTimes()
  const aside = jars.filter((j) => j.state === 'set-aside')
  const again = useProcessAgain()
  const fridge = jars.filter((j) => j.state === 'refrigerated' || j.state === 'opened')
  if (aside.length + fridge.length === 0) return null
  return (
    <Panel
      rim={aside.length > 0 ? 'stop' : 'due'}
      label={aside.length > 0 ? 'Set aside' : 'In the fridge'}
      className="mb-5"
    >
      {aside.length > 0 && <h2 className="mb-1">Set aside</h2>}
      {may('helper') &&
        batchesAgain([...aside, ...fridge], now).map((batch) => (
          <Button key={batch[0]?.id} className="my-2" onClick={() => again(batch)}>
            Process {plural(batch.length, 'jar')} of {saidFood(batch[0]?.foodId ?? '')} again
          </Button>
        ))}
      <ul>
        {aside.map((jar) => {
          const known = asDecided(jar)
          const late = isPastRescue(known, now)
          const until = decideBy(known)
          return (
            <li key={jar.id} className="border-t border-rim py-3 first:border-0">
              <p>
                <strong>
                  {countJars(1, jar.jar)} {saidFood(jar.foodId)}
                </strong>{' '}
                <span className="text-ink-soft">
                  {jar.code}, {whyAside(jar)}
                </span>
              </p>
              {late ? (
                <Caution className="my-2">
                  It was out for more than 24 hours. Discard it unopened and untasted.
                </Caution>
              ) : (
                <p className="mb-2 text-[15px] leading-relaxed text-ink-soft">
                  {until !== null
                    ? `Until ${dayTime(until, now)}: refrigerate and eat within days, freeze, or process again with a new lid for the full time. After that, discard it.`
                    : 'Refrigerate and eat within days.'}
                </p>
              )}
              {may('helper') && (
                <div className="flex flex-wrap gap-2">
                  {CHOICES.filter(([state]) => !whyNotFate(known, state, now)).map(
                    ([state, words]) => (
                      <Button
                        key={state}
                        size="small"
                        look={state === 'discarded' ? 'stop' : 'plain'}
                        aria-label={`${words}: jar ${jar.code}`}
                        onClick={() => say(jar, state)}
                      >
                        {words}
                      </Button>
                    ),
                  )}
                </div>
              )}
            </li>
          )
        })}
      </ul>
      {fridge.length > 0 && (
        <>
          <h2 className={aside.length > 0 ? 'mt-3 border-t border-rim pt-3' : ''}>In the fridge</h2>
          <ul>
            {fridge.map((jar) => (
              <InFridge key={jar.id} jar={jar} now={now} />
            ))}
          </ul>
        </>
      )}
    </Panel>
  )
}

/** A jar in the fridge with its few days. */
function InFridge({ jar, now }: { readonly jar: Jar; readonly now: number }) {
  const say = useSayFate()
  const { may } = useHousehold()
  const { dayTime } = useTimes()
  const until = eatBy(Date.parse(jar.stateAt), jar)
  const over = now > until
  return (
    <li className="flex flex-wrap items-center justify-between gap-2 py-2">
      <span>
        {countJars(1, jar.jar)} {saidFood(jar.foodId)}
        {jar.state === 'opened' && ', opened'}{' '}
        <span className={over ? 'font-semibold text-beet' : 'text-ink-soft'}>
          {over ? 'longer than its days: discard it' : `eat by ${dayTime(until, now)}`}
        </span>
      </span>
      {may('helper') && (
        <span className="flex gap-2">
          {!over && (
            <Button
              size="small"
              aria-label={`Eaten: jar ${jar.code}`}
              onClick={() => say(jar, 'eaten')}
            >
              Eaten
            </Button>
          )}
          <Button
            size="small"
            look="stop"
            aria-label={`Thrown away: jar ${jar.code}`}
            onClick={() => say(jar, 'discarded')}
          >
            Thrown away
          </Button>
        </span>
      )}
    </li>
  )
}
