import {
  HELD_JAR,
  holdOf,
  JAR_SIGNS,
  portionFood,
  SEAL_CAUSES,
  seenOf,
  signRule,
  type JarSign,
  type SignRule,
} from '@kelvit/core'
import { useState } from 'react'
import { tintOf } from '../household/tints'
import { Button } from '../ui/button'
import { JarAlone } from '../ui/jar-glyph'
import { Sheet } from '../ui/sheet'
import type { LoadView } from './load-view'
import { useStove, type Stove } from './use-stove'

const SIGNS: Readonly<Record<JarSign, string>> = {
  spouted: 'spouted',
  'half-empty': 'half empty',
  'food-under-lid': 'food under lid',
  'lid-up': 'lid up',
  broken: 'broken',
  eaten: 'eaten',
}
/** What a sign means here: a jar of a load that is held is no food yet, whatever is seen of it. */
const ruleHere = ({ at, state, load }: LoadView, sign: JarSign): SignRule => {
  const rule = signRule(sign, at, state.outAt)
  return rule.state !== 'discarded' && holdOf(load.setup, state) !== null
    ? { ...rule, now: HELD_JAR }
    : rule
}
const FILLS: Readonly<Record<JarSign, number>> = {
  ...{ spouted: 0.7, 'half-empty': 0.4, 'food-under-lid': 0.9, 'lid-up': 0.9, broken: 0.2, eaten: 0 }, // prettier-ignore
}

/** Every jar of a load, with what was seen of it so far. */
export const jarsOfLoad = ({ load, state }: LoadView) =>
  load.portions.flatMap((portion) => {
    const count = portion.filled ?? portion.jars
    return seenOf(state.seen, portion.id, count).map((seen, i) => ({
      key: `${portion.id}/${i}`,
      portion,
      seen,
    }))
  })
type JarHere = ReturnType<typeof jarsOfLoad>[number]

/** The jars on the towel: what shows already is said at that jar; the rest is judged tomorrow. */
export function JarsSeen({ view, ready }: { readonly view: LoadView; readonly ready?: boolean }) {
  const [at, setAt] = useState<number>()
  const stove = useStove(view)
  const jars = jarsOfLoad(view)
  const chosen = at === undefined ? undefined : jars[at]
  return (
    <div className="flex flex-col gap-2" role="group" aria-label="Jars">
      <div className="flex flex-wrap gap-x-1 gap-y-1.5">
        {jars.map((j, i) => (
          <button
            key={j.key}
            type="button"
            disabled={!stove.may || j.seen !== undefined}
            aria-label={`Jar ${i + 1}: ${j.seen ? SIGNS[j.seen.sign] : 'nothing seen'}`}
            onClick={() => setAt(i)}
            className="flex min-h-14 w-12 flex-col items-center justify-end rounded-md border-[1.5px] border-transparent pb-0.5 text-center text-[13px] leading-tight font-semibold text-squash enabled:hover:border-kettle"
          >
            <JarAlone
              size={j.portion.jar}
              tint={tintOf(portionFood(j.portion))}
              fill={j.seen ? FILLS[j.seen.sign] : 0.9}
            />
            {j.seen && <span aria-hidden>{SIGNS[j.seen.sign]}</span>}
          </button>
        ))}
      </div>
      {stove.may && !ready && (
        <p className="text-[15px] text-ink-soft">
          Is one spouted, half empty, or is its lid up? Tap that jar.
        </p>
      )}
      <Sheet
        open={chosen !== undefined}
        onOpenChange={(open) => !open && setAt(undefined)}
        title={`Jar ${(at ?? 0) + 1}: what do you see?`}
        about="The other jars are judged when you check the seals."
      >
        {chosen && (
          <Signs
            jar={chosen}
            stove={stove}
            rule={(sign) => ruleHere(view, sign)}
            done={() => setAt(undefined)}
          />
        )}
      </Sheet>
    </div>
  )
}

interface SignsProps {
  readonly jar: JarHere
  readonly stove: Stove
  readonly rule: (sign: JarSign) => SignRule
  readonly done: () => void
}

/** What is seen in one tap, and why in a second, where somebody knows. */
function Signs({ jar, stove, rule, done }: SignsProps) {
  const [sign, setSign] = useState<JarSign>()
  const say = (which: JarSign, cause: string | null): void => {
    stove.say(
      { kind: 'jar-seen', seen: { portionId: jar.portion.id, sign: which, cause } },
      `Jar noted: ${SIGNS[which]}.`,
    )
    done()
  }
  if (sign === undefined)
    return (
      <ul className="flex flex-col">
        {JAR_SIGNS.map((s) => (
          <li key={s} className="border-t border-rim first:border-0">
            <button
              type="button"
              className="flex min-h-14 w-full flex-col items-start justify-center rounded-md px-2 py-2 text-left hover:bg-kettle/10"
              onClick={() => (s === 'eaten' ? say(s, null) : setSign(s))}
            >
              <strong className="text-kettle">{rule(s).words}</strong>
              <span className="text-[15px] text-ink-soft">{rule(s).now}</span>
            </button>
          </li>
        ))}
      </ul>
    )
  return (
    <div className="flex flex-col gap-4">
      <p className="font-semibold">{rule(sign).now}</p>
      <p>Do you know why?</p>
      <div className="flex flex-wrap gap-2">
        {SEAL_CAUSES.map((cause) => (
          <Button key={cause} onClick={() => say(sign, cause)}>
            {cause}
          </Button>
        ))}
      </div>
      <div className="flex gap-3">
        <Button look="main" onClick={() => say(sign, null)}>
          I don’t know
        </Button>
        <Button onClick={() => setSign(undefined)}>Back</Button>
      </div>
    </div>
  )
}
