// @vitest-environment jsdom
// The stream by which a device hears of the others: one that was refused is opened again.
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'

class Stream extends EventTarget {
  static readonly CLOSED = 2
  static opened: Stream[] = []
  readyState = 0
  constructor() {
    super()
    Stream.opened.push(this)
  }
  close(): void {
    this.readyState = Stream.CLOSED
  }
  /** What a browser does: after a network that was lost it tries by itself, after a refusal it does not. */
  fail(readyState: number): void {
    this.readyState = readyState
    this.dispatchEvent(new Event('error'))
  }
}

beforeEach(() => {
  vi.useFakeTimers()
  vi.resetModules()
  Stream.opened = []
  vi.stubGlobal('EventSource', Stream)
  vi.stubGlobal('fetch', () => new Promise(() => undefined))
  // What other lists were read before is told here: the stream waits for a first one.
  vi.doMock('../../src/sync/log', async (original) => ({
    ...(await original<object>()),
    somethingRead: () => Promise.resolve(),
  }))
})
afterEach(() => {
  cleanup()
  vi.doUnmock('../../src/sync/log')
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

test('is opened again after a refusal, left to the browser after a lost network, and ends with the page', async () => {
  const { useLive } = await import('../../src/sync/live')
  const client = new QueryClient()
  const { unmount } = renderHook(useLive, {
    wrapper: ({ children }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    ),
  })
  await vi.advanceTimersByTimeAsync(10)
  expect(Stream.opened).toHaveLength(1)
  Stream.opened[0]!.fail(0)
  await vi.advanceTimersByTimeAsync(60_000)
  expect(Stream.opened).toHaveLength(1)
  Stream.opened[0]!.fail(Stream.CLOSED)
  await vi.advanceTimersByTimeAsync(5000)
  expect(Stream.opened).toHaveLength(2)
  // The next one may be refused too.
  Stream.opened[1]!.fail(Stream.CLOSED)
  await vi.advanceTimersByTimeAsync(5000)
  expect(Stream.opened).toHaveLength(3)
  Stream.opened[2]!.fail(Stream.CLOSED)
  unmount()
  await vi.advanceTimersByTimeAsync(60_000)
  expect(Stream.opened).toHaveLength(3)
})
