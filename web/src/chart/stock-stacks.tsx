import { JAR_DRAWN, JarGlyph } from '../ui/jar-glyph'
import type { JarSize } from '@kelvit/core'

/** Jars of one kind: full on the shelf, empty, broken; how many the season still wants. */
export interface JarStack {
  readonly key: string
  readonly name: string
  readonly jar: JarSize
  readonly full: number
  readonly empty: number
  readonly broken: number
  readonly wanted: number
}

/** A box of lids: how many of it are left, of how many. */
export interface LidSleeve {
  readonly key: string
  readonly name: string
  readonly left: number
  readonly count: number
}

/** Jars that one drawn jar stands for. */
const EACH = 6
const PITCH = 22
const ROWS_W = 22 * 26

const glyphs = (n: number): readonly number[] =>
  Array.from({ length: Math.ceil(n / EACH) }, (_, i) => Math.min(1, (n - i * EACH) / EACH))

/** Jars as stacks: full ones tinted, empty ones clear, broken ones crossed; each drawn jar is six. */
export function JarStacks({ stacks }: { readonly stacks: readonly JarStack[] }) {
  return (
    <ul className="flex flex-col gap-3">
      {stacks.map((s) => (
        <li key={s.key} className="grid items-start gap-x-4 sm:grid-cols-[9.5rem_minmax(0,1fr)]">
          <div className="leading-tight">
            <p className="font-semibold">{s.name}</p>
            <p className={`text-sm ${s.wanted > s.empty ? 'text-squash' : 'text-ink-soft'}`}>
              {s.wanted > s.empty
                ? `${s.wanted - s.empty} short of ${s.wanted} wanted`
                : s.wanted > 0
                  ? `${s.wanted} wanted, ${s.empty} empty`
                  : `${s.empty} empty`}
            </p>
          </div>
          <Stack stack={s} />
        </li>
      ))}
    </ul>
  )
}

function Stack({ stack: s }: { readonly stack: JarStack }) {
  const { h } = JAR_DRAWN[s.jar]
  const full = glyphs(s.full)
  const empty = glyphs(s.empty)
  const broken = glyphs(s.broken)
  const all = [
    ...full.map((part) => ({ kind: 'full', part })),
    ...empty.map((part) => ({ kind: 'empty', part })),
    ...broken.map((part) => ({ kind: 'broken', part })),
  ] as const
  const aRow = Math.floor(ROWS_W / PITCH)
  const rows = Math.max(1, Math.ceil(all.length / aRow))
  const height = rows * (h + 6) + 2
  return (
    <svg
      viewBox={`-1 0 ${ROWS_W} ${height}`}
      className="w-full"
      style={{ maxHeight: rows * 52 }}
      preserveAspectRatio="xMinYMax meet"
      role="img"
      aria-label={`${s.name}: ${s.full} full, ${s.empty} empty${s.broken > 0 ? `, ${s.broken} broken` : ''}`}
    >
      {all.map(({ kind, part }, i) => (
        <g
          key={i}
          transform={`translate(${(i % aRow) * PITCH} ${(Math.floor(i / aRow) + 1) * (h + 6) - 3})`}
          opacity={part < 1 ? 0.35 + part * 0.5 : 1}
        >
          <JarGlyph
            size={s.jar}
            tint={kind === 'full' ? 'var(--brine)' : 'transparent'}
            fill={kind === 'full' ? 0.92 : 0}
            held={kind === 'broken'}
          />
        </g>
      ))}
    </svg>
  )
}

const SLEEVE = 12
const DISC = 6

/** Lids as sleeves of twelve that empty from the right. */
export function LidSleeves({ sleeves }: { readonly sleeves: readonly LidSleeve[] }) {
  return (
    <ul className="flex flex-col gap-3">
      {sleeves.map((s) => (
        <li key={s.key} className="grid items-start gap-x-4 sm:grid-cols-[9.5rem_minmax(0,1fr)]">
          <span className="leading-tight">
            {s.name}
            <span className="tabular block text-sm text-ink-soft">{s.left} left</span>
          </span>
          <span
            className="flex flex-wrap gap-x-2 gap-y-1"
            role="img"
            aria-label={`${s.name}: ${s.left} lids left of ${s.count}`}
          >
            {Array.from({ length: Math.ceil(s.count / SLEEVE) }, (_, i) => (
              <Sleeve
                key={i}
                left={s.left - i * SLEEVE}
                count={Math.min(SLEEVE, s.count - i * SLEEVE)}
              />
            ))}
          </span>
        </li>
      ))}
    </ul>
  )
}

const Sleeve = ({ left, count }: { readonly left: number; readonly count: number }) => (
  <svg width={SLEEVE * DISC} height={20} aria-hidden>
    {Array.from({ length: count }, (_, i) => (
      <rect
        key={i}
        x={i * DISC + 0.5}
        y={1}
        width={DISC - 2}
        height={18}
        rx={1.5}
        fill={i < left ? 'var(--brass)' : 'none'}
        stroke={i < left ? 'var(--brass)' : 'var(--rim)'}
      />
    ))}
  </svg>
)
