import {
  findSpoken,
  foods,
  normalise,
  refusedFoods,
  searchFoods,
  shortName,
  type Food,
  type RefusedFood,
} from '@kelvit/core'
import { lazy, Suspense } from 'react'
import { Link, useSearchParams } from 'react-router'
import { useChecks } from '../../sync/queries'
import { ButtonLink } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { DoorSheet } from './door-sheet'

const AnswersFor = lazy(() =>
  import('../../household/answers-for').then((m) => ({ default: m.AnswersFor })),
)

/** Find a food by any name; what has no tested process is answered first-class. */
export function Page() {
  const [search, setSearch] = useSearchParams()
  const asked = search.get('q') ?? ''
  const id = search.get('food')
  const hits = searchFoods(asked)
  const only = id
    ? [foods.find((f) => f.id === id), refusedFoods.find((r) => r.id === id)].find(Boolean)
    : undefined
  return (
    <Sheet
      question="Can it be canned, and how?"
      actions={
        <>
          <ButtonLink to="/methods/jar">Mixed jar or soup</ButtonLink>
          <ButtonLink to="/methods/ways">Where people differ</ButtonLink>
          <ButtonLink to="/methods/recipes">Family recipes</ButtonLink>
        </>
      }
    >
      <input
        type="search"
        aria-label="Can I can it? Any name of a food"
        placeholder="Can I can it? cabbage, green beans, pumpkin…"
        value={asked}
        onChange={(e) => setSearch(e.target.value ? { q: e.target.value } : {}, { replace: true })}
        className="no-print mb-5 min-h-[60px] w-full rounded-lg border-2 border-kettle bg-crock px-4.5 text-xl placeholder:text-ink-soft/70"
      />
      <div aria-live="polite">
        {asked.trim() !== '' ? (
          <Found asked={asked} hits={hits.map((h) => (h.kind === 'food' ? h.food : h.refused))} />
        ) : only ? (
          <Found asked="" hits={[only]} />
        ) : (
          <All />
        )}
      </div>
    </Sheet>
  )
}

const isFood = (x: Food | RefusedFood): x is Food => 'forms' in x

function Found({
  asked,
  hits,
}: {
  readonly asked: string
  readonly hits: readonly (Food | RefusedFood)[]
}) {
  const exact = asked ? findSpoken(asked) : undefined
  const first =
    exact?.kind === 'food' ? exact.food : exact?.kind === 'refused' ? exact.refused : undefined
  const rest = hits.filter((h) => h.id !== first?.id)
  const all = first ? [first, ...rest] : rest
  if (all.length === 0)
    return (
      <Panel rim="stop" className="max-w-3xl">
        <h2 className="mb-2">No tested process by that name</h2>
        <p className="leading-relaxed">
          There’s nothing in the tables called “{normalise(asked)}”, so there’s no time.{' '}
          {exact?.kind === 'unknown' &&
            exact.nearest.length > 0 &&
            `Did you mean ${exact.nearest.join(', ')}? `}
          Freeze it or eat it fresh, and ask your extension service.
        </p>
        <Suspense>
          <AnswersFor question={asked} />
        </Suspense>
      </Panel>
    )
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-2">
      {all
        .slice(0, 8)
        .map((x) =>
          isFood(x) ? <FoodPanel key={x.id} food={x} /> : <RefusedPanel key={x.id} food={x} />,
        )}
    </div>
  )
}

function FoodPanel({ food }: { readonly food: Food }) {
  return (
    <Panel rim="done" label={food.name}>
      <h2 className="mb-1">Yes: {shortName(food)}</h2>
      {food.synonyms.length > 0 && (
        <p className="mb-2 text-[15px] text-ink-soft">also {food.synonyms.join(', ')}</p>
      )}
      <FormLinks food={food} />
    </Panel>
  )
}

function RefusedPanel({ food }: { readonly food: RefusedFood }) {
  return (
    <Panel rim="stop" label={food.name}>
      <h2 className="mb-2">No: {food.name}</h2>
      <p className="mb-2 leading-relaxed">{food.reason}</p>
      <p>
        Instead: <strong>{food.instead.join(', ')}</strong>.
      </p>
    </Panel>
  )
}

function FormLinks({ food }: { readonly food: Food }) {
  const checks = useChecks().data ?? []
  return (
    <ul>
      {food.forms.map((f) => (
        <li key={f.id}>
          <Link
            to={`/methods/${f.id}`}
            className="flex min-h-11 flex-wrap items-center gap-x-2 font-semibold text-kettle underline decoration-rim underline-offset-4 hover:decoration-kettle"
          >
            {food.forms.length > 1 ? f.name : shortName(food)}
            {checks.some((c) => c.formId === f.id) && (
              <span className="text-sm font-normal text-brine">✓ checked</span>
            )}
            {f.confirmWithExtension && (
              <span className="text-sm font-normal text-squash">ask extension</span>
            )}
          </Link>
        </li>
      ))}
    </ul>
  )
}

function All() {
  return (
    <div className="flex flex-col gap-5">
      <DoorSheet />
      <Panel rim="stop" label="No tested process" className="no-print">
        <h2 className="mb-3">No tested process</h2>
        <ul className="grid gap-x-8 gap-y-3 sm:grid-cols-2 lg:grid-cols-3">
          {refusedFoods.map((r) => (
            <li key={r.id} className="leading-snug">
              <strong>{r.name}</strong>
              <span className="block text-[15px] text-ink-soft">{r.instead.join(', ')}</span>
            </li>
          ))}
        </ul>
      </Panel>
    </div>
  )
}
