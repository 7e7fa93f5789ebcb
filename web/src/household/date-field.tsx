import { readDate } from '@kelvit/core'
import { CalendarDays } from 'lucide-react'
import { Popover } from 'radix-ui'
import { lazy, Suspense, useState } from 'react'
import { Field } from '../ui/field'
import { useToday } from './session'
import { showDay } from './words'

/** The month to choose from is only fetched when somebody opens it. */
const Month = lazy(() => import('../ui/month').then((m) => ({ default: m.Month })))

interface DateFieldProps {
  readonly label: string
  /** ISO plain date; empty for none. */
  readonly value: string
  readonly onChange: (value: string) => void
  readonly help?: string
  readonly error?: string | undefined
  readonly min?: string
  readonly max?: string
  readonly required?: boolean
  readonly className?: string
}

const shownAs = (iso: string): string => (iso === '' ? '' : `${showDay(iso)} ${iso.slice(0, 4)}`)

/** A day, typed in words ("14 aug", "sat", "tomorrow") or chosen from a month. */
export function DateField(props: DateFieldProps) {
  const { label, value, onChange, help, min, max, required } = props
  const today = useToday()
  const [typed, setTyped] = useState<string>()
  const [open, setOpen] = useState(false)
  const unread = typed !== undefined && typed.trim() !== '' && readDate(typed, today) === undefined
  const outside =
    value !== '' && ((min !== undefined && value < min) || (max !== undefined && value > max))
  const error =
    props.error ??
    (unread
      ? 'Type a day, such as 14 Aug, Saturday or tomorrow.'
      : outside
        ? min !== undefined && value < min
          ? `Not before ${showDay(min)}.`
          : `Not after ${showDay(max ?? value)}.`
        : undefined)
  return (
    <Field
      label={label}
      help={help}
      error={error}
      {...(props.className ? { className: props.className } : {})}
    >
      {(tie) => (
        <div className="flex">
          <input
            {...tie}
            type="text"
            autoComplete="off"
            placeholder="14 Aug"
            required={required}
            value={typed ?? shownAs(value)}
            onFocus={() => setTyped(shownAs(value))}
            onChange={(e) => {
              setTyped(e.target.value)
              onChange(readDate(e.target.value, today) ?? '')
            }}
            onBlur={() => setTyped(unread ? typed : undefined)}
            className="min-h-11 w-full min-w-0 rounded-l-md border-[1.5px] border-r-0 border-rim bg-crock px-3 aria-invalid:border-beet"
          />
          <Popover.Root open={open} onOpenChange={setOpen}>
            <Popover.Trigger
              type="button"
              aria-label={`${label}: choose from a month`}
              className="flex min-h-11 w-11 shrink-0 items-center justify-center rounded-r-md border-[1.5px] border-rim bg-enamel"
            >
              <CalendarDays size={20} aria-hidden />
            </Popover.Trigger>
            <Popover.Portal>
              <Popover.Content
                align="end"
                sideOffset={6}
                collisionPadding={12}
                className="z-50 rounded-md border border-rim bg-crock p-3 shadow-lg"
              >
                <Suspense fallback={<p className="p-6 text-ink-soft">One moment…</p>}>
                  <Month
                    value={value}
                    today={today}
                    {...(min ? { min } : {})}
                    {...(max ? { max } : {})}
                    choose={(iso) => {
                      setTyped(undefined)
                      onChange(iso)
                      setOpen(false)
                    }}
                  />
                </Suspense>
              </Popover.Content>
            </Popover.Portal>
          </Popover.Root>
        </div>
      )}
    </Field>
  )
}
