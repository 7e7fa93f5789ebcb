import { daySheet, type DayKitchen } from '@kelvit/core'
import { expose } from 'comlink'
import type { DayWork } from './messages'

/** The same day running over, with whoever stays to the end. */
const runningOver = (k: DayKitchen, late: number): DayKitchen => ({
  ...k,
  closes: k.closes + late,
  people: k.people.map((p) => (p.until >= k.closes ? { ...p, until: p.until + late } : p)),
})

const work: DayWork = {
  async sheet(loads, kitchen, late, hear) {
    // A good sheet at once, then the best one; past closing only when it does not fit before.
    const open = [kitchen, ...(late > 0 ? [runningOver(kitchen, late)] : [])]
    for (const k of open) {
      const quick = daySheet(loads, k, 0)
      if (quick.outcome !== 'sheet') continue
      hear(quick)
      break
    }
    const best = open.map((k) => daySheet(loads, k)).find((s) => s.outcome === 'sheet')
    return best ?? daySheet(loads, kitchen)
  },
}

expose(work)
