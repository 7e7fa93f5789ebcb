import { readNumber } from '@kelvit/core'
import { useEffect, useId, useRef, useState, type ReactNode } from 'react'
import { cx } from './cx'
import { BOX, Field } from './field'

interface NumberFieldProps {
  readonly label: string
  /** Null while there is none. */
  readonly value: number | null
  /** Null when what is typed is not a number that belongs here. */
  readonly onValue: (value: number | null) => void
  readonly min?: number
  readonly max?: number
  /** Only whole numbers belong here. */
  readonly whole?: boolean
  readonly required?: boolean
  readonly disabled?: boolean
  readonly placeholder?: string
  readonly help?: ReactNode
  readonly error?: string | undefined
  readonly className?: string
  /** The label is only for those who cannot see what stands beside it. */
  readonly bare?: boolean
  /** When the field is left. */
  readonly onLeave?: () => void
}

/** Digits enough for a figure a person typed. */
const written = (value: number | null): string =>
  value === null ? '' : String(Number(value.toFixed(3)))

/** Rounding on the way through another unit is no change. */
const same = (a: number | null, b: number | null): boolean =>
  a === b || (a !== null && b !== null && Math.abs(a - b) < 0.006)

/** Why a number does not belong here; undefined when it does. */
function whyNot(value: number, { min, max }: Pick<NumberFieldProps, 'min' | 'max'>) {
  const low = min !== undefined && value < min
  const high = max !== undefined && value > max
  if (!low && !high) return undefined
  if (min !== undefined && max !== undefined)
    return `From ${min.toLocaleString('en-US')} to ${max.toLocaleString('en-US')}.`
  return low
    ? `At least ${min.toLocaleString('en-US')}.`
    : `At most ${max?.toLocaleString('en-US')}.`
}

/**
 * A number as people write it: 1.5, 1,5, 1½, 12 500. What is typed stands as it was typed;
 * what cannot be read is said in words, and keeps the form from being sent.
 */
export function NumberField(props: NumberFieldProps) {
  const { label, value, whole, required, disabled, placeholder, help, error, className } = props
  const [text, setText] = useState(() => written(value))
  const [left, setLeft] = useState(false)
  const said = useRef(value)
  useEffect(() => {
    // Changed from elsewhere: the text follows. What was typed here stands as it is.
    if (!same(value, said.current)) setText(written(value))
    said.current = value
  }, [value])
  const input = useRef<HTMLInputElement>(null)
  const read = text.trim() === '' ? undefined : readNumber(text, whole)
  const wrong = read && (read.ok ? whyNot(read.value, props) : read.sentence)
  useEffect(() => input.current?.setCustomValidity(wrong ?? ''), [wrong])
  const type = (typed: string): void => {
    setText(typed)
    const now = typed.trim() === '' ? undefined : readNumber(typed, whole)
    const good = now?.ok && !whyNot(now.value, props) ? now.value : null
    said.current = good
    props.onValue(good)
  }
  const shown = error ?? (left ? wrong : undefined)
  const note = useId()
  const box = (tie: object) => (
    <input
      {...tie}
      ref={input}
      inputMode={whole ? 'numeric' : 'decimal'}
      autoComplete="off"
      className={cx(BOX, 'tabular')}
      value={text}
      required={required}
      disabled={disabled}
      placeholder={placeholder}
      onChange={(e) => type(e.target.value)}
      onBlur={() => {
        setLeft(true)
        props.onLeave?.()
      }}
    />
  )
  if (!props.bare)
    return (
      <Field label={label} help={help} error={shown} {...(className ? { className } : {})}>
        {box}
      </Field>
    )
  return (
    <span className={className}>
      {box({ 'aria-label': label, 'aria-invalid': !!shown, 'aria-describedby': shown && note })}
      {shown && (
        <span id={note} className="block text-sm text-beet">
          {shown}
        </span>
      )}
    </span>
  )
}
