import { SPARE_KINDS, SUPPLY_KINDS, type SupplyKindStored } from '@kelvit/core'
import { paths, type JarGroup, type LidLot, type Supply } from '@kelvit/contract'
import {
  JAR_SIZES,
  emptyJars,
  fullJars,
  jarName,
  runsEach,
  type JarSize,
  type Mouth,
} from '@kelvit/core'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { useJarGroups, useJars, useLidLots, useLoads, useSupplies } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { useHousehold, useToday } from '../../household/session'
import { showDate } from '../../household/words'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { NumberEntry } from '../../ui/number-entry'
import { NumberField } from '../../ui/number-field'
import { Panel } from '../../ui/panel'

const SUPPLY_WORDS: Readonly<Record<SupplyKindStored, string>> = {
  'bands regular': 'Bands, regular',
  'bands wide': 'Bands, wide',
  salt: 'Canning salt, tsp',
  'citric-acid': 'Citric acid, tsp',
  vinegar: 'Vinegar, cups',
  fuel: 'Fuel, fillings',
  'spare gasket': 'Gaskets',
  'spare plug': 'Overpressure plugs',
  'spare gauge': 'Dial gauges',
  'second rack': 'Extra racks',
  'jar lifter': 'Jar lifters',
}

const BOTH_MOUTHS = [
  ['regular', 'regular'],
  ['wide', 'wide'],
] as const

/** A number that is saved when it is left. */
function Count({
  label,
  value,
  save,
  disabled,
}: {
  readonly label: string
  readonly value: number
  readonly save: (n: number) => void
  readonly disabled: boolean
}) {
  const [typed, setTyped] = useState<number | null>(null)
  const put = (): void => {
    if (typed !== null && typed !== value) save(typed)
    setTyped(null)
  }
  return (
    <span onKeyDown={(e) => e.key === 'Enter' && put()}>
      <NumberField
        bare
        label={label}
        min={0}
        disabled={disabled}
        value={typed ?? value}
        onValue={setTyped}
        onLeave={put}
        className="block w-22"
      />
    </span>
  )
}

/** Jars, lids and what else runs out; numbers are changed where they stand. */
export function Stock() {
  const { may } = useHousehold()
  const save = useSave('jar-groups', 'lid-lots', 'supplies')
  const notify = useNotify()
  const change = (method: 'PUT' | 'PATCH', path: string, body: object): void =>
    save.mutate({ method, path, body }, { onError: (e) => notify.trouble(sentenceOf(e)) })
  const props = { change, may: may('helper') }
  return (
    <Panel label="What you have">
      <h2 className="mb-3">Jars, lids and supplies</h2>
      <JarRows {...props} />
      <LidRows {...props} />
      <SupplyRows {...props} />
    </Panel>
  )
}

interface RowsProps {
  readonly change: (method: 'PUT' | 'PATCH', path: string, body: object) => void
  readonly may: boolean
}

function JarRows({ change, may }: RowsProps) {
  const { retireJarAfterRuns: retireAfter } = useHousehold().household.settings
  const groups = useJarGroups().data ?? []
  const jars = useJars().data ?? []
  const loads = useLoads().data ?? []
  const { register, handleSubmit } = useForm<{ jar: JarSize; mouth: Mouth }>({
    defaultValues: { jar: 'quart', mouth: 'regular' },
  })
  const add = handleSubmit(({ jar, mouth }) => {
    if (!groups.some((g) => g.jar === jar && g.mouth === mouth))
      change('PUT', `${paths.jarGroups}/${uuidv7()}`, { jar, mouth, owned: 0 })
  })
  const row = (g: JarGroup) => {
    const runs = runsEach(g)
    const worn = retireAfter !== null && runs >= retireAfter
    const full = fullJars({ jars, loads }, g.jar, g.mouth)
    return (
      <tr key={g.id} className="border-t border-rim">
        <th scope="row" className="py-1.5 font-semibold">
          {jarName(g.jar)}, {g.mouth}
          <span className={`block text-sm font-normal ${worn ? 'text-beet' : 'text-ink-soft'}`}>
            {worn
              ? `${Math.round(runs)} runs each: time to retire the oldest`
              : runs < 0.05
                ? 'not used yet'
                : `about ${runs.toFixed(1)} runs each`}
          </span>
        </th>
        <td>
          <Count
            label={`${jarName(g.jar)}, ${g.mouth}: owned`}
            value={g.owned}
            disabled={!may}
            save={(owned) =>
              change('PATCH', `${paths.jarGroups}/${g.id}`, { version: g.version, owned })
            }
          />
        </td>
        <td>
          <Count
            label={`${jarName(g.jar)}, ${g.mouth}: broken`}
            value={g.broken}
            disabled={!may}
            save={(broken) =>
              change('PATCH', `${paths.jarGroups}/${g.id}`, { version: g.version, broken })
            }
          />
        </td>
        <td className="tabular text-right">{full}</td>
        <td className="tabular text-right font-semibold">
          {emptyJars({ jars, loads, jarGroups: [g] }, g.jar, g.mouth)}
        </td>
      </tr>
    )
  }
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full min-w-[430px] text-left text-[15px]">
        <caption className="sr-only">Jars by size and mouth</caption>
        <thead className="text-ink-soft">
          <tr>
            <th scope="col" className="py-1 font-normal">
              Jars
            </th>
            <th scope="col" className="py-1 font-normal">
              owned
            </th>
            <th scope="col" className="py-1 font-normal">
              broken
            </th>
            <th scope="col" className="py-1 text-right font-normal">
              full
            </th>
            <th scope="col" className="py-1 text-right font-normal">
              empty
            </th>
          </tr>
        </thead>
        <tbody>{groups.map(row)}</tbody>
      </table>
      {may && (
        <form className="mt-3 flex flex-wrap items-end gap-3" onSubmit={(e) => void add(e)}>
          <ChoiceField
            label="More jars"
            choices={JAR_SIZES.map((s) => [s, jarName(s)])}
            {...register('jar')}
          />
          <ChoiceField label="Mouth" choices={BOTH_MOUTHS} {...register('mouth')} />
          <Button type="submit" size="small">
            Add this kind
          </Button>
        </form>
      )}
    </div>
  )
}

function LidRows({ change, may }: RowsProps) {
  const lots: readonly LidLot[] = useLidLots().data ?? []
  const today = useToday()
  const { control, register, handleSubmit, resetField } = useForm<{
    count: number | null
    mouth: Mouth
    name: string
  }>({ defaultValues: { count: 12, mouth: 'regular', name: '' } })
  const add = handleSubmit(({ count, mouth, name }) => {
    change('PUT', `${paths.lidLots}/${uuidv7()}`, {
      name: name || `bought ${showDate(today)}`,
      mouth,
      boughtOn: today,
      count,
      left: count,
    })
    resetField('name')
  })
  return (
    <section className="mt-6 border-t border-rim pt-4" aria-label="Lids">
      <h3 className="mb-1 text-lg">
        Flat lids{' '}
        <span className="font-sans text-[15px] font-normal text-ink-soft">
          Every load uses new lids, the oldest first.
        </span>
      </h3>
      <ul>
        {lots
          .filter((l) => l.left > 0 || l.boughtOn >= today.slice(0, 4))
          .map((l) => (
            <li
              key={l.id}
              className="flex min-h-13 flex-wrap items-center justify-between gap-3 border-t border-rim py-1 first:border-0"
            >
              <span>
                <strong>{l.name}</strong>, {l.mouth}{' '}
                <span className="text-ink-soft">bought {showDate(l.boughtOn, today)}</span>
              </span>
              <span className="tabular flex items-center gap-2">
                <Count
                  label={`${l.name}: left`}
                  value={l.left}
                  disabled={!may}
                  save={(left) =>
                    change('PATCH', `${paths.lidLots}/${l.id}`, { version: l.version, left })
                  }
                />{' '}
                of {l.count}
              </span>
            </li>
          ))}
      </ul>
      {may && (
        <form onSubmit={(e) => void add(e)} className="mt-2 flex flex-wrap items-end gap-3">
          <NumberEntry
            control={control}
            name="count"
            label="Lids bought"
            whole
            min={1}
            max={10000}
            required
            className="w-24"
          />
          <ChoiceField label="For mouth" choices={BOTH_MOUTHS} {...register('mouth')} />
          <TextField
            label="Box or lot"
            className="min-w-32 flex-1"
            placeholder="tin by the door"
            {...register('name')}
          />
          <Button type="submit" size="small">
            Add lids
          </Button>
        </form>
      )}
    </section>
  )
}

const isSpare = (kind: SupplyKindStored): boolean =>
  (SPARE_KINDS as readonly SupplyKindStored[]).includes(kind)
const SUPPLIES = [
  ['Other things that run out', SUPPLY_KINDS.filter((k) => !isSpare(k))],
  ['Spares, for when one breaks', SUPPLY_KINDS.filter(isSpare)],
] as const

function SupplyRows({ change, may }: RowsProps) {
  const rows: readonly Supply[] = useSupplies().data ?? []
  return (
    <>
      {SUPPLIES.map(([words, kinds]) => (
        <section key={words} className="mt-6 border-t border-rim pt-4" aria-label={words}>
          <h3 className="mb-2 text-lg">{words}</h3>
          <div className="grid gap-x-8 gap-y-1.5 sm:grid-cols-2">
            {kinds.map((kind) => {
              const row = rows.find((r) => r.kind === kind)
              return (
                <div key={kind} className="flex items-center justify-between gap-3">
                  <span>{SUPPLY_WORDS[kind]}</span>
                  <Count
                    label={SUPPLY_WORDS[kind]}
                    value={row?.amount ?? 0}
                    disabled={!may}
                    save={(amount) =>
                      row
                        ? change('PATCH', `${paths.supplies}/${row.id}`, {
                            version: row.version,
                            amount,
                          })
                        : change('PUT', `${paths.supplies}/${uuidv7()}`, { kind, amount })
                    }
                  />
                </div>
              )
            })}
          </div>
        </section>
      ))}
    </>
  )
}
