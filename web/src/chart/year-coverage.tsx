import type { CoverageWeek, WeekKind } from '@kelvit/core'
import { scaleLinear } from 'd3-scale'
import { useId } from 'react'
import { useWidth } from '../ui/use-width'

export interface CoverageRow {
  readonly id: string
  readonly name: string
  readonly tint: string
  readonly weeks: readonly CoverageWeek[]
  readonly note: string
}

const ROW = 34
const TOP = 24
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
const WORDS: Readonly<Record<WeekKind, string>> = {
  shelf: 'from the shelf',
  planned: 'planned',
  fresh: 'eaten fresh',
  gap: 'not covered',
}

/** Runs of weeks of one kind. */
function runs(
  weeks: readonly CoverageWeek[],
): readonly { kind: WeekKind; from: number; count: number }[] {
  const all: { kind: WeekKind; from: number; count: number }[] = []
  weeks.forEach((w, i) => {
    const last = all.at(-1)
    if (last?.kind === w.kind) last.count++
    else all.push({ kind: w.kind, from: i, count: 1 })
  })
  return all
}

/** The coming year, a bar a food: covered by the shelf, by the plan, fresh, or hungry. */
export function YearCoverage({ rows }: { readonly rows: readonly CoverageRow[] }) {
  const [ref, width] = useWidth(1120)
  const id = useId()
  const narrow = width < 640
  const left = narrow ? 96 : 150
  const right = narrow ? 4 : 190
  const x = scaleLinear()
    .domain([0, 52])
    .range([left, width - right])
  const height = TOP + rows.length * ROW + 4
  const months =
    rows[0]?.weeks.flatMap((w, i, all) =>
      i > 0 && w.from.slice(0, 7) === all[i - 1]?.from.slice(0, 7)
        ? []
        : [{ i, name: MONTHS[Number(w.from.slice(5, 7)) - 1] ?? '' }],
    ) ?? []
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label="Coverage of the coming year by food"
        className="block"
      >
        <defs>
          <pattern
            id={`${id}gap`}
            width="6"
            height="6"
            patternTransform="rotate(45)"
            patternUnits="userSpaceOnUse"
          >
            <rect width="6" height="6" fill="var(--beet)" opacity={0.14} />
            <rect width="1.6" height="6" fill="var(--beet)" opacity={0.8} />
          </pattern>
        </defs>
        {months.map((m) => (
          <g key={m.i}>
            <line
              x1={x(m.i)}
              x2={x(m.i)}
              y1={16}
              y2={height}
              stroke="var(--rim)"
              strokeOpacity={0.7}
            />
            {(!narrow || m.i % 2 === 0) && m.i < 51 && (
              <text x={x(m.i) + 3} y={13} fontSize={narrow ? 11 : 13} fill="var(--ink-soft)">
                {narrow ? m.name.charAt(0) : m.name}
              </text>
            )}
          </g>
        ))}
        {rows.map((row, n) => {
          const y = TOP + n * ROW
          return (
            <g key={row.id} role="img" aria-label={`${row.name}: ${row.note}`}>
              <text
                x={0}
                y={y + 19}
                fontSize={narrow ? 13 : 15.5}
                fontWeight={600}
                fill="var(--ink)"
              >
                {row.name}
              </text>
              {runs(row.weeks).map((r) => {
                const w = x(r.from + r.count) - x(r.from)
                if (r.kind === 'fresh')
                  return (
                    <line
                      key={r.from}
                      x1={x(r.from) + 2}
                      x2={x(r.from) + w - 2}
                      y1={y + 14}
                      y2={y + 14}
                      stroke={row.tint}
                      strokeWidth={2.5}
                      strokeDasharray="1 5"
                      strokeLinecap="round"
                    />
                  )
                const fill = r.kind === 'gap' ? `url(#${id}gap)` : row.tint
                return (
                  <rect
                    key={r.from}
                    x={x(r.from)}
                    y={y + 5}
                    width={Math.max(1, w - 1)}
                    height={18}
                    rx={3}
                    fill={fill}
                    opacity={r.kind === 'planned' ? 0.42 : 1}
                    stroke={r.kind === 'planned' ? row.tint : 'none'}
                  />
                )
              })}
              {!narrow && (
                <text x={width - right + 12} y={y + 19} fontSize={13.5} fill="var(--ink-soft)">
                  {row.note}
                </text>
              )}
            </g>
          )
        })}
      </svg>
      <p className="mt-2 flex flex-wrap gap-x-6 gap-y-1 text-sm text-ink-soft">
        <span>
          <span aria-hidden className="mr-1.5 inline-block h-3 w-6 rounded-sm bg-brine" />
          {WORDS.shelf}
        </span>
        <span>
          <span
            aria-hidden
            className="mr-1.5 inline-block h-3 w-6 rounded-sm border border-brine bg-brine/40"
          />
          {WORDS.planned}
        </span>
        <span>
          <span
            aria-hidden
            className="mr-1.5 inline-block w-6 border-b-3 border-dotted border-brine align-middle"
          />
          {WORDS.fresh}
        </span>
        <span>
          <span
            aria-hidden
            className="mr-1.5 inline-block h-3 w-6 rounded-sm border border-beet bg-beet/20"
          />
          {WORDS.gap}
        </span>
      </p>
    </div>
  )
}
