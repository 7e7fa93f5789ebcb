/** Points in an inch, and in a millimetre. */
const IN = 72
const MM = 72 / 25.4

/** A sheet or roll of labels, all alike, in the middle of the page; lengths in points. */
export interface LabelSheet {
  readonly id: string
  /** By its dimensions, as people look for it. */
  readonly name: string
  readonly page: { readonly width: number; readonly height: number }
  readonly columns: number
  readonly rows: number
  readonly label: { readonly width: number; readonly height: number; readonly round: boolean }
  /** From the left edge of a label to that of the next, and from top to top. */
  readonly pitch: { readonly x: number; readonly y: number }
}

/** A grid as somebody measured it; lengths in millimetres. */
export interface OwnGrid {
  readonly page: 'letter' | 'a4'
  readonly columns: number
  readonly rows: number
  readonly width: number
  readonly height: number
  readonly pitchX: number
  readonly pitchY: number
  readonly round: boolean
}

const PAGES = {
  letter: { width: 8.5 * IN, height: 11 * IN },
  a4: { width: 210 * MM, height: 297 * MM },
} as const

const grid = (
  id: string,
  name: string,
  page: keyof typeof PAGES,
  unit: number,
  [columns, rows]: readonly [number, number],
  [width, height]: readonly [number, number],
  [x, y]: readonly [number, number],
  round = false,
): LabelSheet => ({
  id,
  name,
  page: PAGES[page],
  columns,
  rows,
  label: { width: width * unit, height: height * unit, round },
  pitch: { x: x * unit, y: y * unit },
})

const roll = (
  id: string,
  name: string,
  unit: number,
  width: number,
  height: number,
): LabelSheet => ({
  id,
  name,
  page: { width: width * unit, height: height * unit },
  columns: 1,
  rows: 1,
  label: { width: width * unit, height: height * unit, round: false },
  pitch: { x: width * unit, y: height * unit },
})

/** Label grids in use, by their dimensions. */
export const LABEL_SHEETS: readonly LabelSheet[] = [
  grid('letter-30', '30 on letter, 2⅝ × 1 in', 'letter', IN, [3, 10], [2.625, 1], [2.75, 1]),
  grid('letter-20', '20 on letter, 4 × 1 in', 'letter', IN, [2, 10], [4, 1], [4.1875, 1]),
  grid('letter-10', '10 on letter, 4 × 2 in', 'letter', IN, [2, 5], [4, 2], [4.1875, 2]),
  grid('letter-80', '80 on letter, 1¾ × ½ in', 'letter', IN, [4, 20], [1.75, 0.5], [2.05, 0.5]),
  grid(
    'letter-round-12',
    '12 round on letter, 2½ in, for lids',
    'letter',
    IN,
    [3, 4],
    [2.5, 2.5],
    [2.625, 2.625],
    true,
  ),
  grid(
    'letter-round-20',
    '20 round on letter, 2 in, for lids',
    'letter',
    IN,
    [4, 5],
    [2, 2],
    [2.0625, 2.0625],
    true,
  ),
  grid('a4-24', '24 on A4, 63.5 × 33.9 mm', 'a4', MM, [3, 8], [63.5, 33.9], [66, 33.9]),
  grid('a4-21', '21 on A4, 63.5 × 38.1 mm', 'a4', MM, [3, 7], [63.5, 38.1], [66, 38.1]),
  grid('a4-14', '14 on A4, 99.1 × 38.1 mm', 'a4', MM, [2, 7], [99.1, 38.1], [101.6, 38.1]),
  grid('a4-65', '65 on A4, 38.1 × 21.2 mm', 'a4', MM, [5, 13], [38.1, 21.2], [40.6, 21.2]),
  grid(
    'a4-round-12',
    '12 round on A4, 60 mm, for lids',
    'a4',
    MM,
    [3, 4],
    [60, 60],
    [63, 68],
    true,
  ),
  roll('roll-2x1', 'Roll, 2¼ × 1¼ in', IN, 2.25, 1.25),
  roll('roll-62', 'Roll, 62 × 29 mm', MM, 62, 29),
]

/** A grid of somebody's own as a sheet. */
export const ownSheet = (own: OwnGrid): LabelSheet =>
  grid(
    'own',
    'own grid',
    own.page,
    MM,
    [own.columns, own.rows],
    [own.width, own.height],
    [own.pitchX, own.pitchY],
    own.round,
  )

/** A hair's breadth, points: what rounding of inches and millimetres may amount to. */
const HAIR = 0.5
/** Smaller than this nothing can be read, points: about 8 mm. */
const LEAST = 22

/** Why labels cannot be printed on a grid, as a sentence; undefined when they can. */
export function whyNotSheet({ page, columns, rows, label, pitch }: LabelSheet): string | undefined {
  if (label.width < LEAST || label.height < LEAST) return 'Labels that small cannot be read.'
  if (label.round && Math.abs(label.width - label.height) > HAIR)
    return 'A round label is as wide as it is high.'
  if ((columns > 1 && pitch.x < label.width - HAIR) || (rows > 1 && pitch.y < label.height - HAIR))
    return 'These labels would lie on top of each other: the step from one to the next is smaller than a label.'
  const width = (columns - 1) * pitch.x + label.width
  const height = (rows - 1) * pitch.y + label.height
  if (width > page.width + HAIR || height > page.height + HAIR)
    return `This grid does not fit the page: it is ${Math.round(width / MM)} × ${Math.round(height / MM)} mm, the page ${Math.round(page.width / MM)} × ${Math.round(page.height / MM)} mm.`
  return undefined
}

export interface Cell {
  /** From 0. */
  readonly page: number
  /** Left and top edge on the page, points. */
  readonly x: number
  readonly y: number
}

/**
 * Where labels go: row by row from a cell of the first page on.
 * @param start the first free cell of the first page, from 0.
 * @throws RangeError for a start outside the sheet.
 */
export function cellsOf(sheet: LabelSheet, start: number, count: number): readonly Cell[] {
  const { page, columns, rows, label, pitch } = sheet
  const each = columns * rows
  if (!Number.isInteger(start) || start < 0 || start >= each)
    throw new RangeError(`the first cell is one of ${each}`)
  const left = (page.width - ((columns - 1) * pitch.x + label.width)) / 2
  const top = (page.height - ((rows - 1) * pitch.y + label.height)) / 2
  return Array.from({ length: count }, (_, i) => {
    const cell = (start + i) % each
    return {
      page: Math.floor((start + i) / each),
      x: left + (cell % columns) * pitch.x,
      y: top + Math.floor(cell / columns) * pitch.y,
    }
  })
}
