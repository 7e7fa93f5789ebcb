import { addDays, daysBetween, type JarAhead } from '@kelvit/core'
import { MONTHS } from './year-weeks'

/** Weeks that the drawing looks ahead: past the next harvest of nearly every food. */
const WEEKS = 60
const DAYS = WEEKS * 7
/** Jars of one week that are drawn on top of each other; more share their place. */
const MOST_HIGH = 3

const shareOf = (today: string, day: string): number =>
  Math.min(100, Math.max(0, (100 * daysBetween(today, day)) / DAYS))

/** The first day of each month that is drawn. */
const firstsFrom = (today: string): readonly string[] =>
  Array.from({ length: 15 }, (_, i) => {
    const month = Number(today.slice(5, 7)) + i
    const year = Number(today.slice(0, 4)) + Math.floor(month / 12)
    return `${year}-${String((month % 12) + 1).padStart(2, '0')}-01`
  }).filter((day) => daysBetween(today, day) < DAYS - 12)

/** The months over the drawings, from today on. */
export function MonthsAhead({ today }: { readonly today: string }) {
  const firsts = firstsFrom(today)
  return (
    <div aria-hidden className="relative h-6 text-[13px] text-ink-soft">
      <span className="absolute left-0 font-bold text-brass">today</span>
      {firsts.map((day, i) =>
        shareOf(today, day) < 7 ? null : (
          <span
            key={day}
            className={`absolute ${i % 2 === 0 ? '' : 'hidden sm:inline'}`}
            style={{ left: `${shareOf(today, day)}%` }}
          >
            {MONTHS[Number(day.slice(5, 7)) - 1]}
          </span>
        ),
      )}
    </div>
  )
}

interface JarsAheadProps {
  readonly jars: readonly JarAhead[]
  readonly today: string
  readonly tint: string
  /** ISO plain date of the next harvest, where the household said one. */
  readonly harvest?: string | undefined
  readonly label: string
}

/** A food’s jars along the weeks, each where its turn comes; past its best by then it is hatched. */
export function JarsAhead({ jars, today, tint, harvest, label }: JarsAheadProps) {
  const high = new Map<number, number>()
  const last = addDays(today, DAYS)
  return (
    <div role="img" aria-label={label} className="relative h-14 border-b-2 border-ink-soft/50">
      {firstsFrom(today).map((day) => (
        <span
          key={day}
          className="absolute inset-y-0 w-px bg-rim"
          style={{ left: `${shareOf(today, day)}%` }}
        />
      ))}
      {jars.map((jar, i) => {
        const day = jar.eatenOn === null || jar.eatenOn > last ? last : jar.eatenOn
        const week = Math.min(WEEKS - 1, Math.floor(daysBetween(today, day) / 7))
        const at = high.get(week) ?? 0
        high.set(week, at + 1)
        return (
          <span
            key={i}
            className="absolute h-[18px] rounded-[3px] border border-ink/50"
            style={{
              left: `calc(${(100 * week) / WEEKS}% + 1px)`,
              width: `calc(${100 / WEEKS}% - 3px)`,
              bottom: Math.min(MOST_HIGH - 1, at) * 17,
              background: jar.late
                ? 'repeating-linear-gradient(45deg, var(--squash) 0 2px, var(--crock) 2px 5px)'
                : tint,
            }}
          />
        )
      })}
      {harvest && harvest > today && harvest <= last && (
        <span
          className="absolute -top-1 bottom-0 border-l-[3px] border-brine text-[13px] leading-none font-bold text-brine"
          style={{ left: `${shareOf(today, harvest)}%` }}
        >
          <span className={shareOf(today, harvest) > 75 ? 'absolute right-1' : 'pl-1'}>
            harvest
          </span>
        </span>
      )}
    </div>
  )
}
