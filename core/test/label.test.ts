import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  addressOf,
  cellsOf,
  initialsOf,
  labelWords,
  LABEL_SHEETS,
  layOutLabel,
  ownSheet,
  readCode,
  whyNotSheet,
  type LabelledJar,
} from '../src'

const sheet = (id: string) => LABEL_SHEETS.find((s) => s.id === id)!
const words = {
  food: 'Tomatoes, crushed, the yellow ones',
  code: 'KR4T-12',
  canned: '14 Aug 2026',
  bestBy: '14 Aug 2027',
  initials: 'M.O.',
  price: '4.50 per lb',
}

describe('sheets', () => {
  test('all of them fit their page, and none of their labels lies on another', () => {
    for (const s of LABEL_SHEETS) {
      expect([s.id, whyNotSheet(s)]).toEqual([s.id, undefined])
      const cells = cellsOf(s, 0, s.columns * s.rows)
      for (const a of cells) {
        expect(a.page).toBe(0)
        expect(a.x).toBeGreaterThanOrEqual(-0.5)
        expect(a.y).toBeGreaterThanOrEqual(-0.5)
        expect(a.x + s.label.width).toBeLessThanOrEqual(s.page.width + 0.5)
        expect(a.y + s.label.height).toBeLessThanOrEqual(s.page.height + 0.5)
        for (const b of cells)
          if (a !== b)
            expect(
              Math.abs(a.x - b.x) >= s.label.width - 0.5 ||
                Math.abs(a.y - b.y) >= s.label.height - 0.5,
            ).toBe(true)
      }
    }
  })
  test('margins as measured: 3/16 in and ½ in on the letter sheet of thirty, 7.25 and 12.9 mm on A4', () => {
    const [first] = cellsOf(sheet('letter-30'), 0, 1)
    expect([first!.x / 72, first!.y / 72]).toEqual([0.1875, 0.5])
    const [a4] = cellsOf(sheet('a4-24'), 0, 1)
    expect(a4!.x / (72 / 25.4)).toBeCloseTo(7.25, 6)
    expect(a4!.y / (72 / 25.4)).toBeCloseTo(12.9, 6)
  })
  test('a begun sheet goes on at its free cell and then on the next page', () => {
    const cells = cellsOf(sheet('letter-10'), 8, 3)
    expect(cells.map((c) => c.page)).toEqual([0, 0, 1])
    expect(cells[2]).toEqual({ ...cellsOf(sheet('letter-10'), 0, 1)[0], page: 1 })
    expect(() => cellsOf(sheet('letter-10'), 10, 1)).toThrow(RangeError)
    expect(() => cellsOf(sheet('letter-10'), -1, 1)).toThrow(RangeError)
    expect(() => cellsOf(sheet('letter-10'), 0.5, 1)).toThrow(RangeError)
  })
  test('a grid of one’s own: too wide, on top of each other, too small, not round', () => {
    const own = {
      page: 'a4' as const,
      columns: 3,
      rows: 8,
      width: 63.5,
      height: 33.9,
      pitchX: 66,
      pitchY: 33.9,
      round: false,
    }
    expect(whyNotSheet(ownSheet(own))).toBeUndefined()
    expect(whyNotSheet(ownSheet({ ...own, columns: 4 }))).toContain(
      'does not fit the page: it is 262 × 271 mm',
    )
    expect(whyNotSheet(ownSheet({ ...own, rows: 9 }))).toContain('does not fit')
    expect(whyNotSheet(ownSheet({ ...own, pitchX: 60 }))).toContain('on top of each other')
    expect(whyNotSheet(ownSheet({ ...own, pitchY: 30 }))).toContain('on top of each other')
    expect(whyNotSheet(ownSheet({ ...own, columns: 1, pitchX: 1 }))).toBeUndefined()
    expect(whyNotSheet(ownSheet({ ...own, height: 7 }))).toContain('cannot be read')
    expect(whyNotSheet(ownSheet({ ...own, round: true }))).toContain('as wide as it is high')
  })
})

describe('what a label says', () => {
  test('all of it, inside the label, on every sheet; the code where a phone can read it', () => {
    for (const s of LABEL_SHEETS) {
      const { lines, qr } = layOutLabel(s, words)
      const text = lines.map((l) => l.text).join(' ')
      for (const w of Object.values(words)) expect(text).toContain(w)
      for (const l of lines) {
        expect(l.y).toBeLessThanOrEqual(s.label.height)
        expect(l.y - l.size).toBeGreaterThanOrEqual(-1)
        expect(l.size).toBeGreaterThanOrEqual(5.5)
      }
      if (s.label.height < 45) expect(qr).toBeUndefined()
      else {
        expect(qr!.side).toBeGreaterThanOrEqual(40)
        expect(qr!.x).toBeGreaterThanOrEqual(0)
        expect(qr!.x + qr!.side).toBeLessThanOrEqual(s.label.width)
        expect(qr!.y + qr!.side).toBeLessThanOrEqual(s.label.height)
      }
    }
  })
  test('no best time where there is none', () => {
    const { lines } = layOutLabel(sheet('letter-10'), { ...words, bestBy: '', price: '' })
    expect(lines.map((l) => l.text)).toEqual([words.food, 'Canned 14 Aug 2026', 'KR4T-12  M.O.'])
  })
})

describe('codes', () => {
  const MINE = '0198a1b2-0000-7000-8000-00000000abcd'
  test('the address of a label leads back to its code', () => {
    const address = addressOf('https://pantry.example', 'KR4T-12', MINE)
    expect(address).toBe('https://pantry.example/j/KR4T-12?h=0000abcd')
    expect(readCode(address, MINE)).toEqual({ kind: 'jar', code: 'KR4T-12' })
    expect(readCode(addressOf('http://10.0.0.2:8484', 'KR4T', MINE), MINE)).toEqual({
      kind: 'batch',
      code: 'KR4T',
    })
  })
  test('as people type it: small letters, a space or a dash of any kind', () => {
    for (const text of ['kr4t-12', ' KR4T 12 ', 'kr4t–12'])
      expect(readCode(text, MINE)).toEqual({ kind: 'jar', code: 'KR4T-12' })
  })
  test('another household’s label says so, whatever its code', () => {
    const theirs = addressOf('https://x.example', 'KR4T-1', '0198a1b2-0000-7000-8000-0000deadbeef')
    expect(readCode(theirs, MINE)).toEqual({ kind: 'other-household' })
  })
  test.each(['', 'KR', 'KR4T-', 'KR4T-12345', '-3', 'https://x.example/other', '🥫', 'KR4T-1x'])(
    '“%s” is no code',
    (text) => {
      expect(readCode(text, MINE)).toEqual({ kind: 'unreadable' })
    },
  )
  test('law: whatever is scanned, it is answered', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(['jar', 'batch', 'other-household', 'unreadable']).toContain(
          readCode(text, MINE).kind,
        )
      }),
    )
  })
})

test('a mixed jar is labelled by its own name, with what is in it', () => {
  const jarOf = { ingredients: ['chicken', 'carrots', 'potatoes', 'green beans', 'chicken stock'], solidsPercent: 50, rehydrated: null, name: 'Hen soup' } // prettier-ignore
  const words = labelWords({ foodId: 'mixed:Hen soup', code: 'AB-1', cannedOn: '2026-08-14', bestBy: '2027-08-14', process: 'here', recipeId: null, note: '', jarOf }, {}) // prettier-ignore
  expect([words.food, words.contents]).toEqual(['Hen soup', 'chicken, carrots, potatoes, green beans, chicken stock']) // prettier-ignore
  const [sheet] = LABEL_SHEETS
  const lines = layOutLabel(sheet!, words).lines.map((l) => l.text)
  expect(lines.slice(0, 3)).toEqual(['Hen soup', 'chicken, carrots, potatoes,', 'green beans, chicken stock'].map((t, n) => (n === 1 ? expect.stringMatching(/^chicken, carrots/) : n === 2 ? expect.stringMatching(/chicken stock$/) : t))) // prettier-ignore
})

describe('what a label fills in by itself', () => {
  const jar: LabelledJar = {
    ...{ foodId: 'beets', code: 'KR4T-3', cannedOn: '2026-08-14', bestBy: '2027-08-14' },
    ...{ process: 'here', recipeId: null, note: '', jar: 'pint', costEach: 1.4 },
  }
  test('nothing that isn’t wanted', () => {
    expect(labelWords(jar, {})).toMatchObject({ size: '', price: '', canned: '14 Aug 2026' })
  })
  test('size, month and what the produce cost, in the household’s currency', () => {
    const wishes = { size: true, month: true, cost: true }
    expect(labelWords(jar, wishes, 'EUR')).toMatchObject({
      ...{ size: 'pint', canned: 'Aug 2026', bestBy: 'Aug 2027', price: '€1.40' },
    })
    expect(labelWords({ ...jar, costEach: null }, wishes).price).toBe('')
    expect(labelWords(jar, { ...wishes, price: '4 each' }).price).toBe('4 each')
    const [sheet] = LABEL_SHEETS
    const lines = layOutLabel(sheet!, labelWords(jar, wishes)).lines.map((l) => l.text)
    expect(lines).toContain('KR4T-3  pint  $1.40')
  })
})

describe('initials of who ran the load', () => {
  test.each([
    ['Wren', 'W.'],
    ['marsh orrin', 'M.O.'],
    ['  Élodie  van der Beek ', 'É.V.D.B.'],
    ['“Dot” 2', 'D.'],
    ['', ''],
    ['a b c d e f g h i j', 'A.B.C.D.E.F.'],
  ])('%s', (name, initials) => {
    expect(initialsOf(name)).toBe(initials)
  })
  test('stand where none are typed, and only where they are wanted', () => {
    const jar: LabelledJar = {
      ...{ foodId: 'beets', code: 'KR4T-1', cannedOn: '2026-08-14', bestBy: '2027-08-14' },
      ...{ process: 'here', recipeId: null, note: '', ranBy: 'Marsh Orrin' },
    }
    expect(labelWords(jar, { ranBy: true }).initials).toBe('M.O.')
    expect(labelWords(jar, { ranBy: true, initials: 'W' }).initials).toBe('W')
    expect(labelWords(jar, {}).initials).toBe('')
    expect(labelWords({ ...jar, ranBy: '' }, { ranBy: true }).initials).toBe('')
  })
})
