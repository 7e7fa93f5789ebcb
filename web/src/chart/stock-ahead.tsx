import { scaleLinear, scaleUtc } from 'd3-scale'
import { area, curveStepAfter, line } from 'd3-shape'
import { utcMonth } from 'd3-time'
import { useWidth } from '../ui/use-width'

interface StockAheadProps {
  /** Jars on days ahead, the first today. */
  readonly days: readonly {
    readonly onDate: string
    readonly jars: number
    readonly best: number
  }[]
  readonly tint: string
  /** When the last jar is eaten, ISO. */
  readonly runsOut: string | null
  /** The crop's next harvest, ISO. */
  readonly harvest: string | undefined
  readonly label: string
}

const H = 220
const M = { left: 40, right: 16, top: 26, bottom: 30 }
const MONTH = new Intl.DateTimeFormat('en-US', { month: 'short', timeZone: 'UTC' })
const ms = (iso: string): number => Date.parse(iso)

/** Jars of a food as they are eaten: all of them as steps, those past their best hatched on top. */
export function StockAhead({ days, tint, runsOut, harvest, label }: StockAheadProps) {
  const [ref, width] = useWidth(720)
  const first = days[0]
  const last = days.at(-1)
  if (!first || !last) return null
  const x = scaleUtc()
    .domain([ms(first.onDate), ms(last.onDate)])
    .range([M.left, width - M.right])
  const y = scaleLinear()
    .domain([0, Math.max(4, first.jars)])
    .nice()
    .range([H - M.bottom, M.top])
  type Day = (typeof days)[number]
  const shape = area<Day>()
    .curve(curveStepAfter)
    .x((d) => x(ms(d.onDate)))
  const best = shape.y0(y(0)).y1((d) => y(d.best))(days)
  const old = shape.y0((d) => y(d.best)).y1((d) => y(d.jars))(days)
  const top = line<Day>()
    .curve(curveStepAfter)
    .x((d) => x(ms(d.onDate)))
    .y((d) => y(d.jars))(days)
  const months = utcMonth.range(new Date(ms(first.onDate)), new Date(ms(last.onDate)))
  const every = Math.max(1, Math.ceil((months.length * 44) / width))
  const inside = (iso: string | null | undefined): iso is string =>
    !!iso && iso >= first.onDate && iso <= last.onDate
  return (
    <div ref={ref}>
      <svg width={width} height={H} role="img" aria-label={label} className="block max-w-full">
        <defs>
          <pattern
            id="past-best"
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="7" height="7" fill="var(--crock)" />
            <line x1="0" y1="0" x2="0" y2="7" stroke="var(--squash)" strokeWidth="3" />
          </pattern>
        </defs>
        {y
          .ticks(4)
          .filter(Number.isInteger)
          .map((t) => (
            <g key={t}>
              <line x1={M.left} x2={width - M.right} y1={y(t)} y2={y(t)} stroke="var(--rim)" />
              <text
                x={M.left - 8}
                y={y(t) + 4}
                textAnchor="end"
                fontSize={13}
                fill="var(--ink-soft)"
              >
                {t}
              </text>
            </g>
          ))}
        {best && <path d={best} fill={tint} />}
        {old && <path d={old} fill="url(#past-best)" />}
        {top && <path d={top} fill="none" stroke="var(--ink)" strokeWidth={1.5} />}
        {months
          .filter((_, i) => i % every === 0)
          .map((m) => (
            <text key={m.getTime()} x={x(m)} y={H - 10} fontSize={13} fill="var(--ink-soft)">
              {MONTH.format(m)}
            </text>
          ))}
        {inside(runsOut) && (
          <Mark x={x(ms(runsOut))} words="runs out" color="var(--ink)" width={width} />
        )}
        {inside(harvest) && (
          <Mark x={x(ms(harvest))} words="next harvest" color="var(--brine)" width={width} dashed />
        )}
      </svg>
    </div>
  )
}

function Mark({
  x,
  words,
  color,
  width,
  dashed,
}: {
  readonly x: number
  readonly words: string
  readonly color: string
  readonly width: number
  readonly dashed?: boolean
}) {
  const late = x > width - 110
  return (
    <g>
      <line
        x1={x}
        x2={x}
        y1={M.top - 6}
        y2={H - M.bottom}
        stroke={color}
        strokeWidth={1.5}
        strokeDasharray={dashed ? '5 4' : undefined}
      />
      <text
        x={late ? x - 5 : x + 5}
        y={dashed ? M.top - 12 : M.top + 6}
        textAnchor={late ? 'end' : 'start'}
        fontSize={13}
        fontWeight={600}
        fill={color}
      >
        {words}
      </text>
    </g>
  )
}
