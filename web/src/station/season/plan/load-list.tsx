import { Link } from 'react-router'
import type { RibbonDay, RibbonLoad } from '../../../chart/season-ribbon'

interface LoadListProps {
  readonly loads: readonly RibbonLoad[]
  readonly days: readonly RibbonDay[]
  readonly canners: readonly string[]
}

/** The same loads as a list, day by day: for hands that miss a small block, and for reading aloud. */
export function LoadList({ loads, days, canners }: LoadListProps) {
  const byDay = days.flatMap((day, i) => {
    const here = loads.filter((l) => l.day === i)
    return here.length > 0 ? [{ day, here }] : []
  })
  if (byDay.length === 0) return null
  return (
    <details className="mb-5 rounded-md border border-rim bg-crock px-5 py-2">
      <summary className="flex min-h-11 cursor-pointer items-center font-semibold text-kettle">
        The loads as a list
      </summary>
      <ul className="pb-2">
        {byDay.map(({ day, here }) => (
          <li key={day.date} className="border-t border-rim first:border-0">
            <Link
              to={`/season/day/${day.date}`}
              className="flex min-h-11 flex-wrap items-center gap-x-4 text-ink no-underline hover:underline"
            >
              <strong className="w-24 shrink-0">
                {day.weekday} {day.dayOfMonth}
              </strong>
              <span className="min-w-0 flex-1">
                {here
                  .map((l) => `${l.label.replace(/, [^,]*$/, '')} in ${canners[l.canner] ?? ''}`)
                  .join('; ')}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </details>
  )
}
