import type { LoadSketch } from '@kelvit/core'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'

const WIDTH = 240
const HEIGHT = 56
const FOOT = 4
/** Room above the highest pressure that anybody cans at, psi. */
const MOST_PSI = 17

interface SketchProps {
  readonly sketch: LoadSketch
  /** How many minutes the drawing is wide: the same for all that are seen together. */
  readonly minutes: number
  /** An evening like all others is drawn quietly. */
  readonly loud: boolean
}

/** One evening's pressure, small: the line it took, what it was held at, when the clock ran and where it broke off. */
export function SketchOfLoad({ sketch, minutes, loud }: SketchProps) {
  const x = scaleLinear([0, minutes], [0, WIDTH])
  const y = scaleLinear([0, MOST_PSI], [HEIGHT - FOOT, 2])
  const path = line<readonly [number, number]>(
    ([m]) => x(m),
    ([, psi]) => y(Math.min(psi, MOST_PSI)),
  )(sketch.points as [number, number][])
  return (
    <svg
      aria-hidden
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      className="block h-14 w-full"
    >
      {sketch.runs.map(([from, to]) => (
        <rect
          key={from}
          x={x(from)}
          width={Math.max(1, x(to) - x(from))}
          y={2}
          height={HEIGHT - FOOT - 2}
          className={loud ? 'fill-squash/20' : 'fill-brine/15'}
        />
      ))}
      <line
        x1={0}
        x2={WIDTH}
        y1={y(sketch.target)}
        y2={y(sketch.target)}
        strokeDasharray="2 4"
        vectorEffect="non-scaling-stroke"
        className="stroke-ink-soft/60"
      />
      <line
        x1={0}
        x2={WIDTH}
        y1={HEIGHT - FOOT}
        y2={HEIGHT - FOOT}
        vectorEffect="non-scaling-stroke"
        className="stroke-rim"
      />
      {sketch.broke.map((m) => (
        <line
          key={m}
          x1={x(m)}
          x2={x(m)}
          y1={2}
          y2={HEIGHT - FOOT}
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
          className="stroke-beet"
        />
      ))}
      <path
        d={path ?? ''}
        vectorEffect="non-scaling-stroke"
        strokeWidth={loud ? 2.5 : 1.75}
        strokeLinejoin="round"
        className={`fill-none ${loud ? 'stroke-squash' : 'stroke-kettle'}`}
      />
    </svg>
  )
}

/** A row of lids: those down are filled, those up are open rings. */
export function LidRow({
  sealed,
  unsealed,
}: {
  readonly sealed: number
  readonly unsealed: number
}) {
  if (sealed + unsealed === 0) return null
  return (
    <span
      role="img"
      aria-label={unsealed === 0 ? `all ${sealed} sealed` : `${sealed} sealed, ${unsealed} did not`}
      className="flex flex-wrap gap-[3px]"
    >
      {Array.from({ length: sealed + unsealed }, (_, i) => (
        <span
          key={i}
          className={`size-2.5 rounded-full ${i < sealed ? 'bg-ink-soft/50' : 'border-2 border-beet'}`}
        />
      ))}
    </span>
  )
}
