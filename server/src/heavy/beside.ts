import { existsSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import Piscina from 'piscina'
import { ProblemError, unprocessable } from '../http/problem'
import type { Done, Jobs, Result } from './jobs'

/**
 * Longer than any honest job takes, also on a machine that is busy with other things; the thread
 * of one that needs more is ended. What is laid out as pages is bounded by the contract, a
 * calendar's rules are a stranger's.
 */
const PATIENCE_MS: Readonly<Record<keyof Jobs, number>> = {
  calendar: 4_000,
  'day-sheet': 20_000,
  'day-times': 60_000,
  labels: 20_000,
  record: 20_000,
  csv: 10_000,
  'csv-write': 30_000,
  'archive-write': 60_000,
  'archive-read': 60_000,
}
const MOST_WAITING = 20

const here = dirname(fileURLToPath(import.meta.url))
/** The built script of a job: beside the built server, or where it is built when the sources run. */
function scriptOf(kind: keyof Jobs): string {
  const script = [here, resolve(here, '../../dist')]
    .map((folder) => resolve(folder, `${kind}.js`))
    .find(existsSync)
  if (!script) throw new Error(`the worker for ${kind} is not built; ./kelvit start builds it`)
  return script
}

let threads: Piscina | undefined

const pool = (): Piscina =>
  (threads ??= new Piscina({
    minThreads: 1,
    maxThreads: 1,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: 256 },
  }))

/** Jobs that wait for their turn. */
export const heavyQueue = (): number => threads?.queueSize ?? 0

/** Makes the thread and loads what it works with, so that the first who asks need not wait for that. */
export async function warmUp(): Promise<void> {
  const sheet = { title: '', finish: '', loads: [], steps: [], supplies: [] }
  await beside('day-sheet', { sheet }, '')
  const text = 'BEGIN:VCALENDAR\nEND:VCALENDAR'
  await beside('calendar', { text, zone: 'UTC', from: '2026-01-01', until: '2026-01-02' }, '')
}

/**
 * Does a job in a thread of its own, one at a time. Whatever it holds, requests go on
 * being answered meanwhile.
 * @throws ProblemError 422 with the job's own sentence, or when it takes too long; 503 when too many wait.
 */
export async function beside<K extends keyof Jobs>(
  kind: K,
  job: Jobs[K],
  tooLong: string,
): Promise<Result<K>> {
  const busy = pool()
  if (busy.queueSize >= MOST_WAITING)
    throw new ProblemError(503, 'busy', 'Kelvit is busy. Try again in a moment.', {
      retryAfter: 2,
    })
  const done = await busy
    .run(job, { filename: scriptOf(kind), signal: AbortSignal.timeout(PATIENCE_MS[kind]) })
    .then((answer) => answer as Done<K>)
    .catch((error: unknown) => {
      if (error instanceof Error && error.name === 'AbortError')
        throw unprocessable('too-long', tooLong)
      throw error
    })
  if (done.ok) return done.result
  throw unprocessable(kind, done.sentence)
}
