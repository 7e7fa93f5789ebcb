import type { Jar } from '@kelvit/contract'
import { ageOf, freshness, jarName } from '@kelvit/core'
import { useState, type KeyboardEvent } from 'react'
import { tintOf } from '../../household/tints'
import { showDate } from '../../household/words'
import { JAR_DRAWN, JarGlyph, type LidMark } from '../../ui/jar-glyph'
import { useWidth } from '../../ui/use-width'
import type { ShelfRow } from './shelf-view'

interface ShelfDrawingProps {
  readonly row: ShelfRow
  readonly today: string
  readonly pull: ReadonlySet<string>
  readonly open: (jar: Jar) => void
}

const PITCH = 22
const GAP = 22
const H = 84
const FOOT = 58

/** A shelf with one small jar per jar: tint by food, a paper label as tall as its best time left, a mark on the lid by state, crossed when it is held. */
export function ShelfDrawing({ row, today, pull, open }: ShelfDrawingProps) {
  const [box, width] = useWidth(720)
  const [at, setAt] = useState(0)
  const lines = layOut(row, width)
  const flat = lines.flatMap((l) => l.jars)
  const onKeyDown = (e: KeyboardEvent): void => {
    const step = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0
    if (step !== 0) {
      const next = Math.min(flat.length - 1, Math.max(0, at + step))
      setAt(next)
      box.current?.querySelectorAll<SVGElement>('[data-jar]')[next]?.focus()
      e.preventDefault()
    }
  }
  let index = -1
  return (
    <div ref={box} className="mb-1">
      <p className="text-[14.5px] text-ink-soft">{row.name}</p>
      {lines.map((line, n) => (
        <svg
          key={n}
          width={width}
          height={H}
          className="block max-w-full overflow-visible"
          role="group"
          aria-label={row.name}
          onKeyDown={onKeyDown}
        >
          <rect x={0} y={FOOT} width={width} height={5} fill="var(--board)" />
          <rect x={0} y={FOOT + 5} width={width} height={1.5} fill="var(--board-edge)" />
          {line.jars.map(({ jar, x }) => {
            index++
            const mine = index
            return (
              <g
                key={jar.id}
                data-jar
                role="button"
                tabIndex={mine === at ? 0 : -1}
                transform={`translate(${x} ${FOOT})`}
                aria-label={describe(jar, today)}
                onClick={() => open(jar)}
                onFocus={() => setAt(mine)}
                onKeyDown={(e) =>
                  (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), open(jar))
                }
              >
                <title>{describe(jar, today)}</title>
                <rect x={0} y={-48} width={PITCH} height={50} fill="transparent" />
                <JarGlyph
                  size={jar.jar}
                  tint={tintOf(jar.foodId)}
                  label={freshness(jar.cannedOn, jar.bestBy, today)}
                  held={jar.hold !== null}
                  mark={markOf(jar, today, pull)}
                />
              </g>
            )
          })}
          {line.labels.map((l) => (
            <text key={l.text + l.x} x={l.x} y={FOOT + 20} fontSize={14} fill="var(--ink)">
              {l.text} <tspan fill="var(--ink-soft)">{l.count}</tspan>
            </text>
          ))}
        </svg>
      ))}
    </div>
  )
}

const markOf = (jar: Jar, today: string, pull: ReadonlySet<string>): LidMark =>
  ageOf(jar, today) === 'review' ? 'review' : pull.has(jar.id) ? 'pull' : 'plain'

const describe = (jar: Jar, today: string): string =>
  `Jar ${jar.code}, 1 ${jarName(jar.jar, 1)}, canned ${showDate(jar.cannedOn, today)}, best by ${showDate(jar.bestBy, today)}${jar.useSoon ? ', use soon' : ''}${jar.hold ? ', held: do not eat' : ''}`

interface Line {
  readonly jars: { jar: Jar; x: number }[]
  readonly labels: { x: number; text: string; count: string }[]
}

/** Jars side by side in groups by food, onto a new board when one is full. */
function layOut(row: ShelfRow, width: number): readonly Line[] {
  const lines: Line[] = [{ jars: [], labels: [] }]
  let x = 4
  for (const group of row.groups) {
    const label = `${group.name} ${group.jars.length}`
    const needs = Math.max(group.jars.length * PITCH, label.length * 7.6)
    if (x > 4 && x + Math.min(needs, 6 * PITCH) > width) {
      lines.push({ jars: [], labels: [] })
      x = 4
    }
    const labelX = x
    lines.at(-1)?.labels.push({ x, text: group.name, count: String(group.jars.length) })
    for (const jar of group.jars) {
      if (x + JAR_DRAWN[jar.jar].w > width) {
        lines.push({ jars: [], labels: [{ x: 4, text: group.name, count: '' }] })
        x = 4
      }
      lines.at(-1)?.jars.push({ jar, x })
      x += PITCH
    }
    x = Math.max(x, labelX + label.length * 7.6) + GAP
  }
  return lines
}
