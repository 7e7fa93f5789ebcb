import { scaleTime } from 'd3-scale'
import { timeDay } from 'd3-time'
import { Link } from 'react-router'
import { showDay } from '../household/words'
import { useWidth } from '../ui/use-width'

export interface LotBar {
  readonly id: string
  readonly name: string
  readonly amount: string
  readonly from: string
  readonly until: string
  readonly tint: string
  readonly expected: boolean
  readonly inside: string
  readonly after: string
  /** Where the lot is told whole. */
  readonly href: string
}

const ROW = 30
const TOP = 26
const DAY_MS = 86_400_000
const noon = (iso: string): number => Date.parse(`${iso}T00:00:00`)

/** Each lot as a bar from arrival to can-by that tapers as quality falls; today is a brass thread. */
export function LotBars({
  bars,
  today,
  days = 14,
}: {
  readonly bars: readonly LotBar[]
  readonly today: string
  readonly days?: number
}) {
  const [ref, width] = useWidth(1120)
  const narrow = width < 640
  const shown = narrow ? 7 : days
  const left = narrow ? 118 : 236
  const start = noon(today)
  const end = start + shown * DAY_MS
  const x = scaleTime()
    .domain([start, end])
    .range([left, width - 8])
  const height = TOP + bars.length * ROW + 6
  const dates = timeDay.range(new Date(start), new Date(end))
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        role="group"
        aria-label={`Lots from arrival to can-by over ${shown} days`}
      >
        {dates.map((d, i) => (
          <g key={d.getTime()}>
            <line
              x1={x(d)}
              x2={x(d)}
              y1={TOP - 4}
              y2={height}
              stroke="var(--rim)"
              strokeOpacity={0.7}
            />
            <text
              x={x(d) + 4}
              y={14}
              fontSize={narrow ? 11.5 : 13.5}
              fill={d.getDay() === 6 ? 'var(--ink)' : 'var(--ink-soft)'}
              fontWeight={d.getDay() === 6 ? 700 : 400}
            >
              {!narrow || i % 2 === 0 ? label(d, narrow) : ''}
            </text>
          </g>
        ))}
        {bars.map((bar, i) => (
          <Bar
            key={bar.id}
            bar={bar}
            y={TOP + i * ROW}
            x={(iso) => x(Math.min(Math.max(noon(iso), start), end))}
            narrow={narrow}
            right={width}
            cut={noon(bar.until) + DAY_MS > end}
            start={noon(bar.from) < start}
          />
        ))}
        <line
          x1={x(start) + 1}
          x2={x(start) + 1}
          y1={2}
          y2={height}
          stroke="var(--brass)"
          strokeWidth={2}
        />
      </svg>
    </div>
  )
}

const label = (d: Date, narrow: boolean): string => {
  const iso = `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`
  const [day = '', date = ''] = showDay(iso).split(' ')
  return narrow ? day.slice(0, 2) + ' ' + date : `${day} ${date}`
}

interface BarProps {
  readonly bar: LotBar
  readonly y: number
  readonly x: (iso: string) => number
  readonly narrow: boolean
  readonly right: number
  readonly cut: boolean
  readonly start: boolean
}

function Bar({ bar, y, x, narrow, right, cut, start }: BarProps) {
  const mid = y + 14
  const x0 = x(bar.from)
  const x1 = cut ? right - 8 : Math.max(x(bar.until) + 46, x0 + 26)
  const inside = x1 - x0 > bar.inside.length * 7 + 16
  const end = cut ? 5 : 2
  const later = x0 >= right - 20
  return (
    <Link
      to={bar.href}
      aria-label={`${bar.name}, ${bar.amount}, ${bar.after}`}
      className="group outline-offset-[-2px]"
    >
      <rect
        x={0}
        y={y}
        width={right}
        height={ROW - 1}
        rx={4}
        fill="var(--kettle)"
        className="opacity-0 group-hover:opacity-10"
      />
      <text x={0} y={mid + 5} fontSize={narrow ? 14 : 15.5} fontWeight={600} fill="var(--ink)">
        {narrow && bar.name.length > 14 ? `${bar.name.slice(0, 13)}…` : bar.name}
      </text>
      {!narrow && (
        <text x={128} y={mid + 5} fontSize={13.5} fill="var(--ink-soft)" className="tabular">
          {bar.amount}
        </text>
      )}
      {later && (
        <text x={right - 8} y={mid + 5} textAnchor="end" fontSize={13.5} fill="var(--ink-soft)">
          {bar.inside} {showDay(bar.from)}
        </text>
      )}
      <path
        visibility={later ? 'hidden' : undefined}
        d={`M${x0} ${mid - (start ? 8 : 9)} L${x1} ${mid - end} V${mid + end} L${x0} ${mid + (start ? 8 : 9)} Z`}
        fill={bar.tint}
        opacity={bar.expected ? 0.32 : 0.68}
        stroke={bar.expected ? bar.tint : 'none'}
        strokeDasharray="3 3"
      />
      {inside && (
        <text x={x0 + 8} y={mid + 4.5} fontSize={13} fill="var(--ink)">
          {bar.inside}
        </text>
      )}
      {!cut && x1 + bar.after.length * 7.2 < right && (
        <text x={x1 + 8} y={mid + 5} fontSize={13.5} fontWeight={600} fill="var(--kettle)">
          {bar.after}
        </text>
      )}
    </Link>
  )
}
