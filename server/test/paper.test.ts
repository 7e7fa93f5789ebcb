// What is set on paper, in letters people's names are written with.
import { inflateSync } from 'node:zlib'
import { describe, expect, test } from 'vitest'
import { daySheetPdf } from '../src/formats/day-sheet-pdf'
import { runsOf } from '../src/formats/pdf'

const sheet = {
  title: 'Sobota, 15 sierpnia',
  finish: 'Zażółć gęślą jaźń: gotowe o 21:40',
  loads: [{ name: '7 słoików fasoli', process: '25 min przy 12 psi' }],
  steps: [{ at: '5:15 pm', text: 'Umyj i pokrój fasolę, 1″ kawałki', who: 'Łucja Őszi' }],
  supplies: [{ name: 'nowych wieczek', amount: '7' }],
}

describe('letters', () => {
  test('plain words are one stretch, others change to the part that has them and back', () => {
    expect(runsOf('plain', 'Snap beans, 7½ lb')).toEqual([
      { part: 'latin-400', text: 'Snap beans, 7½ lb' },
    ])
    expect(runsOf('bold', 'Łucja Őszi')).toEqual([
      { part: 'latin-ext-700', text: 'Ł' },
      { part: 'latin-700', text: 'ucja ' },
      { part: 'latin-ext-700', text: 'Ő' },
      { part: 'latin-700', text: 'szi' },
    ])
  })
  test('nothing is lost: every letter stands in its place, one nobody has as a dot', () => {
    for (const text of ['Zażółć gęślą jaźń', 'crème brûlée', 'e\u0301te\u0301', '“quoted” – 5'])
      expect(
        runsOf('plain', text)
          .map((r) => r.text)
          .join(''),
      ).toBe(text.normalize('NFC'))
    expect(
      runsOf('plain', '茶 tea')
        .map((r) => r.text)
        .join(''),
    ).toBe('• tea')
    expect(runsOf('plain', '1″ by 2′')).toEqual([{ part: 'latin-400', text: `1" by 2'` }])
    expect(runsOf('plain', '')).toEqual([])
  })
})

test('the file carries the faces it is set in, and all four are used', async () => {
  const pdf = (await daySheetPdf(sheet)).toString('latin1')
  expect(pdf.slice(0, 5)).toBe('%PDF-')
  const names = [...pdf.matchAll(/\/BaseFont \/(\w+\+[\w-]+)/g)].map((m) => m[1]!)
  expect(new Set(names).size).toBe(4)
  expect(names.every((n) => /Atkinson/.test(n))).toBe(true)
  expect(pdf).not.toMatch(/Helvetica/)
  expect(pdf.match(/\/FontFile[23]? /g)).toHaveLength(4)
})

test('a letter outside the first part is in the file’s own table of letters', async () => {
  const pdf = await daySheetPdf(sheet)
  const text = pdf.toString('latin1')
  // The tables that say which letter a sign stands for, for whoever copies or searches.
  const tables = [...text.matchAll(/stream\r?\n/g)].flatMap((m) => {
    const from = m.index! + m[0].length
    try {
      return [inflateSync(pdf.subarray(from, text.indexOf('endstream', from))).toString('latin1')]
    } catch {
      return []
    }
  })
  const letters = tables
    .filter((t) => t.includes('begincmap'))
    .join(' ')
    .toLowerCase()
  for (const sign of 'ŁęŐż') {
    const hex = sign.codePointAt(0)!.toString(16).padStart(4, '0')
    expect([sign, letters.includes(hex)]).toEqual([sign, true])
  }
})

describe('the page for the fridge', () => {
  const big = (steps: number) => ({
    title: 'Saturday, 15 August',
    finish: '49 quarts, 17 pints. Clean kitchen at about 6:07 pm.',
    loads: Array.from({ length: 8 }, (_, i) => ({
      name: `(${i + 1}) Tall canner: 7 quarts of tomatoes`,
      process: '25 minutes at 12 psi',
    })),
    steps: Array.from({ length: steps }, (_, i) => ({
      at: '11:45 am',
      text: `(${(i % 8) + 1}) Prepare tomatoes and snap beans for the tall canner, until 12:30 pm`,
      who: 'Wren',
    })),
    supplies: Array.from({ length: 9 }, () => ({
      name: 'regular-mouth quarts, clean and hot',
      amount: '49',
    })),
  })
  const pages = async (steps: number): Promise<number> =>
    ((await daySheetPdf(big(steps))).toString('latin1').match(/\/Type \/Page\b/g) ?? []).length
  test.each([5, 30, 45, 60])('a day of %i steps is one page', async (steps) => {
    expect(await pages(steps)).toBe(1)
  })
  test('a day that no page can hold takes more, and loses nothing', async () => {
    expect(await pages(400)).toBeGreaterThan(1)
  })
})
