import { TRACE_APART_MS, type GaugeScale, type LoadTrace } from '@kelvit/core'
import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { useId } from 'react'
import { useWidth } from '../ui/use-width'

interface TraceProps extends Omit<LoadTrace, 'readings'> {
  readonly readings: readonly { readonly at: number; readonly psi: number }[]
  readonly band: { readonly from: number; readonly to: number }
  readonly time: (ms: number) => string
  /** The drawing is in psi; its figures are as the house reads its gauges. */
  readonly gauge: GaugeScale
}

const H = 184
const LEFT = 34
const BOTTOM = 24
const TOP = 12
const MIN = 60_000

type Scale = ScaleLinear<number, number>
interface Axes {
  readonly x: Scale
  readonly y: Scale
  readonly W: number
}

/**
 * Readings over time with the target and the band to hold. Only what was read is drawn: a
 * straight line between looks that are near each other, nothing where nobody looked.
 */
export function PressureTrace(p: TraceProps) {
  const [ref, W] = useWidth(720)
  const until = p.live ? Math.max(p.now + 8 * MIN, p.from + 40 * MIN) : p.now + 2 * MIN
  const holdTo = Math.max(p.band.to, p.band.from + 0.3)
  const top = Math.max(15, holdTo + 2, ...p.readings.map((r) => r.psi + 1))
  const x = scaleLinear()
    .domain([p.from, until])
    .range([LEFT, W - 6])
  const y = scaleLinear()
    .domain([0, top])
    .range([H - BOTTOM, TOP])
  const axes = { x, y, W }
  return (
    <div ref={ref}>
      <svg width={W} height={H} className="block" role="img" aria-label={spoken(p)}>
        <Ground {...axes} {...p} top={top} holdTo={holdTo} />
        <Unseen {...axes} {...p} />
        <Line {...axes} {...p} />
        <Runs {...axes} {...p} />
        <Heats {...axes} {...p} />
        {p.live && (
          <>
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
          </>
        )}
      </svg>
    </div>
  )
}

function spoken(p: TraceProps): string {
  const last = p.readings.at(-1)
  const target = (psi: number): string => p.gauge.say(p.gauge.target(psi))
  const hold = p.weighted
    ? `the weight regulates at ${target(p.band.from)}`
    : `hold ${target(p.band.from)} to ${target(p.band.to)}`
  const read = last
    ? `last reading ${p.gauge.say(p.gauge.reading(last.psi))} ${p.gauge.unit} at ${p.time(last.at)}`
    : `no reading${p.heard.length > 0 ? `, heard ${p.heard.length} times` : ''}`
  const again = p.runs.length > 1 ? `, the time started again ${p.runs.length - 1} times` : ''
  return `Pressure: ${read}, ${hold}${again}`
}

function Ground({
  x,
  y,
  W,
  vent,
  now,
  band,
  holdTo,
  top,
  weighted,
  gauge,
}: Axes & TraceProps & { readonly top: number; readonly holdTo: number }) {
  return (
    <>
      {vent && (
        <>
          <rect
            x={x(vent.from)}
            y={TOP}
            width={Math.max(0, x(vent.to ?? now) - x(vent.from))}
            height={H - BOTTOM - TOP}
            fill="var(--ink)"
            opacity={0.05}
          />
          <text
            x={x((vent.from + (vent.to ?? now)) / 2)}
            y={H - BOTTOM - 8}
            textAnchor="middle"
            fontSize={13}
            fill="var(--kettle)"
          >
            vent
          </text>
        </>
      )}
      {[0, 1, 2, 3, 4, 5]
        .map((n) => n * gauge.lines)
        .filter((t) => gauge.toPsi(t) <= top)
        .map((t) => (
          <g key={t}>
            <line
              x1={LEFT}
              x2={W}
              y1={y(gauge.toPsi(t))}
              y2={y(gauge.toPsi(t))}
              stroke="var(--rim)"
              strokeOpacity={0.7}
            />
            <text
              x={LEFT - 9}
              y={y(gauge.toPsi(t)) + 4.5}
              textAnchor="end"
              fontSize={13}
              className="tabular"
              fill="var(--ink-soft)"
            >
              {gauge.say(t)}
            </text>
          </g>
        ))}
      <rect
        x={LEFT}
        y={y(holdTo)}
        width={W - LEFT}
        height={Math.max(2, y(band.from) - y(holdTo))}
        fill="var(--brine)"
        opacity={0.2}
      />
      <line
        x1={LEFT}
        x2={W}
        y1={y(band.from)}
        y2={y(band.from)}
        stroke="var(--beet)"
        strokeWidth={2}
      />
      <text
        x={W - 6}
        y={y(band.from) + 16}
        textAnchor="end"
        fontSize={13}
        fontWeight={700}
        fill="var(--beet)"
      >
        {weighted
          ? weightWords(band.from, gauge)
          : `never below ${gauge.say(gauge.target(band.from))}`}
      </text>
    </>
  )
}

/** A weight is known by what is stamped on it. */
const weightWords = (stamped: number, gauge: GaugeScale): string =>
  `${stamped} lb weight${gauge.unit === 'kPa' ? ` (${gauge.target(stamped)} kPa)` : ''}`

/** Where nobody looked nothing is known: hatched, and said. */
function Unseen({ x, unseen }: Axes & TraceProps) {
  const hatch = useId()
  return (
    <>
      <pattern
        id={hatch}
        width={7}
        height={7}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1={0} y1={0} x2={0} y2={7} stroke="var(--squash)" strokeWidth={2} opacity={0.35} />
      </pattern>
      {unseen.map((u) => (
        <g key={u.from}>
          <rect
            x={x(u.from)}
            y={TOP}
            width={Math.max(0, x(u.to) - x(u.from))}
            height={H - BOTTOM - TOP}
            fill={`url(#${hatch})`}
          />
          <text
            x={x((u.from + u.to) / 2)}
            y={H - BOTTOM - 26}
            textAnchor="middle"
            fontSize={13}
            fontWeight={700}
            fill="var(--squash)"
          >
            nobody looked
          </text>
        </g>
      ))}
    </>
  )
}

function Line({ x, y, readings, heard, band, weighted, runs, heatOff }: Axes & TraceProps) {
  const begun = runs[0]?.from ?? Infinity
  return (
    <>
      {readings.slice(1).map((r, i) => {
        const before = readings[i]
        if (!before || r.at - before.at > TRACE_APART_MS) return null
        return (
          <line
            key={`${before.at}-${r.at}`}
            x1={x(before.at)}
            y1={y(before.psi)}
            x2={x(r.at)}
            y2={y(r.psi)}
            stroke="var(--ink)"
            strokeWidth={2.5}
            strokeLinecap="round"
          />
        )
      })}
      {readings.map((r) => (
        <circle
          key={r.at}
          cx={x(r.at)}
          cy={y(r.psi)}
          r={readings.length > 60 ? 2 : 4.5}
          fill={
            !weighted && r.at > begun && r.psi < band.from && (!heatOff || r.at < heatOff)
              ? 'var(--beet)'
              : 'var(--ink)'
          }
        />
      ))}
      {weighted &&
        heard.map((at) => (
          <path
            key={at}
            d={`M ${x(at) - 6} ${y(band.from) - 4} l 6 -10 l 6 10 z`}
            fill="var(--ink)"
          />
        ))}
    </>
  )
}

/** Closer than this two words of heat would run into each other, px. */
const HEAT_APART = 44

/** Where the heat was set, in the strip under the pressure. */
function Heats({ x, heats, from }: Axes & TraceProps) {
  const seen = heats.filter((h) => h.at >= from)
  return seen.map((h, i) => {
    const next = seen[i + 1]
    const room = !next || x(next.at) - x(h.at) >= HEAT_APART
    return (
      <g key={h.at}>
        <line
          x1={x(h.at)}
          x2={x(h.at)}
          y1={H - BOTTOM}
          y2={H - BOTTOM + 8}
          stroke="var(--brass)"
          strokeWidth={2.5}
        />
        {room && (
          <text x={x(h.at) + 5} y={H - 8} fontSize={13} fill="var(--ink)">
            {i === 0 ? `heat ${h.setting}` : h.setting}
          </text>
        )}
      </g>
    )
  })
}

/** Where the process clock began, and where it broke. */
function Runs({ x, y, runs, falls, heatOff, time }: Axes & TraceProps) {
  return (
    <>
      {falls.map((at) => (
        <g key={at}>
          <line
            x1={x(at)}
            x2={x(at)}
            y1={TOP}
            y2={H - BOTTOM}
            stroke="var(--beet)"
            strokeDasharray="4 4"
          />
          <text x={x(at) + 5} y={TOP + 26} fontSize={13} fontWeight={700} fill="var(--beet)">
            fell
          </text>
        </g>
      ))}
      {runs.map((r) => (
        <g key={r.from}>
          <line
            x1={x(r.from)}
            x2={x(r.from)}
            y1={y(3)}
            y2={y(0)}
            stroke={r.last ? 'var(--brine)' : 'var(--ink-soft)'}
            strokeWidth={2}
          />
          {r.last && (
            <text x={x(r.from) + 6} y={y(2.4)} fontSize={13} fill="var(--brine)">
              {runs.length > 1 ? 'again from' : 'clock from'} {time(r.from)}
            </text>
          )}
        </g>
      ))}
      {/* Shorter than the clock's, whose words go over it when there is little room. */}
      {heatOff !== undefined && (
        <g>
          <line
            x1={x(heatOff)}
            x2={x(heatOff)}
            y1={y(1.8)}
            y2={y(0)}
            stroke="var(--kettle)"
            strokeWidth={2}
          />
          <text x={x(heatOff) + 6} y={y(0.5)} fontSize={13} fill="var(--kettle)">
            heat off {time(heatOff)}
          </text>
        </g>
      )}
    </>
  )
}
