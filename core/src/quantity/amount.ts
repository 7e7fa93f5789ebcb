import { numberAhead, spellFractions } from './number'

const WORDS: Readonly<Record<string, number>> = {
  an: 1,
  a: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
  half: 0.5,
}
const HALF_A = /^(half)\s+(?:an?\s+)(.*)$/is
const SPELLED = new RegExp(`^(${Object.keys(WORDS).join('|')})\\s+(.*)$`, 'is')

export interface Amount {
  readonly value: number
  /** What follows the amount. */
  readonly rest: string
}

/**
 * The amount at the head of a line: a number as `numberAhead` reads it, `a`, `half a`, `six`,
 * with `doz`/`dozen` multiplying by twelve. Undefined when there is none or
 * when it is not positive and finite.
 */
export function readAmount(text: string): Amount | undefined {
  const spelled = spellFractions(text)
  const read = numberAhead(spelled) ?? readWord(spelled)
  // "5-gal bucket" is a size, not an amount.
  if (read?.rest.startsWith('-')) return undefined
  if (!read || !(read.value > 0) || !Number.isFinite(read.value)) return undefined
  const dozen = /^\s*(?:doz(?:en)?|dz)\b\.?\s*(.*)$/is.exec(read.rest)
  return dozen ? { value: read.value * 12, rest: dozen[1] ?? '' } : read
}

function readWord(text: string): Amount | undefined {
  const word = HALF_A.exec(text) ?? SPELLED.exec(text)
  const value = WORDS[word?.[1]?.toLowerCase() ?? '']
  return value === undefined ? undefined : { value, rest: word?.[2] ?? '' }
}
