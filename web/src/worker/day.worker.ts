import { sheetOfDay } from '@kelvit/core'
import { expose } from 'comlink'
import type { DayWork } from './messages'

const work: DayWork = {
  async sheet(loads, kitchen, late, hear) {
    // A good sheet at once, then the best one.
    const quick = sheetOfDay(loads, kitchen, late, 0)
    if (quick.outcome === 'sheet') hear(quick)
    return sheetOfDay(loads, kitchen, late)
  },
}

expose(work)
