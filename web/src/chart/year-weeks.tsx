import { scaleLinear } from 'd3-scale'
import { useWidth } from '../ui/use-width'

export interface WeeksRow {
  readonly id: string
  readonly name: string
  readonly tint: string
  /** Jars put up in each week, and jars eaten. */
  readonly up: readonly number[]
  readonly down: readonly number[]
  /** Stretches of weeks in which there was none, first and last. */
  readonly none: readonly (readonly [from: number, to: number])[]
  readonly note: string
}

interface YearWeeksProps {
  /** Mondays on which the weeks begin, ISO. */
  readonly weeks: readonly string[]
  readonly year: number
  readonly rows: readonly WeeksRow[]
  /** Hours at the stove in each week. */
  readonly hours: readonly number[]
  readonly hoursNote: string
}

const TOP = 26
const HOURS = 46
const GAP = 12
const LEAST = 30
export const MONTHS = [
  'Jan',
  'Feb',
  'Mar',
  'Apr',
  'May',
  'Jun',
  'Jul',
  'Aug',
  'Sep',
  'Oct',
  'Nov',
  'Dec',
]

/** In which week each month of the year begins. */
const monthsOf = (weeks: readonly string[], year: number) =>
  MONTHS.map((name, m) => {
    const first = `${year}-${String(m + 1).padStart(2, '0')}-01`
    const days = (Date.parse(first) - Date.parse(weeks[0] ?? first)) / 86_400_000
    return { name, at: days / 7 }
  })

/** One eaten jar is at least so high: they go one by one, and each is to be seen. */
const EATEN = 6
/** The most room below a line. */
const BELOW = 36

/**
 * A year as rows of weeks: above each line the jars that were put up, below it those that were
 * eaten, drawn taller because they are few at a time; dashed where there was none. On top the
 * hours at the stove.
 */
export function YearWeeks({ weeks, year, rows, hours, hoursNote }: YearWeeksProps) {
  const [ref, width] = useWidth(1120)
  const narrow = width < 640
  const left = narrow ? 92 : 150
  const right = narrow ? 8 : 206
  const x = scaleLinear()
    .domain([0, weeks.length])
    .range([left, width - right])
  const bar = Math.max(2, x(1) - x(0) - 1.5)
  const most = (list: readonly number[]): number => Math.max(0, ...list)
  // One jar is as high everywhere; smaller where a year had very many.
  const tall = rows.reduce((n, r) => n + most(r.up), 0)
  const jar = Math.min(3, Math.max(0.8, 560 / Math.max(1, tall)))
  const eaten = Math.min(EATEN, BELOW / Math.max(1, ...rows.map((r) => most(r.down))))
  let y = TOP + HOURS + GAP
  const placed = rows.map((row) => {
    const height = Math.max(LEAST, most(row.up) * jar + most(row.down) * eaten)
    const base = y + height - most(row.down) * eaten
    y += height + GAP
    return { row, base }
  })
  const highest = Math.max(1, most(hours))
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={y}
        role="img"
        aria-label={`${year} by weeks: jars canned and eaten`}
        className="block max-w-full"
      >
        {monthsOf(weeks, year).map((m, i) => (
          <g key={m.name}>
            <line
              x1={x(m.at)}
              x2={x(m.at)}
              y1={18}
              y2={y - 4}
              stroke="var(--rim)"
              strokeOpacity={0.7}
            />
            {(!narrow || i % 2 === 0) && (
              <text x={x(m.at) + 3} y={14} fontSize={narrow ? 11 : 13} fill="var(--ink-soft)">
                {narrow ? m.name.charAt(0) : m.name}
              </text>
            )}
          </g>
        ))}
        <Name x={0} y={TOP + HOURS - 4} narrow={narrow} words="At the stove" />
        {hours.map((h, week) =>
          h > 0 ? (
            <rect
              key={week}
              x={x(week) + 0.75}
              width={bar}
              y={TOP + HOURS * (1 - h / highest)}
              height={(HOURS * h) / highest}
              fill="var(--brass)"
            />
          ) : null,
        )}
        <line x1={left} x2={width - right} y1={TOP + HOURS} y2={TOP + HOURS} stroke="var(--rim)" />
        {!narrow && <Note x={width - right + 14} y={TOP + HOURS - 4} words={hoursNote} />}
        {placed.map(({ row, base }) => (
          <g key={row.id} role="img" aria-label={`${row.name}: ${row.note}`}>
            <Name x={0} y={base + 4} narrow={narrow} words={row.name} />
            <line x1={left} x2={width - right} y1={base} y2={base} stroke="var(--rim)" />
            {row.none.map(([from, to]) => (
              <line
                key={from}
                x1={x(from)}
                x2={x(to)}
                y1={base}
                y2={base}
                stroke="var(--beet)"
                strokeWidth={2.5}
                strokeDasharray="5 4"
              />
            ))}
            {row.up.map((n, week) =>
              n > 0 ? (
                <rect
                  key={week}
                  x={x(week) + 0.75}
                  width={bar}
                  y={base - n * jar}
                  height={n * jar}
                  fill={row.tint}
                />
              ) : null,
            )}
            {row.down.map((n, week) =>
              n > 0 ? (
                <rect
                  key={week}
                  x={x(week) + 0.75}
                  width={bar}
                  y={base + 1}
                  height={n * eaten}
                  fill={row.tint}
                  fillOpacity={0.35}
                  stroke={row.tint}
                />
              ) : null,
            )}
            {!narrow && <Note x={width - right + 14} y={base + 4} words={row.note} />}
          </g>
        ))}
      </svg>
    </div>
  )
}

interface WordsProps {
  readonly x: number
  readonly y: number
  readonly words: string
}

const Name = ({ x, y, words, narrow }: WordsProps & { readonly narrow: boolean }) => (
  <text x={x} y={y} fontSize={narrow ? 12.5 : 15} fontWeight={600} fill="var(--ink)">
    {words}
  </text>
)

const Note = ({ x, y, words }: WordsProps) => (
  <text x={x} y={y} fontSize={13.5} fill="var(--ink-soft)" className="tabular">
    {words}
  </text>
)
