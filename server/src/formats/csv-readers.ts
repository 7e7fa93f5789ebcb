import {
  findSpoken,
  foodOf,
  formOf,
  jarSizeOf,
  kgToPounds,
  normalise,
  readDate,
  readNumber,
  readWeighIn,
  shortName,
  type Food,
  type JarSize,
  type UnitSystem,
} from '@kelvit/core'

/** What a file is read with. */
export interface Reading {
  /** The household's plain date, ISO. */
  readonly today: string
  readonly units: UnitSystem
  /** Names of its shelves. */
  readonly shelves: readonly string[]
}

export interface Cell extends Reading {
  /** The head of the cell's column in small letters: "weight (kg)". */
  readonly head: string
  /** What was read of the same row before this field. */
  readonly row: Readonly<Record<string, unknown>>
}
/** Null where it cannot be read because of another field, whose trouble is said already. */
export type Read = { readonly value: unknown } | { readonly trouble: string } | null

export function readFood(cell: string): Read {
  const found = findSpoken(cell)
  if (found.kind === 'food') return { value: found.food.id }
  if (found.kind === 'refused') return { trouble: found.refused.reason }
  const near = found.kind === 'ambiguous' ? found.names : found.nearest
  return {
    trouble:
      near.length > 0 ? `Is it ${near.slice(0, 3).join(', ')}?` : 'Kelvit doesn’t know this food.',
  }
}

export function readForm(cell: string, { row }: Cell): Read {
  const food = foodOf(String(row.food))
  if (!food) return null
  const wanted = normalise(cell)
  const form = food.forms.find((f) => f.id === cell || normalise(f.name) === wanted)
  if (form) return { value: form.id }
  return {
    trouble: `${shortName(food)} are canned as ${food.forms.map((f) => f.name).join('; ')}.`,
  }
}

const JAR_WORDS: Readonly<Record<string, JarSize>> = {
  'half pint': 'halfPint',
  hp: 'halfPint',
  pint: 'pint',
  pt: 'pint',
  'pint and half': 'pintAndHalf',
  '1 5 pint': 'pintAndHalf',
  '24 oz': 'pintAndHalf',
  quart: 'quart',
  qt: 'quart',
  '1 l': 'quart',
  '1 liter': 'quart',
  '1 litre': 'quart',
  '0 5 l': 'pint',
  '8 oz': 'halfPint',
  '16 oz': 'pint',
  '32 oz': 'quart',
}
export function readJar(cell: string): Read {
  const said = normalise(cell.replace(/½/, ' 1/2 ').replace(/(\d)([a-z])/gi, '$1 $2'))
  const size =
    jarSizeOf(cell) ??
    JAR_WORDS[said] ??
    jarSizeOf(/^(\d+) ml$/.test(said) ? `ml${said.slice(0, -3)}` : '')
  return size ? { value: size } : { trouble: 'Say half-pint, pint, pint-and-half or quart.' }
}

export const oneWord =
  (words: Readonly<Record<string, string>>, trouble: string) =>
  (cell: string): Read => {
    const value = words[normalise(cell)]
    return value === undefined ? { trouble } : { value }
  }

export function readDay(cell: string, { today }: Cell): Read {
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(cell)
  const said = dotted
    ? `${dotted[3]}-${two(dotted[2])}-${two(dotted[1])}`
    : cell.slice(0, 10) === cell
      ? cell
      : (/^\d{4}-\d{2}-\d{2}/.exec(cell)?.[0] ?? cell)
  const day = readDate(said, today)
  if (day) return { value: day }
  return /^\d{1,2}\/\d{1,2}\//.test(cell)
    ? { trouble: 'This could be two different days. Write it like 2026-08-14.' }
    : { trouble: 'This isn’t a day. Write it like 2026-08-14.' }
}
/** A day that is not to come. */
export function readPast(cell: string, about: Cell): Read {
  const read = readDay(cell, about)
  return read && 'value' in read && String(read.value) > about.today
    ? { trouble: 'That day is in the future.' }
    : read
}
const two = (text = ''): string => text.padStart(2, '0')

export const readCount =
  (min: number, max: number) =>
  (cell: string): Read => {
    const read = readNumber(cell, true)
    if (!read.ok) return { trouble: read.sentence }
    return read.value >= min && read.value <= max
      ? { value: read.value }
      : { trouble: `From ${min} to ${max.toLocaleString('en-US')}.` }
  }
export const readMore =
  (min: number, max: number) =>
  (cell: string): Read => {
    const read = readNumber(cell.replace(/^[$€£]\s*/, ''))
    if (!read.ok) return { trouble: read.sentence }
    return read.value >= min && read.value <= max
      ? { value: read.value }
      : { trouble: `From ${min} to ${max.toLocaleString('en-US')}.` }
  }

/** A weight: in the unit of its cell, else of its column's head, else of the house. */
export function readWeight(cell: string, { head, units, row }: Cell): Read {
  const alone = readNumber(cell)
  if (alone.ok) {
    const inKilos =
      /\b(kg|kilo\w*)\b/.test(head) || (units === 'metric' && !/\b(lb|lbs|pound\w*)\b/.test(head))
    const lb = inKilos ? kgToPounds(alone.value) : alone.value
    return lb > 0 && lb <= 20_000
      ? { value: lb }
      : { trouble: 'More than nothing, and at most 20,000 lb.' }
  }
  const food: Food | undefined = foodOf(String(row.food))
  if (!food) return null
  const read = readWeighIn(`${cell} ${shortName(food)}`)
  return read.ok ? { value: read.pounds } : { trouble: read.sentence }
}

export const readText =
  (max: number) =>
  (cell: string): Read =>
    cell.length > max || /\p{Cc}/u.test(cell)
      ? { trouble: `At most ${max} letters in one line.` }
      : { value: cell }

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
export function readMonths(cell: string): Read {
  const months = cell
    .toLowerCase()
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map((w) => MONTHS.findIndex((m) => w.startsWith(m)) + 1 || Number(w))
  return months.every((m) => Number.isInteger(m) && m >= 1 && m <= 12)
    ? { value: [...new Set(months)].sort((a, b) => a - b) }
    : { trouble: 'Months as numbers or names: 7 8 9.' }
}

export function readShelf(cell: string, { shelves }: Cell): Read {
  const name = shelves.find((s) => normalise(s) === normalise(cell))
  return name !== undefined
    ? { value: name }
    : { trouble: 'We can’t find this shelf. Add it first, under Pantry.' }
}

export const MOUTHS = {
  regular: 'regular',
  wide: 'wide',
  'regular mouth': 'regular',
  'wide mouth': 'wide',
}

/** The usual form of a food, where a row names none. */
export const formFor = (foodId: string, said: unknown): string =>
  typeof said === 'string' ? said : (foodOf(foodId)?.forms[0]?.id ?? foodId)
/** The size that a row of a form is for, where it names none: the largest that is tested. */
export function sizeFor(formId: string, said: unknown): JarSize {
  if (typeof said === 'string') return said as JarSize
  const tested = formOf(formId)?.form.minutes ?? {}
  return (
    (['quart', 'pintAndHalf', 'pint', 'halfPint'] as const).find((s) => tested[s] !== undefined) ??
    'pint'
  )
}
