import { paths, type Household } from '@kelvit/contract'
import { feet, psi, retargeted, showAltitude, showPressure } from '@kelvit/core'
import { useState } from 'react'
import { useController, useForm } from 'react-hook-form'
import { useSave } from '../../sync/changes'
import { useLoads } from '../../sync/queries'
import { useMinute } from '../../sync/clock'
import { ALTITUDE_HELP, AltitudeField, altitudeSays } from '../../household/measure-fields'
import { portionWords } from '../../household/portion-words'
import { DateField } from '../../household/date-field'
import { useHousehold, useToday } from '../../household/session'
import { showDate, useTimes } from '../../household/words'
import { ZoneField } from '../../household/zone-field'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Caution, Panel } from '../../ui/panel'
import { Refusal } from '../../ui/states'

type Typed = Pick<Household, 'name' | 'zone' | 'currency'> & { altitudeFt: number | null }

const CURRENCIES = Intl.supportedValuesOf('currency')
const currencyName = new Intl.DisplayNames('en', { type: 'currency' })

/** The kitchen that every figure is for: its name, how high it lies, its time, units and money. */
export function Kitchen() {
  const { household, may } = useHousehold()
  const { name, zone, currency, altitudeFt, units, settings, version } = household
  const save = useSave('session')
  const notify = useNotify()
  const form = useForm<Typed>({ values: { name, zone, currency, altitudeFt } })
  const altitude = useController({ control: form.control, name: 'altitudeFt' })
  const zoned = useController({ control: form.control, name: 'zone' })
  const [high, place] = form.watch(['altitudeFt', 'zone'])
  const today = useToday()
  const [moved, setMoved] = useState<'wrong' | 'moved'>()
  const [movedOn, setMovedOn] = useState(today)
  const other = high !== null && high !== altitudeFt
  /** A kitchen that moved was right until then; an altitude that was wrong was never right. */
  const movesFor = (): object =>
    other && moved === 'moved'
      ? { altitudeMoves: [...household.altitudeMoves, { until: movedOn, altitudeFt }] }
      : {}
  const change = (values: object): void =>
    save.mutate(
      { method: 'PATCH', path: paths.household, body: { version, ...values } },
      {
        onSuccess: () => {
          notify.done('Kitchen saved.')
          // Why it changed is asked again at the next change.
          setMoved(undefined)
        },
      },
    )
  const keeper = may('keeper')
  return (
    <Panel label="Kitchen">
      <h2 className="mb-4">Kitchen</h2>
      <form
        onSubmit={(e) => void form.handleSubmit((typed) => change({ ...typed, ...movesFor() }))(e)}
        className="flex flex-col gap-4"
      >
        <TextField
          label="Name"
          disabled={!keeper}
          required
          {...form.register('name', { required: true })}
        />
        <AltitudeField
          key={units}
          units={units}
          value={altitude.field.value}
          onValue={altitude.field.onChange}
          disabled={!keeper}
          help={high === null ? ALTITUDE_HELP : altitudeSays(high, units)}
        />
        {other && (
          <>
            <ChoiceField
              label="Why does the altitude change?"
              choices={[
                ['', 'choose…'],
                ['wrong', 'It was wrong all along'],
                ['moved', 'We moved'],
              ]}
              value={moved ?? ''}
              required
              onChange={(e) => setMoved((e.target.value || undefined) as typeof moved)}
            />
            {moved === 'moved' && (
              <DateField
                label="Moved on"
                max={today}
                value={movedOn}
                onChange={setMovedOn}
                required
                help="Loads before that day keep the old altitude."
              />
            )}
            <Higher from={altitudeFt} to={high} moved={moved === 'moved'} />
          </>
        )}
        <Moves change={change} keeper={keeper} />
        <ZoneField
          value={zoned.field.value}
          onValue={zoned.field.onChange}
          disabled={!keeper}
          help="Every device shows the household’s times in it."
        />
        {place !== zone && <Elsewhere zone={place} />}
        <ChoiceField
          label="Money"
          choices={CURRENCIES.map((c) => [c, `${c}, ${currencyName.of(c) ?? c}`] as const)}
          help="Prices are in this currency. Prices you entered before don’t change."
          disabled={!keeper}
          {...form.register('currency')}
        />
        <Refusal of={save.error} />
        {keeper && (
          <Button
            type="submit"
            look="main"
            className="self-start"
            disabled={save.isPending || (other && moved === undefined)}
          >
            Save kitchen
          </Button>
        )}
      </form>
      <div className="mt-5 grid gap-4 border-t border-rim pt-4 sm:grid-cols-2">
        <ChoiceField
          label="Units"
          choices={[
            ['us', 'U.S.: lb, psi, ft'],
            ['metric', 'Metric: kg, kPa, m'],
          ]}
          value={units}
          onChange={(e) => change({ units: e.target.value })}
          disabled={!keeper}
        />
        <ChoiceField
          label="Times of day"
          choices={[
            ['12', '5:30 pm'],
            ['24', '17:30'],
          ]}
          value={String(settings.clockHours)}
          onChange={(e) =>
            change({ settings: { ...settings, clockHours: e.target.value === '12' ? 12 : 24 } })
          }
          disabled={!keeper}
        />
      </div>
    </Panel>
  )
}

/** Where the kitchen was before; an entry that was a slip is taken out. */
function Moves({
  change,
  keeper,
}: {
  readonly change: (values: object) => void
  readonly keeper: boolean
}) {
  const { altitudeMoves, units } = useHousehold().household
  const today = useToday()
  if (altitudeMoves.length === 0) return null
  return (
    <ul className="text-[15px]">
      {altitudeMoves.map((m) => (
        <li key={m.until} className="flex flex-wrap items-center justify-between gap-2">
          <span>
            Until {showDate(m.until, today)}: {showAltitude(m.altitudeFt, units)}
          </span>
          {keeper && (
            <Button
              size="small"
              look="quiet"
              onClick={() => change({ altitudeMoves: altitudeMoves.filter((x) => x !== m) })}
            >
              Remove move
            </Button>
          )}
        </li>
      ))}
    </ul>
  )
}

const usePlanned = () =>
  (useLoads().data ?? [])
    .filter((l) => l.stage === 'planned')
    .sort((a, b) => a.startsAt.localeCompare(b.startsAt))

/** What another altitude does: to the loads that are planned, and to what was canned. */
function Higher({
  from,
  to,
  moved,
}: {
  readonly from: number
  readonly to: number
  readonly moved: boolean
}) {
  const { units } = useHousehold().household
  const { dayTime } = useTimes()
  const now = useMinute()
  const planned = usePlanned()
  const changed = retargeted(planned, feet(from), feet(to))
  return (
    <div role="status" className="rounded-md border border-rim px-4 py-3 text-[15px]">
      <p>
        {planned.length === 0
          ? 'No load is planned.'
          : changed.length === 0
            ? 'Planned loads keep their pressure.'
            : 'What changes in your planned loads:'}
      </p>
      {changed.length > 0 && (
        <ul className="mt-1 list-disc pl-5">
          {changed.map(({ load, before, after }) => (
            <li key={load.id}>
              {dayTime(Date.parse(load.startsAt), now)}, {portionWords(load.portions)}:{' '}
              {showPressure(psi(before), units)} becomes{' '}
              <strong>
                {after === null ? 'no tested process up there' : showPressure(psi(after), units)}
              </strong>
            </li>
          ))}
        </ul>
      )}
      {to > from && !moved && (
        <Caution className="mt-2">
          Kelvit checks every load you ever ran. It sets aside jars that ran below this kitchen’s
          pressure. Don’t eat from them.
        </Caution>
      )}
    </div>
  )
}

/** What another zone does to the loads that are planned: they keep their moment, not their hour. */
function Elsewhere({ zone }: { readonly zone: string }) {
  const [first] = usePlanned()
  const { dayTime } = useTimes()
  const now = useMinute()
  const there = useTimes(zone)
  const at = first && Date.parse(first.startsAt)
  return (
    <p role="status" className="rounded-md border border-rim px-4 py-3 text-[15px]">
      {at !== undefined
        ? `Planned loads don’t move. The next one, now at ${dayTime(at, now)}, will show as ${there.dayTime(at, now)}. Kitchen hours and canning days keep their clock times in the new zone.`
        : 'Kitchen hours and canning days keep their clock times in the new zone.'}
    </p>
  )
}
