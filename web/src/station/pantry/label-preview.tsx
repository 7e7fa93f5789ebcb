import type { Jar, NewLabels } from '@kelvit/contract'
import { addressOf, cellsOf, labelWords, layOutLabel, type LabelSheet } from '@kelvit/core'
import { create } from 'qrcode'
import { useMemo } from 'react'
import { useHousehold } from '../../household/session'

/** More pages than this are not shown; they look like these. */
const PAGES_SHOWN = 3

/** The sheets as they come out of the printer; a press on a cell begins there. */
export function LabelPreview({
  sheet,
  jars,
  job,
  begin,
}: {
  readonly sheet: LabelSheet
  readonly jars: readonly Jar[]
  readonly job: NewLabels
  /** The cell that was pressed, from 1. */
  readonly begin: (cell: number) => void
}) {
  const each = sheet.columns * sheet.rows
  const cells = cellsOf(sheet, job.start - 1, jars.length)
  const pages = Math.max(1, (cells.at(-1)?.page ?? 0) + 1)
  const { width, height } = sheet.page
  const blank = cellsOf(sheet, 0, each)
  return (
    <div className="flex flex-wrap gap-4">
      {Array.from({ length: Math.min(pages, PAGES_SHOWN) }, (_, page) => (
        <svg
          key={page}
          viewBox={`0 0 ${width} ${height}`}
          className="w-full max-w-[34rem] bg-white shadow"
          role="group"
          aria-label={`Sheet ${page + 1} of ${pages}`}
        >
          {page === 0 &&
            each > 1 &&
            blank.map((c, i) => (
              <rect
                key={i}
                x={c.x}
                y={c.y}
                width={sheet.label.width}
                height={sheet.label.height}
                rx={sheet.label.round ? sheet.label.width / 2 : 4}
                fill={i < job.start - 1 ? '#e7e2d6' : '#ffffff'}
                stroke="#c9c2b4"
                strokeDasharray="3 3"
                role="button"
                tabIndex={0}
                className="cursor-pointer"
                aria-label={`Begin at label ${i + 1}`}
                onClick={() => begin(i + 1)}
                onKeyDown={(e) => e.key === 'Enter' && begin(i + 1)}
              />
            ))}
          {cells.map((cell, i) => {
            const jar = jars[i]
            return (
              jar &&
              cell.page === page && (
                <g
                  key={`${jar.id} ${i}`}
                  transform={`translate(${cell.x} ${cell.y})`}
                  pointerEvents="none"
                >
                  <OneLabel sheet={sheet} jar={jar} job={job} />
                </g>
              )
            )
          })}
        </svg>
      ))}
      {pages > PAGES_SHOWN && (
        <p className="self-center text-ink-soft">and {pages - PAGES_SHOWN} more like these</p>
      )}
    </div>
  )
}

function OneLabel({
  sheet,
  jar,
  job,
}: {
  readonly sheet: LabelSheet
  readonly jar: Jar
  readonly job: NewLabels
}) {
  const { household } = useHousehold()
  const words = labelWords(jar, job, household.currency)
  const { lines, qr } = layOutLabel(sheet, words)
  return (
    <>
      {lines.map((l) => (
        <text
          key={l.y}
          x={l.x}
          y={l.y}
          fontSize={l.size}
          fontWeight={l.bold ? 700 : 400}
          textAnchor={l.middle ? 'middle' : 'start'}
          fill="#000"
        >
          {l.text}
        </text>
      ))}
      {qr && (
        <Code
          address={addressOf(window.location.origin, words.code, household.id)}
          x={qr.x}
          y={qr.y}
          side={qr.side}
        />
      )}
    </>
  )
}

/** The code as one path. */
function Code({
  address,
  x,
  y,
  side,
}: {
  readonly address: string
  readonly x: number
  readonly y: number
  readonly side: number
}) {
  const path = useMemo(() => {
    const { modules } = create(address, { errorCorrectionLevel: 'M' })
    const cells = Array.from({ length: modules.size ** 2 }, (_, i) => i)
    return {
      size: modules.size,
      d: cells
        .filter((i) => modules.data[i])
        .map((i) => `M${i % modules.size} ${Math.floor(i / modules.size)}h1v1h-1z`)
        .join(''),
    }
  }, [address])
  return (
    <path
      d={path.d}
      transform={`translate(${x} ${y}) scale(${side / path.size})`}
      shapeRendering="crispEdges"
      fill="#000"
    />
  )
}
