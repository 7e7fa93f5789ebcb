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
  /** How much food is left in it, 0 to 1; a sealed jar is full. */
  readonly fill?: number
  /** How much of its best time is left, 0 to 1, as the paper label; none drawn when left out. */
  readonly label?: number
  readonly mark?: LidMark
  /** Not to be eaten for now: crossed. */
  readonly held?: boolean
}

const LIDS: Readonly<Record<LidMark, string>> = {
  plain: '#8d8678',
  pull: 'var(--squash)',
  review: 'var(--beet)',
}

const FULL = 0.92

/**
 * One small jar in an SVG, its foot at y = 0 and its left side at x = 0. The paper label is
 * its best time, shrinking from the top; past its best the label is gone and the glass hatched.
 */
export function JarGlyph({ size, tint, fill = FULL, label, mark = 'plain', held }: JarGlyphProps) {
  const { w, h } = JAR_DRAWN[size]
  const body = h - 6
  const level = Math.max(0.06, fill) * (body - 4)
  const paper = label === undefined ? 0 : Math.max(0, Math.min(1, label)) * (body - 13)
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
      {paper > 1 && (
        <rect
          x={3.5}
          y={-3.5 - paper}
          width={w - 7}
          height={paper}
          rx={0.8}
          fill="var(--paper)"
          stroke="var(--paper-edge)"
          strokeWidth={0.6}
        />
      )}
      {label !== undefined && label <= 0 && (
        <path
          d={[0.25, 0.5, 0.75]
            .map((t) => `M2 ${-t * body + 4} L${w - 2} ${-t * body - 4}`)
            .join(' ')}
          stroke="var(--crock)"
          strokeWidth={1.6}
          opacity={0.85}
        />
      )}
      <rect x={2} y={-h} width={w - 4} height={4.5} rx={1} fill={LIDS[mark]} />
      {mark !== 'plain' && <circle cx={w / 2} cy={-h - 6} r={3} fill={LIDS[mark]} />}
      {held && (
        <path
          d={`M0 0 L${w} ${-h + 3} M0 ${-h + 3} L${w} 0`}
          stroke="var(--beet)"
          strokeWidth={2.6}
          strokeLinecap="round"
        />
      )}
    </g>
  )
}

/** One jar alone, as a picture in a button: its name is the button's. */
export const JarAlone = (jar: Pick<JarGlyphProps, 'size' | 'tint' | 'fill'>) => (
  <svg
    viewBox={`-2 ${-JAR_DRAWN[jar.size].h - 2} 24 ${JAR_DRAWN[jar.size].h + 4}`}
    className="h-11"
    aria-hidden
  >
    <JarGlyph {...jar} />
  </svg>
)
