// @vitest-environment jsdom
import { renderHook } from '@testing-library/react'
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'

interface Sent {
  readonly path: string
  readonly member: string | undefined
}

const WREN = { householdId: 'h1', memberId: 'm1' }
const ALDER = { householdId: 'h1', memberId: 'm2' }
let sent: Sent[] = []
/** What the server answers for a path: a status, or nothing at all. */
let answer: (path: string) => number | 'unreachable' = () => 200
/** Another answer than Kelvit's, or one with more to it. */
let otherwise: ((path: string) => Response | undefined) | undefined
let outbox: typeof import('../../src/sync/outbox')
let refusals: string[] = []
let delivered = 0
let close: () => void = () => undefined

const open = (owner: { householdId: string; memberId: string }): void => {
  close = outbox.openOutbox(owner, {
    refused: (s) => refusals.push(s),
    delivered: () => delivered++,
  })
}
const settle = () => vi.advanceTimersByTimeAsync(1)

beforeEach(async () => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'], shouldAdvanceTime: true })
  vi.stubGlobal('fetch', (path: string, init: { headers: Record<string, string> }) => {
    const status = answer(path)
    if (status === 'unreachable') return Promise.reject(new TypeError('no network'))
    sent.push({ path, member: init.headers['kelvit-member'] })
    const other = otherwise?.(path)
    if (other) return Promise.resolve(other)
    const body = status < 400 ? {} : { status, detail: `No: ${status}.` }
    return Promise.resolve(
      new Response(JSON.stringify(body), {
        status,
        headers: { 'content-type': 'application/json', 'kelvit-answer': 'yes' },
      }),
    )
  })
  vi.resetModules()
  outbox = await import('../../src/sync/outbox')
  sent = []
  refusals = []
  delivered = 0
  answer = () => 200
  otherwise = undefined
})
afterEach(async () => {
  answer = () => 200
  await outbox.wipeOutbox()
  close()
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const send = (path: string): void => outbox.sendOut({ path, body: { at: 1 } })
const paths = (): string[] => sent.map((s) => s.path)

describe('what is kept on the device', () => {
  test('goes in order, under its member’s name, and is gone when it was answered', async () => {
    open(WREN)
    send('/api/jars/1/fate')
    send('/api/jars/2/fate')
    expect(outbox.waitingToSend()).toHaveLength(2)
    await vi.waitFor(() => expect(outbox.waitingToSend()).toHaveLength(0))
    expect(sent).toEqual([
      { path: '/api/jars/1/fate', member: 'm1' },
      { path: '/api/jars/2/fate', member: 'm1' },
    ])
    expect(delivered).toBeGreaterThan(0)
  })
  test.each(['unreachable', 401, 408, 425, 429, 502, 503, 504] as const)(
    '%s is no final answer: it is kept and sent again',
    async (status) => {
      open(WREN)
      answer = () => status
      send('/api/jars/1/fate')
      if (status === 'unreachable') await vi.waitFor(async () => expect(await stored()).toBe(1))
      else await vi.waitFor(() => expect(sent.length).toBeGreaterThan(0))
      await settle()
      expect(outbox.waitingToSend()).toHaveLength(1)
      expect(refusals).toEqual([])
      answer = () => 200
      await vi.advanceTimersByTimeAsync(5000)
      await vi.waitFor(() => expect(outbox.waitingToSend()).toHaveLength(0))
      expect(paths().at(-1)).toBe('/api/jars/1/fate')
    },
  )
  test.each([400, 403, 404, 409, 422])(
    '%i is final: it is said once and not sent again',
    async (status) => {
      open(WREN)
      answer = () => status
      send('/api/jars/1/fate')
      await vi.waitFor(() => expect(refusals).toEqual([`No: ${status}.`]))
      await vi.waitFor(() => expect(outbox.waitingToSend()).toHaveLength(0))
      const n = sent.length
      await vi.advanceTimersByTimeAsync(10_000)
      expect(sent).toHaveLength(n)
    },
  )
  const problem = (status: number, type: string): Response =>
    new Response(JSON.stringify({ status, type, title: 'No', detail: 'No.' }), {
      status,
      headers: { 'content-type': 'application/problem+json', 'kelvit-answer': 'yes' },
    })
  test.each([
    [
      'a portal’s page',
      () => new Response('<h1>Welcome</h1>', { headers: { 'content-type': 'text/html' } }),
    ],
    [
      'a portal’s JSON',
      () => new Response('{}', { headers: { 'content-type': 'application/json' } }),
    ],
    ['an empty answer of a proxy', () => new Response(null, { status: 204 })],
    ['a proxy’s 403', () => new Response('no', { status: 403 })],
    ['a name that Kelvit does not answer to', () => problem(421, '/problems/other-name')],
    ['an address that changed', () => problem(403, '/problems/foreign-origin')],
  ] as const)('%s is no answer to a change: it is kept', async (_, other) => {
    open(WREN)
    otherwise = other
    send('/api/jars/1/fate')
    await vi.waitFor(() => expect(sent.length).toBeGreaterThan(0))
    await settle()
    expect(outbox.waitingToSend()).toHaveLength(1)
    expect(refusals).toEqual([])
    otherwise = undefined
    await vi.advanceTimersByTimeAsync(5000)
    await vi.waitFor(() => expect(outbox.waitingToSend()).toHaveLength(0))
  })
  test('one that is refused is kept until somebody has looked at it, for whoever made it', async () => {
    const tray = await import('../../src/sync/refused')
    const { renderHook } = await import('@testing-library/react')
    open(WREN)
    answer = () => 422
    outbox.sendOut({ path: '/api/takes/t1', body: { count: 3 } })
    await vi.waitFor(() => expect(outbox.waitingToSend()).toHaveLength(0))
    const look = (whose: typeof WREN) => {
      const stop = tray.openRefused(whose)
      return { stop, hook: renderHook(() => tray.useRefused()) }
    }
    const other = look(ALDER)
    await settle()
    await vi.waitFor(() => expect(other.hook.result.current).toEqual([]))
    other.stop()
    const { stop, hook } = look(WREN)
    await vi.waitFor(() =>
      expect(hook.result.current).toContainEqual(
        expect.objectContaining({ path: '/api/takes/t1', body: { count: 3 }, why: 'No: 422.' }),
      ),
    )
    for (const { id } of hook.result.current) await tray.letGo(id)
    stop()
    const again = look(WREN)
    await settle()
    await settle()
    expect(again.hook.result.current).toEqual([])
    again.stop()
  })
  test('who hears 401 learns that nobody is signed in any more', async () => {
    let told = 0
    close = outbox.openOutbox(WREN, {
      refused: () => undefined,
      delivered: () => undefined,
      ended: () => told++,
    })
    answer = () => 401
    send('/api/jars/1/fate')
    await vi.waitFor(() => expect(told).toBeGreaterThan(0))
    expect(await outbox.unsentOf(WREN)).toBe(1)
    expect(await outbox.unsentOf(ALDER)).toBe(0)
    close()
    await outbox.wipeOutbox(WREN)
    expect(await outbox.unsentOf(WREN)).toBe(0)
  })
  test('a mistake of the server keeps what it concerns, and what follows of it; others go on', async () => {
    open(WREN)
    answer = (path) => (path.startsWith('/api/loads/1') ? 500 : 200)
    send('/api/loads/1/events/a')
    send('/api/loads/1/events/b')
    send('/api/loads/2/events/c')
    await vi.waitFor(() =>
      expect(outbox.waitingToSend().map((w) => w.path)).toEqual([
        '/api/loads/1/events/a',
        '/api/loads/1/events/b',
      ]),
    )
    expect(paths()).toContain('/api/loads/2/events/c')
    expect(paths()).not.toContain('/api/loads/1/events/b')
    answer = () => 200
    await vi.advanceTimersByTimeAsync(5000)
    await vi.waitFor(() => expect(outbox.waitingToSend()).toHaveLength(0))
    expect(paths().slice(-2)).toEqual(['/api/loads/1/events/a', '/api/loads/1/events/b'])
  })
})

describe('a browser with no room left', () => {
  const full = () => {
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('no room', 'QuotaExceededError')
    })
    // What Chromium says whatever there is.
    vi.stubGlobal('navigator', {
      ...navigator,
      storage: { estimate: () => Promise.resolve({ quota: 10_737_418_240, usage: 0 }) },
    })
    return put
  }
  const keeps = () => renderHook(() => outbox.useKeeps()).result.current
  test('is found out by trying, before there is anything to lose, and again when there is room', async () => {
    open(WREN)
    const put = full()
    await outbox.tryToKeep()
    expect(keeps()).toBe(false)
    put.mockRestore()
    await outbox.tryToKeep()
    expect(keeps()).toBe(true)
    expect(outbox.waitingToSend()).toEqual([])
  })
  test('keeps what was said in the page, sends it when it can, and says that it keeps nothing', async () => {
    open(WREN)
    const put = full()
    answer = () => 'unreachable'
    send('/api/jars/1/fate')
    await vi.waitFor(() => expect(keeps()).toBe(false))
    expect(outbox.waitingToSend()).toHaveLength(1)
    answer = () => 200
    await vi.advanceTimersByTimeAsync(4100)
    await vi.waitFor(() => expect(outbox.waitingToSend()).toHaveLength(0))
    expect(paths()).toEqual(['/api/jars/1/fate'])
    put.mockRestore()
  })
})

describe('two pages of one browser', () => {
  test('the one that did not send hears too when nothing waits any more', async () => {
    open(WREN)
    const closeFirst = close
    const first = outbox
    const firstDelivered = (): number => delivered
    vi.resetModules()
    outbox = await import('../../src/sync/outbox')
    let here = 0
    close = outbox.openOutbox(WREN, { refused: () => undefined, delivered: () => here++ })
    let release: () => void = () => undefined
    const wall = new Promise<void>((go) => (release = go))
    const reach = fetch
    vi.stubGlobal('fetch', async (...all: Parameters<typeof fetch>) => {
      await wall
      return reach(...all)
    })
    send('/api/loads/1/events/a')
    // The first page shows what the second one keeps, so it may not read lists anew yet.
    await vi.waitFor(() => expect(first.waitingToSend()).toHaveLength(1))
    expect(firstDelivered()).toBe(0)
    release()
    await vi.waitFor(() => expect(first.waitingToSend()).toHaveLength(0))
    await vi.waitFor(() => expect(firstDelivered()).toBeGreaterThan(0))
    expect(here).toBeGreaterThan(0)
    closeFirst()
  })
})

describe('whose it is', () => {
  test('another member neither sees nor sends it; its owner does, later', async () => {
    open(WREN)
    answer = () => 'unreachable'
    send('/api/jars/1/fate')
    await settle()
    await vi.waitFor(async () => expect(await stored()).toBe(1))
    close()
    answer = () => 200
    open(ALDER)
    await vi.waitFor(() => expect(outbox.waitingToSend()).toHaveLength(0))
    await vi.advanceTimersByTimeAsync(10_000)
    expect(sent).toEqual([])
    close()
    open(WREN)
    await vi.waitFor(() => expect(sent).toEqual([{ path: '/api/jars/1/fate', member: 'm1' }]))
    await vi.waitFor(async () => expect(await stored()).toBe(0))
  })
  test('is wiped for one member only', async () => {
    answer = () => 'unreachable'
    open(WREN)
    send('/api/jars/1/fate')
    await vi.waitFor(async () => expect(await stored()).toBe(1))
    close()
    open(ALDER)
    send('/api/jars/2/fate')
    await vi.waitFor(async () => expect(await stored()).toBe(2))
    await outbox.wipeOutbox()
    expect(await stored()).toBe(1)
    expect(() => send('/api/jars/3/fate')).toThrow(/nobody/)
    open(WREN)
  })
})

const stored = (): Promise<number> =>
  new Promise((done, fail) => {
    const request = indexedDB.open('kelvit')
    request.onerror = () => fail(new Error('no database'))
    request.onsuccess = () => {
      const db = request.result
      const count = db.transaction('outbox').objectStore('outbox').count()
      count.onsuccess = () => {
        db.close()
        done(count.result)
      }
    }
  })
