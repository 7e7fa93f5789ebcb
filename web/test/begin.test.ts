// @vitest-environment jsdom
import { QueryClient } from '@tanstack/react-query'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { begin } from '../src/frame/begin'

const SESSION = {
  member: { id: 'm1', name: 'Wren', role: 'keeper' },
  household: { id: 'h1', name: 'Two hedges' },
}
let asked: string[] = []
/** Paths that are never answered. */
let silent: ReadonlySet<string> = new Set()

beforeEach(() => {
  asked = []
  silent = new Set()
  Object.defineProperty(document, 'fonts', {
    configurable: true,
    value: { load: () => Promise.resolve([]) },
  })
  vi.stubGlobal('fetch', (path: string) => {
    asked.push(path)
    if (silent.has(path)) return new Promise(() => undefined)
    const body = path === '/api/clock' ? { now: Date.now(), frozen: false } : []
    return Promise.resolve(
      new Response(JSON.stringify(body), {
        headers: { 'content-type': 'application/json', 'kelvit-answer': 'yes', 'kelvit-seq': '7' },
      }),
    )
  })
})
afterEach(() => {
  document.body.innerHTML = ''
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

const written = (session: unknown): void => {
  document.body.innerHTML = `<script type="application/json" id="session">${JSON.stringify(session)}</script>`
}

test('whoever opens a page signed in is known without asking, and its lists are asked for at once', async () => {
  written(SESSION)
  const client = new QueryClient()
  await begin(client, '/harvest')
  expect(client.getQueryData(['session'])).toEqual(SESSION)
  expect(asked).not.toContain('/api/session')
  expect(asked).toEqual(expect.arrayContaining(['/api/lots', '/api/loads', '/api/containers']))
  expect(client.getQueryData(['lots'])).toEqual([])
})

test('where nobody is signed in, no list is asked for', async () => {
  const client = new QueryClient()
  await begin(client, '/harvest')
  expect(asked).toEqual(['/api/clock'])
})

test('what is kept here is not waited for; what was kept for another household is not shown', async () => {
  written(SESSION)
  const same = new QueryClient()
  same.setQueryData(['session'], SESSION)
  same.setQueryData(['lots'], [{ id: 'kept' }])
  await begin(same, '/needs')
  expect(asked).not.toContain('/api/lots')
  expect(same.getQueryData(['lots'])).toEqual([{ id: 'kept' }])

  const other = new QueryClient()
  other.setQueryData(['session'], { ...SESSION, household: { id: 'h2', name: 'Before' } })
  other.setQueryData(['lots'], [{ id: 'theirs' }])
  await begin(other, '/needs')
  expect(other.getQueryData(['lots'])).toEqual([])
})

test('a list that does not come keeps nobody before a bare strip for longer than a moment', async () => {
  written(SESSION)
  silent = new Set(['/api/jars', '/api/clock'])
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
  const client = new QueryClient()
  let drawn = false
  const ready = begin(client, '/needs').then(() => (drawn = true))
  await vi.advanceTimersByTimeAsync(1400)
  expect(drawn).toBe(false)
  await vi.advanceTimersByTimeAsync(200)
  await ready
  expect(client.getQueryData(['lots'])).toEqual([])
})
