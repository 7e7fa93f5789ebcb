import { paths, type Jar, type Shelf } from '@kelvit/contract'
import { countJars, kindsOn, type CountedKind, shortFood, saidFood } from '@kelvit/core'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { CountedJars } from '../../chart/counted-jars'
import { useHousehold, useToday } from '../../household/session'
import { tintOf } from '../../household/tints'
import { plural } from '../../household/words'
import { nowIso } from '../../sync/clock'
import { showAndSend } from '../../sync/log'
import { useJars, useShelves } from '../../sync/queries'
import { Button, ButtonLink } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Skeleton, Trouble } from '../../ui/states'
import { Stepper } from '../../ui/stepper'
import { CameForm } from './came-form'
import { countOf, kindKey, shownCome, type CameDraft, type Counted } from './count-draft'
import { NOWHERE } from './filter'
import { ShelfMaker } from './shelf-maker'

/** Walks a shelf: what stands there, what is missing, and what the book does not know. */
export function Page() {
  const [jars, shelves] = [useJars(), useShelves()]
  const broken = [jars, shelves].find((q) => q.isError && !q.data)
  return (
    <Sheet
      question="What’s on the shelf?"
      aside="a count corrects the book, and the log keeps both"
      actions={<ButtonLink to="/pantry">Back to the shelf</ButtonLink>}
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !(jars.data && shelves.data) && <Skeleton />}
      {jars.data && shelves.data && <Walk jars={jars.data} shelves={shelves.data} />}
    </Sheet>
  )
}

function Walk({
  jars,
  shelves,
}: {
  readonly jars: readonly Jar[]
  readonly shelves: readonly Shelf[]
}) {
  const [search, setSearch] = useSearchParams()
  const chosen = search.get('shelf') ?? shelves[0]?.id ?? NOWHERE
  const shelfId = chosen === NOWHERE ? null : chosen
  const setShelf = (id: string): void => setSearch({ shelf: id }, { replace: true })
  return (
    <div className="flex flex-col gap-5">
      <Panel label="Which shelf" className="flex flex-wrap items-end gap-4">
        <ChoiceField
          label="Shelf"
          className="min-w-56"
          value={chosen}
          choices={[
            ...shelves.map((s) => [s.id, s.name] as const),
            [NOWHERE, 'Not on a shelf yet'],
          ]}
          onChange={(e) => setShelf(e.target.value)}
        />
        <ShelfMaker shelves={shelves} made={setShelf} />
      </Panel>
      <OneShelf key={chosen} jars={jars} shelfId={shelfId} />
    </div>
  )
}

function OneShelf({
  jars,
  shelfId,
}: {
  readonly jars: readonly Jar[]
  readonly shelfId: string | null
}) {
  const [counted, setCounted] = useState<Counted>({})
  const [seen, setSeen] = useState<readonly string[]>([])
  const [came, setCame] = useState<readonly CameDraft[]>([])
  const [reason, setReason] = useState('')
  const kinds = kindsOn(jars, shelfId)
  const put = usePutDown(jars, shelfId)
  const draft = countOf(jars, shelfId, counted, seen, came)
  const nothing = draft.missing.length + draft.found.length + draft.came.length === 0
  const unsaid = came.some((c) => c.process === '')
  return (
    <>
      <Panel label="Recorded here">
        <h2 className="mb-1">What should be here</h2>
        <p className="mb-2 text-ink-soft">
          Touch the last jar that is there, or type the number. Kinds you skip don’t change. If
          there are fewer, we remove the oldest.
        </p>
        {kinds.length === 0 && <p className="py-3">No jars are recorded here.</p>}
        <ul>
          {kinds.map((kind) => (
            <KindLine
              key={kindKey(kind)}
              kind={kind}
              counted={counted[kindKey(kind)]}
              seen={seen}
              count={(n) => setCounted((c) => ({ ...c, [kindKey(kind)]: n }))}
            />
          ))}
        </ul>
        <SeenHere jars={jars} seen={seen} see={(id) => setSeen((s) => [...s, id])} />
      </Panel>
      <Panel label="Not recorded yet" rim={came.length > 0 ? 'due' : 'plain'}>
        <h2 className="mb-1">Jars not recorded yet</h2>
        <p className="mb-3 text-ink-soft">
          Jars from before Kelvit, gifts and trades. Add a line for each food, size and year.
        </p>
        <CameForm lines={came} change={setCame} />
        <details className="mt-3">
          <summary className="min-h-11 cursor-pointer content-center font-semibold text-kettle">
            Gifts, bought food’s jars, dry goods under vacuum
          </summary>
          <ul className="flex max-w-prose list-disc flex-col gap-1.5 pl-5 text-[15px] leading-relaxed">
            <li>
              If nobody knows how a gift was processed, eat it soon or not at all. Kelvit gives it
              no best-by and never suggests giving it away.
            </li>
            <li>
              Use jars from bought food for dry goods. Their glass and rims aren’t made for a
              pressure canner.
            </li>
            <li>
              Vacuum-packed dry goods aren’t canned food, and a vacuum doesn’t make moist food safe.
              You don’t need to record them here.
            </li>
            <li>A lid that sealed on hot food proves nothing. That jar wasn’t processed.</li>
          </ul>
        </details>
      </Panel>
      <Panel label="Save count" rim={nothing ? 'plain' : 'due'}>
        <p role="status" className="mb-3 font-head text-xl font-semibold">
          {nothing
            ? 'Nothing counted yet.'
            : [
                draft.found.length > 0 && `${plural(draft.found.length, 'jar')} found`,
                draft.missing.length > 0 && `${plural(draft.missing.length, 'jar')} missing`,
                came.length > 0 &&
                  `${plural(
                    came.reduce((n, c) => n + c.jars, 0),
                    'jar',
                  )} new`,
              ]
                .filter(Boolean)
                .join(', ')}
        </p>
        <TextField
          label="Reason (optional)"
          value={reason}
          maxLength={200}
          placeholder="Autumn count"
          onChange={(e) => setReason(e.target.value)}
        />
        {unsaid && (
          <p role="alert" className="mt-2 text-beet">
            For each line, say how the jars were processed, or that nobody knows.
          </p>
        )}
        <Button
          look="main"
          className="mt-3"
          disabled={nothing || unsaid}
          onClick={() => put({ ...draft, reason: reason.trim() })}
        >
          Save count
        </Button>
      </Panel>
    </>
  )
}

/** One kind that should stand here: counted by number, or as the book has it. */
function KindLine({
  kind,
  counted,
  seen,
  count,
}: {
  readonly kind: CountedKind<Jar>
  readonly counted: number | undefined
  readonly seen: readonly string[]
  readonly count: (n: number) => void
}) {
  const fewer = counted === undefined ? 0 : Math.max(0, kind.jars.length - counted)
  const more = counted === undefined ? 0 : Math.max(0, counted - kind.jars.length)
  const gone = kind.jars.filter((j) => !seen.includes(j.id)).slice(0, fewer)
  return (
    <li className="grid items-center gap-x-6 gap-y-2 border-t border-rim py-3 first:border-0 md:grid-cols-[minmax(0,1fr)_auto]">
      <span className="flex items-center gap-3">
        <span className="leading-snug">
          <strong>
            {countJars(kind.jars.length, kind.jar)} {saidFood(kind.foodId)}
          </strong>
          <span className="block text-[15px] text-ink-soft">
            {counted === undefined
              ? 'not counted'
              : fewer > 0
                ? `missing: ${gone.map((j) => j.code).join(', ')}`
                : more > 0
                  ? `${plural(more, 'jar')} more than recorded. Add them below.`
                  : 'all there'}
          </span>
        </span>
      </span>
      <span className="flex items-end gap-2.5">
        <Button size="small" look="quiet" onClick={() => count(kind.jars.length)}>
          All there
        </Button>
        <Stepper
          label={`${shortFood(kind.foodId)}, counted`}
          bare
          value={counted ?? kind.jars.length}
          unsaid={counted === undefined}
          min={0}
          max={500}
          onChange={count}
        />
      </span>
      <div className="md:col-span-2">
        <CountedJars
          expected={kind.jars.length}
          counted={counted}
          size={kind.jar}
          tint={tintOf(kind.foodId)}
          name={shortFood(kind.foodId)}
          count={count}
        />
      </div>
    </li>
  )
}

/** A jar in hand: by its code it is found here, wherever the book has it. */
function SeenHere({
  jars,
  seen,
  see,
}: {
  readonly jars: readonly Jar[]
  readonly seen: readonly string[]
  readonly see: (id: string) => void
}) {
  const [code, setCode] = useState('')
  const [wrong, setWrong] = useState<string>()
  const look = (): void => {
    const jar = jars.find((j) => j.code === code.trim().toUpperCase())
    if (!jar) {
      setWrong('This device knows no jar with that code.')
      return
    }
    if (!seen.includes(jar.id)) see(jar.id)
    setCode('')
    setWrong(undefined)
  }
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-2.5 border-t border-rim pt-3"
      onSubmit={(e) => {
        e.preventDefault()
        look()
      }}
    >
      <TextField
        label="A jar in your hand, by its code"
        className="w-60"
        value={code}
        autoCapitalize="characters"
        spellCheck={false}
        error={wrong}
        onChange={(e) => setCode(e.target.value)}
      />
      <Button type="submit" disabled={code.trim() === ''}>
        It’s here
      </Button>
      {seen.length > 0 && (
        <p className="min-h-11 content-center text-ink-soft">
          Seen: {seen.map((id) => jars.find((j) => j.id === id)?.code).join(', ')}
        </p>
      )}
    </form>
  )
}

/** Sends a count, shown at once, also without a network. */
function usePutDown(jars: readonly Jar[], shelfId: string | null) {
  const client = useQueryClient()
  const notify = useNotify()
  const navigate = useNavigate()
  const { household } = useHousehold()
  const today = useToday()
  return (count: ReturnType<typeof countOf> & { readonly reason: string }): void => {
    const at = nowIso()
    const back = count.found.filter((id) => jars.find((j) => j.id === id)?.state !== 'on-shelf')
    showAndSend(client, {
      path: `${paths.counts}/${uuidv7()}`,
      body: { shelfId, at, ...count },
      shows: {
        key: 'jars',
        rows: [
          ...count.found.map((id) => ({
            id,
            shelfId,
            ...(back.includes(id) ? { state: 'on-shelf', stateAt: at } : {}),
          })),
          ...count.missing.map((id) => ({ id, state: 'missing', stateAt: at })),
          ...shownCome(count.came, shelfId, household.settings, today, at).map((j) => ({ ...j })),
        ],
      },
    })
    notify.done('Count saved.')
    void navigate('/pantry')
  }
}
