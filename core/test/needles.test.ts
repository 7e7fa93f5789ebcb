// What is drawn of each practice lesson is what the practice canner does. Where the canner
// changes: KELVIT_WRITE_NEEDLES=1 npx vitest run --project core core/test/needles.test.ts
import { readFileSync, writeFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { LESSONS, NEEDLES, lessonTarget } from '../src'
import { needleOf } from './kit/needle'

const FILE = new URL('../src/practice/needles.ts', import.meta.url)

test('every lesson is drawn as the practice canner runs it', { timeout: 120_000 }, () => {
  const made = Object.fromEntries(LESSONS.map((l) => [l.id, needleOf(l, lessonTarget(l))]))
  if (process.env.KELVIT_WRITE_NEEDLES) {
    const [head = ''] = readFileSync(FILE, 'utf8').split(/(?<= = )\{/)
    writeFileSync(FILE, `${head}${JSON.stringify(made)}\n`)
  } else expect(NEEDLES).toEqual(made)
})

test('each fault shows: what the lesson is about is in its line', () => {
  const highest = (id: string): number => Math.max(...(NEEDLES[id] ?? []))
  const length = (id: string): number => NEEDLES[id]?.length ?? 0
  // A lid off its marks never comes up; a weak burner is late; a dial that is high shows more.
  expect(highest('lid-off-marks')).toBeLessThan(2)
  expect(length('weak-burner')).toBeGreaterThan(length('first-load') * 1.5)
  expect(highest('dial-high') - highest('first-load')).toBeGreaterThan(1.5)
  // Water alone answers faster than seven quarts.
  expect(length('water-only')).toBeLessThan(length('first-load'))
})
