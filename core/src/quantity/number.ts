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

/** Fraction signs written out: "1½" and "1-1/2" → "1 1/2". */
export const spellFractions = (text: string): string =>
  text
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (sign) => ` ${SIGNS[sign]} `)
    .replace(/^(\s*\d+)-(\d+\/\d+)/, '$1 $2')
    .trim()

export interface NumberAhead {
  readonly value: number
  /** What follows the number. */
  readonly rest: string
}

const fraction = (
  whole: number,
  over: number,
  under: number,
  rest: string,
): NumberAhead | undefined =>
  under === 0 || (whole > 0 && over >= under) ? undefined : { value: whole + over / under, rest }

/** Thin, narrow or plain spaces and apostrophes between groups of three, as in 12 500 or 12'500. */
const GROUPED = /^(\d{1,3}(?:[\u0020\u00a0\u2009\u202f'’]\d{3})+)(?!\d)/

/**
 * The number at the head of a text: `1.5`, `1,5`, `1 1/2`, `3/4`, `1½`, `12 500`, `1,234.5`.
 * A comma before exactly three digits could mean either and is not read.
 * @returns undefined when there is none.
 */
export function numberAhead(text: string): NumberAhead | undefined {
  const spelled = spellFractions(text)
  const mixed = /^(\d+)\s+(\d+)\s*\/\s*(\d+)(?![\d./])\s*(.*)$/s.exec(spelled)
  if (mixed) return fraction(Number(mixed[1]), Number(mixed[2]), Number(mixed[3]), mixed[4] ?? '')
  const plain = /^(\d+)\s*\/\s*(\d+)(?![\d./])\s*(.*)$/s.exec(spelled)
  if (plain) return fraction(0, Number(plain[1]), Number(plain[2]), plain[3] ?? '')
  const joined = spelled.replace(GROUPED, (group) => group.replace(/\D/g, ''))
  // Both signs in one number say of themselves which of them parts the thousands.
  const both = /^(\d{1,3}(?:,\d{3})+)(\.\d+)(?![\d,])|^(\d{1,3}(?:\.\d{3})+)(,\d+)(?![\d.])/
  const clear = joined.replace(both, (_all, a?: string, b?: string, c?: string, d?: string) =>
    a ? `${a.replace(/,/g, '')}${b ?? ''}` : `${(c ?? '').replace(/\./g, '')}${d ?? ''}`,
  )
  const decimal = /^(\d+(?:\.\d+|,(?:\d{1,2}|\d{4,}))?|[.,]\d+)(?![\d./,])\s*(.*)$/s.exec(clear)
  return decimal
    ? { value: Number(decimal[1]?.replace(',', '.')), rest: decimal[2] ?? '' }
    : undefined
}

export type NumberRead =
  { readonly ok: true; readonly value: number } | { readonly ok: false; readonly sentence: string }

/** `1,234`: thousands to one household, one and a bit to another. */
const EITHER = /^(\d{1,3}),(\d{3})$/

/**
 * Reads what was typed into a field for one number, in any of the ways of `numberAhead`,
 * with a minus before it. Where `1,234` could be either it says so, unless only whole
 * numbers belong there.
 */
export function readNumber(text: string, whole = false): NumberRead {
  const typed = text.trim().replace(/^[−–]/, '-')
  const negative = typed.startsWith('-')
  const body = typed.replace(/^[-+]\s*/, '')
  const either = EITHER.exec(body)
  if (either && !whole)
    return {
      ok: false,
      sentence: `Is that ${either[1]}${either[2]} or ${either[1]}.${either[2]}? Write it without the comma.`,
    }
  const read = numberAhead(either ? `${either[1]}${either[2]}` : body)
  if (!read || read.rest !== '' || !Number.isFinite(read.value))
    return { ok: false, sentence: 'Write a number, such as 12 or 1.5.' }
  if (whole && !Number.isInteger(read.value))
    return { ok: false, sentence: 'Write a whole number.' }
  return { ok: true, value: negative ? -read.value : read.value }
}
