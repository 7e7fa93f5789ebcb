import { useId, type InputHTMLAttributes, type ReactNode, type SelectHTMLAttributes } from 'react'
import { cx } from './cx'

export const BOX =
  'min-h-11 w-full rounded-md border-[1.5px] border-rim bg-crock px-3 text-base text-ink placeholder:text-ink-soft/80 focus-visible:border-kettle aria-invalid:border-beet'

interface FieldProps {
  readonly label: string
  readonly help?: ReactNode
  readonly error?: string | undefined
  readonly className?: string
  readonly children: (props: {
    id: string
    'aria-describedby': string | undefined
    'aria-invalid': boolean | undefined
  }) => ReactNode
}

/** A label, its control, help for terms of art, and what is wrong, tied together for screen readers. */
export function Field({ label, help, error, className, children }: FieldProps) {
  const id = useId()
  const note = `${id}-note`
  return (
    <div className={cx('flex flex-col gap-1', className)}>
      <label htmlFor={id} className="text-[15px] font-semibold">
        {label}
      </label>
      {children({
        id,
        'aria-describedby': help || error ? note : undefined,
        'aria-invalid': error ? true : undefined,
      })}
      {(help || error) && (
        <p id={note} className={cx('text-sm', error ? 'text-beet' : 'text-ink-soft')}>
          {error ?? help}
        </p>
      )}
    </div>
  )
}

interface TextFieldProps extends Omit<InputHTMLAttributes<HTMLInputElement>, 'id'> {
  readonly label: string
  readonly help?: ReactNode
  readonly error?: string | undefined
}

export function TextField({ label, help, error, className, ...rest }: TextFieldProps) {
  return (
    <Field label={label} help={help} error={error} {...(className ? { className } : {})}>
      {(tie) => <input {...tie} className={BOX} {...rest} />}
    </Field>
  )
}

interface ChoiceFieldProps extends Omit<SelectHTMLAttributes<HTMLSelectElement>, 'id'> {
  readonly label: string
  readonly help?: ReactNode
  readonly error?: string | undefined
  readonly choices: readonly (readonly [value: string, label: string])[]
}

export function ChoiceField({ label, help, error, choices, className, ...rest }: ChoiceFieldProps) {
  return (
    <Field label={label} help={help} error={error} {...(className ? { className } : {})}>
      {(tie) => (
        <select {...tie} className={BOX} {...rest}>
          {choices.map(([value, text]) => (
            <option key={value} value={value}>
              {text}
            </option>
          ))}
        </select>
      )}
    </Field>
  )
}
