import { clockOf, minuteOf, readTime, sayTime } from '@kelvit/core'
import { useState } from 'react'
import { cx } from '../ui/cx'
import { Field } from '../ui/field'
import { useHousehold } from './session'

const BOX =
  'tabular min-h-11 w-full min-w-0 rounded-md border-[1.5px] border-rim bg-crock px-2.5 aria-invalid:border-beet'

interface TimeBoxProps {
  /** "17:30"; empty for none. */
  readonly value: string
  readonly onChange: (value: string) => void
  /** What a time without am or pm is near to, "18:00", while nothing stands here. */
  readonly usual?: string
  readonly label?: string
  readonly id?: string
  readonly className?: string
  readonly disabled?: boolean
  readonly required?: boolean
  readonly 'aria-describedby'?: string | undefined
  readonly 'aria-invalid'?: boolean | undefined
}

/**
 * A time of day, typed and shown as the household says times. Every usual way of writing
 * it is read; when the box is left it says what was understood.
 */
export function TimeBox({
  value,
  onChange,
  usual = '18:00',
  label,
  className,
  ...rest
}: TimeBoxProps) {
  const hours = useHousehold().household.settings.clockHours
  const shown = value === '' ? '' : sayTime(minuteOf(value), hours)
  const [typed, setTyped] = useState<string>()
  const near = minuteOf(value === '' ? usual : value)
  const [from, setFrom] = useState(near)
  const read = (text: string): number | undefined => readTime(text, from)
  const wrong = typed !== undefined && typed.trim() !== '' && read(typed) === undefined
  return (
    <input
      {...rest}
      type="text"
      inputMode={hours === 24 ? 'numeric' : 'text'}
      autoComplete="off"
      {...(label ? { 'aria-label': label } : {})}
      aria-invalid={wrong || rest['aria-invalid'] ? true : undefined}
      placeholder={sayTime(minuteOf(usual), hours)}
      value={typed ?? shown}
      onFocus={(e) => {
        setFrom(near)
        setTyped(shown)
        e.target.select()
      }}
      onChange={(e) => {
        setTyped(e.target.value)
        const minute = read(e.target.value)
        onChange(minute === undefined ? '' : clockOf(minute))
      }}
      onBlur={() => setTyped(wrong ? typed : undefined)}
      className={cx(BOX, className)}
    />
  )
}

interface TimeFieldProps extends Omit<TimeBoxProps, 'label'> {
  readonly label: string
  readonly help?: string
  readonly error?: string | undefined
}

/** A labelled time of day. */
export function TimeField({ label, help, error, ...rest }: TimeFieldProps) {
  return (
    <Field label={label} help={help} error={error}>
      {(tie) => <TimeBox {...tie} {...rest} />}
    </Field>
  )
}
