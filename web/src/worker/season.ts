import { proxy, wrap, type Remote } from 'comlink'
import type { SeasonWork } from './messages'

const FAILED = 'We couldn’t load the planner. Try again in a moment.'
const sentenceOf = (error: unknown): string =>
  error instanceof Error && error.message !== '' ? error.message : FAILED

/**
 * What workers are asked through, while they work: what nobody holds any more is let go of by
 * the memory's sweep, and their answer with it.
 */
const held = new Set<Remote<SeasonWork>>()

/** Makes a function one that the worker may call, until the work has ended. */
type Hear = <T>(listen: (said: T) => void) => (said: T) => void

/**
 * Has a season worker of its own do something, and ends it after.
 * @returns a way to end it before; nothing is heard of it from then on, also not what it said
 * before and the browser had not delivered yet.
 */
export function withSeason(
  work: (season: Remote<SeasonWork>, hear: Hear) => Promise<void>,
  failed: (sentence: string) => void,
): () => void {
  const worker = new Worker(new URL('./season.worker.ts', import.meta.url), { type: 'module' })
  const season = wrap<SeasonWork>(worker)
  held.add(season)
  let ended = false
  const end = (): void => {
    ended = true
    held.delete(season)
    worker.terminate()
  }
  const fail = (error: unknown): void => {
    if (ended) return
    end()
    failed(sentenceOf(error))
  }
  // A worker that cannot even be loaded answers nothing that is asked of it.
  worker.addEventListener('error', () => fail(undefined))
  work(season, (listen) => proxy((said) => void (ended || listen(said)))).then(end, fail)
  return end
}
