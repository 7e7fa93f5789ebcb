import { checkSoup, feet, lookUpProcess, showPressure, type JarSize } from '@kelvit/core'
import { useState } from 'react'
import { useCanners } from '../../api/queries'
import { useHousehold } from '../../app/session'
import { ChoiceField, TextField } from '../../ui/field'
import { Page as Sheet } from '../../ui/page'
import { Caution, Panel } from '../../ui/panel'

/** Ingredients in, verdict and reason for each out. */
export function Page() {
  const [text, setText] = useState('carrots, snap beans, sweet corn, broth')
  const [share, setShare] = useState('50')
  const [jar, setJar] = useState<JarSize>('quart')
  const [soaked, setSoaked] = useState(false)
  const { household } = useHousehold()
  const gauge = useCanners().data?.find((c) => !c.retired)?.regulatedBy ?? 'weighted'
  const names = text
    .split(/[,\n]/)
    .map((n) => n.trim())
    .filter(Boolean)
  const verdict = checkSoup(
    names.map((name) => ({ name, rehydrated: soaked })),
    Number(share) / 100,
    jar,
  )
  const process = lookUpProcess({
    form: 'soup',
    pack: 'hot',
    jar,
    gauge,
    altitudeFt: feet(household.altitudeFt),
  })
  return (
    <Sheet question="May this jar be canned?" aside="soups and mixed jars">
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-2">
        <Panel className="flex flex-col gap-4">
          <TextField
            label="What goes in, with commas"
            value={text}
            onChange={(e) => setText(e.target.value)}
            help="Every solid on its own, and the liquid."
          />
          <div className="grid grid-cols-2 gap-4">
            <TextField
              label="Solids, percent of the jar"
              type="number"
              min={0}
              max={100}
              value={share}
              onChange={(e) => setShare(e.target.value)}
              help="At most half."
            />
            <ChoiceField
              label="Jars"
              choices={[
                ['pint', 'pints'],
                ['quart', 'quarts'],
              ]}
              value={jar}
              onChange={(e) => setJar(e.target.value as JarSize)}
            />
          </div>
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-6 accent-kettle"
              checked={soaked}
              onChange={(e) => setSoaked(e.target.checked)}
            />
            Dried beans and peas are soaked and boiled until fully rehydrated
          </label>
        </Panel>
        <Panel rim={verdict.allowed ? 'done' : 'stop'} label="Verdict">
          <p
            className="mb-3 font-head text-[1.9rem] leading-tight font-semibold"
            aria-live="polite"
          >
            {verdict.allowed && verdict.minutes && process.outcome === 'process'
              ? `Yes: ${verdict.minutes} minutes at ${showPressure(process.psi, household.units)}`
              : 'No, not like this'}
          </p>
          <ul>
            {verdict.ingredients.map((i, n) => (
              <li
                key={n}
                className="grid grid-cols-[1.5rem_1fr] gap-x-2 border-t border-rim py-2 first:border-0"
              >
                <span aria-hidden className={i.allowed ? 'text-brine' : 'text-beet'}>
                  {i.allowed ? '✓' : '✗'}
                </span>
                <span>
                  <strong>{i.name}</strong>{' '}
                  <span className="sr-only">{i.allowed ? 'allowed' : 'not allowed'}</span>
                  <span className="block text-[15px] text-ink-soft">{i.reason}</span>
                </span>
              </li>
            ))}
          </ul>
          {verdict.reasons.map((r) => (
            <p key={r} className="mt-2 font-semibold text-beet">
              {r}
            </p>
          ))}
          <Caution className="mt-4">
            Nothing thick goes in: no flour, starch, rice, pasta, barley, bread or dairy. Thicken
            when serving. {process.source}.
          </Caution>
        </Panel>
      </div>
    </Sheet>
  )
}
