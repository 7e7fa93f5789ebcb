import { DayPicker } from 'react-day-picker'

interface MonthProps {
  /** ISO plain date; empty for none. */
  readonly value: string
  readonly today: string
  readonly choose: (iso: string) => void
  readonly min?: string
  readonly max?: string
}

/** The picker deals in local midnights; a plain date has no hour and no zone. */
const asDate = (iso: string): Date => {
  const [year = 0, month = 1, day = 1] = iso.split('-').map(Number)
  return new Date(year, month - 1, day)
}
const asIso = (date: Date): string =>
  [date.getFullYear(), date.getMonth() + 1, date.getDate()]
    .map((n) => String(n).padStart(2, '0'))
    .join('-')

/** A month to choose a day from, weeks from Monday; arrows move, Enter chooses. */
export function Month({ value, today, choose, min, max }: MonthProps) {
  const chosen = value === '' ? undefined : asDate(value)
  const outside = [
    ...(min ? [{ before: asDate(min) }] : []),
    ...(max ? [{ after: asDate(max) }] : []),
  ]
  return (
    <DayPicker
      mode="single"
      required
      autoFocus
      weekStartsOn={1}
      showOutsideDays
      selected={chosen}
      defaultMonth={chosen ?? asDate(min && min > today ? min : today)}
      today={asDate(today)}
      disabled={outside}
      onSelect={(date) => choose(asIso(date))}
      classNames={{
        root: 'relative w-[20rem] max-w-full',
        month_caption: 'flex min-h-11 items-center px-1 font-head text-lg font-semibold',
        nav: 'absolute top-0 right-0 flex gap-1',
        button_previous: NAV,
        button_next: NAV,
        chevron: 'size-5 fill-ink',
        month_grid: 'w-full border-collapse',
        weekday: 'pb-1 text-center text-[13px] font-normal text-ink-soft',
        day: 'p-0 text-center',
        day_button: DAY,
        today: 'font-bold underline underline-offset-4',
        selected: '[&>button]:bg-kettle [&>button]:text-crock',
        outside: 'text-ink-soft',
        disabled: 'opacity-40',
      }}
    />
  )
}

const NAV = 'flex size-11 items-center justify-center rounded-md hover:bg-kettle/12'
const DAY = 'tabular size-11 rounded-md hover:bg-kettle/12 disabled:hover:bg-transparent'
