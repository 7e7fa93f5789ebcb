import { paths, type Household } from '@kelvit/contract'
import { feet, psi, retargeted, showPressure } from '@kelvit/core'
import { useController, useForm } from 'react-hook-form'
import { useSave } from '../../sync/changes'
import { useLoads } from '../../sync/queries'
import { useMinute } from '../../sync/clock'
import { ALTITUDE_HELP, AltitudeField, altitudeSays } from '../../household/measure-fields'
import { portionWords } from '../../household/portion-words'
import { useHousehold } from '../../household/session'
import { useTimes } from '../../household/words'
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
  const change = (values: object): void =>
    save.mutate(
      { method: 'PATCH', path: paths.household, body: { version, ...values } },
      { onSuccess: () => notify.done('Saved.') },
    )
  const keeper = may('keeper')
  return (
    <Panel label="Kitchen">
      <h2 className="mb-4">Kitchen</h2>
      <form
        onSubmit={(e) => void form.handleSubmit((typed) => change(typed))(e)}
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
        {high !== null && high !== altitudeFt && <Higher from={altitudeFt} to={high} />}
        <ZoneField
          value={zoned.field.value}
          onValue={zoned.field.onChange}
          disabled={!keeper}
          help="Every time of the household is told in it, on every device."
        />
        {place !== zone && <Elsewhere zone={place} />}
        <ChoiceField
          label="Money"
          choices={CURRENCIES.map((c) => [c, `${c}, ${currencyName.of(c) ?? c}`] as const)}
          help="What prices are in; figures that are there already are not converted."
          disabled={!keeper}
          {...form.register('currency')}
        />
        <Refusal of={save.error} />
        {keeper && (
          <Button type="submit" look="main" className="self-start" disabled={save.isPending}>
            Save
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

const usePlanned = () =>
  (useLoads().data ?? [])
    .filter((l) => l.stage === 'planned')
    .sort((a, b) => a.startsAt.localeCompare(b.startsAt))

/** What another altitude does: to the loads that are planned, and to what was canned. */
function Higher({ from, to }: { readonly from: number; readonly to: number }) {
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
            ? 'The loads that are planned keep their pressure.'
            : 'What it does to the loads that are planned:'}
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
      {to > from && (
        <Caution className="mt-2">
          Loads that were run since the old altitude was set are looked at again. Jars whose
          pressure may have been short are held, and named under Records.
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
        ? `Loads that are planned keep their moment: the next, ${dayTime(at, now)} so far, will read ${there.dayTime(at, now)}. Kitchen hours and canning days keep their hour and are meant in the new zone.`
        : 'Kitchen hours and canning days keep their hour and are meant in the new zone.'}
    </p>
  )
}
