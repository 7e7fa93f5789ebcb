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
import type { Process, ProcessAnswer } from './data/types'

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
  const longest = longestOwn(jar, solids)
  const time = Math.max(base.minutes, least, longest.minutes)
  const sentence =
    time === base.minutes
      ? `By the row for ${MIXTURE_NAMES[row] ?? row}.`
      : time === least
        ? 'With seafood every jar takes 100 minutes.'
        : `The row for ${MIXTURE_NAMES[row] ?? row} says ${base.minutes} minutes, but ${longest.name} alone takes ${longest.minutes}. Use the longer time.`
  return withRow(jar, row, lengthened(base, time), sentence)
}

/** The longest own time of anything in the jar: of the solids, and of broth made of meat. */
function longestOwn(jar: Jar, solids: readonly Solid[]): { name: string; minutes: number } {
  const own = solids
    .filter((s) => s.food.id !== 'summer-squash')
    .map((s) => ({ name: saidName(s.food), process: rowOf(s, jar.query) }))
  const broth = ownRow('stock', [{ pack: 'hot' }], jar.query)
  const all = hasMeatStock(jar) ? [...own, { name: 'meat or poultry stock', process: broth }] : own
  return all.reduce(
    (most, { name, process }) =>
      process.outcome === 'process' && process.minutes > most.minutes
        ? { name, minutes: process.minutes }
        : most,
    { name: '', minutes: 0 },
  )
}

const hasMeatStock = ({ read }: Jar): boolean =>
  read.some((i) => i.kind === 'liquid' && i.liquid === 'meat-stock')

/** A process at its own pressure, for a longer time. */
const lengthened = (process: Process, time: number): Process => ({
  ...process,
  minutes: minutes(time),
  testedMinutes: minutes(time),
  options: process.options
    .filter((o) => o.psi === process.psi)
    .map((o) => ({ ...o, minutes: minutes(Math.max(o.minutes, time)) })),
})

/** One food by its own row, or by that of the broth it is in, if that is longer. */
export function byOwnRow(
  jar: Jar,
  row: string,
  process: ProcessAnswer,
  sentence: string,
): MixedJarAnswer {
  const broth = hasMeatStock(jar) ? ownRow('stock', [{ pack: 'hot' }], jar.query) : undefined
  if (process.outcome === 'refused' || broth?.outcome !== 'process')
    return withRow(jar, row, process, sentence)
  return broth.minutes <= process.minutes
    ? withRow(jar, row, process, sentence)
    : withRow(
        jar,
        row,
        lengthened(process, broth.minutes),
        `${sentence} It is in stock, which takes ${broth.minutes} minutes. Use the longer time.`,
      )
}

const MIXTURE_NAMES: Readonly<Record<string, string>> = {
  soup: 'soup',
  succotash: 'succotash',
  'mixed-vegetables': 'mixed vegetables',
  'tomatoes-okra': 'tomatoes with okra or zucchini, three parts tomatoes to one',
}

function withRow(jar: Jar, row: string, process: ProcessAnswer, sentence: string): MixedJarAnswer {
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
