import type { PrintedDaySheet } from '@kelvit/contract'
import { collect, DOWN, heading, MARGIN, newPage, WIDE, write } from './pdf'

/** The order of work on one page (more only when it must), black on white, to hang up. */
export function daySheetPdf(sheet: PrintedDaySheet): Promise<Buffer> {
  const doc = newPage(sheet.title)
  const done = collect(doc)
  write(doc, 'bold', 20, sheet.title)
  write(doc, 'plain', 12, sheet.finish).moveDown(0.6)
  for (const load of sheet.loads) {
    write(doc, 'bold', 11, load.name, { continued: true })
    write(doc, 'plain', 11, `   ${load.process}`)
  }
  heading(doc, 'In order')
  for (const step of sheet.steps) {
    if (doc.y > DOWN - 40) doc.addPage()
    const { y } = doc
    doc
      .lineWidth(0.7)
      .rect(MARGIN, y + 2, 9, 9)
      .stroke()
    write(doc, 'bold', 11, step.at, { x: MARGIN + 18, y, width: 58 })
    write(doc, 'plain', 11, step.text, { x: MARGIN + 78, y, width: WIDE - 178 })
    const below = doc.y
    write(doc, 'plain', 11, step.who, { x: MARGIN + WIDE - 94, y, width: 94 })
    doc.x = MARGIN
    doc.y = Math.max(below, doc.y) + 3
  }
  heading(doc, 'Set out')
  for (const s of sheet.supplies) write(doc, 'plain', 11, `${s.amount}  ${s.name}`)
  doc.moveDown(0.8)
  write(
    doc,
    'plain',
    9,
    'Times before and after the process are estimates. The process is not: start its clock only at pressure, and start it again if the pressure falls. Your canner’s manual and the current tested guide come first.',
  )
  doc.end()
  return done
}
