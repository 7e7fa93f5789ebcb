import {
  feet,
  mixedJar,
  pressureOn,
  type IngredientVerdict,
  type JarSize,
  type MixedJarAnswer,
} from '@kelvit/core'
import { useState } from 'react'
import { useGaugeHere } from '../../household/gauge'
import { useHousehold } from '../../household/session'
import { ChoiceField, TextField } from '../../ui/field'
import { Page as Sheet } from '../../ui/page'
import { Caution, Panel, type Rim } from '../../ui/panel'

const RIMS: Readonly<Record<MixedJarAnswer['outcome'], Rim>> = {
  process: 'done',
  refused: 'stop',
  asks: 'due',
}

type Soaked = 'unsaid' | 'yes' | 'no'

/** Ingredients in; the process, the refusal or the question that decides out. */
export function Page() {
  const [text, setText] = useState('carrots, snap beans, sweet corn, broth')
  const [share, setShare] = useState('50')
  const [jar, setJar] = useState<JarSize>('quart')
  const [soaked, setSoaked] = useState<Soaked>('unsaid')
  const { household } = useHousehold()
  const gauge = useGaugeHere()
  const percent = share.trim() === '' ? undefined : Number(share.replace(',', '.'))
  const answer = mixedJar({
    ingredients: text.split(/[,\n]/),
    solidsPercent: percent !== undefined && Number.isFinite(percent) ? percent : undefined,
    jar,
    gauge: gauge.kind,
    altitudeFt: feet(household.altitudeFt),
    rehydrated: soaked === 'unsaid' ? undefined : soaked === 'yes',
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
              inputMode="decimal"
              value={share}
              onChange={(e) => setShare(e.target.value)}
              help="At most half in a soup."
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
          <ChoiceField
            label="Dried beans and peas in it"
            choices={[
              ['unsaid', 'none, or not said'],
              ['yes', 'soaked, then boiled 30 minutes'],
              ['no', 'not soaked and boiled'],
            ]}
            value={soaked}
            onChange={(e) => setSoaked(e.target.value as Soaked)}
            help="Soak 12–18 hours, or boil 2 minutes and soak an hour; drain; boil 30 minutes in fresh water."
          />
        </Panel>
        <Panel rim={RIMS[answer.outcome]} label="Verdict">
          <p
            className="mb-2 font-head text-[1.9rem] leading-tight font-semibold"
            aria-live="polite"
          >
            {answer.outcome === 'process'
              ? `Yes: ${answer.minutes} minutes at ${pressureOn(gauge, answer.psi, household.units)}`
              : answer.outcome === 'refused'
                ? 'No, not like this'
                : answer.question}
          </p>
          {answer.outcome === 'process' && (
            <p className="mb-3 leading-relaxed">{answer.sentence}</p>
          )}
          {answer.outcome === 'refused' && (
            <p className="mb-3 leading-relaxed">
              {answer.ingredients.every((i) => i.allowed) && `${answer.sentence} `}
              <span className="text-ink-soft">Instead: {answer.instead.join(', ')}.</span>
            </p>
          )}
          <ul>
            {answer.ingredients.map((i, n) => (
              <Row
                key={n}
                {...i}
                asked={answer.outcome === 'asks' && i.reason === answer.question}
              />
            ))}
          </ul>
          <Caution className="mt-4">
            Nothing thick goes in: no flour, starch, rice, pasta, barley, bread or dairy. Thicken
            when serving. {answer.outcome === 'process' && `${answer.process.source}.`}
          </Caution>
        </Panel>
      </div>
    </Sheet>
  )
}

/** An ingredient with its sign: allowed, not allowed, or what the question is about. */
function Row({ name, allowed, reason, asked }: IngredientVerdict & { readonly asked: boolean }) {
  const [sign, colour, words] = asked
    ? ['?', 'text-squash', 'asked about']
    : allowed
      ? ['✓', 'text-brine', 'allowed']
      : ['✗', 'text-beet', 'not allowed']
  return (
    <li className="grid grid-cols-[1.5rem_1fr] gap-x-2 border-t border-rim py-2 first:border-0">
      <span aria-hidden className={colour}>
        {sign}
      </span>
      <span>
        <strong>{name.trim()}</strong> <span className="sr-only">{words}</span>
        <span className="block text-[15px] text-ink-soft">
          {asked ? 'The question above decides.' : reason}
        </span>
      </span>
    </li>
  )
}
