import type { PrintedRecord } from './record'
import { collect, DOWN, heading, MARGIN, newPage, WIDE, write } from './pdf'

const CHART = 130

/** The record of a load on paper: judgement and why, its trace, its times, its jars, who said what. */
export function recordPdf(record: PrintedRecord): Promise<Buffer> {
  const doc = newPage(record.title)
  const done = collect(doc)
  write(doc, 'bold', 20, record.title)
  write(doc, 'plain', 12, record.about).moveDown(0.3)
  write(doc, 'bold', 13, record.verdict)
  for (const reason of record.reasons) write(doc, 'plain', 11, `• ${reason}`)
  if (record.trace) drawTrace(doc, record.trace)
  heading(doc, 'Times')
  for (const [name, value] of record.times) line(doc, name, value)
  if (record.jars.length > 0) {
    heading(doc, 'Jars')
    for (const jar of record.jars) write(doc, 'plain', 11, jar)
  }
  heading(doc, 'Who recorded what')
  for (const [when, words] of record.lines) line(doc, when, words)
  doc.moveDown(0.8)
  write(
    doc,
    'plain',
    9,
    'Made from what was recorded at the stove. A lid that pulls down proves a vacuum, not a safe jar. Your canner’s manual and the current tested guide come first.',
    { x: MARGIN, y: doc.y },
  )
  doc.end()
  return done
}

function line(doc: PDFKit.PDFDocument, left: string, right: string): void {
  if (doc.y > DOWN - 30) doc.addPage()
  const { y } = doc
  write(doc, 'bold', 10.5, left, { x: MARGIN, y, width: 110 })
  const below = doc.y
  write(doc, 'plain', 10.5, right, { x: MARGIN + 116, y, width: WIDE - 116 })
  doc.x = MARGIN
  doc.y = Math.max(below, doc.y) + 2
}

/** Only what was read: dots, straight lines between looks that are near each other, the target. */
function drawTrace(doc: PDFKit.PDFDocument, trace: NonNullable<PrintedRecord['trace']>): void {
  if (doc.y > DOWN - CHART - 40) doc.addPage()
  const top = doc.y + 12
  const foot = top + CHART
  const most = Math.max(15, trace.target + 2, ...trace.readings.map((r) => r.psi + 1))
  const x = (at: number): number =>
    MARGIN + ((at - trace.from) / Math.max(1, trace.to - trace.from)) * WIDE
  const y = (psi: number): number => foot - (psi / most) * CHART
  doc.lineWidth(0.4).rect(MARGIN, top, WIDE, CHART).stroke('#999999')
  doc
    .lineWidth(1.2)
    .moveTo(MARGIN, y(trace.target))
    .lineTo(MARGIN + WIDE, y(trace.target))
    .stroke('#93203F')
  doc.fillColor('#93203F')
  write(doc, 'plain', 9, trace.targetWords, {
    x: MARGIN + 4,
    y: y(trace.target) - 13,
    lineBreak: false,
  })
  doc.lineWidth(1.4)
  trace.readings.forEach((r, i) => {
    const before = trace.readings[i - 1]
    if (before && r.at - before.at <= trace.apartMs)
      doc.moveTo(x(before.at), y(before.psi)).lineTo(x(r.at), y(r.psi)).stroke('#000000')
    doc.circle(x(r.at), y(r.psi), 2).fill('#000000')
  })
  for (const mark of trace.marks) {
    doc.lineWidth(0.6).moveTo(x(mark.at), top).lineTo(x(mark.at), foot).dash(2, { space: 2 })
    doc.stroke('#444444').undash()
    doc.fillColor('#000000')
    write(doc, 'plain', 8, mark.words, { x: x(mark.at) + 3, y: foot - 12, lineBreak: false })
  }
  doc.fillColor('#000000')
  doc.x = MARGIN
  doc.y = foot + 6
}
