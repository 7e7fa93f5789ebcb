import type { SeasonAsk, SeasonWord } from './messages'

/** Asks the season worker something; every word it says is handed on. Gives a way to end it. */
export function askSeason(ask: SeasonAsk, hear: (word: SeasonWord) => void): () => void {
  const worker = new Worker(new URL('./season.worker.ts', import.meta.url), { type: 'module' })
  const end = (): void => worker.terminate()
  worker.addEventListener('message', (event: MessageEvent<SeasonWord>) => {
    hear(event.data)
    if (['planned', 'by-hand', 'supposed-all', 'failed'].includes(event.data.kind)) end()
  })
  worker.addEventListener('error', () => {
    hear({ kind: 'failed', sentence: 'The planner could not be loaded. Try again in a moment.' })
    end()
  })
  worker.postMessage(ask)
  return end
}
