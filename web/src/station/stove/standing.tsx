import type { SealCount, SealOutcome, Shelf } from '@kelvit/contract'
import { useState } from 'react'
import { useShelves } from '../../api/queries'
import { tintOf } from '../../app/tints'
import { plural, useTimes } from '../../app/words'
import { Button } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { JAR_DRAWN, JarGlyph } from '../../ui/jar-glyph'
import { Panel } from '../../ui/panel'
import { useStove } from './actions'
import type { LoadView } from './load-view'

/** Jars on the board: wait, then press each lid and say what came of it. */
export function Standing({ view }: { readonly view: LoadView }) {
  const { dayTime } = useTimes()
  const [checking, setChecking] = useState(false)
  const { now, state, at } = view
  const open = now.prompt?.kind === 'check-seals'
  const overdue = now.prompt?.kind === 'check-seals' && now.prompt.overdue
  return (
    <Panel
      rim={open ? 'due' : 'done'}
      label={`Standing jars, batch ${view.load.code}`}
      className="flex flex-col gap-3"
    >
      <header>
        <h2>Standing</h2>
        <p className="text-[15px] text-ink-soft">
          {view.contents}, out {dayTime(state.since, at)}
        </p>
      </header>
      {checking ? (
        <SealCheck view={view} done={() => setChecking(false)} />
      ) : (
        <>
          <JarRow view={view} />
          <p className="leading-relaxed">
            {open
              ? overdue
                ? 'More than 24 hours. Check the lids now; an unsealed jar can no longer be processed again.'
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
          <JarGlyph size={p.jar} tint={tintOf(view.foodId)} fill={0.9} />
        </g>
      ))}
      <rect x={0} y={52} width={width} height={3} fill="var(--board)" />
    </svg>
  )
}

const NEXT: Readonly<Record<SealOutcome, SealOutcome>> = {
  sealed: 'sealed-low-liquid',
  'sealed-low-liquid': 'unsealed',
  unsealed: 'broken',
  broken: 'sealed',
}
const WORDS: Readonly<Record<SealOutcome, string>> = {
  sealed: 'sealed',
  'sealed-low-liquid': 'sealed, much liquid lost',
  unsealed: 'not sealed',
  broken: 'broken',
}
const SIGNS: Readonly<Record<SealOutcome, string>> = {
  sealed: '✓',
  'sealed-low-liquid': '↓',
  unsealed: '✗',
  broken: '⚡',
}
const COLOURS: Readonly<Record<SealOutcome, string>> = {
  sealed: 'text-brine',
  'sealed-low-liquid': 'text-squash',
  unsealed: 'text-beet',
  broken: 'text-beet',
}

/** A button per jar: one tap moves it to the next outcome. All count as sealed until tapped. */
function SealCheck({ view, done }: { readonly view: LoadView; readonly done: () => void }) {
  const jars = view.load.portions.flatMap((p) =>
    Array.from({ length: p.filled ?? p.jars }, (_, i) => ({ key: `${p.id}/${i}`, portion: p })),
  )
  const [outcome, setOutcome] = useState<Readonly<Record<string, SealOutcome>>>({})
  const [shelfId, setShelfId] = useState<string>()
  const shelves: readonly Shelf[] = useShelves().data ?? []
  const stove = useStove(view)
  const of = (key: string): SealOutcome => outcome[key] ?? 'sealed'
  const shelf = shelfId ?? shelves[0]?.id ?? ''
  const good = jars.filter((j) => of(j.key).startsWith('sealed')).length
  const bad = jars.filter((j) => of(j.key) === 'unsealed').length
  const put = (): void => {
    const seals: SealCount[] = []
    for (const j of jars) {
      const at = seals.findIndex((s) => s.portionId === j.portion.id && s.outcome === of(j.key))
      const before = seals[at]
      if (before) seals[at] = { ...before, jars: before.jars + 1 }
      else seals.push({ portionId: j.portion.id, outcome: of(j.key), jars: 1 })
    }
    stove.say(
      { kind: 'seals-checked', seals, shelfId: shelf || null },
      `${plural(good, 'jar')} shelved.`,
    )
    done()
  }
  return (
    <div className="flex flex-col gap-4">
      <p className="text-[15px] text-ink-soft">
        Flat or dished and silent is sealed. Tap a jar that is not: much liquid lost, not sealed,
        broken.
      </p>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(4.5rem,1fr))] gap-2">
        {jars.map((j, i) => (
          <button
            key={j.key}
            type="button"
            aria-label={`Jar ${i + 1}: ${WORDS[of(j.key)]}`}
            onClick={() => setOutcome({ ...outcome, [j.key]: NEXT[of(j.key)] })}
            className={`flex min-h-20 flex-col items-center justify-end rounded-md border-[1.5px] border-rim pb-1 font-semibold ${COLOURS[of(j.key)]}`}
          >
            <svg
              viewBox={`-2 ${-JAR_DRAWN[j.portion.jar].h - 2} 24 ${JAR_DRAWN[j.portion.jar].h + 4}`}
              className="h-11"
              aria-hidden
            >
              <JarGlyph
                size={j.portion.jar}
                tint={tintOf(view.foodId)}
                fill={of(j.key) === 'sealed-low-liquid' ? 0.45 : 0.9}
              />
            </svg>
            <span aria-hidden>{SIGNS[of(j.key)]}</span>
          </button>
        ))}
      </div>
      {bad > 0 && (
        <p role="note" className="leading-relaxed text-beet">
          {plural(bad, 'jar')} not sealed: within 24 hours process again with a new lid for the full
          time, or refrigerate and eat within days, or freeze.
        </p>
      )}
      {shelves.length > 0 && good > 0 && (
        <ChoiceField
          label="They go on"
          choices={shelves.map((s) => [s.id, s.name])}
          value={shelf}
          onChange={(e) => setShelfId(e.target.value)}
        />
      )}
      <div className="flex flex-wrap gap-3">
        <Button look="main" onClick={put} disabled={!stove.may}>
          {good > 0 ? `Shelve ${plural(good, 'jar')}` : 'Note it'}
        </Button>
        <Button onClick={done}>Not yet</Button>
      </div>
    </div>
  )
}
