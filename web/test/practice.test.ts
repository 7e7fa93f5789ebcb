import { LESSONS, lessonSetup, startCanner, type Lesson } from '@kelvit/core'
import { describe, expect, test } from 'vitest'
import { practiceCanner, practiceLoad } from '../src/station/practice/practice-load'
import { advance, type Run } from '../src/station/practice/use-practice'

const lesson = (id: string): Lesson => LESSONS.find((l) => l.id === id)!
const begin = (l: Lesson, more: Partial<Run> = {}): Run => ({
  canner: startCanner(l.options),
  events: [],
  samples: [],
  controls: { heat: 1, weightOn: false },
  began: 0,
  ...more,
})

describe('a practice run', () => {
  test('goes on by tenths of a second, whatever it is asked for', () => {
    for (const seconds of [0, 0.04, 0.1, 1.37, 2, 7.9999])
      expect(
        advance(begin(lesson('first-load')), lesson('first-load'), seconds).canner.seconds,
      ).toBeCloseTo(Math.round(seconds * 10) / 10, 6)
  })
  test('its gauge writes only once the weight is on, and says that it is simulated', () => {
    const l = lesson('first-load')
    expect(advance(begin(l), l, 60).events).toEqual([])
    const on = begin(l, {
      events: [{ id: 'w', at: 0, kind: 'weight-on' }],
      controls: { heat: 1, weightOn: true },
    })
    const { events } = advance(on, l, 120)
    expect(events.length).toBeGreaterThan(1)
    expect(events.slice(1).every((e) => e.source === 'simulated')).toBe(true)
    const heard = lesson('by-ear')
    expect(advance(begin(heard, { events: on.events }), heard, 120).events).toHaveLength(1)
  })
  test.each(LESSONS.map((l) => [l.id, l] as const))(
    '%s has a tested pressure, a canner and a load that is no real one',
    (_id, l) => {
      const setup = lessonSetup(l)
      expect(setup.psi).toBe(l.gauge === 'weighted' ? 10 : l.options.altitudeFt > 4000 ? 13 : 11)
      expect(practiceCanner(l).blocks).toEqual([])
      const load = practiceLoad(l, [])
      expect([load.id, load.code]).toEqual(['practice', 'practice'])
      expect(load.portions.reduce((n, p) => n + p.jars, 0)).toBe(l.options.jars)
    },
  )
})
