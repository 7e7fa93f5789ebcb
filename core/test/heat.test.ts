// The heat a cook noted: what brought the canner up, where it was eased, what held it.
import { describe, expect, test } from 'vitest'
import {
  foldLoad,
  heatLike,
  heatOf,
  heatWords,
  psi,
  recordLines,
  takenBack,
  type LoadEvent,
} from '../src'
import { dial, log } from './kit/loads'

/** A plain evening on a dial with the knob noted at these minutes. */
const RUN = [
  '0 started',
  '1 filling-began',
  '5 locked',
  '23 steam-steady',
  '33 weight-on',
  '41 reading 9',
  '45 reading 12',
  '55 reading 12',
  '65 reading 12',
  '75 heat-off',
]
const MIN = 60_000
const START = log('0 started')[0]!.at
let n = 0
const heat = (minute: number, text: string): LoadEvent => ({
  ...{ id: `h${++n}`, kind: 'heat-set', at: START + minute * MIN, text },
})
const BASE = log(...RUN)
const fold = (...heats: readonly LoadEvent[]) => foldLoad(dial, [...BASE, ...heats])

describe('how a load was heated', () => {
  test('nobody noted it, or only before it climbed: nothing, or what brought it up', () => {
    expect(heatOf(fold(), 7)).toBeUndefined()
    expect(heatOf(foldLoad(dial, [...log('0 started'), heat(1, 'high')]), 7)).toBeUndefined()
    expect(heatOf(fold(heat(6, 'high')), 7)).toEqual({
      ...{ at: START + 33 * MIN, jars: 7, climb: 'high', eased: null, held: 'high' },
    })
  })
  test('high to 9, then 5, held at 3½', () => {
    const heats = [heat(6, 'high'), heat(42, '5'), heat(47, '3½')]
    expect(heatOf(fold(...heats), 7)).toEqual({
      ...{ at: START + 33 * MIN, jars: 7, climb: 'high', held: '3½' },
      eased: { setting: '5', psi: 9 },
    })
    expect(heatOf(fold(...heats.slice(1)), 7)).toMatchObject({ climb: '5', eased: null })
  })
  test('what held it is what stood longest at pressure, all its stretches together', () => {
    const on = [heat(6, 'high'), heat(46, '4'), heat(52, '3'), heat(56, '4'), heat(66, '2')]
    expect(heatOf(fold(...on), 7)?.held).toBe('4')
    // A word that came after the heat was off held nothing.
    expect(heatOf(fold(heat(44, '4'), heat(80, 'off')), 7)?.held).toBe('4')
  })
  test('it changes nothing of the load and is no look at the gauge', () => {
    const { heats, ...rest } = fold(heat(50, '4'))
    const { heats: none, ...plain } = fold()
    expect([heats.length, none.length]).toEqual([1, 0])
    expect(rest).toEqual(plain)
  })
  test('a slip is taken back, whatever was said after it', () => {
    const slip = heat(50, '9')
    const back: LoadEvent = { id: 'r', kind: 'retracted', at: slip.at + 20_000, eventId: slip.id }
    const all = [...log(...RUN), slip, back]
    expect([...takenBack(all)]).toEqual([slip.id])
    expect(foldLoad(dial, all).heats).toEqual([])
  })
  test('the record tells it', () => {
    expect(recordLines([heat(50, '3½')], 'us').map((l) => l.words)).toEqual(['Heat at 3½'])
  })
})

describe('what is said the next time', () => {
  const memory = (at: number, jars: number, held: string) => ({
    ...{ at, jars, held, climb: 'high', eased: { setting: '5', psi: psi(9) } },
  })
  test('the last load of about this size, else the last', () => {
    const past = [memory(1, 7, '4'), memory(3, 2, '2'), memory(2, 7, '3')]
    expect(heatLike(past, 6)?.held).toBe('3')
    expect(heatLike(past, 2)?.held).toBe('2')
    expect(heatLike(past, 14)?.held).toBe('2')
    expect(heatLike([], 7)).toBeUndefined()
    // A knob of another burner says nothing.
    const on = past.map((m, i) => ({ ...m, burner: i % 2 ? ('gas' as const) : ('coil' as const) }))
    for (const burner of ['gas', 'coil'] as const)
      expect(heatLike(on, 6, burner)?.burner).toBe(burner)
    expect(heatLike(on, 6, 'outdoor')).toBeUndefined()
    expect(heatLike(past, 6, 'outdoor')?.held).toBe('3')
  })
  test('in words, in the household’s units, as far as it is known', () => {
    const full = memory(1, 7, '3½')
    expect(heatWords(full, 'us')).toBe('Last time, with 7 jars: high to 9 psi, then 5. Held at 3½.')
    expect(heatWords(full, 'metric')).toMatch(/high to 62(\.\d)? kPa, then 5\./)
    expect(heatWords({ ...full, eased: null }, 'us')).toBe(
      'Last time, with 7 jars: high on the way up. Held at 3½.',
    )
    expect(heatWords({ ...full, climb: null, eased: null, held: '4' }, 'us')).toBe(
      'Last time, with 7 jars: held at 4.',
    )
    expect(heatWords({ ...full, jars: 1, held: null }, 'us')).toBe(
      'Last time, with 1 jar: high to 9 psi, then 5.',
    )
  })
})
