import { numberAhead, spellFractions } from './number'

const ONES = 'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(' ') // prettier-ignore
const TENS = 'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ')
const PARTS: Readonly<Record<string, number>> = {
  half: 1 / 2,
  halves: 1 / 2,
  third: 1 / 3,
  thirds: 1 / 3,
  quarter: 1 / 4,
  quarters: 1 / 4,
  fourth: 1 / 4,
  fourths: 1 / 4,
  eighth: 1 / 8,
  eighths: 1 / 8,
}

export interface Amount {
  readonly value: number
  /** What follows the amount. */
  readonly rest: string
}

/** The first word of a text, in small letters, and what follows it. */
function wordAhead(text: string): { readonly word: string; readonly rest: string } | undefined {
  const ahead = /^([a-z]+)(?![\w])-?\s*(.*)$/is.exec(text)
  return ahead ? { word: (ahead[1] ?? '').toLowerCase(), rest: ahead[2] ?? '' } : undefined
}

/** "sixty", "twenty-five", "a hundred and fifty": a number in words below a thousand. */
export function countAhead(text: string): Amount | undefined {
  const tens = tensAhead(text)
  const first = wordAhead(text)
  const hundred = wordAhead(tens ? tens.rest : /^an?$/.test(first?.word ?? '') ? (first?.rest ?? '') : text) // prettier-ignore
  if (hundred?.word !== 'hundred') return tens
  const more = tensAhead(hundred.rest.replace(/^and\s+/i, ''))
  return more && more.value > 0
    ? { value: (tens?.value ?? 1) * 100 + more.value, rest: more.rest }
    : { value: (tens?.value ?? 1) * 100, rest: hundred.rest }
}

function tensAhead(text: string): Amount | undefined {
  const first = wordAhead(text)
  if (!first) return undefined
  const one = ONES.indexOf(first.word)
  if (one >= 0) return { value: one, rest: first.rest }
  const ten = TENS.indexOf(first.word)
  if (ten < 0) return undefined
  const second = wordAhead(first.rest)
  const unit = second ? ONES.indexOf(second.word) : -1
  return unit > 0 && unit < 10
    ? { value: 20 + ten * 10 + unit, rest: second?.rest ?? '' }
    : { value: 20 + ten * 10, rest: first.rest }
}

/** "half a", "a quarter", "three quarters of a": a part of one, in words. */
function partAhead(text: string): Amount | undefined {
  const said = /^(?:(an?|one|two|three|five|seven)[\s-]+)?(half|halves|thirds?|quarters?|fourths?|eighths?)\b(?:\s+(?:of\s+)?an?(?=\s))?\s*(.*)$/is.exec(text) // prettier-ignore
  const part = PARTS[said?.[2]?.toLowerCase() ?? '']
  if (!said || part === undefined) return undefined
  const word = said[1]?.toLowerCase() ?? 'a'
  // "Two half bushels" are two of them, "two quarters" a half.
  if (ONES.indexOf(word) > 1 && /^(half|third|quarter|fourth|eighth)$/i.test(said[2] ?? ''))
    return undefined
  const times = word.startsWith('a') ? 1 : ONES.indexOf(word)
  return { value: times * part, rest: (said[3] ?? '').replace(/^of\s+(?:an?|the)\s+/i, '') }
}

/** "and a half", "& 1/2" behind an amount or its unit; 0 where there is none. */
export function andPart(text: string): Amount {
  const said = /^(?:and|&|\+)\s+(.*)$/is.exec(text.trim())
  const sign = said && /^(\d+)\/(\d+)\s*(.*)$/s.exec(spellFractions(said[1] ?? ''))
  if (sign && Number(sign[1]) < Number(sign[2]))
    return { value: Number(sign[1]) / Number(sign[2]), rest: sign[3] ?? '' }
  const part = said && partAhead(said[1] ?? '')
  return part && part.value < 1 ? part : { value: 0, rest: text }
}

const article = (text: string): Amount | undefined => {
  const said = /^an?\s+(.*)$/is.exec(text)
  return said ? { value: 1, rest: said[1] ?? '' } : undefined
}
const couple = (text: string): Amount | undefined => {
  const said = /^(?:an?\s+)?(?:couple|pair)(?:\s+of)?\s+(.*)$/is.exec(text)
  return said ? { value: 2, rest: said[1] ?? '' } : undefined
}

/**
 * The amount at the head of a line: a number as `numberAhead` reads it, in figures or words,
 * with a half behind it, `a`, `half a`, `three quarters of a`, and `doz`/`dozen` times twelve.
 * Undefined when there is none or when it is not positive and finite.
 */
export function readAmount(text: string): Amount | undefined {
  const spelled = spellFractions(text)
  const bare = /^(?:doz(?:en)?|dz)\b\.?\s*(.*)$/is.exec(spelled)
  const read = bare
    ? { value: 1, rest: spelled }
    : (numberAhead(spelled) ??
      partAhead(spelled) ??
      couple(spelled) ??
      countAhead(spelled) ??
      article(spelled))
  // "5-gal bucket" is a size, not an amount.
  if (read?.rest.startsWith('-')) return undefined
  if (!read || !(read.value > 0) || !Number.isFinite(read.value)) return undefined
  const half = andPart(read.rest)
  const whole = { value: read.value + half.value, rest: half.rest }
  const dozen = /^\s*(?:doz(?:en)?|dz)\b\.?\s*(.*)$/is.exec(whole.rest)
  if (!dozen) return whole
  const more = andPart(dozen[1] ?? '')
  return { value: (whole.value + more.value) * 12, rest: more.rest }
}
