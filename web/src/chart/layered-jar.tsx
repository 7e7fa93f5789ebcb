import { saidFood, type IngredientVerdict, type JarLayer } from '@kelvit/core'
import { tintOf } from '../household/tints'

const TOP = 40
const BOTTOM = 252
const LEFT = 26
const WIDE = 122

type Solid = Extract<JarLayer, { kind: 'solid' }>

interface LayeredJarProps {
  readonly ingredients: readonly IngredientVerdict[]
  /** Share of the jar that is solid; none where nobody said. */
  readonly solidsPercent: number | null
  /** Minutes that the jar takes; undefined while it has no process. */
  readonly minutes: number | undefined
}

/**
 * A mixed jar that fills layer by layer as its solids are named, to the half line, with the
 * liquid over them. The layer that sets the time is lit.
 */
export function LayeredJar({ ingredients, solidsPercent, minutes }: LayeredJarProps) {
  const solids = ingredients.flatMap((i) => (i.layer?.kind === 'solid' ? [i.layer] : []))
  const liquid = ingredients.some((i) => i.layer?.kind === 'liquid')
  const share = Math.min(100, Math.max(0, solidsPercent ?? 50)) / 100
  const each = solids.length > 0 ? ((BOTTOM - TOP) * share) / solids.length : 0
  const setter = setterOf(solids, minutes)
  const half = (TOP + BOTTOM) / 2
  return (
    <svg
      viewBox="0 0 320 268"
      className="w-full max-w-80"
      role="img"
      aria-label={`A jar with ${solids.map((s) => saidFood(s.foodId)).join(', ') || 'no solids yet'}${liquid ? ' and liquid' : ''}${setter ? `. ${capital(saidFood(setter.foodId))} set the time: ${setter.minutes} minutes` : ''}`}
    >
      <rect x={LEFT + 12} y={8} width={WIDE - 24} height={14} rx={3} fill="#8d8678" />
      <path
        d={`M${LEFT + 16} 22 h${WIDE - 32} q14 6 16 22 V${BOTTOM - 10} q0 10 -10 10 H${LEFT + 10} q-10 0 -10 -10 V44 q2 -16 16 -22 z`}
        fill={liquid ? 'var(--glass)' : 'none'}
        stroke="var(--ink-soft)"
        strokeWidth={2}
      />
      {liquid && (
        <rect
          x={LEFT + 2}
          y={TOP}
          width={WIDE - 4}
          height={BOTTOM - TOP - 3}
          rx={8}
          fill="var(--kettle)"
          opacity={0.14}
        />
      )}
      {solids.map((solid, i) => {
        const y = BOTTOM - 2 - each * (i + 1)
        const lit = solid === setter
        return (
          <g key={`${solid.foodId} ${i}`}>
            <rect
              x={LEFT + 3}
              y={y}
              width={WIDE - 6}
              height={Math.max(0, each - 1)}
              rx={3}
              fill={tintOf(solid.foodId)}
              opacity={lit ? 1 : 0.6}
              stroke={lit ? 'var(--brass)' : 'none'}
              strokeWidth={3}
            />
            <text
              x={LEFT + WIDE + 12}
              y={y + each / 2 + 5}
              fontSize={14}
              fontWeight={lit ? 700 : 400}
              fill={lit ? 'var(--brass)' : 'var(--ink-soft)'}
            >
              {saidFood(solid.foodId)}, {solid.minutes} min
            </text>
          </g>
        )
      })}
      <line
        x1={LEFT - 10}
        x2={LEFT + WIDE + 8}
        y1={half}
        y2={half}
        stroke="var(--ink)"
        strokeWidth={1.5}
        strokeDasharray="6 4"
      />
      <text x={LEFT + WIDE + 12} y={half - (share > 0.49 ? 6 : -5)} fontSize={13} fill="var(--ink)">
        half the jar
      </text>
    </svg>
  )
}

/** The solid whose own time the jar takes; none where a mixture’s row is longer. */
const setterOf = (solids: readonly Solid[], minutes: number | undefined): Solid | undefined => {
  const [longest] = [...solids].sort((a, b) => b.minutes - a.minutes)
  return longest && longest.minutes === minutes ? longest : undefined
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
