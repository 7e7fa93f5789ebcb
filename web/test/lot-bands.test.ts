// Names of lots along the season: on screen wherever somebody scrolls.
import { expect, test } from 'vitest'
import { DAY_W, lotRows, NAME_W, type RibbonLot } from '../src/chart/lot-bands'

const lot = (arrived: number, due: number, name = 'Carrots · 20 quarts'): RibbonLot => ({
  ...{ id: name, name, arrived, due, tint: '#000', expected: false, lost: 0, spare: 0, pips: [] },
})

test('a short bar has its name after it, before it at the end of the season, above it where neither fits', () => {
  const of = (arrived: number, due: number, days: number) =>
    lotRows([lot(arrived, due)], days, DAY_W, 1120).rows[0]!
  expect(of(0, 4, 60)).toMatchObject({ name: 'after', at: [NAME_W + 5 * DAY_W + 6] })
  expect(of(55, 59, 60)).toMatchObject({ name: 'before', at: [NAME_W + 55 * DAY_W - 6] })
  expect(of(0, 9, 10)).toMatchObject({ name: 'above', at: [NAME_W + 10] })
})
test('law: of a bar longer than the screen a name is on screen at every scroll', () => {
  for (const room of [350, 760, 1120])
    for (const due of [40, 70, 119]) {
      const { x0, x1, at } = lotRows([lot(0, due)], 120, DAY_W, room).rows[0]!
      // Wherever a whole screen is filled by the bar.
      for (let left = x0; left + room <= x1; left += 20) {
        const seen = at.some((x) => x >= left && x < left + room)
        expect(seen, `${room} wide, until ${due}, from ${left}`).toBe(true)
      }
    }
})
