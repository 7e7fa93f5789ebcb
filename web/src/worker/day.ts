import type { DayDoesNotFit, DayKitchen, DayLoad, DaySheet } from '@kelvit/core'
import { proxy, wrap, type Remote } from 'comlink'
import { startTransition, useEffect, useRef, useState } from 'react'
import type { DayWork } from './messages'

interface Told {
  readonly number: number
  readonly sheet: DaySheet | DayDoesNotFit
  /** Whether a better one may still come. */
  readonly last: boolean
}

/**
 * The day sheet for these loads and this kitchen, made anew in a worker whenever
 * they change; the last one stays until the next is there. Undefined at first.
 */
export function useDaySheet(
  loads: readonly DayLoad[],
  kitchen: DayKitchen,
  late: number,
): { readonly sheet: DaySheet | DayDoesNotFit | undefined; readonly stale: boolean } {
  const day = useRef<Remote<DayWork>>(undefined)
  const asked = useRef(0)
  const [told, setTold] = useState<Told>()
  const key = JSON.stringify([loads, kitchen, late])
  useEffect(() => {
    const worker = new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' })
    day.current = wrap<DayWork>(worker)
    return () => worker.terminate()
  }, [])
  useEffect(() => {
    const [loads, kitchen, late] = JSON.parse(key) as [readonly DayLoad[], DayKitchen, number]
    const number = ++asked.current
    const tell = (sheet: Told['sheet'], last: boolean): void => {
      // A sheet for what was asked before says nothing of what is asked now.
      // It is drawn in slices: nobody waits for it with a finger on the page.
      if (number === asked.current) startTransition(() => setTold({ number, sheet, last }))
    }
    void day.current
      ?.sheet(
        loads,
        kitchen,
        late,
        proxy((sheet: DaySheet) => tell(sheet, false)),
      )
      .then((sheet) => tell(sheet, true))
  }, [key])
  return {
    sheet: told?.sheet,
    stale: told !== undefined && (told.number !== asked.current || !told.last),
  }
}
