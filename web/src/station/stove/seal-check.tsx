import {
  JAR_SIGN_RULES,
  portionFood,
  SEAL_CAUSES,
  STAND_OPEN_MS,
  type SealOutcome,
} from '@kelvit/core'
import type { SealCount, Shelf } from '@kelvit/contract'
import { useState } from 'react'
import { jarsOfLoad } from '../../load/jars-seen'
import { useShelves } from '../../sync/queries'
import { useHousehold } from '../../household/session'
import { tintOf } from '../../household/tints'
import { plural, useTimes } from '../../household/words'
import { Button } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { JarAlone } from '../../ui/jar-glyph'
import { Caution } from '../../ui/panel'
import { useStove } from '../../load/use-stove'
import type { LoadView } from '../../load/load-view'

const ORDER: readonly SealOutcome[] = [
  'sealed',
  'sealed-low-liquid',
  'sealed-half-liquid',
  'unsealed',
  'broken',
]
const nextOf = (now: SealOutcome | undefined): SealOutcome =>
  ORDER[(now === undefined ? 0 : ORDER.indexOf(now) + 1) % ORDER.length] ?? 'sealed'
const WORDS: Readonly<Record<SealOutcome, string>> = {
  sealed: 'sealed',
  'sealed-low-liquid': 'sealed, some liquid lost',
  'sealed-half-liquid': 'sealed, half its liquid or more lost',
  unsealed: 'not sealed',
  broken: 'broken',
}
const SIGNS: Readonly<Record<SealOutcome, string>> = {
  sealed: '✓',
  'sealed-low-liquid': '↓',
  'sealed-half-liquid': '½',
  unsealed: '✗',
  broken: '⚡',
}
const COLOURS: Readonly<Record<SealOutcome, string>> = {
  sealed: 'text-brine',
  'sealed-low-liquid': 'text-squash',
  'sealed-half-liquid': 'text-beet',
  unsealed: 'text-beet',
  broken: 'text-beet',
}

const FILLS: Readonly<Record<SealOutcome, number>> = {
  sealed: 0.9,
  'sealed-low-liquid': 0.7,
  'sealed-half-liquid': 0.4,
  unsealed: 0.9,
  broken: 0.9,
}
const wordsOf = (o: SealOutcome | undefined): string => (o ? WORDS[o] : 'not pressed yet')
const signOf = (o: SealOutcome | undefined): string => (o ? SIGNS[o] : '?')
const colourOf = (o: SealOutcome | undefined): string => (o ? COLOURS[o] : 'text-ink-soft')

type JarHere = ReturnType<typeof jarsOfLoad>[number]
interface Said {
  readonly outcome: SealOutcome
  /** It is where it was put when it was noted. */
  readonly gone: boolean
  readonly cause: string | null
}

/** A jar that went to the fridge, the bin or the table already: it counts as it was seen then. */
const goneAs = ({ seen }: JarHere): SealOutcome | undefined =>
  seen && JAR_SIGN_RULES[seen.sign].state !== null ? JAR_SIGN_RULES[seen.sign].outcome : undefined
/** Sealed, for a jar that spouted: some of its liquid is gone. */
const sealedAs = ({ seen }: JarHere): SealOutcome =>
  seen ? JAR_SIGN_RULES[seen.sign].outcome : 'sealed'

/** The jars as they are sent: alike ones together, each that was told of before by itself. */
function sealsOf(
  jars: readonly JarHere[],
  said: (j: JarHere) => Said | undefined,
): SealCount[] | undefined {
  const seals: SealCount[] = []
  for (const j of jars) {
    const told = said(j)
    if (!told) return undefined
    const { outcome, cause } = told
    const portionId = j.portion.id
    if (told.gone && j.seen) seals.push({ portionId, outcome, jars: 1, cause, seenId: j.seen.id })
    else {
      const at = seals.findIndex(
        (s) => !s.seenId && s.portionId === portionId && s.outcome === outcome && s.cause === cause,
      )
      const before = seals[at]
      if (before) seals[at] = { ...before, jars: before.jars + 1 }
      else seals.push({ portionId, outcome, jars: 1, cause })
    }
  }
  return seals
}

/** A button per jar: each is pressed by a person, none counts as sealed by itself. */
export function SealCheck({ view, done }: { readonly view: LoadView; readonly done: () => void }) {
  const jars = jarsOfLoad(view)
  const [outcome, setOutcome] = useState<Readonly<Record<string, SealOutcome>>>({})
  const [causes, setCauses] = useState<Readonly<Record<string, string>>>({})
  const [shelfId, setShelfId] = useState<string>()
  const shelves: readonly Shelf[] = useShelves().data ?? []
  const stove = useStove(view)
  const { household } = useHousehold()
  // What was noted before may be put right: then it is a jar like the others.
  const isGone = (j: JarHere): boolean => goneAs(j) !== undefined && outcome[j.key] === undefined
  const here = jars.filter((j) => !isGone(j))
  const of = (j: JarHere): SealOutcome | undefined => outcome[j.key] ?? goneAs(j)
  const count = (...which: SealOutcome[]): number =>
    here.filter((j) => which.some((w) => w === of(j))).length
  const shelf = shelfId ?? shelves[0]?.id ?? ''
  const good = count('sealed', 'sealed-low-liquid')
  const bad = count('unsealed')
  const half = count('sealed-half-liquid')
  const open = here.filter((j) => of(j) === undefined).length
  // Jars of a load that was not processed as tested never go on the shelf, sealed or not.
  const condemned = view.judgement.verdict === 'not-processed'
  const causeOf = (j: JarHere): string => causes[j.key] ?? j.seen?.cause ?? ''
  const said = (j: JarHere): Said | undefined => {
    const outcome = of(j)
    return outcome && { outcome, cause: causeOf(j) || null, gone: isGone(j) }
  }
  const allSealed = (): void =>
    setOutcome(Object.fromEntries(here.map((j) => [j.key, of(j) ?? sealedAs(j)])))
  const press = (j: JarHere): void => {
    const { [j.key]: now, ...others } = outcome
    const last = now === ORDER.at(-1) && goneAs(j) !== undefined
    const first = goneAs(j) ? 'sealed' : sealedAs(j)
    setOutcome(last ? others : { ...others, [j.key]: now ? nextOf(now) : first })
  }
  const put = (): void => {
    const seals = sealsOf(jars, said)
    if (!seals) return
    stove.say(
      { kind: 'seals-checked', seals, shelfId: shelf || null },
      condemned
        ? `${plural(good + bad + half, 'jar')} set aside: see the pantry.`
        : bad + half > 0
          ? `${plural(good, 'jar')} shelved, ${plural(bad + half, 'jar')} set aside: see the pantry.`
          : `${plural(good, 'jar')} shelved.`,
    )
    done()
  }
  return (
    <div className="flex flex-col gap-4">
      <Early view={view} />
      <p className="text-[15px] text-ink-soft">
        Press the middle of each lid. Flat or dished and silent means sealed. Tap each jar here
        until it shows the result: sealed, some liquid lost, half or more lost, not sealed, broken.
      </p>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(4.5rem,1fr))] gap-2">
        {jars.map((j, i) => (
          <JarButton
            key={j.key}
            jar={j}
            name={`Jar ${i + 1}`}
            outcome={of(j)}
            gone={isGone(j)}
            press={() => press(j)}
          />
        ))}
      </div>
      {open > 0 && (
        <p className="flex flex-wrap items-center gap-3">
          <span>
            <strong>{plural(open, 'jar')}</strong> still to check.
          </span>
          <Button size="small" onClick={allSealed}>
            {open === here.length ? 'I pressed every lid: all sealed' : 'The others are sealed'}
          </Button>
        </p>
      )}
      <Failed view={view} bad={bad} half={half} />
      <Causes
        jars={jars}
        failed={(j) => !isGone(j) && FAILED.has(of(j) ?? 'sealed')}
        cause={causeOf}
        setCause={(j, cause) => setCauses({ ...causes, [j.key]: cause })}
      />
      {shelves.length > 0 && good > 0 && !condemned && (
        <ChoiceField
          label="Put them on"
          choices={shelves.map((s) => [s.id, s.name])}
          value={shelf}
          onChange={(e) => setShelfId(e.target.value)}
        />
      )}
      {good > 0 && !condemned && (
        <p className="text-[15px] text-ink-soft">
          {household.settings.bandsOff
            ? 'Store them without bands. A failed seal shows, and nothing rusts.'
            : 'Put the bands back on loosely once the lids are checked and the threads are dry.'}
        </p>
      )}
      <div className="flex flex-wrap gap-3">
        <Button look="main" onClick={put} disabled={open > 0 || !stove.may}>
          {condemned
            ? `Set aside ${plural(here.length, 'jar')}`
            : good > 0
              ? `Shelve ${plural(good, 'jar')}`
              : 'Save'}
        </Button>
        <Button onClick={done}>Not yet</Button>
      </div>
    </div>
  )
}

function Early({ view: { state, at } }: { readonly view: LoadView }) {
  const { dayTime } = useTimes()
  const { outAt } = state
  if (outAt === null || at - outAt >= STAND_OPEN_MS) return null
  return (
    <Caution>
      It’s {Math.floor((at - outAt) / 3_600_000)} hours since the jars came out. Press them again
      after 12 hours, at {dayTime(outAt + STAND_OPEN_MS, at)}. A lid that’s down now may still let
      go.
    </Caution>
  )
}

interface JarButtonProps {
  readonly jar: JarHere
  readonly name: string
  readonly outcome: SealOutcome | undefined
  readonly gone: boolean
  readonly press: () => void
}

function JarButton({ jar: { portion, seen }, name, outcome, gone, press }: JarButtonProps) {
  const eaten = gone && seen?.sign === 'eaten'
  return (
    <button
      type="button"
      aria-label={`${name}: ${eaten ? 'eaten' : wordsOf(outcome)}${gone && !eaten ? ', noted before' : ''}`}
      onClick={press}
      className={`flex min-h-20 flex-col items-center justify-end rounded-md border-[1.5px] border-rim pb-1 font-semibold ${gone ? 'border-dashed opacity-70' : ''} ${eaten ? 'text-ink-soft' : colourOf(outcome)}`}
    >
      <JarAlone
        size={portion.jar}
        tint={tintOf(portionFood(portion))}
        fill={eaten ? 0 : FILLS[outcome ?? 'sealed']}
      />
      <span aria-hidden>{eaten ? 'eaten' : signOf(outcome)}</span>
    </button>
  )
}

/** What becomes of jars that can’t be shelved. */
function Failed({
  view,
  bad,
  half,
}: {
  readonly view: LoadView
  readonly bad: number
  readonly half: number
}) {
  const { reprocessBy } = view.now
  const late = reprocessBy !== null && view.at > reprocessBy
  return (
    <>
      {bad > 0 && (
        <Caution>
          {late
            ? `${plural(bad, 'jar')} not sealed and out for more than 24 hours. Discard ${bad === 1 ? 'it' : 'them'} unopened and untasted. Nothing else is safe.`
            : `${plural(bad, 'jar')} not sealed. Within 24 hours of coming out: process again with a new lid for the full time, refrigerate and eat within days, or freeze.`}
        </Caution>
      )}
      {half > 0 && (
        <Caution>
          {plural(half, 'jar')} lost half the liquid or more. Don’t shelve{' '}
          {half === 1 ? 'it' : 'them'}. Refrigerate and eat within days.
        </Caution>
      )}
    </>
  )
}

const FAILED: ReadonlySet<SealOutcome> = new Set([
  'sealed-low-liquid',
  'sealed-half-liquid',
  'unsealed',
  'broken',
])

interface CausesProps {
  readonly jars: readonly JarHere[]
  readonly failed: (j: JarHere) => boolean
  readonly cause: (j: JarHere) => string
  readonly setCause: (j: JarHere, cause: string) => void
}

/** Why, where somebody knows: Records counts it. */
function Causes({ jars, failed, cause, setCause }: CausesProps) {
  const which = jars.flatMap((jar, i) => (failed(jar) ? [{ jar, name: `Jar ${i + 1}` }] : []))
  if (which.length === 0) return null
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      {which.map(({ jar, name }) => (
        <ChoiceField
          key={jar.key}
          label={`${name}: do you know why?`}
          choices={[['', 'I don’t know'], ...SEAL_CAUSES.map((c) => [c, c] as const)]}
          value={cause(jar)}
          onChange={(e) => setCause(jar, e.target.value)}
        />
      ))}
    </div>
  )
}
