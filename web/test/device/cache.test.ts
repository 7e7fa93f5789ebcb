// @vitest-environment jsdom
// Two tabs of one device share what is kept: when one signs out, nothing of the household
// is written again by the other, nor by a page that opened in between.
import { QueryClient } from '@tanstack/react-query'
import { beforeEach, expect, test, vi } from 'vitest'

type Cache = typeof import('../../src/sync/cache')

/** Another tab: its own modules on the same storage. */
async function tab(): Promise<Cache> {
  vi.resetModules()
  return import('../../src/sync/cache')
}
const knowing = (): QueryClient => {
  const client = new QueryClient()
  client.setQueryData(['members'], ['Quillback'])
  return client
}
const ALL = { shouldDehydrateQuery: () => true }
const kept = (): string => JSON.stringify({ ...localStorage })

beforeEach(() => localStorage.clear())

test('a tab that hasn’t heard yet writes nothing after another has wiped the device', async () => {
  const one = await tab()
  const other = await tab()
  keepIn(other)
  expect(kept()).toContain('Quillback')
  one.wipeCache()
  expect(kept()).not.toContain('Quillback')
  keepIn(other)
  expect(kept()).not.toContain('Quillback')
})

test('what the persister writes late is not written either', async () => {
  vi.useFakeTimers()
  const one = await tab()
  const other = await tab()
  const state = { buster: one.BUSTER, timestamp: Date.now(), clientState: dehydrated() }
  await other.persister.persistClient(state)
  one.wipeCache()
  await vi.advanceTimersByTimeAsync(5_000)
  expect(kept()).not.toContain('Quillback')
  vi.useRealTimers()
})

test('a page that opens after the wipe keeps what it learns', async () => {
  const one = await tab()
  one.wipeCache()
  const later = await tab()
  keepIn(later)
  expect(kept()).toContain('Quillback')
})

function keepIn(cache: Cache): void {
  cache.keepNow(knowing(), ALL)
}
function dehydrated(): never {
  return {
    mutations: [],
    queries: [{ queryKey: ['members'], state: { data: 'Quillback' } }],
  } as never
}
