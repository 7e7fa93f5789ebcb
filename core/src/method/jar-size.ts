import type { JarSize } from '../words'

const NOMINAL: Readonly<Record<string, JarSize>> = {
  halfPint: 'halfPint',
  pint: 'pint',
  pintAndHalf: 'pintAndHalf',
  quart: 'quart',
  ml250: 'halfPint',
  ml500: 'pint',
  ml750: 'quart',
  ml1000: 'quart',
}

/** Table size of a jar word; metric jars count as the size they stand in for. */
export const jarSizeOf = (word: string): JarSize | undefined =>
  Object.hasOwn(NOMINAL, word) ? NOMINAL[word] : undefined

const QUARTS: Readonly<Record<JarSize, number>> = {
  halfPint: 0.25,
  pint: 0.5,
  pintAndHalf: 0.75,
  quart: 1,
}

/** Nominal volume of a jar, U.S. quarts. */
export const quartsOf = (size: JarSize): number => QUARTS[size]

const NAMES: Readonly<Record<JarSize, readonly [string, string]>> = {
  halfPint: ['half-pint', 'half-pints'],
  pint: ['pint', 'pints'],
  pintAndHalf: ['pint-and-half', 'pint-and-halves'],
  quart: ['quart', 'quarts'],
}

/** "1 quart", "14 pints". */
export const countJars = (n: number, size: JarSize): string =>
  `${n} ${NAMES[size][n === 1 ? 0 : 1]}`
export const jarName = (size: JarSize, n = 2): string => NAMES[size][n === 1 ? 0 : 1]

/** The size that somebody names, such as "pts"; a quart where the words name none. */
export const jarSizeNamed = (words: string): JarSize => {
  if (/\bhalf[- ]?p(in)?t/i.test(words)) return 'halfPint'
  if (/\bp(in)?ts?[- ]and[- ]/i.test(words)) return 'pintAndHalf'
  return /\bp(in)?ts?\b/i.test(words) ? 'pint' : 'quart'
}
