import { scaleLinear } from 'd3-scale'
import { area, curveMonotoneX, line } from 'd3-shape'

const WIDTH = 420
const HEIGHT = 84
const FOOT = 4
/** What a small dial goes up to, psi. */
const MOST_PSI = 16.5

interface NeedleProps {
  /** What the needle shows, minute by minute, psi. */
  readonly shown: readonly number[]
  /** The same with nothing wrong, to hold it against. */
  readonly plain: readonly number[] | undefined
  readonly target: number
  /** How many minutes the drawing is wide: the same for all. */
  readonly minutes: number
}

/** How the needle moves over an evening with one fault, over how it moves with none. */
export function NeedleTrace({ shown, plain, target, minutes }: NeedleProps) {
  const x = scaleLinear([0, minutes], [0, WIDTH])
  const y = scaleLinear([0, MOST_PSI], [HEIGHT - FOOT, 3])
  const points = (psi: readonly number[]): [number, number][] => psi.map((p, m) => [m, p])
  const curve = line<[number, number]>(
    ([m]) => x(m),
    ([, p]) => y(p),
  ).curve(curveMonotoneX)
  const usual = area<[number, number]>()
    .x(([m]) => x(m))
    .y0(HEIGHT - FOOT)
    .y1(([, p]) => y(p))
    .curve(curveMonotoneX)
  return (
    <svg
      aria-hidden
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      className="block h-21 w-full"
    >
      {plain && <path d={usual(points(plain)) ?? ''} className="fill-rim/60" />}
      <line
        x1={0}
        x2={WIDTH}
        y1={y(target)}
        y2={y(target)}
        strokeDasharray="3 4"
        vectorEffect="non-scaling-stroke"
        className="stroke-brine"
      />
      <line
        x1={0}
        x2={WIDTH}
        y1={HEIGHT - FOOT}
        y2={HEIGHT - FOOT}
        vectorEffect="non-scaling-stroke"
        className="stroke-rim"
      />
      <path
        d={curve(points(shown)) ?? ''}
        strokeWidth={2.25}
        strokeLinejoin="round"
        vectorEffect="non-scaling-stroke"
        className="fill-none stroke-kettle"
      />
    </svg>
  )
}
