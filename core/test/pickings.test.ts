// Are they in? What is said of one picking, and what that means for the bed’s later ones.
import { describe, expect, test } from 'vitest'
import { isIn, notYet, pickingsDue } from '../src'

const TODAY = '2026-08-14'
const lot = (
  id: string,
  arrivedOn: string,
  plantingId: string | null = 'bed',
  state = 'expected',
) => ({
  ...{ id, version: 3, state, arrivedOn, plantingId },
})

describe('pickings whose day has come', () => {
  const lots = [
    lot('late', '2026-08-12'),
    lot('next', '2026-08-19'),
    lot('after', '2026-08-26'),
    lot('other bed', '2026-08-20', 'other'),
    lot('alone', '2026-08-14', null),
    lot('alone, later', '2026-08-20', null),
    lot('in already', '2026-08-10', 'bed', 'in-house'),
  ]
  const [late, alone] = pickingsDue(lots, TODAY)
  test('are asked about, the longest expected first, with the later ones of their own bed', () => {
    expect(pickingsDue(lots, TODAY).map((p) => p.lot.id)).toEqual(['late', 'alone'])
    expect(late?.later.map((l) => l.id)).toEqual(['next', 'after'])
    expect(alone?.later).toEqual([])
    expect(pickingsDue(lots, '2026-08-11')).toEqual([])
  })
  test('not yet: the picking comes so many days from today, the bed as much later', () => {
    expect(notYet(late!, TODAY, 3).map((m) => [m.id, m.arrivedOn, m.state])).toEqual([
      ['late', '2026-08-17', 'expected'],
      ['next', '2026-08-24', 'expected'],
      ['after', '2026-08-31', 'expected'],
    ])
    expect(notYet(alone!, TODAY, 1)).toEqual([
      { id: 'alone', version: 3, arrivedOn: '2026-08-15', state: 'expected' },
    ])
  })
  test('in: it came today, and where it was late the bed is; where it was not, nothing moves', () => {
    expect(isIn(late!, TODAY).map((m) => [m.id, m.arrivedOn, m.state])).toEqual([
      ['late', TODAY, 'in-house'],
      ['next', '2026-08-21', 'expected'],
      ['after', '2026-08-28', 'expected'],
    ])
    const [onTime] = pickingsDue([lot('now', TODAY), lot('next', '2026-08-19')], TODAY)
    expect(isIn(onTime!, TODAY).map((m) => m.id)).toEqual(['now'])
  })
})
