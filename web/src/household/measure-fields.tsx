import {
  feet,
  feetToMetres,
  kgToPounds,
  metresToFeet,
  poundsToKg,
  psi,
  gaugeScale,
  showPressure,
  type PressureIn,
  standardAt,
  type UnitSystem,
} from '@kelvit/core'
import type { ComponentProps } from 'react'
import { NumberField } from '../ui/number-field'
import { useHousehold } from './session'

type Base = ComponentProps<typeof NumberField>
interface MeasureProps extends Omit<Base, 'value' | 'onValue' | 'label'> {
  readonly label: string
  /** In the unit that Kelvit keeps: pounds, feet, inches. */
  readonly value: number | null
  readonly onValue: (value: number | null) => void
}

interface Scale {
  readonly us: string
  readonly metric: string
  readonly toShown: (kept: number) => number
  readonly toKept: (shown: number) => number
}
const WEIGHT: Scale = { us: 'lb', metric: 'kg', toShown: poundsToKg, toKept: kgToPounds }
const LENGTH: Scale = { us: 'feet', metric: 'metres', toShown: feetToMetres, toKept: metresToFeet }
const SHORT: Scale = {
  us: 'inches',
  metric: 'cm',
  toShown: (inch) => inch * 2.54,
  toKept: (cm) => cm / 2.54,
}

const PRICE: Scale = {
  us: 'a pound',
  metric: 'a kilogram',
  toShown: kgToPounds,
  toKept: poundsToKg,
}

const digits = (n: number, places: number): number => Number(n.toFixed(places))

function Measured({
  scale,
  units,
  ...props
}: MeasureProps & { readonly scale: Scale; readonly units: UnitSystem }) {
  const { label, value, onValue, min, max, ...rest } = props
  const metric = units === 'metric'
  const places = rest.whole ? 0 : 3
  const show = (n: number): number => digits(metric ? scale.toShown(n) : n, places)
  return (
    <NumberField
      {...rest}
      {...(min === undefined ? {} : { min: show(min) })}
      {...(max === undefined ? {} : { max: show(max) })}
      label={`${label}, ${metric ? scale.metric : scale.us}`}
      value={value === null ? null : show(value)}
      onValue={(n) => onValue(n === null ? null : metric ? scale.toKept(n) : n)}
    />
  )
}

/** A weight, kept in pounds, typed as this house weighs. */
export const WeightField = (props: MeasureProps) => (
  <Measured {...props} scale={WEIGHT} units={useHousehold().household.units} />
)

/** A price, kept for a pound, typed for what this house weighs by. */
export const PriceField = (props: MeasureProps) => (
  <Measured {...props} scale={PRICE} units={useHousehold().household.units} />
)

/** A gauge pressure or its error, kept in psi, typed as a dial shows it: by its marks, else as the house reads. */
export function PressureField({ marks, ...props }: MeasureProps & { readonly marks?: PressureIn }) {
  const { units } = useHousehold().household
  const { unit, toPsi } = gaugeScale(marks ?? units)
  const scale: Scale = {
    ...{ us: 'psi', metric: unit },
    toShown: (p) => p / toPsi(1),
    toKept: toPsi,
  }
  return <Measured {...props} scale={scale} units={unit === 'psi' ? 'us' : 'metric'} />
}

/** A length of row, kept in feet. */
export const RowField = (props: MeasureProps) => (
  <Measured {...props} scale={LENGTH} units={useHousehold().household.units} />
)

/** A short length, kept in inches. */
export const ShortField = (props: MeasureProps) => (
  <Measured {...props} scale={SHORT} units={useHousehold().household.units} />
)

/** The kitchen's altitude, kept in feet; whole, and never there by itself. */
export const AltitudeField = ({
  units,
  ...props
}: Omit<MeasureProps, 'label'> & { readonly units: UnitSystem }) => (
  <Measured
    {...props}
    whole
    required
    label="Altitude"
    min={-1500}
    max={30000}
    scale={LENGTH}
    units={units}
  />
)

/** What an altitude means at the stove, said as soon as it is typed. */
export function altitudeSays(ft: number, units: UnitSystem): string {
  const [dial, weight] = [standardAt('dial', feet(ft)), standardAt('weighted', feet(ft))]
  const words = [
    dial !== null && `${showPressure(psi(dial), units)} on a dial`,
    weight !== null && `${showPressure(psi(weight), units)} with a weight`,
  ].filter((w) => w !== false)
  return words.length === 0
    ? 'The tables end below this altitude, so Kelvit can’t plan loads there.'
    : `Most vegetables: ${words.join(', ')}.`
}

/** Where people find their kitchen's altitude. */
export const ALTITUDE_HELP =
  'Look at a topographic or hiking map, or ask your county or extension office. Round up to the next hundred feet (30 m). At sea level it’s 0.'
