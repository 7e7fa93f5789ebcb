import { formOf, saidName, type DayPerson, type DaySheet, type DayTask } from '@kelvit/core'
import type { Lane } from '../chart/day-lanes'
import { STAGE_NAMES } from '../chart/stage-names'
import type { DayEntry } from './entries'

/** Short name of a load's foods: "snap beans + carrots". */
export const shortWords = (e: DayEntry): string =>
  [...new Set(e.portions.map((p) => saidName(formOf(p.formId)?.food ?? { name: p.formId })))].join(
    ' + ',
  )

/** Pieces of one preparation by one person that follow each other, as one. */
export function joined(tasks: readonly DayTask[]): readonly DayTask[] {
  const out: DayTask[] = []
  for (const t of [...tasks].sort((a, b) => a.from - b.from)) {
    const last = out.findLastIndex((o) => o.loadId === t.loadId && o.stage === 'prepare')
    const before = out[last]
    const goesOn =
      t.stage === 'prepare' &&
      before?.person === t.person &&
      Math.abs((before?.to ?? 0) - t.from) < 0.01
    if (goesOn && before) out[last] = { ...before, to: t.to }
    else out.push(t)
  }
  return out
}

/** The number that a load's blocks, its line and its steps all carry, by its id. */
export type Marks = ReadonlyMap<string, number>

const MARKS = '①②③④⑤⑥⑦⑧⑨⑩⑪⑫⑬⑭⑮⑯⑰⑱⑲⑳'

/** A load's number as it is shown: ①. */
export const signOf = (mark: number | undefined): string =>
  mark === undefined ? '' : (MARKS[mark - 1] ?? `${mark}.`)

/** Loads numbered in the order in which they go onto the heat. */
export function marksOf(tasks: readonly DayTask[]): Marks {
  const heats = tasks.filter((t) => t.stage === 'heat').sort((a, b) => a.from - b.from)
  return new Map(heats.map((t, i) => [t.loadId, i + 1]))
}

/** A lane per canner and per person with its blocks, each with the number of its load. */
export function lanesOf(
  entries: readonly DayEntry[],
  people: readonly DayPerson[],
  sheet: DaySheet,
): readonly Lane[] {
  const marks = marksOf(sheet.tasks)
  const entry = (id: string) => entries.find((e) => e.id === id)
  const canners = [...new Set(entries.map((e) => e.canner))]
  const tasks = joined(sheet.tasks)
  const block = (t: DayTask, i: number, label: string) => ({
    key: `${t.loadId} ${t.stage} ${i}`,
    loadId: t.loadId,
    mark: signOf(marks.get(t.loadId)),
    stage: t.stage,
    from: t.from,
    to: t.to,
    tint: entry(t.loadId)?.tint ?? 'var(--kettle)',
    label,
  })
  return [
    ...canners.map((c): Lane => ({
      name: c.name,
      kind: 'canner',
      blocks: sheet.tasks
        .filter((t) => t.stage !== 'prepare' && t.stage !== 'fill' && entry(t.loadId)?.canner === c)
        .map((t, i) =>
          block(
            t,
            i,
            t.stage === 'process' ? `process ${Math.round(t.to - t.from)}` : STAGE_NAMES[t.stage],
          ),
        ),
    })),
    ...people
      .filter((p) => sheet.tasks.some((t) => t.person === p.id))
      .map((p): Lane => ({
        name: p.name,
        kind: 'person',
        blocks: tasks
          .filter((t) => t.person === p.id)
          .map((t, i) => {
            const e = entry(t.loadId)
            const words = e && t.stage === 'prepare' ? shortWords(e) : STAGE_NAMES[t.stage]
            return block(t, i, words)
          }),
      })),
  ]
}
