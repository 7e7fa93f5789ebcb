// @vitest-environment jsdom
// The clock of a device that is set while Kelvit runs: what it says is put right by the server.
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'

const NOW = Date.parse('2026-08-14T17:00:00Z')
let wall = NOW
let running = 0
let answers = 0
beforeEach(() => {
  vi.resetModules()
  localStorage.clear()
  ;[wall, running, answers] = [NOW, 0, 0]
  vi.spyOn(Date, 'now').mockImplementation(() => wall)
  vi.spyOn(performance, 'now').mockImplementation(() => running)
  vi.stubGlobal('fetch', () => {
    answers++
    // The server's clock is a minute ahead of where this device's stood.
    const body = JSON.stringify({ now: NOW + 60_000 + running, frozen: false })
    return Promise.resolve(
      new Response(body, {
        headers: { 'content-type': 'application/json', 'kelvit-answer': 'yes' },
      }),
    )
  })
})
afterEach(() => {
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})
const pass = (ms: number): void => {
  wall += ms
  running += ms
}

describe('the clock of a device', () => {
  test('starts, without a network, from how it was last seen to differ', async () => {
    const clock = await import('../../src/sync/clock')
    await clock.setClock()
    vi.resetModules()
    const again = await import('../../src/sync/clock')
    expect([again.isMeasured(), again.nowMs()]).toEqual([false, NOW + 60_000])
  })
  test('is measured against the server, and runs on', async () => {
    const clock = await import('../../src/sync/clock')
    expect(clock.isMeasured()).toBe(false)
    await clock.setClock()
    pass(10_000)
    expect([clock.isMeasured(), clock.nowMs()]).toEqual([true, NOW + 70_000])
  })
  test('that jumped is noticed at once, marks what is said, and is measured again', async () => {
    const clock = await import('../../src/sync/clock')
    await clock.setClock()
    pass(60_000)
    expect(clock.isMeasured()).toBe(true)
    // Somebody sets it an hour back.
    wall -= 3_600_000
    expect(clock.isMeasured()).toBe(false)
    await vi.waitFor(() => expect(clock.isMeasured()).toBe(true))
    expect(answers).toBe(2)
    expect(clock.nowMs()).toBe(NOW + 120_000)
  })
  test('a little drift is no jump', async () => {
    const clock = await import('../../src/sync/clock')
    await clock.setClock()
    pass(60_000)
    wall += 1500
    expect(clock.isMeasured()).toBe(true)
    expect(answers).toBe(1)
  })
})
