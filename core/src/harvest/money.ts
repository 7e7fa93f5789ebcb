import { countAhead } from '../quantity/amount'
import { numberAhead, spellFractions } from '../quantity/number'

/** Signs and names of money around a figure; the household's own currency is meant. */
const MONEY = /\p{Sc}|\b(?:[A-Z]{3}|kr|Fr|Rs|R|zł|Kč|Ft|lei)\b\.?/gu
const COIN = /^(?:cents?|¢|ct|pence|p)\b\s*|^¢\s*/i
const NOTE = /^(?:dollars?|bucks?|euros?|pounds sterling|quid|francs?)\b\s*/i

export interface Money {
  readonly value: number
  /** What the money is for, as it was said. */
  readonly rest: string
}

/** Figures or words: "1.20", "a", "fifty". */
const figure = (text: string): Money | undefined => {
  const read = numberAhead(spellFractions(text)) ?? countAhead(text)
  if (read) return read
  const one = /^an?\s+(.*)$/is.exec(text)
  return one ? { value: 1, rest: one[1] ?? '' } : undefined
}

/**
 * An amount of money at the head of a text: "$1.20", "99 cents", "a dollar twenty",
 * "two fifty". Undefined where there is none.
 */
export function moneyAhead(text: string): Money | undefined {
  const cent = text.replace(/(\d)\s*¢/gu, '$1 cents ')
  const plain = cent.replace(MONEY, ' ').replace(/\/(?!\d)/g, ' / ').trim() // prettier-ignore
  const read = figure(plain)
  if (!read) return undefined
  const rest = read.rest.trim()
  if (COIN.test(rest)) return { value: read.value / 100, rest: rest.replace(COIN, '') }
  const whole = NOTE.test(rest)
  const behind = whole ? rest.replace(NOTE, '') : rest
  if (whole || !/^[\d.,]/.test(plain)) {
    const cents = figure(behind.replace(/^and\s+/i, '')) // "a dollar twenty", "two fifty"
    const named = cents && COIN.test(cents.rest.trim())
    if (
      cents &&
      /^an?\s/i.test(behind) === false &&
      cents.value < 100 &&
      (named || cents.value >= 5)
    )
      return { value: read.value + cents.value / 100, rest: cents.rest.trim().replace(COIN, '') }
  }
  return { value: read.value, rest: behind }
}

const PRICED = /\s(?:at|for)\s+(?=[\p{Sc}\d.]|an?\s+(?:dollar|buck|quarter)|\w+(?:[\s-]\w+){0,2}\s+(?:cents?|dollars?|bucks?|a\s|per\s|each)\b)/iu // prettier-ignore

/** A line cut where its price begins: at "@", or at "at" or "for" before money. */
export function priceBehind(line: string): { readonly body: string; readonly price?: string } {
  const sign = line.indexOf('@')
  if (sign >= 0) return { body: line.slice(0, sign), price: line.slice(sign + 1) }
  const word = PRICED.exec(line)
  if (!word) return { body: line }
  const price = line.slice(word.index + word[0].length)
  if (!moneyAhead(price)) return { body: line }
  const lot = /^\s*for/i.test(word[0]) && !/\b(each|apiece|per|a|an|the|all|lot)\b|\//i.test(moneyAhead(price)?.rest ?? '') // prettier-ignore
  return { body: line.slice(0, word.index), price: lot ? `${price} for all` : price }
}
