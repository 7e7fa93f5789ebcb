import { andPart, readAmount } from '../quantity/amount'
import { kgToPounds } from '../quantity/units'
import {
  readMeasure,
  sizedAhead,
  type HouseholdContainer,
  type Measure,
  type MeasureRead,
} from './measure'

/** How much of something, and the words that are left for what it is. */
export interface AmountOf {
  readonly amount: number
  readonly unit: Measure | undefined
  readonly more: Smaller | undefined
  readonly rest: string
}

/** "1½ bu", "a bushel and a half of", "three 5-lb bags of" at the head of a line. */
export function amountAhead(
  text: string,
  containers: readonly HouseholdContainer[],
): AmountOf | undefined {
  const one = sizedAhead(text)
  if (one) return { amount: 1, unit: one.measure, more: undefined, rest: one.rest }
  const amount = readAmount(text)
  if (!amount) return undefined
  const ahead = amount.rest.replace(/^of\s+/i, '').replace(/^([^\s,]+),/, '$1 ,')
  const first = readMeasure(ahead, containers) ?? sizedAhead(ahead)
  if (!first) return { amount: amount.value, unit: undefined, more: undefined, rest: amount.rest }
  const half = andPart(first.rest)
  const { unit, more } = withSmaller({ ...first, rest: half.rest.replace(/^of\s+/i, '') })
  return { amount: amount.value + half.value, unit: unit.measure, more, rest: unit.rest }
}

/** "mushrooms 5 lb", "tomatoes, 2 bushels": the amount and its unit at the end of a line. */
export function amountBehind(
  text: string,
  containers: readonly HouseholdContainer[],
): AmountOf | undefined {
  const words = text.split(/\s+/)
  for (let at = 1; at < words.length; at++) {
    const found = amountAhead(words.slice(at).join(' '), containers)
    const before = words.slice(0, at).join(' ')
    // What is counted without a unit stands behind a colon or comma, or is the only number.
    if (found?.unit && found.rest.trim() === '')
      return { ...found, rest: before.replace(/\s*[,:;–-]+$/, '') }
  }
  return undefined
}

/** "5 lb 3 oz", as a kitchen scale says it, or "2 kg and 300 g": the smaller unit behind the larger. */
function withSmaller(unit: MeasureRead): {
  readonly unit: MeasureRead
  readonly more: Smaller | undefined
} {
  const small = SMALLER.find((s) => s.behind === unit.measure.name)
  const amount = small && readAmount(unit.rest.replace(/^and\s+/i, ''))
  const read = amount && readMeasure(amount.rest, [])
  return small && amount && read?.measure.name === small.name && amount.value < small.under
    ? { unit: { ...unit, rest: read.rest }, more: { ...small, amount: amount.value } }
    : { unit, more: undefined }
}
const SMALLER = [
  { behind: 'lb', name: 'oz', under: 16, lb: 1 / 16 },
  { behind: 'kg', name: 'g', under: 1000, lb: kgToPounds(0.001) },
] as const
export type Smaller = (typeof SMALLER)[number] & { readonly amount: number }
