import {
  ATTENTION,
  sayHour,
  sayTime,
  type Attention,
  type ClockHours,
  type TimedStage,
} from '@kelvit/core'
import { useId } from 'react'
import { useWidth } from '../ui/use-width'

export interface LaneBlock {
  readonly key: string
  readonly loadId: string
  /** The number of its load, ①. */
  readonly mark: string
  readonly stage: TimedStage
  readonly from: number
  readonly to: number
  readonly tint: string
  readonly label: string
}

export interface Lane {
  readonly name: string
  readonly kind: 'canner' | 'person'
  readonly blocks: readonly LaneBlock[]
}

const ROW = 46
const TOP = 26

/** A lane per canner and per person along the clock; the texture tells what a stage asks of people. */
export function DayLanes({
  lanes,
  from,
  to,
  closes,
  now,
  clockHours,
  lit = null,
  light,
}: {
  readonly lanes: readonly Lane[]
  readonly from: number
  readonly to: number
  readonly closes: number
  /** Minutes from midnight, when it is today. */
  readonly now: number | null
  readonly clockHours: ClockHours
  /** The load that is lit in all lanes; null when none is. */
  readonly lit?: string | null
  readonly light?: (loadId: string | null) => void
}) {
  const say = (minute: number): string => sayTime(minute, clockHours)
  const id = useId()
  const [ref, there] = useWidth(1120)
  // On a phone the day is drawn wider than the screen and scrolls.
  const width = Math.max(there, 640)
  const left = 112
  const x = (minute: number): number =>
    left + ((minute - from) / Math.max(1, to - from)) * (width - left - 12)
  const height = TOP + lanes.length * ROW + 6
  const isNow = now !== null && now >= from && now <= to
  const step = to - from > 480 ? 120 : 60
  const hours = Array.from(
    { length: Math.floor(to / step) - Math.ceil(from / step) + 1 },
    (_, i) => (Math.ceil(from / step) + i) * step,
  )
  return (
    <div
      ref={ref}
      className="overflow-x-auto"
      role="region"
      aria-label="The day along the clock"
      tabIndex={0}
    >
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`The day from ${say(from)} to ${say(to)}: ${lanes.map((l) => `${l.name}, ${l.blocks.map((b) => `${b.label} ${say(b.from)} to ${say(b.to)}`).join(', ')}`).join('; ')}`}
      >
        <Patterns id={id} />
        {hours.map((h) => (
          <Hour
            key={h}
            x={x(h)}
            height={height}
            atEnd={x(h) > width - 34}
            // The word at the thread of now stands here instead.
            words={isNow && near(x(h) - x(now)) ? '' : sayHour(h, clockHours)}
          />
        ))}
        {lanes.map((lane, i) => (
          <g key={lane.name + lane.kind}>
            <text x={0} y={TOP + i * ROW + 25} fontSize={15} fontWeight={600} fill="var(--ink)">
              {lane.name.length * 8 > left
                ? `${lane.name.slice(0, Math.floor(left / 8.5))}…`
                : lane.name}
            </text>
            {lane.blocks.map((b) => (
              <Block
                say={say}
                key={b.key}
                id={id}
                block={b}
                x0={x(b.from)}
                x1={x(b.to)}
                y={TOP + i * ROW + 4}
                dim={lit !== null && lit !== b.loadId}
                light={light}
              />
            ))}
          </g>
        ))}
        <Thread x={x(closes)} height={height} colour="var(--beet)" words="closes" dashed />
        {isNow && <Thread x={x(now)} height={height} colour="var(--brass)" words="now" />}
      </svg>
    </div>
  )
}

function Block(p: {
  say: (minute: number) => string
  id: string
  block: LaneBlock
  x0: number
  x1: number
  y: number
  dim: boolean
  light: ((loadId: string | null) => void) | undefined
}) {
  const { block, x0, x1, y } = p
  const kind = ATTENTION[block.stage]
  const w = Math.max(1.5, x1 - x0 - 1)
  const words = `${block.mark} ${block.label}`.trim()
  const label = words.length * 7.1 + 8 < w ? words : w > 15 ? block.mark : ''
  return (
    <g
      opacity={p.dim ? 0.3 : 1}
      onMouseEnter={() => p.light?.(block.loadId)}
      onMouseLeave={() => p.light?.(null)}
    >
      <title>{`${words}, ${p.say(block.from)}–${p.say(block.to)}`}</title>
      <rect x={x0} y={y} width={w} height={34} rx={3} fill="var(--crock)" />
      <rect x={x0} y={y} width={w} height={34} rx={3} fill={block.tint} opacity={OPACITY[kind]} />
      {kind !== 'none' && (
        <rect x={x0} y={y} width={w} height={34} rx={3} fill={`url(#${p.id}${kind})`} />
      )}
      <rect
        x={x0}
        y={y}
        width={w}
        height={34}
        rx={3}
        fill="none"
        stroke={block.tint}
        strokeWidth={1.2}
      />
      {label && (
        <text
          x={x0 + w / 2}
          y={y + 22}
          textAnchor="middle"
          fontSize={13}
          fontWeight={600}
          fill="var(--ink)"
          stroke="var(--crock)"
          strokeWidth={3.5}
          paintOrder="stroke"
        >
          {label}
        </text>
      )}
    </g>
  )
}

const OPACITY: Readonly<Record<Attention, number>> = {
  hands: 0.45,
  look: 0.3,
  eyes: 0.75,
  sight: 0.5,
  none: 0.1,
}

/** Hatched: hands. Dotted: a look now and then. Barred: eyes on it. Lined: somebody in sight. Plain: nobody. */
function Patterns({ id }: { readonly id: string }) {
  return (
    <defs>
      <pattern
        id={`${id}hands`}
        width={7}
        height={7}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width={2.6} height={7} fill="var(--ink)" opacity={0.42} />
      </pattern>
      <pattern id={`${id}look`} width={7} height={7} patternUnits="userSpaceOnUse">
        <circle cx={2} cy={2} r={1.3} fill="var(--ink)" opacity={0.5} />
      </pattern>
      <pattern id={`${id}eyes`} width={4} height={6} patternUnits="userSpaceOnUse">
        <rect width={2} height={6} fill="var(--ink)" opacity={0.5} />
      </pattern>
      <pattern id={`${id}sight`} width={6} height={7} patternUnits="userSpaceOnUse">
        <rect width={6} height={1.6} fill="var(--ink)" opacity={0.38} />
      </pattern>
    </defs>
  )
}

/** Whether an hour's words, centred on it, would run into those of now, which begin at it; pixels from now. */
const near = (px: number): boolean => px > -26 && px < 62

function Hour(p: { x: number; height: number; atEnd: boolean; words: string }) {
  return (
    <g>
      <line x1={p.x} x2={p.x} y1={TOP - 6} y2={p.height} stroke="var(--rim)" />
      <text
        x={p.x}
        y={13}
        textAnchor={p.atEnd ? 'end' : 'middle'}
        fontSize={13}
        fill="var(--ink-soft)"
        className="tabular font-mono"
      >
        {p.words}
      </text>
    </g>
  )
}

function Thread(p: { x: number; height: number; colour: string; words: string; dashed?: boolean }) {
  return (
    <g>
      <line
        x1={p.x}
        x2={p.x}
        y1={p.dashed ? TOP - 6 : 2}
        y2={p.height}
        stroke={p.colour}
        strokeWidth={2}
        strokeDasharray={p.dashed ? '5 4' : undefined}
      />
      {!p.dashed && (
        <text
          x={p.x + 5}
          y={13}
          fontSize={13}
          fontWeight={700}
          fill={p.colour}
          stroke="var(--crock)"
          strokeWidth={4}
          paintOrder="stroke"
        >
          {p.words}
        </text>
      )}
    </g>
  )
}

const KEY: readonly (readonly [Attention, string])[] = [
  ['hands', 'hands'],
  ['look', 'a look now and then'],
  ['eyes', 'one person’s eyes'],
  ['sight', 'somebody in sight'],
  ['none', 'nobody'],
]

/** What the textures mean. */
export function AttentionKey() {
  const id = useId()
  return (
    <ul className="flex flex-wrap gap-x-5 gap-y-1 text-[13.5px] text-ink-soft">
      {KEY.map(([kind, words]) => (
        <li key={kind} className="flex items-center gap-2">
          <svg width={26} height={14} aria-hidden>
            <Patterns id={id + kind} />
            <rect width={26} height={14} rx={2} fill="var(--kettle)" opacity={OPACITY[kind]} />
            {kind !== 'none' && (
              <rect width={26} height={14} rx={2} fill={`url(#${id + kind}${kind})`} />
            )}
            <rect
              x={0.5}
              y={0.5}
              width={25}
              height={13}
              rx={2}
              fill="none"
              stroke="var(--kettle)"
            />
          </svg>
          {words}
        </li>
      ))}
    </ul>
  )
}
