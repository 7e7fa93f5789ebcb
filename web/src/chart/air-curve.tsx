import {
  feet,
  psi as asPsi,
  showPressure,
  showTemperature,
  steamTemperature,
  type UnitSystem,
} from '@kelvit/core'
import { scaleLinear } from 'd3-scale'
import { useWidth } from '../ui/use-width'

const H = 130
const SHARES = Array.from({ length: 41 }, (_, i) => i / 100)

/** How the same pressure gets cooler with air left in the canner: the reason to vent. */
export function AirCurve({
  altitudeFt,
  psi,
  system,
}: {
  readonly altitudeFt: number
  readonly psi: number
  readonly system: UnitSystem
}) {
  const [ref, width] = useWidth(680)
  const warm = (share: number): number => steamTemperature(asPsi(psi), feet(altitudeFt), share)
  const x = scaleLinear()
    .domain([0, 0.4])
    .range([60, width - 12])
  const y = scaleLinear()
    .domain([205, 250])
    .range([H - 24, 8])
  const lost = warm(0) - warm(0.2)
  const cooler = system === 'us' ? `${Math.round(lost)} °F` : `${Math.round(lost / 1.8)} °C`
  const pressure = showPressure(asPsi(psi), system)
  return (
    <div ref={ref}>
      <p className="mb-2 leading-relaxed">
        At the same {pressure}, a fifth of air left in the canner makes it {cooler} cooler. Ten
        minutes of full steam drive the air out.
      </p>
      <svg
        width={width}
        height={H}
        role="img"
        aria-label={`Steam at ${pressure} cools by ${cooler} with a fifth of air`}
        className="block"
      >
        {[210, 220, 230, 240].map((t) => (
          <g key={t}>
            <line x1={60} x2={width - 12} y1={y(t)} y2={y(t)} stroke="var(--rim)" />
            <text
              x={52}
              y={y(t) + 4}
              textAnchor="end"
              fontSize={12.5}
              className="tabular"
              fill="var(--ink-soft)"
            >
              {showTemperature(t, system)}
            </text>
          </g>
        ))}
        <path
          d={SHARES.map(
            (s, i) => `${i === 0 ? 'M' : 'L'}${x(s).toFixed(1)} ${y(warm(s)).toFixed(1)}`,
          ).join('')}
          fill="none"
          stroke="var(--beet)"
          strokeWidth={2.5}
        />
        <circle cx={x(0.2)} cy={y(warm(0.2))} r={5} fill="var(--beet)" />
        {[0, 0.1, 0.2, 0.3, 0.4].map((s) => (
          <text
            key={s}
            x={x(s)}
            y={H - 6}
            textAnchor={s === 0 ? 'start' : s === 0.4 ? 'end' : 'middle'}
            fontSize={12.5}
            className="tabular"
            fill="var(--ink-soft)"
          >
            {s * 100}% air
          </text>
        ))}
      </svg>
    </div>
  )
}
