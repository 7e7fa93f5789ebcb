// What drawings stand on: where jars stand in a canner, and when the turn of each on the shelf comes.
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { addDays, cannerClasses, capacityFor, forecast, JAR_SIZES, jarPlaces, jarsAhead, jarSpecs } from '../src' // prettier-ignore

describe('jars in a canner', () => {
  const across = (id: string): number => {
    const { regular, wide } = jarSpecs.find((j) => j.id === id)!.diameterIn
    return regular ?? wide ?? 0
  }
  test('are as many as its manual says, inside its walls, in layers that the size allows', () => {
    for (const c of cannerClasses)
      for (const size of JAR_SIZES) {
        const n = capacityFor(c.capacity, size, 'regular') || capacityFor(c.capacity, size, 'wide')
        const layers = jarPlaces(n, c.innerDiameterIn, across(size))
        expect(layers.flat()).toHaveLength(n)
        for (const { x, near } of layers.flat()) {
          expect(Math.abs(x) + across(size) / 2).toBeLessThanOrEqual(c.innerDiameterIn / 2 + 1e-9)
          expect(near).toBeGreaterThanOrEqual(0)
          expect(near).toBeLessThanOrEqual(1)
        }
        if (n <= 7) expect(layers).toHaveLength(1)
        expect(layers.length).toBeLessThanOrEqual(2)
      }
    expect(jarPlaces(18, 11.6, 3.25)).toHaveLength(2)
    expect(jarPlaces(0, 11.6, 3.25)).toEqual([])
  })
  test('no two stand in one place', () => {
    for (const n of [1, 2, 5, 6, 7, 9, 12])
      for (const layer of jarPlaces(n, 11.6, 3))
        expect(new Set(layer.map((p) => `${p.x.toFixed(3)} ${p.near.toFixed(3)}`)).size).toBe(layer.length) // prettier-ignore
  })
})

describe('the turn of each jar', () => {
  const TODAY = '2026-08-14'
  test('comes oldest first, a week apart at a jar a week; late is past its best by then', () => {
    const jars = jarsAhead(['2027-08-01', '2026-08-20', '2026-08-25'], TODAY, 1)
    expect(jars).toEqual([
      { eatenOn: '2026-08-21', bestBy: '2026-08-20', late: true },
      { eatenOn: '2026-08-28', bestBy: '2026-08-25', late: true },
      { eatenOn: '2026-09-04', bestBy: '2027-08-01', late: false },
    ])
    expect(jarsAhead(['2027-08-01'], TODAY, 0)).toEqual([{ eatenOn: null, bestBy: '2027-08-01', late: true }]) // prettier-ignore
  })
  test('and the forecast counts the same jars late', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -60, max: 700 }), { maxLength: 40 }),
        fc.integer({ min: 0, max: 50 }).map((n) => n / 10),
        (days, rate) => {
          const bestBys = days.map((d) => addDays(TODAY, d))
          const told = forecast(bestBys, TODAY, rate)
          const late = jarsAhead(bestBys, TODAY, rate).filter((j) => j.late).length
          expect(told.late + told.pastBest).toBe(late)
        },
      ),
      { numRuns: 200, seed: 20261201 },
    )
  })
})
