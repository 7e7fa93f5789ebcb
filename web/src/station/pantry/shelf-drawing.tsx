import type { Jar } from '@kelvit/contract'
import { ageOf, countJars, freshness, jarName } from '@kelvit/core'
import { useState, type KeyboardEvent } from 'react'
import { tintOf } from '../../household/tints'
import { showDate } from '../../household/words'
import { JAR_DRAWN, JarGlyph, type LidMark } from '../../ui/jar-glyph'
import { useWidth } from '../../ui/use-width'
import { stackSize, type ShelfRow } from './shelf-view'

interface ShelfDrawingProps {
  readonly row: ShelfRow
  /** How many shelves stand on the page. */
  readonly shelves: number
  readonly today: string
  readonly pull: ReadonlySet<string>
  readonly open: (jar: Jar) => void
  /** Opens several jars that are drawn as one stack. */
  readonly openStack: (jars: readonly Jar[]) => void
}

const PITCH = 22
const GAP = 22
const H = 84
const FOOT = 58

/** A shelf with one small jar per jar: tint by food, a paper label as tall as its best time left, a mark on the lid by state, crossed when it is held. */
export function ShelfDrawing({ row, shelves, today, pull, open, openStack }: ShelfDrawingProps) {
  const [box, width] = useWidth(720)
  const [at, setAt] = useState(0)
  const lines = layOut(row, width, shelves)
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
          {line.jars.map(({ jar, stack, x }) => {
            index++
            const mine = index
            const press = (): void => (stack.length > 1 ? openStack(stack) : open(jar))
            const words = stack.length > 1 ? describeStack(stack, today) : describe(jar, today)
            return (
              <g
                key={jar.id}
                data-jar
                role="button"
                tabIndex={mine === at ? 0 : -1}
                transform={`translate(${x} ${FOOT})`}
                aria-label={words}
                onClick={press}
                onFocus={() => setAt(mine)}
                onKeyDown={(e) =>
                  (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), press())
                }
              >
                <title>{words}</title>
                <rect x={0} y={-48} width={PITCH} height={50} fill="transparent" />
                <JarGlyph
                  size={jar.jar}
                  tint={tintOf(jar.foodId)}
                  label={freshness(jar.cannedOn, jar.bestBy, today)}
                  held={stack.some((j) => j.hold !== null)}
                  mark={markOf(stack, today, pull)}
                />
                {stack.length > 1 && (
                  <text
                    x={JAR_DRAWN[jar.jar].w / 2}
                    y={-JAR_DRAWN[jar.jar].h - 7}
                    textAnchor="middle"
                    fontSize={11}
                    fill="var(--ink-soft)"
                  >
                    {stack.length}
                  </text>
                )}
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

const markOf = (jars: readonly Jar[], today: string, pull: ReadonlySet<string>): LidMark =>
  jars.some((j) => ageOf(j, today) === 'review')
    ? 'review'
    : jars.some((j) => pull.has(j.id))
      ? 'pull'
      : 'plain'

/** Fresh ones stand at the left of a stack, the oldest at its right. */
const describeStack = (jars: readonly Jar[], today: string): string => {
  const [from, to] = [jars.at(-1), jars[0]]
  return from && to
    ? `${countJars(jars.length, to.jar)}, best by ${showDate(from.bestBy, today)} to ${showDate(to.bestBy, today)}`
    : ''
}

const describe = (jar: Jar, today: string): string =>
  `Jar ${jar.code}, 1 ${jarName(jar.jar, 1)}, canned ${showDate(jar.cannedOn, today)}, best by ${showDate(jar.bestBy, today)}${jar.useSoon ? ', use soon' : ''}${jar.hold ? ', set aside: don’t eat' : ''}`

interface Line {
  /** What is drawn once: a jar, or a stack that its oldest stands for. */
  readonly jars: { jar: Jar; stack: readonly Jar[]; x: number }[]
  readonly labels: { x: number; text: string; count: string }[]
}

/** Jars of one size by so many, in their order; the last of each, the oldest, stands for it. */
function stacksOf(
  jars: readonly Jar[],
  each: number,
): readonly { jar: Jar; stack: readonly Jar[] }[] {
  const stacks: Jar[][] = []
  for (const jar of jars) {
    const last = stacks.at(-1)
    if (last && last.length < each && last[0]?.jar === jar.jar) last.push(jar)
    else stacks.push([jar])
  }
  return stacks.flatMap((stack) => {
    const jar = stack.at(-1)
    return jar ? [{ jar, stack }] : []
  })
}

/** Jars side by side in groups by food, onto a new board when one is full. */
function layOut(row: ShelfRow, width: number, shelves: number): readonly Line[] {
  const all = row.groups.reduce((n, g) => n + g.jars.length, 0)
  const each = stackSize(all, shelves)
  const lines: Line[] = [{ jars: [], labels: [] }]
  let x = 4
  for (const group of row.groups) {
    const label = `${group.name} ${group.jars.length}`
    const stacks = stacksOf(group.jars, each)
    const needs = Math.max(stacks.length * PITCH, label.length * 7.6)
    if (x > 4 && x + Math.min(needs, 6 * PITCH) > width) {
      lines.push({ jars: [], labels: [] })
      x = 4
    }
    const labelX = x
    lines.at(-1)?.labels.push({ x, text: group.name, count: String(group.jars.length) })
    for (const { jar, stack } of stacks) {
      if (x + JAR_DRAWN[jar.jar].w > width) {
        lines.push({ jars: [], labels: [{ x: 4, text: group.name, count: '' }] })
        x = 4
      }
      lines.at(-1)?.jars.push({ jar, stack, x })
      x += PITCH
    }
    x = Math.max(x, labelX + label.length * 7.6) + GAP
  }
  return lines
}
