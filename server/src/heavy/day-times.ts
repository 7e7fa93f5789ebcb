import { sheetOfDay } from '@kelvit/core'
import type { DayTimes, Done, Jobs } from './jobs'

/** Lays days out as their pages do, in a thread beside the server. */
export default function dayTimes({ days }: Jobs['day-times']): Done<'day-times'> {
  return {
    ok: true,
    result: days.map(({ loads, kitchen, late }): DayTimes => {
      const sheet = sheetOfDay(loads, kitchen, late)
      if (sheet.outcome !== 'sheet') return { from: null, sentence: sheet.sentence }
      return { from: Math.min(...sheet.tasks.map((t) => t.from)), until: sheet.finish }
    }),
  }
}
