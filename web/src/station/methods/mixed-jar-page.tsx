import { paths, type MixedJarRow } from '@kelvit/contract'
import {
  feet,
  foodIdOf,
  pressureOn,
  verdictOf,
  type IngredientVerdict,
  type JarOf,
  type JarSize,
  type MixedJarAnswer,
} from '@kelvit/core'
import { useState } from 'react'
import { LayeredJar } from '../../chart/layered-jar'
import { useGaugeHere } from '../../household/gauge'
import { MoreMinutes } from '../../household/more-minutes'
import { useHousehold } from '../../household/session'
import { useSave } from '../../sync/changes'
import { useMixedJars } from '../../sync/queries'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { NumberField } from '../../ui/number-field'
import { useNotify } from '../../ui/notice'
import { Page as Sheet } from '../../ui/page'
import { Caution, Panel, type Rim } from '../../ui/panel'
import { Refusal } from '../../ui/states'
import { v7 as uuidv7 } from 'uuid'

const RIMS: Readonly<Record<MixedJarAnswer['outcome'], Rim>> = {
  process: 'done',
  refused: 'stop',
  asks: 'due',
}

type Soaked = 'unsaid' | 'yes' | 'no'

/** Ingredients in; the process, the refusal or the question that decides out. */
export function Page() {
  const [text, setText] = useState('carrots, snap beans, sweet corn, broth')
  const [percent, setPercent] = useState<number | null>(50)
  const [jar, setJar] = useState<JarSize>('quart')
  const [soaked, setSoaked] = useState<Soaked>('unsaid')
  const { household } = useHousehold()
  const gauge = useGaugeHere()
  const jars = useMixedJars().data ?? []
  const [opened, setOpened] = useState<MixedJarRow>()
  const open = (row: MixedJarRow): void => {
    setOpened(row)
    setText(row.ingredients.join(', '))
    setPercent(row.solidsPercent)
    setSoaked(row.rehydrated === null ? 'unsaid' : row.rehydrated ? 'yes' : 'no')
  }
  const contents: JarOf = {
    ingredients: text
      .split(/[,\n]/)
      .map((i) => i.trim())
      .filter(Boolean),
    solidsPercent: percent,
    rehydrated: soaked === 'unsaid' ? null : soaked === 'yes',
  }
  const answer = verdictOf(contents, {
    jar,
    gauge: gauge.kind,
    altitudeFt: feet(household.altitudeFt),
  })
  return (
    <Sheet question="Can this jar be canned?" aside="soups and mixed jars">
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-2">
        <Panel className="flex flex-col gap-4">
          <TextField
            label="What goes in, with commas"
            value={text}
            onChange={(e) => setText(e.target.value)}
            help="Name every solid and the liquid."
          />
          <div className="grid grid-cols-2 gap-4">
            <NumberField
              label="Solids, percent of the jar"
              value={percent}
              onValue={setPercent}
              min={0}
              max={100}
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
          <LayeredJar
            ingredients={answer.ingredients}
            solidsPercent={percent}
            minutes={answer.outcome === 'process' ? answer.minutes : undefined}
          />
          {jars.length > 0 && <OurJars jars={jars} open={open} />}
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
          {answer.outcome === 'process' && (
            <SaveJar key={opened?.id ?? 'new'} contents={contents} row={opened} done={setOpened} />
          )}
          {opened && (
            <MoreMinutes
              food={foodIdOf('', { ...contents, name: opened.name })}
              name={opened.name}
            />
          )}
          <Caution className="mt-4">
            Leave out flour, starch, rice, pasta, barley, bread and dairy. Thicken it when you serve
            it. {answer.outcome === 'process' && `${answer.process.source}.`}
          </Caution>
        </Panel>
      </div>
    </Sheet>
  )
}

/** The household's own mixed jars: opened here, weighed in by their names. */
function OurJars({
  jars,
  open,
}: {
  readonly jars: readonly MixedJarRow[]
  readonly open: (row: MixedJarRow) => void
}) {
  return (
    <div className="border-t border-rim pt-3">
      <h2 className="mb-1">Our mixed jars</h2>
      <ul>
        {jars.map((row) => (
          <li key={row.id} className="flex flex-wrap items-center justify-between gap-2 py-1">
            <span>
              <strong>{row.name}</strong>{' '}
              <span className="text-[15px] text-ink-soft">{row.ingredients.join(', ')}</span>
            </span>
            <Button size="small" onClick={() => open(row)}>
              Open
            </Button>
          </li>
        ))}
      </ul>
    </div>
  )
}

/** Keeps this jar under the household's own name, so that it can be weighed in by it. */
function SaveJar({
  contents,
  row,
  done,
}: {
  readonly contents: JarOf
  readonly row: MixedJarRow | undefined
  readonly done: (row: MixedJarRow) => void
}) {
  const [name, setName] = useState(row?.name ?? '')
  const save = useSave('mixed-jars')
  const notify = useNotify()
  const { may } = useHousehold()
  if (!may('helper')) return null
  const keep = (): void => {
    const { ingredients, solidsPercent, rehydrated } = contents
    const body = { name: name.trim(), ingredients, solidsPercent, rehydrated }
    save.mutate(
      row
        ? {
            method: 'PATCH',
            path: `${paths.mixedJars}/${row.id}`,
            body: { ...body, version: row.version },
          }
        : { method: 'PUT', path: `${paths.mixedJars}/${uuidv7()}`, body },
      {
        onSuccess: (kept) => {
          done(kept as MixedJarRow)
          notify.done(`Jar saved. Weigh it in as “10 lb ${name.trim()}”.`)
        },
      },
    )
  }
  return (
    <form
      className="mt-4 flex flex-wrap items-end gap-3 border-t border-rim pt-4"
      onSubmit={(e) => {
        e.preventDefault()
        if (name.trim()) keep()
      }}
    >
      <TextField
        label="What do you call it?"
        maxLength={50}
        value={name}
        onChange={(e) => setName(e.target.value)}
        help="Weigh it in by this name. Its labels list what’s in it."
      />
      <Button type="submit" look="main" disabled={!name.trim() || save.isPending}>
        Save jar
      </Button>
      <Refusal of={save.error} />
    </form>
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
          {asked ? 'Answer the question above first.' : reason}
        </span>
      </span>
    </li>
  )
}
