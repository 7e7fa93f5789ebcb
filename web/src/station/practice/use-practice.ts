import type { NewLoadEvent } from '@kelvit/contract'
import {
  lessonSetup,
  psi,
  startCanner,
  stepCanner,
  tellingReadings,
  type Controls,
  type GaugeReading,
  type Lesson,
  type LoadEvent,
  type PracticeState,
  type Sample,
} from '@kelvit/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { nowMs } from '../../sync/clock'

/** Everything of a practice run. Its clock is its own; nothing of it leaves this page. */
export interface Run {
  readonly canner: PracticeState
  readonly events: readonly LoadEvent[]
  readonly samples: readonly Sample[]
  readonly controls: Controls
  /** Epoch ms at which the run began; its clock is this and its seconds. */
  readonly began: number
}

const READ_EVERY_S = 2
const SAMPLE_EVERY_S = 4
/** Never more simulated seconds in one frame than this: a slow device runs slower, not wilder. */
const MOST_PER_FRAME_S = 8
const FRAME_MS = 50

const begin = (lesson: Lesson): Run => ({
  canner: startCanner(lesson.options),
  events: [],
  samples: [],
  controls: { heat: 0, weightOn: false },
  began: Math.floor(nowMs() / 60_000) * 60_000,
})

export const atOf = (run: Run): number => run.began + run.canner.seconds * 1000

/** A run some seconds on, with what the simulated gauge wrote down meanwhile. */
export function advance(run: Run, lesson: Lesson, seconds: number): Run {
  let { canner, samples } = run
  const readings: GaugeReading[] = []
  // The canner goes by tenths of a second; less than that is not a step.
  for (let left = Math.round(seconds * 10); left > 0; left -= READ_EVERY_S * 10) {
    canner = stepCanner(canner, run.controls, Math.min(READ_EVERY_S * 10, left) / 10)
    const at = run.began + canner.seconds * 1000
    readings.push({ id: uuidv7(), at, psi: psi(Math.round(canner.dialPsi * 10) / 10) })
    const last = samples.at(-1)
    if (!last || at - last.at >= SAMPLE_EVERY_S * 1000)
      samples = [
        ...samples,
        {
          at,
          dialPsi: canner.dialPsi,
          gaugePsi: canner.gaugePsi,
          airFraction: canner.airFraction,
          siphoned: canner.siphoned,
        },
      ]
  }
  return { ...run, canner, samples, events: [...run.events, ...written(run, lesson, readings)] }
}

/** What the simulated gauge tells of its readings; only a dial writes, and only under a lid. */
function written(run: Run, lesson: Lesson, readings: readonly GaugeReading[]): LoadEvent[] {
  if (lesson.gauge === 'weighted' || !run.events.some((e) => e.kind === 'weight-on')) return []
  const last = run.events.findLast((e) => e.kind === 'reading')
  const known = last && { id: last.id, at: last.at, psi: psi(last.psi ?? 0) }
  return tellingReadings(lessonSetup(lesson), known, readings).map((r) => ({
    ...r,
    kind: 'reading' as const,
    by: 'simulated gauge',
    source: 'simulated' as const,
  }))
}

/** A practice run that goes on by itself at a chosen speed. */
export function usePractice(lesson: Lesson, speed: number) {
  const [run, setRun] = useState(() => begin(lesson))
  const owed = useRef(0)
  useEffect(() => {
    if (speed === 0) return
    let last = performance.now()
    const timer = window.setInterval(() => {
      const now = performance.now()
      owed.current += ((now - last) / 1000) * speed
      last = now
      const whole = Math.floor(Math.min(MOST_PER_FRAME_S, owed.current) * 10) / 10
      owed.current = Math.min(1, owed.current - whole)
      if (whole > 0) setRun((r) => advance(r, lesson, whole))
    }, FRAME_MS)
    return () => window.clearInterval(timer)
  }, [lesson, speed])
  const say = useCallback((event: Omit<NewLoadEvent, 'at'>): void => {
    setRun((r) => ({
      ...r,
      events: [
        ...r.events,
        {
          id: uuidv7(),
          at: atOf(r),
          kind: event.kind,
          by: 'you',
          psi: event.psi ?? null,
          text: event.text ?? null,
          eventId: event.eventId ?? null,
          happenedAt: event.happenedAt ? Date.parse(event.happenedAt) : null,
        },
      ],
    }))
  }, [])
  const turn = useCallback((change: Partial<Controls>): void => {
    setRun((r) => ({ ...r, controls: { ...r.controls, ...change } }))
  }, [])
  const again = useCallback((): void => setRun(begin(lesson)), [lesson])
  return { run, say, turn, again }
}
