import type { Session } from '@kelvit/contract'
import type { QueryClient } from '@tanstack/react-query'
import { setClock } from '../sync/clock'
import { firstLists, sessionQuery, type WARM } from '../sync/queries'
import { fetchPage, isDoor } from './pages'

/** Longer than this nobody looks at a bare strip: the page is drawn with what is there. */
const PATIENCE_MS = 1500

const LETTERS = ['"Atkinson Hyperlegible Next Variable"', '"Bitter Variable"']

/** The letters of the first page: words that change their width after they were drawn push everything about. */
const letters = (): Promise<unknown> =>
  Promise.all(LETTERS.map((face) => document.fonts.load(`1rem ${face}`)))

/** Who opened the page, where the server has written it in; undefined where it has to be asked. */
function sessionInPage(): Session | undefined {
  const said = document.getElementById('session')?.textContent
  return said ? (JSON.parse(said) as Session) : undefined
}

/**
 * Asks at once for everything that the first page needs, so that it is drawn once and not in
 * pieces: its code, its letters, the clock, and the lists it shows. What is kept on this
 * device is not waited for; where nobody is signed in, only the way in is fetched.
 * @returns when it is there, or has kept us waiting long enough; never rejects.
 */
export async function begin(client: QueryClient, path: string): Promise<void> {
  const clock = setClock()
  const who = whoIsHere(client)
  const wanted: Promise<unknown>[] = [letters()]
  if (who || isDoor(path)) wanted.push(fetchPage(path))
  if (who) {
    wanted.push(clock)
    for (const query of firstLists(path))
      if (client.getQueryData(query.queryKey) === undefined)
        wanted.push(client.prefetchQuery(query as (typeof WARM)[0]))
  }
  await Promise.race([
    Promise.allSettled(wanted),
    new Promise((done) => window.setTimeout(done, PATIENCE_MS)),
  ])
}

/** Who is signed in, as the page says or as it was when this device last knew. */
function whoIsHere(client: QueryClient): Session | null | undefined {
  const { queryKey } = sessionQuery
  const kept = client.getQueryData(queryKey)
  const said = sessionInPage()
  if (!said) return kept
  // What was kept here for another household is not shown to this one.
  if (kept && kept.household.id !== said.household.id) client.clear()
  client.setQueryData(queryKey, said)
  return said
}
