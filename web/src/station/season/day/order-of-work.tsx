import type { DayDoesNotFit, DaySheet } from '@kelvit/core'
import { useClock } from '../../../household/words'
import { useCannedForms } from '../../../household/canned-forms'
import { useHousehold } from '../../../household/session'
import { signOf, type Marks } from '../../../day/lanes'
import { cx } from '../../../ui/cx'
import { Caution, Panel } from '../../../ui/panel'
import { setOut, soakWords, workSteps } from './words'
import type { useDay } from './use-day'

interface OrderProps {
  readonly day: ReturnType<typeof useDay>
  readonly sheet: DaySheet | DayDoesNotFit | undefined
  readonly marks: Marks
  readonly lit: string | null
}

/** The order of work line by line, and what to set out. */
export function OrderOfWork({ day, sheet, marks, lit }: OrderProps) {
  const { household } = useHousehold()
  const known = useCannedForms()
  const clock = useClock()
  if (sheet?.outcome !== 'sheet') return null
  const nameOf = (id: string | null): string =>
    day.kitchen.people.find((p) => p.id === id)?.name ?? ''
  const soak = soakWords(day.entries)
  const steps = workSteps(sheet, day.entries, marks, nameOf, household.units, clock)
  return (
    <Panel label="Order of work">
      <h2 className="mb-2">Set out</h2>
      <ul className="mb-4 grid gap-x-6 text-[15px] sm:grid-cols-2">
        {setOut(day.entries, household, known).map((s) => (
          <li key={s.name} className="flex gap-2 py-0.5">
            <strong className="tabular min-w-16 text-right whitespace-nowrap">{s.amount}</strong>{' '}
            {s.name}
          </li>
        ))}
      </ul>
      {soak && (
        <>
          <h2 className="mb-2">The evening before</h2>
          <p className="mb-4 text-[15px] leading-relaxed">{soak}</p>
        </>
      )}
      <h2 className="mb-2">In order</h2>
      <ol className="text-[15px]">
        {steps.map((s, i) => (
          <li
            key={i}
            className={cx(
              'grid grid-cols-[4.9rem_1.4rem_1fr_auto] gap-2 border-t border-rim py-1.5',
              lit !== null && lit === s.loadId && 'bg-kettle/15',
            )}
          >
            <span className="font-mono font-semibold">{s.at}</span>
            <span>{signOf(s.mark)}</span>
            <span>{s.text}</span>
            <span className="text-ink-soft">{s.who}</span>
          </li>
        ))}
      </ol>
      <Caution className="mt-4">
        Only the process time is exact; the other times are estimates. Never leave a canner under
        pressure. Start the clock only at pressure.
      </Caution>
    </Panel>
  )
}
