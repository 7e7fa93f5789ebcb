import type { PrintedDaySheet } from '@kelvit/contract'
import PDFDocument from 'pdfkit'

const MARGIN = 48
const WIDE = 612 - 2 * MARGIN
/** Letters of the built-in fonts; others become a question mark rather than nothing. */
const printable = (text: string): string =>
  text.replace(/’/g, "'").replace(/[^\u0020-\u00ff–—•]/g, '?')

/** The order of work on one page (more only when it must), black on white, to hang up. */
export function daySheetPdf(sheet: PrintedDaySheet): Promise<Buffer> {
  const doc = new PDFDocument({ size: 'LETTER', margin: MARGIN, info: { Title: sheet.title } })
  const done = collect(doc)
  doc.font('Helvetica-Bold').fontSize(20).text(printable(sheet.title))
  doc.font('Helvetica').fontSize(12).text(printable(sheet.finish)).moveDown(0.6)
  for (const load of sheet.loads) {
    doc.font('Helvetica-Bold').fontSize(11).text(printable(load.name), { continued: true })
    doc.font('Helvetica').text(printable(`   ${load.process}`))
  }
  heading(doc, 'In order')
  for (const step of sheet.steps) {
    if (doc.y > 792 - MARGIN - 40) doc.addPage()
    const { y } = doc
    doc
      .lineWidth(0.7)
      .rect(MARGIN, y + 1, 9, 9)
      .stroke()
    doc
      .font('Helvetica-Bold')
      .fontSize(11)
      .text(printable(step.at), MARGIN + 18, y, { width: 44 })
    doc.font('Helvetica').text(printable(step.text), MARGIN + 66, y, { width: WIDE - 166 })
    const below = doc.y
    doc.text(printable(step.who), MARGIN + WIDE - 94, y, { width: 94, align: 'right' })
    doc.x = MARGIN
    doc.y = Math.max(below, doc.y) + 3
  }
  heading(doc, 'Set out')
  for (const s of sheet.supplies)
    doc
      .font('Helvetica')
      .fontSize(11)
      .text(printable(`${s.amount}  ${s.name}`))
  doc
    .moveDown(0.8)
    .fontSize(9)
    .text(
      printable(
        'Times before and after the process are estimates. The process is not: start its clock only at pressure, and start it again if the pressure falls. Your canner’s manual and the current tested guide come first.',
      ),
    )
  doc.end()
  return done
}

function heading(doc: PDFKit.PDFDocument, words: string): void {
  doc.moveDown(0.7).font('Helvetica-Bold').fontSize(13).text(words, MARGIN)
  doc.moveDown(0.2)
}

const collect = (doc: PDFKit.PDFDocument): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    const parts: Buffer[] = []
    doc.on('data', (part: Buffer) => parts.push(part))
    doc.on('end', () => resolve(Buffer.concat(parts)))
    doc.on('error', reject)
  })
