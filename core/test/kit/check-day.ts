import { ATTENTION, type DayKitchen, type DayLoad, type DaySheet } from '../../src'

/** Looks at a sheet with its tasks alone: every rule of a canning day said again. */
export function wrongsOfDay(sheet: DaySheet, loads: readonly DayLoad[], k: DayKitchen): string[] {
  const found: string[] = []
  /** Of a load that is on already, what is over is a moment at the beginning of the day. */
  const over = (id: string, stage: string) =>
    loads.find((l) => l.id === id)?.running
      ? [
          {
            loadId: id,
            stage,
            from: k.opens,
            to: k.opens,
            person: null,
          } as DaySheet['tasks'][number],
        ]
      : []
  const of = (id: string, stage: string) => {
    const tasks = sheet.tasks.filter((t) => t.loadId === id && t.stage === stage)
    return tasks.length > 0 ? tasks.sort((a, b) => a.from - b.from) : over(id, stage)
  }
  const near = (a: number, b: number): boolean => Math.abs(a - b) < 1e-6
  for (const load of loads) {
    const chain = ['heat', 'vent', 'climb', 'process', 'cool', 'rest'].map(
      (s) => of(load.id, s)[0]!,
    )
    for (const [i, t] of chain.entries()) {
      if (!near(t.to - t.from, load.stages[t.stage])) found.push(`${t.stage} is cut short`)
      if (i > 0 && !near(chain[i - 1]!.to, t.from)) found.push(`a gap before ${t.stage}`)
    }
    const [fill, unload] = [of(load.id, 'fill')[0]!, of(load.id, 'unload')[0]!]
    const prepare = of(load.id, 'prepare')
    if (prepare.some((p) => p.to > fill.from - load.stages.cook + 1e-6))
      found.push('filled before prepared and cooked')
    const cooked = of(load.id, 'cook').reduce((m, c) => m + c.to - c.from, 0)
    if (!near(cooked, load.stages.cook)) found.push('cooked for less or more than it takes')
    const gap = chain[0]!.from - fill.to
    if (gap < -1e-6 || gap > 15 + 1e-6) found.push(`filled jars wait ${gap}`)
    if (unload.from < chain[5]!.to - 1e-6) found.push('opened early')
    if (unload.from > chain[5]!.to + 45 + 1e-6) found.push('jars wait too long in the open canner')
    const prepared = prepare.reduce((m, p) => m + p.to - p.from, 0)
    if (!near(prepared, load.stages.prepare)) found.push('prepared for less or more than it takes')
    if (prepare.some((p) => p.to - p.from > 45 + 1e-6)) found.push('a piece longer than 45 minutes')
    if (unload.to > k.closes + 1e-6) found.push('past closing')
  }
  for (const t of sheet.tasks)
    if (['hands', 'eyes'].includes(ATTENTION[t.stage])) {
      const p = k.people.find((x) => x.id === t.person)
      if (!p) found.push(`nobody does ${t.stage}`)
      else if (t.from < p.from - 1e-6 || t.to > p.until + 1e-6) found.push(`${p.name} is not there`)
      if (
        sheet.tasks.some(
          (o) => o !== t && o.person === t.person && o.from < t.to - 1e-6 && t.from < o.to - 1e-6,
        )
      )
        found.push('two things at once')
    }
  for (const gap of k.gaps ?? [])
    for (const t of sheet.tasks)
      if (t.stage !== 'cool' && t.from < gap.until - 1e-6 && t.to > gap.from + 1e-6)
        found.push(`${t.stage} while nobody is there`)
  for (const a of loads)
    for (const b of loads)
      if (a !== b && a.cannerId === b.cannerId) {
        const [x, y] = [of(a.id, 'heat')[0]!.from, of(b.id, 'heat')[0]!.from]
        if (x <= y && of(a.id, 'unload')[0]!.to > y + 1e-6) found.push('two loads in one canner')
      }
  const spans = loads.map((l) => ({
    heat: of(l.id, 'heat')[0]!.from,
    cool: of(l.id, 'cool')[0]!.from,
    out: of(l.id, 'unload')[0]!.to,
  }))
  // Whatever changes, changes when something begins.
  for (const { heat: now } of spans) {
    const there = k.people.filter((p) => p.from <= now + 1e-6 && now + 1e-6 < p.until).length
    const under = spans.filter((s) => s.heat <= now + 1e-6 && now + 1e-6 < s.cool).length
    if (under > 2 * there) found.push(`${under} canners are watched by ${there}`)
    const burning = spans.filter((s) => s.heat <= now + 1e-6 && now + 1e-6 < s.out).length
    if (burning > k.burners) found.push(`${burning} canners on ${k.burners} burners`)
  }
  return found
}
