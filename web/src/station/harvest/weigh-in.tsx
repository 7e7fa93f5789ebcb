import { useChoice, type Choice, type HarvestFacts } from './choice'
import { paths, type Lot, type NewLot } from '@kelvit/contract'
import {
  beliefOf,
  canBy,
  readWeighIn,
  showWeight,
  wantedLine,
  type Complaint,
  type Food,
  type LotYield,
} from '@kelvit/core'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, type FormEvent } from 'react'
import { useNavigate } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { showAndSend } from '../../sync/log'
import { useNeeds } from '../../sync/queries'
import { useHousehold, useToday } from '../../household/session'
import { Button } from '../../ui/button'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'
import { AnswerPanel } from './answer-panel'
import { useDraft } from './draft'
import { useMixedFoods } from '../../household/mixed-foods'
import { WhichJar } from './which-jar'
import { HowHeavy, OurWord } from './told-once'

interface WeighInProps extends HarvestFacts {
  readonly focus: boolean
  /** A line to begin with, from the address. */
  readonly said: string | null
}

/** The one-line weigh-in: as you type it shows how it was understood, then the answer. */
export function WeighIn(props: WeighInProps) {
  const [line, setLine] = useDraft('weigh-in', props.said)
  const { household, may } = useHousehold()
  const { containers, cropWords } = props
  const mixed = useMixedFoods()
  const read = useMemo(
    () => readWeighIn(line, { containers, cropWords: [...cropWords, ...mixed] }),
    [line, containers, cropWords, mixed],
  )
  const input = useRef<HTMLInputElement>(null)
  useEffect(() => {
    if (props.focus) input.current?.focus()
  }, [props.focus])
  const choice = useChoice(read.ok ? read : undefined, props, mixed, line)
  const save = useSaveLot(read, choice, () => setLine(''))
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    save(false)
  }
  return (
    <div>
      <form onSubmit={submit} className="mb-4 flex flex-wrap gap-3">
        <div className="relative min-w-64 grow">
          <input
            ref={input}
            aria-label="Weigh in: how much of what"
            aria-describedby="understood"
            placeholder="1.5 bu snap beans"
            value={line}
            onChange={(e) => setLine(e.target.value)}
            autoComplete="off"
            spellCheck={false}
            className="min-h-[64px] w-full rounded-lg border-2 border-kettle bg-crock px-4.5 text-2xl placeholder:text-ink-soft/60"
          />
        </div>
        <Button
          type="submit"
          look="main"
          className="min-h-[64px] px-7 text-lg"
          disabled={!read.ok || !may('helper') || choice.undescribed}
        >
          Weigh in
        </Button>
      </form>
      <p id="understood" role="status" className="mb-3 min-h-6 text-ink-soft">
        {read.ok ? (
          <>
            {read.understood} ={' '}
            <strong className="text-ink">{showWeight(read.pounds, household.units)}</strong>
            {read.variety && `, ${read.variety}`}
          </>
        ) : line.trim() === '' ? (
          'Say it your way: “60 ears sweet corn”, “a bushel and a half of green beans”, “beets, 22 lb at 85 cents a pound”.'
        ) : (
          <span className="text-ink">{read.sentence}</span>
        )}
      </p>
      {!read.ok && line.trim() !== '' && (
        <Complained
          read={read}
          yields={props.yields}
          pick={(text) => {
            setLine(text)
            input.current?.focus()
          }}
        />
      )}
      {read.ok && <WhichJar choice={choice} mixed={mixed} />}
      {choice.answer && read.ok && !choice.undescribed && (
        <AnswerPanel
          read={read}
          choice={choice}
          answer={choice.answer}
          canners={props.canners}
          plan={() => save(true)}
        />
      )}
    </div>
  )
}

/** Weighs a lot in: there at once, also without a network, and sent as soon as it can be. */
function useSaveLot(read: ReturnType<typeof readWeighIn>, choice: Choice, clear: () => void) {
  const client = useQueryClient()
  const notify = useNotify()
  const navigate = useNavigate()
  const today = useToday()
  return (thenPlan: boolean): void => {
    if (!read.ok || !choice.form || choice.undescribed) return
    const id = uuidv7()
    const path = `${paths.lots}/${id}`
    const body: NewLot = {
      foodId: read.food.id,
      formId: choice.form.id,
      jar: choice.size,
      variety: read.variety,
      source: read.pricePerLb === null ? 'garden' : 'bought',
      said: read.understood,
      lb: read.pounds,
      pricePerLb: read.pricePerLb,
      arrivedOn: today,
      storage: choice.storage,
      ...(choice.jarOf ? { jarOf: choice.jarOf } : {}),
    }
    showAndSend(client, {
      path,
      body,
      shows: { key: 'lots', rows: [{ ...shownLot(body, read.food), id }] },
    })
    clear()
    notify.done(`${read.understood} weighed in.`, () =>
      showAndSend(client, { path, method: 'DELETE', shows: { key: 'lots', gone: [id] } }),
    )
    if (thenPlan) void navigate(`/stove/plan?lot=${id}`)
  }
}

/** A new lot as this device shows it until the server has it. */
const shownLot = (body: NewLot, food: Food): Omit<Lot, 'id'> => ({
  ...body,
  variety: body.variety ?? null,
  source: body.source ?? 'garden',
  pricePerLb: body.pricePerLb ?? null,
  canBy: canBy(food, body.arrivedOn, body.storage),
  state: 'in-house',
  finishedOn: null,
  fromLotId: null,
  plantingId: null,
  excludedBecause: null,
  note: '',
  jarOf: body.jarOf ?? null,
  looked: null,
  readyFrom: null,
  version: 0,
})

/** How sure to be that a harvest is enough, where the needs say nothing of the food. */
const USUALLY_ENOUGH = 0.8

/** What so many jars take: the weigh-in the other way round. */
function Takes({
  wanted,
  yields,
}: {
  readonly wanted: NonNullable<Complaint['wanted']>
  readonly yields: readonly LotYield[]
}) {
  const { household } = useHousehold()
  const today = useToday()
  const need = useNeeds().data?.find((n) => n.foodId === wanted.food.id)
  const form = wanted.food.forms.find((f) => f.minutes[wanted.jar] !== undefined)
  if (!form)
    return (
      <Panel rim="stop" className="mb-6">
        <p>There’s no tested process for {wanted.food.name.toLowerCase()} in this size of jar.</p>
      </Panel>
    )
  const belief = beliefOf(form, yields, today)
  const certainty = need?.certainty ?? USUALLY_ENOUGH
  return (
    <Panel className="mb-6" label="What it takes">
      <p className="max-w-prose text-lg leading-relaxed">
        {wantedLine({ ...wanted, form }, belief, certainty, household.units)}
      </p>
      <p className="mt-2 text-ink-soft">To weigh in a harvest, say how much came in.</p>
    </Panel>
  )
}

function Complained({
  read,
  yields,
  pick,
}: {
  readonly read: Complaint
  readonly yields: readonly LotYield[]
  readonly pick: (line: string) => void
}) {
  if (read.wanted) return <Takes wanted={read.wanted} yields={yields} />
  if (read.code === 'refused-food')
    return (
      <Panel rim="stop" className="mb-6">
        <h2 className="mb-2">No tested process</h2>
        <p className="mb-2 max-w-prose leading-relaxed">{read.sentence}</p>
        <p>
          Instead: <strong>{read.suggestions.join(', ')}</strong>.
        </p>
      </Panel>
    )
  return (
    <>
      {read.fixes.length > 0 && (
        <div className="mb-5 flex flex-wrap gap-2">
          {read.fixes.slice(0, 8).map((f) => (
            <Button key={f.line} size="small" onClick={() => pick(f.line)}>
              {f.label}
            </Button>
          ))}
        </div>
      )}
      {read.asks && <HowHeavy key={`${read.asks.name} ${read.asks.food.id}`} {...read.asks} />}
      {read.code === 'food' && read.word !== '' && <OurWord key={read.word} word={read.word} />}
    </>
  )
}
