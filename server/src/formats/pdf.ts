import { create, type Font } from 'fontkit'
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import PDFDocument from 'pdfkit'

export const MARGIN = 48
/** Width between the margins, points. */
export const WIDE = 612 - 2 * MARGIN
/** How far down a page may be written, points. */
export const DOWN = 792 - MARGIN

/** Kelvit's own text face, as the pages have it; each file holds a part of its letters. */
const FILES = {
  plain: ['latin-400', 'latin-ext-400'],
  bold: ['latin-700', 'latin-ext-700'],
} as const
export type Face = keyof typeof FILES

const find = createRequire(import.meta.url)
const bytesOf = (part: string): Buffer =>
  readFileSync(
    find.resolve(
      `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${part}-normal.woff`,
    ),
  )

interface Part {
  /** The name under which a document knows it. */
  readonly name: string
  readonly bytes: Buffer
  readonly font: Font
}
const read = (part: string): Part => {
  const bytes = bytesOf(part)
  return { name: part, bytes, font: create(bytes) as Font }
}
let parts: Readonly<Record<Face, readonly Part[]>> | undefined
/** Read once, when something is set for the first time. */
const partsOf = (face: Face): readonly Part[] => {
  parts ??= { plain: FILES.plain.map(read), bold: FILES.bold.map(read) }
  return parts[face]
}

/** A stretch of text in letters of one part of the face. */
export interface Run {
  readonly part: string
  readonly text: string
}

/** Signs of inches and feet, which the face does not draw. */
const MARKS: Readonly<Record<string, string>> = { '′': "'", '″': '"' }
/** What stands for a letter that no part of the face has. */
const UNKNOWN = '\u2022'

/** Text as stretches that one part of the face can set; spaces go with what they follow. */
export function runsOf(face: Face, text: string): readonly Run[] {
  const [first, ...others] = partsOf(face)
  if (!first) return []
  const runs: { part: string; text: string }[] = []
  for (const said of text.normalize('NFC')) {
    const sign = MARKS[said] ?? said
    const code = sign.codePointAt(0) ?? 0
    const has = [first, ...others].find((p) => p.font.hasGlyphForCodePoint(code))
    const last = runs.at(-1)
    const part = sign === ' ' && last ? last.part : (has ?? first).name
    const letter = has || sign === ' ' ? sign : UNKNOWN
    if (last?.part === part) last.text += letter
    else runs.push({ part, text: letter })
  }
  return runs
}

/** A page to print on, with Kelvit's own face in it. */
export const newPage = (title: string, margin = MARGIN): PDFKit.PDFDocument =>
  withFaces(new PDFDocument({ size: 'LETTER', margin, info: { Title: title } }))

/** The same without margins and of any size, points; its pages are added by whoever writes on it. */
export const newSheet = (title: string): PDFKit.PDFDocument =>
  withFaces(new PDFDocument({ autoFirstPage: false, margin: 0, info: { Title: title } }))

function withFaces(doc: PDFKit.PDFDocument): PDFKit.PDFDocument {
  for (const face of Object.keys(FILES) as Face[])
    for (const { name, bytes } of partsOf(face)) doc.registerFont(name, bytes)
  return doc
}

interface Where {
  readonly x?: number
  readonly y?: number
  readonly width?: number
  /** More follows on the same line. */
  readonly continued?: boolean
  readonly lineBreak?: boolean
}

/** Writes text in a face and size, whatever letters it has. */
export function write(
  doc: PDFKit.PDFDocument,
  face: Face,
  size: number,
  text: string,
  { x, y, continued = false, ...options }: Where = {},
): PDFKit.PDFDocument {
  const runs = runsOf(face, text)
  runs.forEach((run, i) => {
    doc.font(run.part).fontSize(size)
    const settings = { ...options, continued: continued || i < runs.length - 1 }
    if (i === 0 && x !== undefined) doc.text(run.text, x, y, settings)
    else doc.text(run.text, settings)
  })
  return doc
}

export function heading(doc: PDFKit.PDFDocument, words: string): void {
  doc.moveDown(0.7)
  write(doc, 'bold', 13, words, { x: MARGIN, y: doc.y })
  doc.moveDown(0.2)
}

/** The whole file, once it was ended. */
export const collect = (doc: PDFKit.PDFDocument): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    const parts: Buffer[] = []
    doc.on('data', (part: Buffer) => parts.push(part))
    doc.on('end', () => resolve(Buffer.concat(parts)))
    doc.on('error', reject)
  })
