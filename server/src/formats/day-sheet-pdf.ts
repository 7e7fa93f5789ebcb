import type { PrintedDaySheet } from '@kelvit/contract'
import { collect, newPage, write } from './pdf'

/** Sizes of the running text, points, the largest first; the smallest is still read at arm's length. */
const SIZES = [11, 10, 9, 8, 7] as const
/** Narrower than other pages: a long day is to stay on one. */
const EDGE = 32
const WIDE = 612 - 2 * EDGE
const DOWN = 792 - EDGE
/** Between two columns. */
const GUTTER = 18
/** More loads than this stand in two columns. */
const FEW_LOADS = 4
/** More steps than this stand in two columns. */
const ONE_COLUMN = 34

const CAUTION =
  'Only the process time is exact; the other times are estimates. Start the clock only at pressure, and start it again if the pressure falls. Your canner’s manual and the current tested guide come first.'

/**
 * The day on one page, black on white, to hang up: what to set out first, then the order of
 * work. The largest letters that fit are taken; only when the smallest do not, there are more
 * pages.
 */
export function daySheetPdf(sheet: PrintedDaySheet): Promise<Buffer> {
  const size = SIZES.find((s) => pagesAt(sheet, s) === 1) ?? SIZES.at(-1) ?? 7
  const doc = newPage(sheet.title, EDGE)
  const done = collect(doc)
  lay(doc, sheet, size)
  doc.end()
  return done
}

/** How many pages it takes at a size. */
function pagesAt(sheet: PrintedDaySheet, size: number): number {
  const doc = newPage(sheet.title, EDGE)
  let pages = 1
  doc.on('pageAdded', () => pages++)
  lay(doc, sheet, size)
  return pages
}

function lay(doc: PDFKit.PDFDocument, sheet: PrintedDaySheet, size: number): void {
  write(doc, 'bold', size + 8, sheet.title)
  write(doc, 'plain', size + 1, sheet.finish).moveDown(0.4)
  inColumns(doc, sheet.loads.length > FEW_LOADS ? 2 : 1, sheet.loads, (load, x, width) => {
    write(doc, 'bold', size, load.name, { x, y: doc.y, width, continued: true })
    write(doc, 'plain', size, `   ${load.process}`, { width })
  })
  over(doc, size, 'Set out')
  inColumns(doc, 3, sheet.supplies, (s, x, width) =>
    write(doc, 'plain', size, `${s.amount}  ${s.name}`, { x, y: doc.y, width }),
  )
  over(doc, size, 'In order')
  const columns = sheet.steps.length > ONE_COLUMN ? 2 : 1
  inColumns(doc, columns, sheet.steps, (step, x, width) => stepLine(doc, size, step, x, width))
  doc.moveDown(0.4)
  write(doc, 'plain', Math.min(size, 9), CAUTION, { x: EDGE, y: doc.y, width: WIDE })
}

/** A heading that grows and shrinks with the text. */
function over(doc: PDFKit.PDFDocument, size: number, words: string): void {
  doc.moveDown(0.4)
  write(doc, 'bold', size + 3, words, { x: EDGE, y: doc.y })
  doc.moveDown(0.1)
}

/** One step with a box to tick, its time, its words and who does it. */
function stepLine(
  doc: PDFKit.PDFDocument,
  size: number,
  step: PrintedDaySheet['steps'][number],
  x: number,
  width: number,
): void {
  const { y } = doc
  const box = size * 0.8
  doc
    .lineWidth(0.7)
    .rect(x, y + size * 0.15, box, box)
    .stroke()
  const at = x + box + 4
  const time = size * 4.9
  const who = size * 4
  write(doc, 'bold', size, step.at, { x: at, y, width: time })
  write(doc, 'plain', size, step.text, {
    x: at + time,
    y,
    width: Math.max(60, width - box - 4 - time - who),
  })
  const below = doc.y
  write(doc, 'plain', size, step.who, { x: x + width - who + 3, y, width: who - 3 })
  doc.y = Math.max(below, doc.y) + size * 0.12
}

/** Room that one line takes at most, points. */
const LINE = 20

/** Writes a list down one column after the other, as even as may be; a full page goes on on the next. */
function inColumns<T>(
  doc: PDFKit.PDFDocument,
  count: number,
  items: readonly T[],
  line: (item: T, x: number, width: number) => void,
): void {
  const width = (WIDE - GUTTER * (count - 1)) / count
  const each = Math.ceil(items.length / count)
  let top = doc.y
  let lowest = top
  let column = 0
  let here = 0
  for (const item of items) {
    if (here === each && column < count - 1) {
      column++
      here = 0
      doc.y = top
    }
    if (doc.y > DOWN - LINE) {
      doc.addPage()
      column = 0
      here = 0
      top = doc.y
      lowest = top
    }
    line(item, EDGE + column * (width + GUTTER), width)
    here++
    lowest = Math.max(lowest, doc.y)
  }
  doc.x = EDGE
  doc.y = lowest
}
