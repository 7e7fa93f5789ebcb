// @vitest-environment jsdom
// What is said at the stove before this page has heard the server's time: it lands at the minute it was said.
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { renderHook } from '@testing-library/react'
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'

const MINUTE = 60_000
const TRUE_NOW = Date.parse('2026-08-14T17:00:00Z')
/** How far the device's own clock is ahead of the server's, ms. */
let fast = 0
let real = TRUE_NOW
/** Where the server's clock stands still; null where it runs. */
let stands: number | null = null
const serverNow = (): number => stands ?? real
let reaches = true
interface Sent {
  readonly at: string
  readonly sentAt?: string
}
let said: { readonly body: Sent; readonly now: number }[] = []

beforeEach(() => {
  localStorage.clear()
  ;[fast, real, stands, reaches, said] = [0, TRUE_NOW, null, true, []]
  vi.spyOn(Date, 'now').mockImplementation(() => real + fast)
  vi.spyOn(performance, 'now').mockImplementation(() => real - TRUE_NOW)
  vi.stubGlobal('fetch', (path: string, init?: { body?: string }) => {
    if (!reaches) return Promise.reject(new TypeError('no network'))
    if (path.includes('/events/'))
      said.push({ body: JSON.parse(init?.body ?? '{}') as Sent, now: serverNow() })
    const answer = path.endsWith('/clock') ? { now: serverNow(), frozen: stands !== null } : {}
    return Promise.resolve(
      new Response(JSON.stringify(answer), {
        headers: { 'content-type': 'application/json', 'kelvit-answer': 'yes' },
      }),
    )
  })
})
afterEach(() => {
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})

/** A page that begins, on a device that heard the server's time at another time or never. */
async function page() {
  vi.resetModules()
  const clock = await import('../../src/sync/clock')
  const outbox = await import('../../src/sync/outbox')
  const { useSay } = await import('../../src/sync/changes')
  const close = outbox.openOutbox(
    { householdId: 'h', memberId: 'm' },
    { refused: () => undefined, delivered: () => undefined },
  )
  const client = new QueryClient()
  const load = { id: 'l', setup: {}, events: [] }
  const { result } = renderHook(() => useSay(load as never, 'Wren'), {
    wrapper: ({ children }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    ),
  })
  return {
    clock,
    close,
    say: result.current,
    resend: () => window.dispatchEvent(new Event('online')),
  }
}
/** Where the server puts what it was sent. */
const landed = (): number => {
  const [{ body, now } = { body: { at: '' }, now: 0 }] = said as { body: Sent; now: number }[]
  return Date.parse(body.at) + (body.sentAt ? now - Date.parse(body.sentAt) : 0)
}
const sent = () => vi.waitFor(() => expect(said).toHaveLength(1))

test.each([-8, 0, 8])('by a clock %s minutes ahead, known from another time', async (minutes) => {
  fast = minutes * MINUTE
  const before = await page()
  await before.clock.setClock()
  before.close()
  const { say, close } = await page()
  say({ kind: 'weight-on' })
  await sent()
  close()
  expect(landed()).toBe(TRUE_NOW)
})

test('by a clock that was never held against the server’s, and sent five minutes later', async () => {
  fast = 8 * MINUTE
  reaches = false
  const { say, close, resend } = await page()
  say({ kind: 'weight-on' })
  await new Promise((done) => setTimeout(done, 20))
  ;[real, reaches] = [TRUE_NOW + 5 * MINUTE, true]
  resend()
  await sent()
  close()
  expect(landed()).toBe(TRUE_NOW)
})

test('by a clock known from another time, with the server heard before it is sent', async () => {
  fast = 8 * MINUTE
  const before = await page()
  await before.clock.setClock()
  before.close()
  const { clock, say, close, resend } = await page()
  reaches = false
  say({ kind: 'weight-on' })
  await new Promise((done) => setTimeout(done, 20))
  // Meanwhile somebody sets the device right, and the server is heard.
  ;[real, reaches] = [TRUE_NOW + 5 * MINUTE, true]
  await clock.setClock()
  resend()
  await sent()
  close()
  expect(landed()).toBe(TRUE_NOW)
})

test('where the server’s clock stands still, as in a demo', async () => {
  stands = Date.parse('2026-04-01T12:00:00Z')
  const before = await page()
  await before.clock.setClock()
  before.close()
  const { say, close } = await page()
  say({ kind: 'weight-on' })
  await sent()
  close()
  expect(landed()).toBe(stands)
})
