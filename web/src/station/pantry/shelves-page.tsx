import { paths, type Jar, type Shelf } from '@kelvit/contract'
import { countJars, onShelf, saidFood } from '@kelvit/core'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { useMemo, useState } from 'react'
import { useForm } from 'react-hook-form'
import { useHousehold } from '../../household/session'
import { useTakeBack } from '../../household/take-back'
import { useMoveJars } from '../../household/take'
import { plural } from '../../household/words'
import { useSave } from '../../sync/changes'
import { useJars, useShelves } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { Button, ButtonLink } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Skeleton, Trouble } from '../../ui/states'
import { NOWHERE } from './filter'
import { ShelfMaker } from './shelf-maker'

/** The shelves of the house: made, named, put in order and cleared; jars moved between them by the dozen. */
export function Page() {
  const [jars, shelves] = [useJars(), useShelves()]
  const broken = [jars, shelves].find((q) => q.isError && !q.data)
  const standing = useMemo(() => onShelf(jars.data ?? []), [jars.data])
  return (
    <Sheet
      question="Where are the jars?"
      aside="shelves and what’s on them"
      actions={<ButtonLink to="/pantry">Back to the pantry</ButtonLink>}
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !(jars.data && shelves.data) && <Skeleton />}
      {jars.data && shelves.data && (
        <div className="grid items-start gap-5 lg:grid-cols-2">
          <Shelves shelves={shelves.data} jars={standing} />
          <Move shelves={shelves.data} jars={standing} />
        </div>
      )}
    </Sheet>
  )
}

interface ShelvesProps {
  readonly shelves: readonly Shelf[]
  readonly jars: readonly Jar[]
}

function Shelves({ shelves, jars }: ShelvesProps) {
  return (
    <Panel label="Shelves">
      <h2 className="mb-1">Shelves</h2>
      <p className="mb-2 text-[15px] text-ink-soft">
        Use your own names, in the order you walk past them.
      </p>
      <ol>
        {shelves.map((s, i) => (
          <ShelfLine
            key={`${s.id} ${s.version}`}
            shelf={s}
            before={shelves[i - 1]}
            after={shelves[i + 1]}
            jars={jars.filter((j) => j.shelfId === s.id).length}
          />
        ))}
      </ol>
      <div className="mt-4 border-t border-rim pt-4">
        <ShelfMaker shelves={shelves} made={() => undefined} />
      </div>
    </Panel>
  )
}

interface LineProps {
  readonly shelf: Shelf
  readonly before: Shelf | undefined
  readonly after: Shelf | undefined
  /** How many stand on it. */
  readonly jars: number
}

function ShelfLine({ shelf, before, after, jars }: LineProps) {
  const { may } = useHousehold()
  const save = useSave('shelves')
  const takeBack = useTakeBack('shelves', 'jars')
  const notify = useNotify()
  const { register, handleSubmit } = useForm({ defaultValues: { name: shelf.name } })
  const patch = (s: Shelf, values: object): Promise<unknown> =>
    save.mutateAsync({
      method: 'PATCH',
      path: `${paths.shelves}/${s.id}`,
      body: { version: s.version, ...values },
    })
  const trouble = (e: unknown): void => notify.trouble(sentenceOf(e))
  const rename = ({ name }: { name: string }): void => {
    if (name.trim() === '' || name.trim() === shelf.name) return
    patch(shelf, { name: name.trim() }).catch(trouble)
  }
  const change = (other: Shelf): void => {
    // Equal places, as old shelves may have, would change nothing.
    const [mine, theirs] = [other.position, shelf.position]
    const apart = mine === theirs ? (other === before ? theirs + 1 : theirs - 1) : theirs
    patch(shelf, { position: mine })
      .then(() => patch(other, { position: Math.max(0, apart) }))
      .catch(trouble)
  }
  const remove = (): void => {
    save.mutate(
      { method: 'DELETE', path: `${paths.shelves}/${shelf.id}` },
      {
        onSuccess: () =>
          notify.done(`${shelf.name} removed.`, () =>
            takeBack({ table: 'shelves', id: shelf.id, version: null }),
          ),
        onError: trouble,
      },
    )
  }
  return (
    <li className="flex flex-wrap items-center gap-2 border-t border-rim py-2 first:border-0">
      <form
        className="min-w-48 grow"
        onSubmit={(e) => void handleSubmit(rename)(e)}
        onBlur={() => void handleSubmit(rename)()}
      >
        <input
          aria-label={`Name of ${shelf.name}`}
          maxLength={40}
          disabled={!may('helper')}
          className="min-h-11 w-full rounded-md border-[1.5px] border-transparent bg-transparent px-2 font-semibold hover:border-rim focus:border-kettle"
          {...register('name')}
        />
      </form>
      <span className="tabular w-20 text-right text-ink-soft">{plural(jars, 'jar')}</span>
      {may('helper') && (
        <span className="flex gap-1">
          <Button
            size="small"
            look="quiet"
            aria-label={`${shelf.name}: move up`}
            disabled={!before || save.isPending}
            onClick={() => before && change(before)}
          >
            <ArrowUp size={18} aria-hidden />
          </Button>
          <Button
            size="small"
            look="quiet"
            aria-label={`${shelf.name}: move down`}
            disabled={!after || save.isPending}
            onClick={() => after && change(after)}
          >
            <ArrowDown size={18} aria-hidden />
          </Button>
          <Button
            size="small"
            look="quiet"
            disabled={jars > 0}
            title={jars > 0 ? 'Move its jars first' : undefined}
            aria-label={`Remove ${shelf.name}`}
            onClick={remove}
          >
            Remove
          </Button>
        </span>
      )}
    </li>
  )
}

/** Jars of one kind on a shelf, moved together. */
interface Kind {
  readonly key: string
  readonly name: string
  readonly jars: readonly Jar[]
}

function kindsOf(jars: readonly Jar[]): readonly Kind[] {
  const kinds = new Map<string, Jar[]>()
  for (const j of jars) {
    const key = `${j.foodId} ${j.jar} ${j.cannedOn.slice(0, 4)}`
    kinds.set(key, [...(kinds.get(key) ?? []), j])
  }
  return [...kinds]
    .map(([key, all]) => {
      const [first] = all
      return {
        key,
        name: first
          ? `${countJars(all.length, first.jar)} of ${saidFood(first.foodId)}, ${first.cannedOn.slice(0, 4)}`
          : '',
        jars: all,
      }
    })
    .sort((a, b) => a.name.localeCompare(b.name))
}

function Move({ shelves, jars }: ShelvesProps) {
  const { may } = useHousehold()
  const move = useMoveJars()
  const [from, setFrom] = useState(shelves[0]?.id ?? NOWHERE)
  const [to, setTo] = useState(shelves[1]?.id ?? NOWHERE)
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const kinds = useMemo(
    () => kindsOf(jars.filter((j) => (j.shelfId ?? NOWHERE) === from)),
    [jars, from],
  )
  const places = [...shelves.map((s) => [s.id, s.name] as const), [NOWHERE, 'no shelf'] as const]
  const taken = kinds.filter((k) => chosen.has(k.key)).flatMap((k) => k.jars)
  const toggle = (key: string): void => {
    const next = new Set(chosen)
    if (!next.delete(key)) next.add(key)
    setChosen(next)
  }
  if (!may('helper')) return null
  return (
    <Panel label="Move jars">
      <h2 className="mb-3">Move jars</h2>
      <div className="mb-3 grid gap-3 sm:grid-cols-2">
        <ChoiceField
          label="From"
          choices={places}
          value={from}
          onChange={(e) => {
            setFrom(e.target.value)
            setChosen(new Set())
          }}
        />
        <ChoiceField
          label="To"
          choices={places}
          value={to}
          onChange={(e) => setTo(e.target.value)}
        />
      </div>
      {kinds.length === 0 ? (
        <p className="text-ink-soft">No jars are there.</p>
      ) : (
        <>
          <label className="flex min-h-11 items-center gap-3 font-semibold">
            <input
              type="checkbox"
              className="size-6 accent-kettle"
              checked={chosen.size === kinds.length}
              onChange={() =>
                setChosen(
                  chosen.size === kinds.length ? new Set() : new Set(kinds.map((k) => k.key)),
                )
              }
            />
            All of it
          </label>
          <ul className="max-h-96 overflow-y-auto">
            {kinds.map((k) => (
              <li key={k.key} className="border-t border-rim">
                <label className="flex min-h-11 items-center gap-3">
                  <input
                    type="checkbox"
                    className="size-6 accent-kettle"
                    checked={chosen.has(k.key)}
                    onChange={() => toggle(k.key)}
                  />
                  {k.name}
                </label>
              </li>
            ))}
          </ul>
          <Button
            look="main"
            className="mt-3"
            disabled={taken.length === 0 || from === to}
            onClick={() => {
              move(taken, to === NOWHERE ? null : to)
              setChosen(new Set())
            }}
          >
            {taken.length === 0 ? 'Move' : `Move ${plural(taken.length, 'jar')}`}
          </Button>
        </>
      )}
    </Panel>
  )
}
