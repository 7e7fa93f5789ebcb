// The clock of the machine is set, forward and back, with and without a load that runs.
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { lookAfterClock, steadyClock } from '../src/clock/clock'
import { startKit, type Kit } from './kit'
import { MIN, planned, TO_CLIMBING } from './stove-kit'

const NOON = Date.parse('2026-08-14T18:00:00Z')

/** A machine whose clocks are moved by hand. */
function machine() {
  let [wall, running] = [NOON, 5_000_000]
  return {
    wall: () => wall,
    running: () => running,
    pass: (ms: number) => {
      wall += ms
      running += ms
    },
    set: (ms: number) => {
      wall += ms
    },
  }
}

describe('a clock that is set', () => {
  test('while a load runs: its minutes stay true, forward and back, and it is followed afterwards', () => {
    for (const by of [80 * MIN, -80 * MIN]) {
      const m = machine()
      const told: number[] = []
      const clock = steadyClock(() => told.push(clock.off()), m)
      clock.runs(true)
      m.pass(10 * MIN)
      m.set(by)
      m.pass(5 * MIN)
      expect(clock.now()).toBe(NOON + 15 * MIN)
      expect([clock.off(), told]).toEqual([by, [by]])
      clock.runs(true)
      expect(clock.now()).toBe(NOON + 15 * MIN)
      clock.runs(false)
      expect([clock.now(), clock.off()]).toEqual([NOON + 15 * MIN + by, 0])
      expect(told).toEqual([by, 0])
    }
  })
  test('while none runs: it is followed at once, and that is told', () => {
    const m = machine()
    let told = 0
    const clock = steadyClock(() => told++, m)
    m.pass(MIN)
    m.set(80 * MIN)
    expect([clock.now(), clock.off(), told]).toEqual([NOON + 81 * MIN, 0, 1])
  })
  test('twice, or in small steps as a network corrects it: nothing is lost, small steps are no setting', () => {
    const m = machine()
    const clock = steadyClock(undefined, m)
    clock.runs(true)
    m.set(40 * MIN)
    clock.now()
    m.set(-10 * MIN)
    expect([clock.now(), clock.off()]).toEqual([NOON, 30 * MIN])
    const slow = machine()
    const other = steadyClock(undefined, slow)
    other.runs(true)
    for (let i = 0; i < 100; i++) {
      slow.pass(MIN)
      slow.set(500)
      other.now()
    }
    expect([other.now(), other.off()]).toEqual([NOON + 100 * MIN + 50_000, 0])
  })
  test('a machine that slept did not set its clock: the time went by', () => {
    const m = machine()
    const clock = steadyClock(undefined, m)
    clock.runs(true)
    m.pass(20 * MIN)
    expect([clock.now(), clock.off()]).toEqual([NOON + 20 * MIN, 0])
  })
  test('a machine that starts with an old date goes on from what was written last', () => {
    const m = machine()
    const clock = steadyClock(undefined, m)
    clock.notBefore(NOON + 3 * MIN)
    expect(clock.now()).toBe(NOON + 3 * MIN)
    // Its date comes right once it has a network; the load goes on as it was.
    m.set(200 * MIN)
    m.pass(MIN)
    expect(clock.now()).toBe(NOON + 4 * MIN)
  })
})

describe('whether a load runs anywhere', () => {
  let kit: Kit
  beforeAll(async () => {
    kit = await startKit()
  })
  afterAll(() => kit.close())
  test('is asked of the database: from the first fact until the load is over', async () => {
    const stove = await planned(kit)
    // Years after everything else that stands in this database.
    await kit.clock.set(Date.parse('2031-08-14T18:00:00Z'))
    const follows = async (): Promise<boolean> => {
      let set = 0
      const clock = steadyClock(undefined, {
        wall: () => kit.clock.now() + set,
        running: () => kit.clock.now(),
      })
      const stop = await lookAfterClock(kit.db, clock)
      stop()
      const before = clock.now()
      set = 80 * MIN
      return clock.now() === before + set
    }
    expect(await follows()).toBe(true)
    await stove.run(TO_CLIMBING)
    expect(await follows()).toBe(false)
    await stove.run([[14, 'aborted']])
    expect(await follows()).toBe(true)
  })
})
