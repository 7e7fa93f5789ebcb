import { existsSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import Piscina from 'piscina'
import { ProblemError, unprocessable } from '../http/problem'
import type { Done, Job, Results } from './jobs'

/** Longer than any honest job takes; the thread of one that needs more is ended. */
const PATIENCE_MS = 4_000
const MOST_WAITING = 20

const here = dirname(fileURLToPath(import.meta.url))
/** The built worker: beside the built server, or where it is built when the sources run. */
const script = [resolve(here, 'worker.js'), resolve(here, '../../dist/worker.js')].find(existsSync)

let threads: Piscina | undefined

const pool = (): Piscina => {
  if (!script) throw new Error('the worker is not built; ./kelvit start builds it')
  return (threads ??= new Piscina({
    filename: script,
    minThreads: 0,
    maxThreads: 1,
    maxQueue: MOST_WAITING,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: 256 },
  }))
}

/**
 * Does a job in a thread of its own, one at a time. Whatever it holds, requests go on
 * being answered meanwhile.
 * @throws ProblemError 422 with the job's own sentence, or when it takes too long; 503 when too many wait.
 */
export async function beside<K extends Job['kind']>(
  job: Extract<Job, { kind: K }>,
  tooLong: string,
): Promise<Results[K]> {
  const done = await run(job, tooLong)
  if (done.ok) return done.result as Results[K]
  if (done.sentence) throw unprocessable(job.kind, done.sentence)
  throw new Error(`the job ${job.kind} failed`)
}

async function run(job: Job, tooLong: string): Promise<Done> {
  const busy = pool()
  if (busy.queueSize >= MOST_WAITING)
    throw new ProblemError(503, 'busy', 'Kelvit is busy just now. Try again in a moment.', {
      retryAfter: 2,
    })
  try {
    return (await busy.run(job, { signal: AbortSignal.timeout(PATIENCE_MS) })) as Done
  } catch (error) {
    if (error instanceof Error && error.name === 'AbortError')
      throw unprocessable('too-long', tooLong)
    throw error
  }
}
