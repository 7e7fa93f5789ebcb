import { proxy, wrap, type Remote } from 'comlink'
import type { SeasonWork } from './messages'

const FAILED = 'We couldn’t load the planner. Try again in a moment.'
const sentenceOf = (error: unknown): string =>
  error instanceof Error && error.message !== '' ? error.message : FAILED

/**
 * Has a season worker of its own do something, and ends it after.
 * @returns a way to end it before; nothing is heard of it from then on.
 */
export function withSeason(
  work: (season: Remote<SeasonWork>) => Promise<void>,
  failed: (sentence: string) => void,
): () => void {
  const worker = new Worker(new URL('./season.worker.ts', import.meta.url), { type: 'module' })
  let ended = false
  const end = (): void => {
    ended = true
    worker.terminate()
  }
  const fail = (error: unknown): void => {
    if (ended) return
    end()
    failed(sentenceOf(error))
  }
  // A worker that cannot even be loaded answers nothing that is asked of it.
  worker.addEventListener('error', () => fail(undefined))
  work(wrap<SeasonWork>(worker)).then(end, fail)
  return end
}

/** A function that the worker may call. */
export const heard = proxy
