import type { DayDoesNotFit, DayKitchen, DayLoad, DaySheet } from '@kelvit/core'
import { useEffect, useRef, useState } from 'react'
import type { DayWord } from './messages'

/**
 * The day sheet for these loads and this kitchen, made anew in a worker whenever
 * they change; the last one stays until the next is there. Undefined at first.
 */
export function useDaySheet(
  loads: readonly DayLoad[],
  kitchen: DayKitchen,
  late: number,
): { readonly sheet: DaySheet | DayDoesNotFit | undefined; readonly stale: boolean } {
  const worker = useRef<Worker>(undefined)
  const asked = useRef(0)
  const [word, setWord] = useState<DayWord>()
  const key = JSON.stringify([loads, kitchen, late])
  useEffect(() => {
    const made = new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' })
    made.addEventListener('message', (event: MessageEvent<DayWord>) => setWord(event.data))
    worker.current = made
    return () => made.terminate()
  }, [])
  useEffect(() => {
    const [loads, kitchen, late] = JSON.parse(key) as [readonly DayLoad[], DayKitchen, number]
    asked.current += 1
    worker.current?.postMessage({ number: asked.current, loads, kitchen, late })
  }, [key])
  return {
    sheet: word?.sheet,
    stale: word !== undefined && (word.number !== asked.current || !word.last),
  }
}
