import { scaleLinear } from 'd3-scale'

interface IntervalProps {
  readonly low: number
  readonly likely: number
  readonly high: number
  readonly tint: string
  readonly label: string
}

const W = 400
const H = 74

/** A drawn interval: the bar holds eight in ten, the dot is the likely number. */
export function Interval({ low, likely, high, tint, label }: IntervalProps) {
  const pad = Math.max(1, (high - low) * 0.28)
  const x = scaleLinear()
    .domain([Math.max(0, low - pad), high + pad])
    .range([6, W - 6])
  const ticks = [low, likely, high]
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="w-full max-w-[400px]" role="img" aria-label={label}>
      <line x1={0} x2={W} y1={33} y2={33} stroke="var(--rim)" strokeWidth={2} />
      <rect
        x={x(low)}
        width={Math.max(2, x(high) - x(low))}
        y={24}
        height={18}
        rx={9}
        fill={tint}
        opacity={0.75}
      />
      <circle cx={x(likely)} cy={33} r={9} fill="var(--ink)" />
      {ticks.map((t, i) => (
        <text
          key={i}
          x={x(t)}
          y={64}
          textAnchor="middle"
          className="tabular"
          fill={i === 1 ? 'var(--ink)' : 'var(--ink-soft)'}
          fontSize={15}
          fontWeight={i === 1 ? 700 : 400}
        >
          {t}
        </text>
      ))}
      <text x={x(high)} y={14} textAnchor="end" fontSize={12.5} fill="var(--ink-soft)">
        8 in 10
      </text>
    </svg>
  )
}
