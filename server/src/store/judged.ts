import type { Load, LoadEventRow } from '@kelvit/contract'
import { asEvents, foldLoad, judgeLoad } from '@kelvit/core'
import { LRUCache } from 'lru-cache'

/** A judgement as it goes out, and the load and facts it was made of, word for word. */
interface Judged {
  readonly load: string
  readonly events: string
  readonly judgement: string
}

/** What is remembered at most, in characters: about two thousand evenings. */
const MOST = 8_000_000

/**
 * What was judged lately. It holds only for the very words it was made of, so that it can
 * never be another than the facts say; most loads of a season are over and are only read.
 */
const lately = new LRUCache<string, Judged>({
  maxSize: MOST,
  sizeCalculation: ({ load, events, judgement }) => load.length + events.length + judgement.length,
})

/**
 * The judgement of a load, as JSON.
 * @param load as it goes out, JSON; it carries the setup.
 * @param events its facts as they go out, a JSON list in any order.
 * @throws RangeError for a setup no load may run with.
 */
export function judgementOf(id: string, load: string, events: string): string {
  const known = lately.get(id)
  if (known?.load === load && known.events === events) return known.judgement
  const { setup } = JSON.parse(load) as Load
  const facts = asEvents(JSON.parse(events) as readonly LoadEventRow[])
  const judgement = JSON.stringify(judgeLoad(setup, foldLoad(setup, facts)))
  lately.set(id, { load, events, judgement })
  return judgement
}
