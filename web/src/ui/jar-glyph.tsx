import type { JarSize } from '@kelvit/core'

/** Outer width and height of a drawn jar, in drawing units. */
export const JAR_DRAWN: Readonly<Record<JarSize, { readonly w: number; readonly h: number }>> = {
  halfPint: { w: 17, h: 24 },
  pint: { w: 18, h: 30 },
  pintAndHalf: { w: 18, h: 37 },
  quart: { w: 20, h: 41 },
}

export type LidMark = 'plain' | 'pull' | 'review'

interface JarGlyphProps {
  readonly size: JarSize
  readonly tint: string
  /** How much of the jar is filled, 0 to 1. */
  readonly fill: number
  readonly mark?: LidMark
}

const LIDS: Readonly<Record<LidMark, string>> = {
  plain: '#8d8678',
  pull: 'var(--squash)',
  review: 'var(--beet)',
}

/** One small jar in an SVG, its foot at y = 0 and its left side at x = 0. */
export function JarGlyph({ size, tint, fill, mark = 'plain' }: JarGlyphProps) {
  const { w, h } = JAR_DRAWN[size]
  const body = h - 6
  const level = Math.max(0.06, fill) * (body - 4)
  return (
    <g>
      <path
        d={`M3 ${-body} h${w - 6} c0 3 3 4 3 7 V-3 q0 3 -3 3 h${6 - w} q-3 0 -3 -3 V${7 - body} c0 -3 3 -4 3 -7 z`}
        fill="var(--glass)"
        stroke="#7d8886"
        strokeWidth={1}
      />
      <path
        d={`M1 ${-level} h${w - 2} V-3 q0 2.5 -2.500 2.500 h${7 - w} q-2.500 0 -2.500 -2.500 z`}
        fill={tint}
      />
      <rect x={2} y={-h} width={w - 4} height={4.5} rx={1} fill={LIDS[mark]} />
      {mark !== 'plain' && <circle cx={w / 2} cy={-h - 6} r={3} fill={LIDS[mark]} />}
    </g>
  )
}
