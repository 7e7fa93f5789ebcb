import { Temporal } from 'temporal-polyfill'
import { useHousehold } from '../household/session'
import { TimeBox } from '../household/time-field'
import { Field } from '../ui/field'

interface WhenFieldProps {
  /** ISO instant; undefined while nothing is chosen. */
  readonly value: string | undefined
  readonly onChange: (iso: string | undefined) => void
  /** Now, epoch ms. */
  readonly at: number
  readonly label?: string
}

/** A time of day in the household's zone: the last time it was that late. */
export function WhenField({ value, onChange, at, label = 'Time of day' }: WhenFieldProps) {
  const { household } = useHousehold()
  const local = value === undefined ? '' : localTime(Date.parse(value), household.zone)
  return (
    <Field label={label} className="w-44">
      {(tie) => (
        <TimeBox
          {...tie}
          value={local}
          usual={localTime(at, household.zone)}
          onChange={(time) => onChange(lastTime(time, at, household.zone))}
          className="min-h-16 border-kettle px-3 text-xl"
        />
      )}
    </Field>
  )
}

/** The time of day that clocks in a zone show, "17:30". */
const localTime = (ms: number, zone: string): string =>
  Temporal.Instant.fromEpochMilliseconds(ms)
    .toZonedDateTimeISO(zone)
    .toPlainTime()
    .toString({ smallestUnit: 'minute' })

/** The last moment before `at` at which a clock in the zone showed this time; undefined for no time. */
export function lastTime(text: string, at: number, zone: string): string | undefined {
  if (!/^\d\d:\d\d/.test(text)) return undefined
  const now = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone)
  const today = now.withPlainTime(Temporal.PlainTime.from(text))
  const ms = today.epochMilliseconds
  const then = ms > at ? today.subtract({ days: 1 }).epochMilliseconds : ms
  return new Date(then).toISOString()
}
