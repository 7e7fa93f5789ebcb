export interface RibbonLot {
  readonly id: string
  readonly name: string
  readonly arrived: number
  readonly due: number
  readonly tint: string
  readonly expected: boolean
  /** Jars that are wanted and have no place. */
  readonly lost: number
  /** Jars to eat, freeze or give. */
  readonly spare: number
  readonly pips: readonly number[]
}

/** Room for names at the left. */
export const NAME_W = 92
/** A day is never drawn narrower; the ribbon scrolls instead. */
export const DAY_W = 35
/** Narrower than this is no day any more, when the whole season is drawn at once. */
export const LEAST_DAY_W = 6
const LOT_ROW = 19
/** What a name above its bar adds to its row. */
const ABOVE = 13

interface LotRow {
  readonly lot: RibbonLot
  readonly mid: number
  readonly x0: number
  readonly x1: number
  /** Where there is room for the name: after the bar, before it, or only above it. */
  readonly name: 'after' | 'before' | 'above'
  /** Where the name begins, or ends before its bar; a long bar says it again for whoever scrolls. */
  readonly at: readonly number[]
}

const LETTER_W = 6.6
/** A bar that takes more of what is seen than this is long. */
const LONG = 0.6

const lostWords = ({ lost }: RibbonLot): string => (lost > 0 ? ` · ${lost} not placed` : '')
const spareWords = ({ spare }: RibbonLot): string =>
  spare > 0 ? ` · ${spare} to eat, freeze or give` : ''

/**
 * Where the bars of the lots are; a name above its bar takes a taller row.
 * @param room how much of the ribbon is seen at once, px.
 */
export function lotRows(
  lots: readonly RibbonLot[],
  days: number,
  dayW: number,
  room: number,
): { readonly rows: readonly LotRow[]; readonly height: number } {
  const end = NAME_W + days * dayW
  const x = (day: number): number => NAME_W + Math.max(0, day) * dayW
  let top = 21
  const rows = lots.map((lot): LotRow => {
    const x0 = x(lot.arrived)
    const x1 = Math.max(x0 + 20, Math.min(end, x(lot.due + 1)))
    const wide = (lot.name + lostWords(lot) + spareWords(lot)).length * LETTER_W + 10
    // At no scroll both ends of a long bar are seen: its name stands along it.
    const long = x1 - x0 > room * LONG
    const name = long
      ? 'above'
      : x1 + wide <= end
        ? 'after'
        : x0 > NAME_W + wide
          ? 'before'
          : 'above'
    const apart = Math.max(wide + 40, room * LONG)
    const times = name === 'above' ? Math.max(1, Math.ceil((x1 - x0 - wide) / apart)) : 1
    const first = name === 'before' ? x0 - 6 : name === 'above' ? x0 + 10 : x1 + 6
    const at = Array.from({ length: times }, (_, i) => first + i * apart)
    const mid = top + LOT_ROW / 2 + (name === 'above' ? ABOVE : 0)
    top += LOT_ROW + (name === 'above' ? ABOVE : 0)
    return { lot, mid, x0, x1, name, at }
  })
  return { rows, height: top + 9 }
}

interface LotBandsProps {
  readonly lots: readonly RibbonLot[]
  /** How many days the ribbon has. */
  readonly days: number
  readonly dayW: number
  readonly width: number
  /** How much of it is seen at once, px. */
  readonly room: number
}

/** Each lot from arrival to can-by, with the days on which its jars are canned. */
export function LotBands({ lots, days, dayW, width, room }: LotBandsProps) {
  const { rows, height } = lotRows(lots, days, dayW, room)
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`${lots.length} lots from arrival to can-by: ${lots.map((l) => l.name).join('; ')}`}
      className="block"
    >
      <text x={0} y={16} fontSize={15} fontWeight={600} className="font-head" fill="var(--ink)">
        Lots
      </text>
      <text x={36} y={16} fontSize={13} fill="var(--ink-soft)">
        to can-by
      </text>
      {rows.map(({ lot, mid, x0, x1, name, at }) => {
        const tail = lot.due >= days ? 4 : 1.5
        return (
          <g key={lot.id}>
            <path
              d={`M${x0} ${mid - 5} L${x1} ${mid - tail} V${mid + tail} L${x0} ${mid + 5} Z`}
              fill={lot.tint}
              opacity={lot.expected ? 0.4 : 0.62}
            />
            {lot.pips.map((day, k) => (
              <circle
                key={k}
                cx={NAME_W + (day + 0.5) * dayW}
                cy={mid}
                r={Math.min(5, dayW / 2)}
                fill={lot.tint}
                stroke="var(--crock)"
                strokeWidth={1.5}
              />
            ))}
            {at.map((x) => (
              <text
                key={x}
                x={x}
                y={name === 'above' ? mid - 9 : mid + 4.5}
                textAnchor={name === 'before' ? 'end' : 'start'}
                fontSize={13}
                fill="var(--ink)"
                stroke="var(--crock)"
                strokeWidth={3}
                paintOrder="stroke"
              >
                {lot.name}
                {lot.lost > 0 && (
                  <tspan fill="var(--beet)" fontWeight={700}>
                    {lostWords(lot)}
                  </tspan>
                )}
                {lot.spare > 0 && <tspan fill="var(--ink-soft)">{spareWords(lot)}</tspan>}
              </text>
            ))}
          </g>
        )
      })}
    </svg>
  )
}
