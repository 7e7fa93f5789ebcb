import { daySheet, type DayKitchen } from '@kelvit/core'
import type { DayAsk, DayWord } from './messages'

/** The same day running over, with whoever stays to the end. */
const runningOver = (k: DayKitchen, late: number): DayKitchen => ({
  ...k,
  closes: k.closes + late,
  people: k.people.map((p) => (p.until >= k.closes ? { ...p, until: p.until + late } : p)),
})

self.addEventListener('message', (event: MessageEvent<DayAsk>) => {
  const { number, loads, late } = event.data
  const say = (sheet: DayWord['sheet'], last: boolean): void =>
    self.postMessage({ number, sheet, last } satisfies DayWord)
  // A good sheet at once, then the best one; past closing only when it does not fit before.
  const { kitchen } = event.data
  const open = [kitchen, ...(late > 0 ? [runningOver(kitchen, late)] : [])]
  const fits = open.find((k) => daySheet(loads, k, 0).outcome === 'sheet')
  if (fits) say(daySheet(loads, fits, 0), false)
  const best = open.map((k) => daySheet(loads, k)).find((s) => s.outcome === 'sheet')
  say(best ?? daySheet(loads, kitchen), true)
})
