import { cellsOf, layOutLabel, type LabelSheet, type LabelWords } from '@kelvit/core'
import { create } from 'qrcode'
import { collect, newSheet, runsOf, write } from './pdf'

/** A label as it is printed: its words, and the address that its code leads to. */
export interface PrintedLabel {
  readonly words: LabelWords
  readonly address: string
}

export interface PrintedLabels {
  readonly sheet: LabelSheet
  /** The first free cell, from 0. */
  readonly start: number
  readonly labels: readonly PrintedLabel[]
}

/** Labels on their sheets, in black alone and without a frame: as little ink as can be read. */
export function labelsPdf({ sheet, start, labels }: PrintedLabels): Promise<Buffer> {
  const doc = newSheet('Jar labels')
  const done = collect(doc)
  let page = -1
  cellsOf(sheet, start, labels.length).forEach((cell, i) => {
    const label = labels[i]
    if (!label) return
    for (; page < cell.page; page++)
      doc.addPage({ size: [sheet.page.width, sheet.page.height], margin: 0 })
    doc.save().translate(cell.x, cell.y)
    drawLabel(doc, sheet, label)
    doc.restore()
  })
  doc.end()
  return done
}

function drawLabel(
  doc: PDFKit.PDFDocument,
  sheet: LabelSheet,
  { words, address }: PrintedLabel,
): void {
  const { lines, qr } = layOutLabel(sheet, words)
  for (const { text, x, y, size, bold, middle } of lines) {
    const face = bold ? 'bold' : 'plain'
    const wide = widthOf(doc, face, size, text)
    // A long word is set smaller rather than cut.
    const room = middle ? Infinity : (qr ? qr.x : sheet.label.width) - x - 2
    const real = wide > room ? (size * room) / wide : size
    const left = middle ? x - wide / 2 : x
    write(doc, face, real, text, { x: left, y: y - real * 0.95, lineBreak: false })
  }
  if (qr) drawCode(doc, address, qr.x, qr.y, qr.side)
}

function widthOf(
  doc: PDFKit.PDFDocument,
  face: 'plain' | 'bold',
  size: number,
  text: string,
): number {
  return runsOf(face, text).reduce(
    (n, run) => n + doc.font(run.part).fontSize(size).widthOfString(run.text),
    0,
  )
}

/** A code to scan as squares, each row's neighbours as one. */
function drawCode(doc: PDFKit.PDFDocument, text: string, x: number, y: number, side: number): void {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  const { size } = modules
  const step = side / size
  doc.fillColor('#000000')
  for (let row = 0; row < size; row++)
    for (let from = 0; from < size; from++) {
      let to = from
      while (to < size && modules.get(row, to)) to++
      if (to > from) doc.rect(x + from * step, y + row * step, (to - from) * step, step)
      from = to
    }
  doc.fill()
}
