import { STAND_OPEN_MS, type SealOutcome } from '@kelvit/core'
import type { SealCount, Shelf } from '@kelvit/contract'
import { useState } from 'react'
import { useShelves } from '../../sync/queries'
import { useHousehold } from '../../household/session'
import { tintOf } from '../../household/tints'
import { plural, useTimes } from '../../household/words'
import { Button } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { JAR_DRAWN, JarGlyph } from '../../ui/jar-glyph'
import { Caution, Panel } from '../../ui/panel'
import { useStove } from '../../load/use-stove'
import { Happened } from '../../load/happened'
import type { LoadView } from '../../load/load-view'
import { Verdict } from '../../load/verdict'
import { WhyHere } from '../../household/why-here'

/** Jars on the board: wait, then press each lid and say what came of it. */
export function Standing({ view }: { readonly view: LoadView }) {
  const { dayTime } = useTimes()
  const [checking, setChecking] = useState(false)
  const { now, state, at } = view
  const open = now.prompt?.kind === 'check-seals'
  const overdue = open && now.prompt.overdue
  return (
    <Panel
      rim={open ? 'due' : 'done'}
      label={`Cooling jars, batch ${view.load.code}`}
      className="flex flex-col gap-3"
    >
      <header>
        <h2>Cooling on the towel</h2>
        <p className="text-[15px] text-ink-soft">
          {view.contents}, out {dayTime(state.since, at)}
        </p>
      </header>
      <Verdict view={view} />
      {checking ? (
        <>
          <SealCheck view={view} done={() => setChecking(false)} />
          <WhyHere ids={['did-it-seal', 'too-much-lost', 'not-sealed']} />
        </>
      ) : (
        <>
          <JarRow view={view} />
          <p className="leading-relaxed">
            {open
              ? overdue
                ? 'More than 24 hours. Check the lids now. Discard any jar that didn’t seal.'
                : 'Ready: bands off, press the middle of each lid.'
              : `Check the seals from ${dayTime(state.since + 12 * 3_600_000, at)}. Don’t press the lids before.`}
          </p>
          {open && (
            <Button look="main" className="self-start" onClick={() => setChecking(true)}>
              Check the seals
            </Button>
          )}
        </>
      )}
      <Happened view={view} />
    </Panel>
  )
}

function JarRow({ view }: { readonly view: LoadView }) {
  const jars = view.load.portions.flatMap((p) =>
    Array.from({ length: p.filled ?? p.jars }, () => p),
  )
  const width = jars.length * 23
  return (
    <svg
      viewBox={`0 0 ${Math.max(width, 230)} 56`}
      className="max-h-16 w-full"
      role="img"
      aria-label={plural(jars.length, 'jar')}
      preserveAspectRatio="xMinYMax meet"
    >
      {jars.map((p, i) => (
        <g key={i} transform={`translate(${i * 23} 52)`}>
          <JarGlyph size={p.jar} tint={tintOf(view.foodId)} />
        </g>
      ))}
      <rect x={0} y={52} width={width} height={3} fill="var(--board)" />
    </svg>
  )
}

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

/** A button per jar: each is pressed by a person, none counts as sealed by itself. */
function SealCheck({ view, done }: { readonly view: LoadView; readonly done: () => void }) {
  const jars = view.load.portions.flatMap((p) =>
    Array.from({ length: p.filled ?? p.jars }, (_, i) => ({ key: `${p.id}/${i}`, portion: p })),
  )
  const [outcome, setOutcome] = useState<Readonly<Record<string, SealOutcome>>>({})
  const [shelfId, setShelfId] = useState<string>()
  const shelves: readonly Shelf[] = useShelves().data ?? []
  const stove = useStove(view)
  const { household } = useHousehold()
  const { dayTime } = useTimes()
  const of = (key: string): SealOutcome | undefined => outcome[key]
  const count = (...which: SealOutcome[]): number =>
    jars.filter((j) => which.some((w) => w === of(j.key))).length
  const shelf = shelfId ?? shelves[0]?.id ?? ''
  const good = count('sealed', 'sealed-low-liquid')
  const bad = count('unsealed')
  const half = count('sealed-half-liquid')
  const open = jars.filter((j) => of(j.key) === undefined).length
  const { reprocessBy } = view.now
  // Jars of a load that was not processed as tested never go on the shelf, sealed or not.
  const condemned = view.judgement.verdict === 'not-processed'
  const late = reprocessBy !== null && view.at > reprocessBy
  const allSealed = (): void =>
    setOutcome(Object.fromEntries(jars.map((j) => [j.key, of(j.key) ?? 'sealed'])))
  const put = (): void => {
    const seals: SealCount[] = []
    for (const j of jars) {
      const said = of(j.key)
      if (said === undefined) return
      const at = seals.findIndex((s) => s.portionId === j.portion.id && s.outcome === said)
      const before = seals[at]
      if (before) seals[at] = { ...before, jars: before.jars + 1 }
      else seals.push({ portionId: j.portion.id, outcome: said, jars: 1 })
    }
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
  const { outAt } = view.state
  const early = outAt !== null && view.at - outAt < STAND_OPEN_MS
  return (
    <div className="flex flex-col gap-4">
      {early && (
        <Caution>
          It’s {Math.floor((view.at - outAt) / 3_600_000)} hours since the jars came out. Press them
          again after 12 hours, at {dayTime(outAt + STAND_OPEN_MS, view.at)}. A lid that’s down now
          may still let go.
        </Caution>
      )}
      <p className="text-[15px] text-ink-soft">
        Press the middle of each lid. Flat or dished and silent means sealed. Tap each jar here
        until it shows the result: sealed, some liquid lost, half or more lost, not sealed, broken.
      </p>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(4.5rem,1fr))] gap-2">
        {jars.map((j, i) => (
          <button
            key={j.key}
            type="button"
            aria-label={`Jar ${i + 1}: ${wordsOf(of(j.key))}`}
            onClick={() => setOutcome({ ...outcome, [j.key]: nextOf(of(j.key)) })}
            className={`flex min-h-20 flex-col items-center justify-end rounded-md border-[1.5px] border-rim pb-1 font-semibold ${colourOf(of(j.key))}`}
          >
            <svg
              viewBox={`-2 ${-JAR_DRAWN[j.portion.jar].h - 2} 24 ${JAR_DRAWN[j.portion.jar].h + 4}`}
              className="h-11"
              aria-hidden
            >
              <JarGlyph
                size={j.portion.jar}
                tint={tintOf(view.foodId)}
                fill={FILLS[of(j.key) ?? 'sealed']}
              />
            </svg>
            <span aria-hidden>{signOf(of(j.key))}</span>
          </button>
        ))}
      </div>
      {open > 0 && (
        <p className="flex flex-wrap items-center gap-3">
          <span>
            <strong>{plural(open, 'jar')}</strong> still to check.
          </span>
          <Button size="small" onClick={allSealed}>
            {open === jars.length ? 'I pressed every lid: all sealed' : 'The others are sealed'}
          </Button>
        </p>
      )}
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
            ? `Set aside ${plural(jars.length, 'jar')}`
            : good > 0
              ? `Shelve ${plural(good, 'jar')}`
              : 'Save'}
        </Button>
        <Button onClick={done}>Not yet</Button>
      </div>
    </div>
  )
}
