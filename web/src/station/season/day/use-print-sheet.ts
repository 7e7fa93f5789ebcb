import { paths, type PrintedDaySheet } from '@kelvit/contract'
import { type DayDoesNotFit, type DaySheet } from '@kelvit/core'
import { useState } from 'react'
import { requestFile, sentenceOf } from '../../../sync/request'
import { useClock } from '../../../household/words'
import { useCannedForms } from '../../../household/canned-forms'
import { useHousehold } from '../../../household/session'
import { useNotify } from '../../../ui/notice'
import { marksOf } from '../../../day/lanes'
import { dayTitle, processWords, setOut, soakWords, totalWords, workSteps } from './words'
import type { useDay } from './use-day'

/** The day sheet as a page (PDF) to hang up. */
export function usePrintSheet(
  date: string,
  day: ReturnType<typeof useDay>,
  sheet: DaySheet | DayDoesNotFit | undefined,
) {
  const { household } = useHousehold()
  const known = useCannedForms()
  const clock = useClock()
  const notify = useNotify()
  const [busy, setBusy] = useState(false)
  const run = async (): Promise<void> => {
    if (sheet?.outcome !== 'sheet') return
    const nameOf = (id: string | null): string =>
      day.kitchen.people.find((p) => p.id === id)?.name ?? ''
    const marks = marksOf(sheet.tasks)
    const soak = soakWords(day.entries)
    const page: PrintedDaySheet = {
      title: dayTitle(date, household),
      finish: `${totalWords(day.entries)}. Clean kitchen at about ${clock(sheet.finish)}.`,
      loads: day.entries.map((e) => ({
        name: `(${marks.get(e.id) ?? 0}) ${e.canner.name}: ${e.words}`,
        process: processWords(e, household.units),
      })),
      steps: [
        ...(soak ? [{ at: 'before', text: soak, who: '' }] : []),
        ...workSteps(sheet, day.entries, marks, nameOf, household.units, clock).map(
          ({ at, mark, text, who }) => ({ at, text: `(${mark}) ${text}`, who }),
        ),
      ],
      supplies: setOut(day.entries, household, known),
    }
    setBusy(true)
    try {
      await requestFile(paths.daySheetPdf, page, `day-sheet-${date}.pdf`)
    } catch (error) {
      notify.trouble(sentenceOf(error))
    } finally {
      setBusy(false)
    }
  }
  return { run, busy, ready: sheet?.outcome === 'sheet' && day.entries.length > 0 }
}
