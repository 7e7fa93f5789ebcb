import { paths, type CannerRead } from '@kelvit/contract'
import { Check } from 'lucide-react'
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
import { useQueryClient } from '@tanstack/react-query'

interface Step {
  readonly key: string
  readonly done: boolean
  readonly title: string
  readonly about: string
  readonly act: ReactNode
}

/** The few first steps of a new household, each done in place; the next one stands open. */
export function FirstSteps() {
  const { may } = useHousehold()
  const steps = useSteps()
  const next = steps.find((s) => !s.done)
  return (
    <Panel rim="running" label="First steps" className="mb-5">
      <h2 className="mb-1">From signing up to your first evening</h2>
      <p className="mb-3 text-ink-soft">
        {may('helper')
          ? 'Set up your kitchen in five short steps. You can use Kelvit before you finish them.'
          : 'The keeper sets these up.'}
      </p>
      <ol>
        {steps.map((s, i) => (
          <li key={s.key} className="border-t border-rim py-3 first:border-0">
            <div className="flex items-start gap-4">
              <span
                aria-hidden
                className={cx(
                  'grid size-8 shrink-0 place-items-center rounded-full border-2 font-semibold',
                  s.done ? 'border-brine text-brine' : 'border-kettle text-kettle',
                )}
              >
                {s.done ? <Check size={18} /> : i + 1}
              </span>
              <div className="min-w-0 flex-1">
                <p className={cx('font-head text-lg font-semibold', s.done && 'text-ink-soft')}>
                  {s.title}
                  {s.done && <span className="sr-only"> (done)</span>}
                </p>
                {!s.done && <p className="text-ink-soft">{s.about}</p>}
                {s === next && <div className="mt-3">{s.act}</div>}
              </div>
            </div>
          </li>
        ))}
      </ol>
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
      about: 'Kelvit finds the evenings.',
      act: (
        <ButtonLink look="main" to="/season">
          Plan the season
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
