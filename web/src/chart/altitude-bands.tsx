import {
  feet,
  optionsAt,
  showAltitude,
  showPressure,
  showTemperature,
  steamTemperature,
  type FoodForm,
  type GaugeKind,
  type JarSize,
  type UnitSystem,
} from '@kelvit/core'
import { scaleLinear } from 'd3-scale'
import { useState } from 'react'
import { useWidth } from '../ui/use-width'

interface AltitudeBandsProps {
  readonly form: FoodForm
  readonly rowSize: JarSize
  readonly gauge: GaugeKind
  readonly altitudeFt: number
  readonly system: UnitSystem
}

const H = 170
const TOP_FT = 11000
const STEP = 100

/** Target pressure by altitude as steps, and the temperature of the steam at it: nearly one line. */
export function AltitudeBands({ form, rowSize, gauge, altitudeFt, system }: AltitudeBandsProps) {
  const [ref, width] = useWidth(680)
  const [ft, setFt] = useState(Math.round(altitudeFt / STEP) * STEP)
  const at = (f: number) =>
    optionsAt(form, rowSize, gauge, feet(f)).find((o) => o.id === 'standard')
  const here = at(ft)
  const steam = here && steamTemperature(here.psi, feet(ft))
  const x = scaleLinear()
    .domain([0, TOP_FT])
    .range([34, width - 50])
  const y = scaleLinear()
    .domain([0, 16])
    .range([H - 24, 8])
  const t = scaleLinear()
    .domain([200, 260])
    .range([H - 24, 8])
  const samples = Array.from({ length: TOP_FT / STEP + 1 }, (_, i) => i * STEP)
  const steps = samples.flatMap((f) => {
    const o = at(f)
    return o ? [{ f, psi: o.psi, warm: steamTemperature(o.psi, feet(f)) }] : []
  })
  const path = (value: (s: (typeof steps)[number]) => number): string =>
    steps
      .map((s, i) => `${i === 0 ? 'M' : 'L'}${x(s.f).toFixed(1)} ${value(s).toFixed(1)}`)
      .join('')
  return (
    <div ref={ref}>
      <p className="mb-2 leading-relaxed" aria-live="polite">
        At <strong>{showAltitude(ft, system)}</strong>:{' '}
        {here && steam ? (
          <>
            hold <strong>{showPressure(here.psi, system)}</strong>. The steam is about{' '}
            {showTemperature(steam, system)}.
          </>
        ) : (
          'there’s no tested pressure. Ask your extension service.'
        )}
      </p>
      <svg
        width={width}
        height={H}
        role="img"
        aria-label="Pressure rises with altitude in steps while the steam stays near 240 degrees Fahrenheit"
        className="block"
      >
        {[0, 5, 10, 15].map((p) => (
          <g key={p}>
            <line x1={34} x2={width - 50} y1={y(p)} y2={y(p)} stroke="var(--rim)" />
            <text
              x={26}
              y={y(p) + 4}
              textAnchor="end"
              fontSize={12.5}
              className="tabular"
              fill="var(--ink-soft)"
            >
              {p}
            </text>
          </g>
        ))}
        <path
          d={path((s) => t(s.warm))}
          fill="none"
          stroke="var(--brass)"
          strokeWidth={2}
          strokeDasharray="5 4"
        />
        <path d={path((s) => y(s.psi))} fill="none" stroke="var(--kettle)" strokeWidth={2.5} />
        <text x={width - 46} y={t(steps.at(-1)?.warm ?? 240) + 4} fontSize={13} fill="var(--brass)">
          {showTemperature(steps.at(-1)?.warm ?? 240, system)}
        </text>
        <text x={width - 46} y={y(steps.at(-1)?.psi ?? 15) - 2} fontSize={13} fill="var(--kettle)">
          psi
        </text>
        <line x1={x(ft)} x2={x(ft)} y1={4} y2={H - 24} stroke="var(--brass)" strokeWidth={2} />
        {[0, 2000, 4000, 6000, 8000, 10000].map((f) => (
          <text
            key={f}
            x={x(f)}
            y={H - 6}
            textAnchor="middle"
            fontSize={12.5}
            className="tabular"
            fill="var(--ink-soft)"
          >
            {showAltitude(f, system)}
          </text>
        ))}
      </svg>
      <input
        type="range"
        aria-label="Altitude"
        min={0}
        max={TOP_FT}
        step={STEP}
        value={ft}
        onChange={(e) => setFt(Number(e.target.value))}
        className="min-h-11 w-full accent-kettle"
      />
      <p className="text-sm text-ink-soft">
        The temperature is an explanation, never a reason to change a process.
      </p>
    </div>
  )
}
