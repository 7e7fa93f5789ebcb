/** Vulgar fraction signs people type or paste. */
const SIGNS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
}

const WORDS: Readonly<Record<string, number>> = { a: 1, an: 1, one: 1, two: 2, three: 3, half: 0.5 }

export interface Amount {
  readonly value: number
  /** What follows the amount. */
  readonly rest: string
}

/**
 * The amount at the head of a line: `1.5`, `1,5`, `1 1/2`, `1½`, `60`, `a`, `half a`,
 * with `doz`/`dozen` multiplying by twelve. Undefined when there is none or
 * when it is not positive and finite.
 */
export function readAmount(text: string): Amount | undefined {
  const spelled = text
    .trim()
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (sign) => ` ${SIGNS[sign]} `)
    .trim()
  const read = readNumber(spelled) ?? readWord(spelled)
  if (!read || !(read.value > 0) || !Number.isFinite(read.value)) return undefined
  const dozen = /^\s*(?:doz(?:en)?|dz)\b\.?\s*(.*)$/is.exec(read.rest)
  return dozen ? { value: read.value * 12, rest: dozen[1] ?? '' } : read
}

function readNumber(text: string): Amount | undefined {
  const mixed = /^(\d+)\s+(\d+)\s*\/\s*(\d+)(?![\d./])\s*(.*)$/s.exec(text)
  if (mixed) return fraction(Number(mixed[1]), Number(mixed[2]), Number(mixed[3]), mixed[4] ?? '')
  const plain = /^(\d+)\s*\/\s*(\d+)(?![\d./])\s*(.*)$/s.exec(text)
  if (plain) return fraction(0, Number(plain[1]), Number(plain[2]), plain[3] ?? '')
  // A comma before one or two digits is a decimal one; before three it may be thousands, and is asked about.
  const decimal = /^(\d+(?:\.\d+|,\d{1,2})?|\.\d+)(?![\d./,])\s*(.*)$/s.exec(text)
  return decimal
    ? { value: Number(decimal[1]?.replace(',', '.')), rest: decimal[2] ?? '' }
    : undefined
}

const fraction = (whole: number, over: number, under: number, rest: string): Amount | undefined =>
  under === 0 || (whole > 0 && over >= under) ? undefined : { value: whole + over / under, rest }

function readWord(text: string): Amount | undefined {
  const word =
    /^(half)\s+(?:an?\s+)(.*)$/is.exec(text) ?? /^(an?|one|two|three|half)\s+(.*)$/is.exec(text)
  const value = WORDS[word?.[1]?.toLowerCase() ?? '']
  return value === undefined ? undefined : { value, rest: word?.[2] ?? '' }
}
