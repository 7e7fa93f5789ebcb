import { useState } from 'react'
import { Field } from './field'

interface StepperProps {
  readonly label: string
  readonly value: number
  readonly min: number
  readonly max: number
  readonly onChange: (value: number) => void
  readonly help?: string
  /** Nobody has said a number yet: none is shown. */
  readonly unsaid?: boolean
  /** The label is only for those who cannot see what stands beside it. */
  readonly bare?: boolean
}

const KEY =
  'grid size-11 place-items-center rounded-md border-[1.5px] border-rim text-xl font-semibold text-kettle hover:bg-kettle/10 disabled:opacity-40'

/** A small whole number, by two large keys or typed. */
export function Stepper(props: StepperProps) {
  const { label, help, bare } = props
  return bare ? (
    <Keys {...props} tie={{ 'aria-label': label }} />
  ) : (
    <Field label={label} help={help}>
      {(tie) => <Keys {...props} tie={tie} />}
    </Field>
  )
}

function Keys({
  label,
  value,
  min,
  max,
  onChange,
  unsaid,
  tie,
}: StepperProps & { readonly tie: object }) {
  const [text, setText] = useState<string>()
  const to = (next: number): void => {
    setText(undefined)
    onChange(Math.min(max, Math.max(min, next)))
  }
  return (
    <span className="flex items-center gap-1.5">
      <button
        type="button"
        className={KEY}
        aria-label={`${label}: one less`}
        disabled={!unsaid && value <= min}
        onClick={() => to(value - 1)}
      >
        −
      </button>
      <input
        {...tie}
        inputMode="numeric"
        autoComplete="off"
        className="tabular min-h-11 w-16 rounded-md border-[1.5px] border-rim bg-crock text-center text-lg"
        value={text ?? (unsaid ? '' : value)}
        onChange={(e) => {
          setText(e.target.value)
          const typed = Number(e.target.value)
          if (/^\d+$/.test(e.target.value.trim()) && typed >= min && typed <= max) onChange(typed)
        }}
        onBlur={() => setText(undefined)}
      />
      <button
        type="button"
        className={KEY}
        aria-label={`${label}: one more`}
        disabled={value >= max}
        onClick={() => to(value + 1)}
      >
        +
      </button>
    </span>
  )
}
