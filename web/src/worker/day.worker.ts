import { sheetOfDay } from '@kelvit/core'
import { expose } from 'comlink'
import type { DayWork } from './messages'

const work: DayWork = {
  async sheet(loads, kitchen, late, hear) {
    // A good sheet at once, then the best one.
    const quick = sheetOfDay(loads, kitchen, late, 0)
    const heard = quick.outcome === 'sheet' ? hear(quick) : undefined
    const best = sheetOfDay(loads, kitchen, late)
    await heard
    return best
  },
}

expose(work)
