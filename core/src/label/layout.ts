import type { LabelSheet } from './sheets'

/** What a label says. */
export interface LabelWords {
  readonly food: string
  /** What is in a jar of several things; empty for one food. */
  readonly contents?: string
  /** Batch or jar, "KR4T-3". */
  readonly code: string
  readonly canned: string
  /** Empty where there is no best time. */
  readonly bestBy: string
  /** Of the jar; empty where it isn’t wanted. */
  readonly size?: string
  readonly initials: string
  readonly price: string
}

/** A line of text: its baseline, and how large, points from the label's left and top edge. */
export interface LabelLine {
  readonly text: string
  readonly x: number
  readonly y: number
  readonly size: number
  readonly bold: boolean
  readonly middle: boolean
}

export interface LabelLayout {
  readonly lines: readonly LabelLine[]
  /** The square of the code to scan; none where it could not be read. */
  readonly qr: { readonly x: number; readonly y: number; readonly side: number } | undefined
}

const PAD = 5
/** A code smaller than this is not read by a phone, points: about 14 mm. */
const LEAST_QR = 40
const MOST_QR = 76
/** How wide a letter is, by its size, on average; bold ones are wider. */
const LETTER = { plain: 0.52, bold: 0.58 }
const LINE = 1.22
const LEAST_SIZE = 5.5

/** The largest size at which a text fits a width, between two sizes. */
const fit = (text: string, width: number, most: number, bold: boolean): number =>
  Math.max(
    LEAST_SIZE,
    Math.min(most, width / (Math.max(1, text.length) * (bold ? LETTER.bold : LETTER.plain))),
  )

const second = (w: LabelWords): readonly string[] =>
  [
    ...wrapped(w.contents ?? ''),
    `Canned ${w.canned}`,
    w.bestBy && `Best by ${w.bestBy}`,
    [w.code, w.size, w.initials, w.price].filter(Boolean).join('  '),
  ].filter(Boolean)

/** Letters in a line of contents before it goes on in the next. */
const CONTENTS_LINE = 38

/** Contents in lines of about that length, no ingredient cut. */
function wrapped(contents: string): readonly string[] {
  const lines: string[] = []
  for (const part of contents.split(/(?<=,) /)) {
    const last = lines.at(-1)
    if (last !== undefined && last.length + part.length < CONTENTS_LINE)
      lines[lines.length - 1] = `${last} ${part}`
    else if (part) lines.push(part)
  }
  return lines
}

/** Places what a label says on a label: the same on paper and in the preview. */
export function layOutLabel({ label }: LabelSheet, words: LabelWords): LabelLayout {
  return label.round ? round(label.width, words) : oblong(label.width, label.height, words)
}

function oblong(width: number, height: number, words: LabelWords): LabelLayout {
  const side = Math.min(MOST_QR, height - 2 * PAD, width * 0.42)
  const qr = side >= LEAST_QR ? { x: width - PAD - side, y: (height - side) / 2, side } : undefined
  const room = (qr ? qr.x - PAD : width - PAD) - PAD
  const texts = [words.food, ...second(words)]
  // On a low label the three lines below become one.
  const rows = height < 44 ? [words.food, second(words).join(' · ')] : texts
  const free = height - 2 * PAD
  const base = free / (rows.length * LINE + 0.5)
  const sizes = rows.map((text, i) => fit(text, room, i === 0 ? base * 1.5 : base, i === 0))
  const used = sizes.reduce((n, s) => n + s * LINE, 0)
  let y = (height - used) / 2
  const lines = rows.map((text, i): LabelLine => {
    const size = sizes[i] ?? LEAST_SIZE
    y += size * LINE
    return { text, x: PAD, y: y - size * 0.28, size, bold: i === 0, middle: false }
  })
  return { lines, qr }
}

function round(across: number, words: LabelWords): LabelLayout {
  const side = across * 0.36
  const qr = side >= LEAST_QR ? { x: (across - side) / 2, y: across * 0.1, side } : undefined
  const rows = [words.food, ...second(words)]
  const top = qr ? qr.y + side + 3 : across * 0.25
  const r = across / 2 - PAD
  let y = top
  const lines = rows.map((text, i): LabelLine => {
    // As wide as the circle is at this height.
    const wide = (at: number): number => 2 * Math.sqrt(Math.max(1, r * r - (at - across / 2) ** 2))
    const most = across * (i === 0 ? 0.11 : 0.075)
    const size = fit(text, wide(y + most), most, i === 0)
    y += size * LINE
    return { text, x: across / 2, y: y - size * 0.28, size, bold: i === 0, middle: true }
  })
  return { lines, qr }
}
