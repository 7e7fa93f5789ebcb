import {
  useEffect,
  useId,
  useRef,
  useState,
  type InputHTMLAttributes,
  type ReactNode,
  type SelectHTMLAttributes,
} from 'react'
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

type Control = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement

/** What a form that was sent found wrong here, in our words and place instead of the browser's. */
function useWrong(label: string) {
  const place = useRef<HTMLDivElement>(null)
  const [wrong, setWrong] = useState<string>()
  useEffect(() => {
    const here = place.current
    if (!here) return
    const tell = (e: Event): void => {
      e.preventDefault()
      const control = e.target as Control
      setWrong(control.validity.valueMissing ? `Fill in “${label}”.` : control.validationMessage)
      // The browser leaves the first one to us with the rest.
      const all = [...(control.form?.elements ?? [])]
      const first = all.find((c) => 'validity' in c && !(c as Control).validity.valid)
      if (first === control) control.focus()
    }
    const typed = (): void => setWrong(undefined)
    here.addEventListener('invalid', tell, true)
    here.addEventListener('input', typed)
    return () => {
      here.removeEventListener('invalid', tell, true)
      here.removeEventListener('input', typed)
    }
  }, [label])
  return { place, wrong }
}

/** A label, its control, help for terms of art, and what is wrong, tied together for screen readers. */
export function Field({ label, help, error: told, className, children }: FieldProps) {
  const id = useId()
  const { place, wrong } = useWrong(label)
  const error = told ?? wrong
  const note = `${id}-note`
  return (
    <div ref={place} className={cx('flex flex-col gap-1', className)}>
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
