import { paths, type CannerRead } from '@kelvit/contract'
import { Check } from 'lucide-react'
import { closingOf, minuteOf } from '@kelvit/core'
import { useState, type ReactNode } from 'react'
import { useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { CannerForm } from '../../household/canner-form'
import { GaugeTestForm } from '../../household/gauge-test-form'
import { useHousehold, useToday } from '../../household/session'
import { TimeField } from '../../household/time-field'
import { showDate } from '../../household/words'
import { useSave } from '../../sync/changes'
import { request, sentenceOf } from '../../sync/request'
import {
  useCanners,
  useJarGroups,
  useKitchenHours,
  useLidLots,
  useLots,
  useSeasonLoads,
} from '../../sync/queries'
import { Button, ButtonLink } from '../../ui/button'
import { cx } from '../../ui/cx'
import { NumberEntry } from '../../ui/number-entry'
import { NumberField } from '../../ui/number-field'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'
import { StepDrawing, type StepKey } from './step-drawings'
import { useQueryClient } from '@tanstack/react-query'

interface Step {
  readonly key: StepKey
  readonly done: boolean
  readonly title: string
  readonly about: string
  readonly act: ReactNode
}

/**
 * The first steps of a new household, drawn: an empty shelf, a cold canner and a bare week that
 * fill as each is done, in any order, until the first plan stands.
 */
export function FirstSteps() {
  const { may } = useHousehold()
  const steps = useSteps()
  const hours = useKitchenHours().data ?? []
  const [chosen, setChosen] = useState<StepKey>()
  const here = steps.find((s) => s.key === chosen) ?? steps.find((s) => !s.done) ?? steps[0]
  const done = steps.filter((s) => s.done).length
  const open = [1, 2, 3, 4, 5, 6, 7].map((weekday) => {
    const day = hours.find((h) => h.weekday === weekday)
    return day?.opens && day.closes ? closingOf(day.opens, day.closes) - minuteOf(day.opens) : 0
  })
  return (
    <Panel rim="running" label="First steps" className="mb-5">
      <h2 className="mb-1">Your first evening</h2>
      <p className="mb-4 text-ink-soft">
        {may('helper')
          ? `${done} of ${steps.length} done. Take them in any order; they stay here until your first plan is saved.`
          : 'The keeper sets these up.'}
      </p>
      <ol className="grid grid-cols-2 gap-3 sm:grid-cols-5">
        {steps.map((s) => (
          <li key={s.key}>
            <button
              type="button"
              aria-pressed={s === here}
              aria-label={`${s.title}${s.done ? ', done' : ''}`}
              onClick={() => setChosen(s.key)}
              className={cx(
                'flex h-full w-full flex-col rounded-md border-2 px-2 pt-2 pb-2.5 text-left',
                s === here ? 'border-kettle' : 'border-rim',
              )}
            >
              <StepDrawing step={s.key} done={s.done} open={open} />
              <span className="flex items-center gap-1.5 text-[15px] leading-tight font-semibold">
                {s.done && <Check size={17} aria-hidden className="shrink-0 text-brine" />}
                {s.title}
              </span>
            </button>
          </li>
        ))}
      </ol>
      {here && (
        <div className="mt-4 border-t border-rim pt-4">
          <p className="font-head text-lg font-semibold">{here.title}</p>
          <p className="mb-3 text-ink-soft">{here.about}</p>
          {here.act}
        </div>
      )}
    </Panel>
  )
}

function useSteps(): readonly Step[] {
  const canners = useCanners().data ?? []
  const hours = useKitchenHours().data ?? []
  const groups = useJarGroups().data ?? []
  const lids = useLidLots().data ?? []
  const lots = useLots().data ?? []
  const plan = useSeasonLoads().data ?? []
  const untested = canners.find((c) => c.blocks.some((b) => b.reason.startsWith('dial')))
  const fit = canners.some((c) => c.blocks.length === 0)
  return [
    {
      key: 'canner',
      done: fit,
      title: untested && !fit ? 'Record its gauge test' : 'Your canner',
      about:
        untested && !fit
          ? 'Test a dial when it’s new and every year. Kelvit won’t plan loads on it until it’s tested.'
          : 'Pick a size for the usual figures, then correct them from the manual.',
      act: <CannerStep untested={fit ? undefined : untested} />,
    },
    {
      key: 'hours',
      done: hours.some((h) => h.opens !== null),
      title: 'When the kitchen is free',
      about: 'Kelvit only plans loads while somebody can stay with them.',
      act: <HoursStep />,
    },
    {
      key: 'jars',
      done: groups.some((g) => g.owned > 0) && lids.some((l) => l.left > 0),
      title: 'Jars and lids',
      about: 'A rough count will do for now. Gear has all sizes.',
      act: <JarsStep />,
    },
    {
      key: 'lot',
      done: lots.length > 0,
      title: 'The first harvest',
      about: 'Say it your way: “1.5 bu snap beans”.',
      act: (
        <ButtonLink look="main" to="/harvest?weigh=1">
          Weigh in
        </ButtonLink>
      ),
    },
    {
      key: 'plan',
      done: plan.length > 0,
      title: 'The first evening',
      about:
        fit && lots.length > 0 && hours.some((h) => h.opens !== null)
          ? 'Kelvit finds the evenings and opens the sheet of the first one.'
          : 'This needs a canner that’s fit to use, evenings when the kitchen is free, and a harvest.',
      act: (
        <ButtonLink look="main" to="/season?plan=1">
          Plan the first evening
        </ButtonLink>
      ),
    },
  ]
}

function CannerStep({ untested }: { readonly untested: CannerRead | undefined }) {
  const [open, setOpen] = useState(false)
  const { may } = useHousehold()
  if (!may('keeper')) return null
  return (
    <>
      <Button look="main" onClick={() => setOpen(true)}>
        {untested ? 'Note the test' : 'Add it'}
      </Button>
      {open && untested && <GaugeTestForm canner={untested} onClose={() => setOpen(false)} />}
      {open && !untested && <CannerForm onClose={() => setOpen(false)} />}
    </>
  )
}

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const

/** Several weekdays at once: which, from when until when, how many hands. */
function HoursStep() {
  const save = useSave('kitchen-hours')
  const notify = useNotify()
  const client = useQueryClient()
  const { may } = useHousehold()
  const [days, setDays] = useState<ReadonlySet<number>>(new Set())
  const [from, setFrom] = useState('17:00')
  const [until, setUntil] = useState('21:30')
  const [people, setPeople] = useState<number | null>(1)
  if (!may('helper')) return null
  const toggle = (day: number): void => {
    const next = new Set(days)
    if (!next.delete(day)) next.add(day)
    setDays(next)
  }
  const keep = async (): Promise<void> => {
    try {
      for (const weekday of days)
        await request('PUT', `${paths.kitchenHours}/${uuidv7()}`, {
          weekday,
          opens: from,
          closes: until,
          people: people ?? 1,
        })
      notify.done('Hours saved. You’ll find other days under Season, Kitchen hours.')
    } catch (error) {
      notify.trouble(sentenceOf(error))
    }
    await client.invalidateQueries({ queryKey: ['kitchen-hours'] })
  }
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        void keep()
      }}
    >
      <fieldset className="flex flex-wrap gap-2">
        <legend className="mb-1 text-[15px] font-semibold">On which days?</legend>
        {DAYS.map((name, i) => (
          <button
            key={name}
            type="button"
            aria-pressed={days.has(i + 1)}
            onClick={() => toggle(i + 1)}
            className={cx(
              'min-h-11 min-w-14 rounded-md border-[1.5px] font-semibold',
              days.has(i + 1) ? 'border-kettle bg-kettle text-crock' : 'border-rim text-kettle',
            )}
          >
            {name}
          </button>
        ))}
      </fieldset>
      <div className="flex flex-wrap items-end gap-3">
        <TimeField className="w-36" label="From" value={from} onChange={setFrom} required />
        <TimeField className="w-36" label="Until" value={until} onChange={setUntil} required />
        <NumberField
          className="w-28"
          label="People"
          whole
          min={1}
          max={12}
          required
          value={people}
          onValue={setPeople}
        />
        <Button
          type="submit"
          look="main"
          disabled={days.size === 0 || until <= from || people === null || save.isPending}
        >
          Save hours
        </Button>
      </div>
    </form>
  )
}

interface Counted {
  quarts: number | null
  pints: number | null
  lids: number | null
}

/** Regular jars and lids, counted roughly. */
function JarsStep() {
  const { may } = useHousehold()
  const today = useToday()
  const notify = useNotify()
  const client = useQueryClient()
  const { control, handleSubmit } = useForm<Counted>({
    defaultValues: { quarts: null, pints: null, lids: null },
  })
  if (!may('helper')) return null
  const keep = async ({ quarts, pints, lids }: Counted): Promise<void> => {
    const jars = (jar: string, owned: number | null) =>
      owned
        ? request('PUT', `${paths.jarGroups}/${uuidv7()}`, { jar, mouth: 'regular', owned })
        : undefined
    try {
      await jars('quart', quarts)
      await jars('pint', pints)
      if (lids)
        await request('PUT', `${paths.lidLots}/${uuidv7()}`, {
          name: `in the house ${showDate(today)}`,
          mouth: 'regular',
          boughtOn: today,
          count: lids,
          left: lids,
        })
      notify.done('Count saved. Other sizes, bands and salt are under Gear.')
    } catch (error) {
      notify.trouble(sentenceOf(error))
    }
    await client.invalidateQueries({ queryKey: ['jar-groups'] })
    await client.invalidateQueries({ queryKey: ['lid-lots'] })
  }
  const field = { control, whole: true, min: 0, max: 10000, className: 'w-40' } as const
  return (
    <form className="flex flex-wrap items-end gap-3" onSubmit={(e) => void handleSubmit(keep)(e)}>
      <NumberEntry {...field} name="quarts" label="Quart jars" />
      <NumberEntry {...field} name="pints" label="Pint jars" />
      <NumberEntry {...field} name="lids" label="New regular lids" required />
      <Button type="submit" look="main">
        Save count
      </Button>
    </form>
  )
}
