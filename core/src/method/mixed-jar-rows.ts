import { minutes } from '../quantity/units'
import { saidName } from './foods'
import {
  ownRow,
  refuseAs,
  rowOf,
  type Jar,
  type MixedJarAnswer,
  type Solid,
} from './mixed-jar-answer'
import type { ProcessAnswer } from './data/types'

/** What the rows of mixtures are tested for. */
const SUCCOTASH = new Set(['corn', 'beans-lima', 'tomatoes'])
const MIXED_VEGETABLES = new Set([
  'carrots',
  'corn',
  'beans-snap',
  'beans-lima',
  'tomatoes',
  'summer-squash',
])
const TOMATO_WITH = new Set(['okra', 'summer-squash'])

/** The row of a mixture that is tested for a full jar of these foods. */
export function fullJarRow(ids: readonly string[]): string | undefined {
  if (ids.length === 2 && ids.includes('tomatoes') && ids.some((f) => TOMATO_WITH.has(f)))
    return 'tomatoes-okra'
  if (ids.includes('corn') && ids.includes('beans-lima') && ids.every((f) => SUCCOTASH.has(f)))
    return 'succotash'
  return ids.every((f) => MIXED_VEGETABLES.has(f)) ? 'mixed-vegetables' : undefined
}

/** A mixture's row, or the longest own time of a solid in it if that is longer. */
export function atLeast(
  jar: Jar,
  row: string,
  solids: readonly Solid[],
  least = 0,
): MixedJarAnswer {
  const base = ownRow(row, [{ pack: 'hot' }], jar.query)
  if (base.outcome === 'refused') return withRow(jar, row, base, '')
  const own = solids
    .filter((s) => s.food.id !== 'summer-squash')
    .flatMap((s) => {
      const p = rowOf(s, jar.query)
      return p.outcome === 'process' ? [{ s, minutes: p.minutes }] : []
    })
  const longest = own.reduce((a, b) => (b.minutes > a.minutes ? b : a), {
    s: solids[0],
    minutes: 0,
  })
  const time = Math.max(base.minutes, least, longest.minutes)
  const sentence =
    time === base.minutes
      ? `By the row for ${MIXTURE_NAMES[row] ?? row}.`
      : time === least
        ? 'With seafood every jar takes 100 minutes.'
        : `The row for ${MIXTURE_NAMES[row] ?? row} says ${base.minutes} minutes, but ${longest.s ? saidName(longest.s.food) : 'one of them'} by itself takes ${longest.minutes}: the longer time holds.`
  return withRow(jar, row, { ...base, minutes: minutes(time) }, sentence)
}

const MIXTURE_NAMES: Readonly<Record<string, string>> = {
  soup: 'soup',
  succotash: 'succotash',
  'mixed-vegetables': 'mixed vegetables',
  'tomatoes-okra': 'tomatoes with okra or zucchini, three parts tomatoes to one',
}

export function withRow(
  jar: Jar,
  row: string,
  process: ProcessAnswer,
  sentence: string,
): MixedJarAnswer {
  if (process.outcome === 'refused') return refuseAs(jar, process)
  return {
    outcome: 'process',
    minutes: process.minutes,
    psi: process.psi,
    row,
    sentence,
    ingredients: jar.verdicts,
    process,
  }
}
