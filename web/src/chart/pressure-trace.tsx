import { scaleLinear } from 'd3-scale'
import { curveMonotoneX, line } from 'd3-shape'
import { useWidth } from '../ui/use-width'

export interface TracePoint {
  readonly at: number
  readonly psi: number
}

interface PressureTraceProps {
  readonly readings: readonly TracePoint[]
  readonly from: number
  readonly now: number
  readonly ventFrom?: number | undefined
  readonly ventTo?: number | undefined
  readonly clockFrom?: number | undefined
  readonly never: number
  readonly holdTo: number
  readonly time: (ms: number) => string
}

const H = 172
const LEFT = 34
const BOTTOM = 24
const MIN = 60_000

/** Gauge readings over time, with the target line and the band to hold. */
export function PressureTrace(p: PressureTraceProps) {
  const [ref, W] = useWidth(720)
  const until = Math.max(p.now + 8 * MIN, p.from + 40 * MIN)
  const top = Math.max(15, p.holdTo + 2)
  const x = scaleLinear()
    .domain([p.from, until])
    .range([LEFT, W - 6])
  const y = scaleLinear()
    .domain([0, top])
    .range([H - BOTTOM, 10])
  const start: TracePoint[] =
    p.ventTo === undefined
      ? []
      : [
          { at: p.from, psi: 0 },
          { at: p.ventTo, psi: 0 },
        ]
  const path = line<TracePoint>(
    (d) => x(d.at),
    (d) => y(d.psi),
  ).curve(curveMonotoneX)([...start, ...p.readings])
  const last = p.readings.at(-1)
  return (
    <div ref={ref}>
      <svg
        width={W}
        height={H}
        className="block"
        role="img"
        aria-label={
          last
            ? `Pressure: last reading ${last.psi} psi at ${p.time(last.at)}, hold ${p.never} to ${p.holdTo}`
            : `Pressure: no reading yet, hold ${p.never} to ${p.holdTo}`
        }
      >
        {p.ventFrom !== undefined && (
          <rect
            x={x(p.ventFrom)}
            y={10}
            width={Math.max(0, x(p.ventTo ?? p.now) - x(p.ventFrom))}
            height={H - BOTTOM - 10}
            fill="var(--ink)"
            opacity={0.05}
          />
        )}
        {[0, 5, 10, 15]
          .filter((t) => t <= top)
          .map((t) => (
            <g key={t}>
              <line x1={LEFT} x2={W} y1={y(t)} y2={y(t)} stroke="var(--rim)" strokeOpacity={0.7} />
              <text
                x={LEFT - 9}
                y={y(t) + 4.5}
                textAnchor="end"
                fontSize={13}
                className="tabular"
                fill="var(--ink-soft)"
              >
                {t}
              </text>
            </g>
          ))}
        <rect
          x={LEFT}
          y={y(p.holdTo)}
          width={W - LEFT}
          height={Math.max(2, y(p.never) - y(p.holdTo))}
          fill="var(--brine)"
          opacity={0.2}
        />
        <line
          x1={LEFT}
          x2={W}
          y1={y(p.never)}
          y2={y(p.never)}
          stroke="var(--beet)"
          strokeWidth={2}
        />
        <text
          x={W - 6}
          y={y(p.never) + 16}
          textAnchor="end"
          fontSize={13}
          fontWeight={700}
          fill="var(--beet)"
        >
          never below {p.never}
        </text>
        {W > 500 && (
          <text x={W - 6} y={y(p.holdTo) - 6} textAnchor="end" fontSize={13} fill="var(--brine)">
            hold here
          </text>
        )}
        {p.ventFrom !== undefined && (
          <text
            x={x((p.ventFrom + (p.ventTo ?? p.now)) / 2)}
            y={H - BOTTOM - 8}
            textAnchor="middle"
            fontSize={13}
            fill="var(--kettle)"
          >
            vent 10 min
          </text>
        )}
        {p.clockFrom !== undefined && (
          <g>
            <line
              x1={x(p.clockFrom)}
              x2={x(p.clockFrom)}
              y1={y(3)}
              y2={y(0)}
              stroke="var(--brine)"
              strokeWidth={2}
            />
            <text x={x(p.clockFrom) + 6} y={y(1.2)} fontSize={13} fill="var(--brine)">
              clock from {p.time(p.clockFrom)}
            </text>
          </g>
        )}
        {path && (
          <path d={path} fill="none" stroke="var(--ink)" strokeWidth={2.5} strokeLinejoin="round" />
        )}
        {p.readings.map((r) => (
          <circle
            key={r.at}
            cx={x(r.at)}
            cy={y(r.psi)}
            r={4.5}
            fill={
              r.psi < p.never && r.at >= (p.clockFrom ?? Infinity) ? 'var(--beet)' : 'var(--ink)'
            }
          />
        ))}
        <line
          x1={x(p.now)}
          x2={x(p.now)}
          y1={2}
          y2={H - BOTTOM}
          stroke="var(--brass)"
          strokeWidth={2}
        />
        <text x={x(p.now) + 6} y={13} fontSize={13} fontWeight={700} fill="var(--brass)">
          {p.time(p.now)}
        </text>
      </svg>
    </div>
  )
}
