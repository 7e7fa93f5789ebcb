import type { Jar, JarState } from '@kelvit/contract'
import { countJars, decideBy, isPastRescue, whyNotFate, type JarToDecide } from '@kelvit/core'
import { useMinute } from '../../app/clock'
import { useHousehold } from '../../app/session'
import { useTimes } from '../../app/words'
import { Button } from '../../ui/button'
import { Caution, Panel } from '../../ui/panel'
import { foodName } from './shelf-view'
import { useTake } from './take'

const CHOICES: readonly (readonly [JarState, string])[] = [
  ['refrigerated', 'In the fridge'],
  ['frozen', 'In the freezer'],
  ['eaten', 'Eaten'],
  ['discarded', 'Thrown away'],
]

const asDecided = (jar: Jar): JarToDecide => ({
  state: jar.state,
  seal: jar.seal,
  outAt: jar.outAt === null ? null : Date.parse(jar.outAt),
  stateAt: Date.parse(jar.stateAt),
})

/** Jars that are not for the shelf, until somebody says what became of each; with the clock that decides. */
export function SetAside({ jars }: { readonly jars: readonly Jar[] }) {
  const now = useMinute()
  const take = useTake()
  const { may } = useHousehold()
  const { dayTime } = useTimes()
  const aside = jars.filter((j) => j.state === 'set-aside')
  if (aside.length === 0) return null
  return (
    <Panel rim="stop" label="Set aside">
      <h2 className="mb-1">Set aside</h2>
      <ul>
        {aside.map((jar) => {
          const known = asDecided(jar)
          const late = isPastRescue(known, now)
          const until = decideBy(known)
          return (
            <li key={jar.id} className="border-t border-rim py-3 first:border-0">
              <p>
                <strong>
                  {countJars(1, jar.jar)} {foodName(jar.foodId).toLowerCase()}
                </strong>{' '}
                <span className="text-ink-soft">
                  {jar.code},{' '}
                  {jar.seal === 'unsealed' ? 'not sealed' : 'lost half of its liquid or more'}
                </span>
              </p>
              {late ? (
                <Caution className="my-2">
                  It stood unsealed for more than 24 hours. Discard it, unopened and untasted.
                </Caution>
              ) : (
                <p className="mb-2 text-[15px] leading-relaxed text-ink-soft">
                  {jar.seal === 'unsealed' && until !== null
                    ? `Until ${dayTime(until, now)}: refrigerate and eat within days, freeze, or process again with a new lid for the full time. After that only discard.`
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
                        onClick={() => take(jar, state)}
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
    </Panel>
  )
}
