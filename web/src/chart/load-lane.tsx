import type { CannerRead } from '@kelvit/contract'
import {
  ATTENTION,
  showMinutes,
  restingHere,
  stageSpans,
  totalMinutes,
  type Attention,
  type JarSize,
} from '@kelvit/core'
import { useId } from 'react'
import { useTimes } from '../household/words'
import { STAGE_NAMES } from './stage-names'

interface LoadLaneProps {
  readonly canner: CannerRead
  readonly jar: JarSize
  readonly jars: number
  readonly prepMinPerQuart: number
  readonly processMinutes: number
  /** Minutes that it boils or simmers before it is filled. */
  readonly cookMin: number
  readonly restMinutes: number
  readonly start: number
}

const W = 700
const COLOURS: Readonly<Record<Attention, string>> = {
  hands: 'var(--kettle)',
  look: 'var(--brass)',
  eyes: 'var(--beet)',
  sight: 'var(--brass)',
  none: 'var(--rim)',
}

/** One load laid along the clock: texture tells what each stage asks of people. */
export function LoadLane(p: LoadLaneProps) {
  const id = useId()
  const { time } = useTimes()
  const spans = stageSpans(p, restingHere(p.canner, p).stageMinutes)
  const total = totalMinutes(spans)
  let passed = 0
  const blocks = spans.map((s) => {
    const from = passed
    passed += s.minutes
    return { ...s, from }
  })
  const x = (min: number): number => (min / total) * W
  const end = p.start + total * 60_000
  return (
    <figure>
      <figcaption className="mb-2 flex flex-wrap items-baseline justify-between gap-3">
        <span className="font-head text-2xl font-semibold">Jars out at about {time(end)}</span>
        <span className="text-ink-soft">
          {showMinutes(total)} from first knife to last jar, an estimate
        </span>
      </figcaption>
      <svg
        viewBox={`0 0 ${W} 76`}
        className="w-full"
        role="img"
        aria-label={blocks
          .map((b) => `${STAGE_NAMES[b.stage]} ${Math.round(b.minutes)} min`)
          .join(', ')}
      >
        <defs>
          <pattern
            id={`${id}hands`}
            width="7"
            height="7"
            patternTransform="rotate(45)"
            patternUnits="userSpaceOnUse"
          >
            <rect width="7" height="7" fill="var(--kettle)" opacity={0.75} />
            <rect width="2.5" height="7" fill="var(--kettle)" />
          </pattern>
        </defs>
        {blocks.map((b) => {
          const kind = ATTENTION[b.stage]
          const w = x(b.minutes)
          return (
            <g key={b.stage}>
              <rect
                x={x(b.from) + 1}
                y={20}
                width={Math.max(1, w - 2)}
                height={26}
                rx={3}
                fill={kind === 'hands' ? `url(#${id}hands)` : COLOURS[kind]}
                opacity={kind === 'sight' ? 0.6 : 1}
              />
              {w > 40 && (
                <text
                  x={x(b.from) + w / 2}
                  y={62}
                  textAnchor="middle"
                  fontSize={12.5}
                  fill="var(--ink-soft)"
                >
                  {STAGE_NAMES[b.stage]} {Math.round(b.minutes)}
                </text>
              )}
            </g>
          )
        })}
        <text x={0} y={13} fontSize={13} className="tabular" fill="var(--ink-soft)">
          {time(p.start)}
        </text>
        <text
          x={W}
          y={13}
          fontSize={13}
          textAnchor="end"
          className="tabular"
          fill="var(--ink-soft)"
        >
          {time(end)}
        </text>
      </svg>
      <p className="flex flex-wrap gap-x-5 gap-y-1 text-sm text-ink-soft">
        <span>
          <span aria-hidden className="mr-1.5 inline-block size-3 rounded-sm bg-kettle" />
          hands
        </span>
        <span>
          <span aria-hidden className="mr-1.5 inline-block size-3 rounded-sm bg-beet" />
          one person’s eyes
        </span>
        <span>
          <span aria-hidden className="mr-1.5 inline-block size-3 rounded-sm bg-brass" />a look,
          somebody near
        </span>
        <span>
          <span aria-hidden className="mr-1.5 inline-block size-3 rounded-sm bg-rim" />
          nobody
        </span>
      </p>
    </figure>
  )
}
