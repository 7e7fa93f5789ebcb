// @vitest-environment jsdom
import 'fake-indexeddb/auto'
import { QueryClient } from '@tanstack/react-query'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { refetchWhenSent } from '../../src/sync/changes'
import { openOutbox, sendOut, waitingToSend, wipeOutbox } from '../../src/sync/outbox'

afterEach(() => vi.unstubAllGlobals())

describe('lists that other pages changed', () => {
  test('wait while something of ours waits, and none is forgotten', async () => {
    const client = new QueryClient()
    let asked: string[] = []
    vi.spyOn(client, 'invalidateQueries').mockImplementation((q) => {
      asked.push(String(q?.queryKey?.[0]))
      return Promise.resolve()
    })
    const close = openOutbox(
      { householdId: 'h', memberId: 'm1' },
      { refused: () => undefined, delivered: () => refetchWhenSent(client, ['loads']) },
    )
    refetchWhenSent(client, ['needs'])
    expect(asked).toEqual(['needs'])
    asked = []
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')))
    sendOut({ path: '/api/jars/1/fate', body: {} })
    refetchWhenSent(client, ['canners'])
    refetchWhenSent(client, ['shelves', 'canners'])
    expect(asked).toEqual([])
    vi.stubGlobal('fetch', () =>
      Promise.resolve(new Response(null, { status: 204, headers: { 'kelvit-answer': 'yes' } })),
    )
    window.dispatchEvent(new Event('online'))
    await vi.waitFor(() => expect(waitingToSend()).toHaveLength(0))
    await vi.waitFor(() => expect([...asked].sort()).toEqual(['canners', 'loads', 'shelves']))
    await wipeOutbox()
    close()
  })
})
