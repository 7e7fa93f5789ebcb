import { findFood, normalise } from '../method/find'
import { foodOf, saidName, shortName } from '../method/foods'
import type { Food } from '../method/data/types'
import { readAmount } from '../quantity/amount'
import { kitchenNumber } from '../quantity/format'
import { complain, type Complaint, type Fix } from './complaint'
import {
  nearestUnit,
  poundsEach,
  readMeasure,
  UNIT_NAMES,
  type HouseholdContainer,
  type Measure,
  type MeasureRead,
} from './measure'
import { readPrice } from './price'
import { kgToPounds, pounds, type Pounds } from '../quantity/units'

/** What a weigh-in line says. */
export interface WeighIn {
  readonly ok: true
  readonly food: Food
  readonly variety: string | null
  readonly amount: number
  readonly unit: string
  readonly pounds: Pounds
  /** Price per pound in the household's currency, when the line gave one. */
  readonly pricePerLb: number | null
  /** The line as it was understood: "1½ bu snap beans". */
  readonly understood: string
}

/** More than this in one line is taken for a slip of the finger, lb. */
export const MAX_LINE_LB = 20000
const MAX_LINE_CHARS = 200

/** What this household calls things: its measures, and its own words for crops. */
export interface HouseholdSpeech {
  readonly containers?: readonly HouseholdContainer[]
  readonly cropWords?: readonly CropWord[]
}

/** A household's own word for a crop: "runners" for snap beans. */
export interface CropWord {
  readonly word: string
  readonly foodId: string
}

/**
 * Reads one weigh-in line, such as "1.5 bu snap beans, Provider @ 0.85/lb".
 * Returns the value or a precise complaint with ways to put it right, never a guess.
 * @param house the household's own measures and words, tried before the usual ones.
 */
export function readWeighIn(line: string, house: HouseholdSpeech = {}): WeighIn | Complaint {
  const text = line.trim()
  if (text === '')
    return complain('empty', '', 'Say how much of what, such as “1.5 bu snap beans”.')
  if (text.length > MAX_LINE_CHARS)
    return complain('too-long', '', `Keep the line under ${MAX_LINE_CHARS} letters.`)
  const [body = '', price, extra] = text.split('@')
  if (extra !== undefined) return complain('price', '@', 'Give one price, such as “@ 0.85/lb”.')
  const { containers = [], cropWords = [] } = house
  const amount = readAmount(body)
  if (!amount) return complainAmount(text, body)
  const first = readMeasure(amount.rest.replace(/^([^\s,]+),/, '$1 ,'), containers)
  const { unit, more } = withSmaller(first)
  const said = { line: text, rest: amount.rest, hasUnit: unit !== undefined, containers, cropWords }
  const crop = readCrop(unit?.rest ?? amount.rest, said, foodsOf(unit?.measure))
  if (!crop.ok) return crop
  return weigh({ amount: amount.value, unit, more, ...crop, price, said })
}

/** A line and what of it is known, for whoever complains of the rest. */
interface Said extends Required<HouseholdSpeech> {
  readonly line: string
  /** The line behind its amount. */
  readonly rest: string
  readonly hasUnit: boolean
}

/** "5 lb 3 oz", as a kitchen scale says it, or "2 kg and 300 g": the smaller unit behind the larger. */
function withSmaller(unit: MeasureRead | undefined): {
  readonly unit: MeasureRead | undefined
  readonly more: Smaller | undefined
} {
  const small = SMALLER.find((s) => s.behind === unit?.measure.name)
  const amount = small && unit && readAmount(unit.rest.replace(/^and\s+/i, ''))
  const read = amount && readMeasure(amount.rest, [])
  return unit && small && amount && read?.measure.name === small.name && amount.value < small.under
    ? { unit: { ...unit, rest: read.rest }, more: { ...small, amount: amount.value } }
    : { unit, more: undefined }
}
const SMALLER = [
  { behind: 'lb', name: 'oz', under: 16, lb: 1 / 16 },
  { behind: 'kg', name: 'g', under: 1000, lb: kgToPounds(0.001) },
] as const
type Smaller = (typeof SMALLER)[number] & { readonly amount: number }

function complainAmount(line: string, body: string): Complaint {
  const word = body.trim().split(/\s+/)[0] ?? ''
  if (/^\d+,\d+/.test(word)) {
    const whole = word.replace(/,/g, '')
    // With two commas or more it can only be thousands.
    const readings = word.split(',').length > 2 ? [whole] : [whole, word.replace(',', '.')]
    return complain(
      'amount',
      word,
      `Is “${word}” thousands or a fraction? Write it without the comma.`,
      {
        suggestions: readings,
        fixes: readings.map((r) => ({ label: r, line: line.replace(word, r) })),
      },
    )
  }
  const sized = /^\d+[- ]?[a-z]/i.test(word) && line.length < MAX_LINE_CHARS - 2
  return complain(
    'amount',
    word,
    `Begin with an amount, such as 1.5, 1 1/2, 60 or 2 doz; “${word}” is not one.`,
    sized ? { fixes: [{ label: `a ${word}`, line: `a ${line}` }] } : {},
  )
}

type Crop = { readonly ok: true; readonly food: Food; readonly variety: string | null }

/** The crops a household's own measure is for: "12 pumpkins" needs no other word. */
const foodsOf = (measure: Measure | undefined): readonly Food[] =>
  measure?.kind === 'household'
    ? measure.containers.flatMap((c) => foodOf(c.foodId ?? '') ?? [])
    : []

function readCrop(text: string, said: Said, byMeasure: readonly Food[]): Crop | Complaint {
  const words = text.trim().replace(/^of\s+/i, '')
  const comma = words.indexOf(',')
  const name = comma >= 0 ? words.slice(0, comma).trim() : words
  const variety = comma >= 0 ? words.slice(comma + 1).trim() || null : null
  const [only] = byMeasure
  if (name === '' && only && byMeasure.length === 1) return { ok: true, food: only, variety }
  if (name === '')
    return complain('food', '', 'Say which crop it is.', {
      suggestions: ['snap beans', 'sweet corn', 'beets'],
    })
  const own = ownCrop(words, said) ?? ownCrop(name, said)
  if (own) return { ok: true, food: own, variety: ownCrop(words, said) ? null : variety }
  const whole = findFood(words)
  if (whole.kind === 'food') return { ok: true, food: asSaid(whole.food, words), variety: null }
  const found = comma >= 0 ? findFood(name) : whole
  switch (found.kind) {
    case 'food':
      return { ok: true, food: asSaid(found.food, name), variety }
    case 'refused':
      return complain('refused-food', name, `${found.refused.name}: ${found.refused.reason}`, {
        suggestions: found.refused.instead,
        refused: found.refused,
      })
    case 'ambiguous':
      return complain('which-food', name, `“${name}” could be several crops. Which one?`, {
        suggestions: found.names,
        fixes: otherNames(said, name, found.names),
      })
    case 'unknown':
      return complainUnknown(name, found.nearest, said)
  }
}

/** The crop that the household means by a word of its own. */
const ownCrop = (name: string, { cropWords }: Said): Food | undefined => {
  const wanted = normalise(name)
  const own = cropWords.find((c) => normalise(c.word) === wanted)
  return own && foodOf(own.foodId)
}

/** The line with the crop named otherwise; its amount and unit stand as they were said. */
const otherNames = (said: Said, name: string, names: readonly string[]): Fix[] => {
  const at = said.line.length - said.rest.length
  const where = said.line.endsWith(said.rest) ? said.line.indexOf(name, at) : -1
  if (where < 0) return []
  const [before, behind] = [said.line.slice(0, where), said.line.slice(where + name.length)]
  return names.map((n) => ({ label: n, line: `${before}${n.toLowerCase()}${behind}` }))
}

/** A food whose kinds differ in weight, with the piece of the kind that was said: a jalapeño is no bell pepper. */
function asSaid(food: Food, name: string): Food {
  const said = normalise(name)
  const kind = food.otherPieces?.find(({ names }) => names.some((n) => normalise(n) === said))
  return kind ? { ...food, piece: { name: kind.name, lb: kind.lb } } : food
}

/** Words of a measure before a crop, as in "5-gal bucket of tomatoes". */
const MEASURE_WORDS = 3

/** An unknown crop, or a known crop behind words that were meant as a measure. */
function complainUnknown(name: string, nearest: readonly string[], said: Said): Complaint {
  const words = name.split(/\s+/)
  for (let n = 1; !said.hasUnit && n <= MEASURE_WORDS && n < words.length; n++) {
    const behind = words
      .slice(n)
      .join(' ')
      .replace(/^of\s+/i, '')
    const own = ownCrop(behind, said)
    const found = own ? ({ kind: 'food', food: own } as const) : findFood(behind)
    if (found.kind === 'food') return complainMeasure(words.slice(0, n).join(' '), found.food, said)
  }
  const short = name.slice(0, 60)
  return complain(
    'food',
    short,
    nearest.length > 0
      ? `Kelvit does not know “${short}”. Did you mean one of these?`
      : `Kelvit does not know “${short}”.`,
    { suggestions: nearest, fixes: otherNames(said, name, nearest) },
  )
}

/** A measure nobody knows the weight of: a slip of the pen, or one to be told once. */
function complainMeasure(words: string, food: Food, said: Said): Complaint {
  const near = nearestUnit(words, said.containers)
  if (near)
    return complain('unit', words, `“${words}” is not a unit Kelvit knows.`, {
      suggestions: [near],
      fixes: otherNames(said, words, [near]),
    })
  const one = words.toLowerCase().replace(/s$/, '')
  return complain('unit', words, `How heavy is one ${one} of ${saidName(food)}?`, {
    asks: { name: one, food },
  })
}

interface Parts {
  readonly amount: number
  readonly unit: MeasureRead | undefined
  /** Ounces beside the pounds, grams beside the kilograms. */
  readonly more: Smaller | undefined
  readonly food: Food
  readonly variety: string | null
  readonly price: string | undefined
  readonly said: Said
}

function weigh(parts: Parts): WeighIn | Complaint {
  const { amount, unit, more, food, variety, price, said } = parts
  const measure = unit?.measure ?? countOf(food)
  if (!measure) return complainBare(parts)
  const each = poundsEach(measure, food)
  if (typeof each !== 'number')
    return complain('weight', measure.name, each.why, { asks: { name: measure.name, food } })
  const total = amount * each + (more ? more.amount * more.lb : 0)
  if (!(total > 0) || total > MAX_LINE_LB)
    return complain(
      'too-much',
      kitchenNumber(amount),
      `${Math.round(total).toLocaleString('en-US')} lb is more than one line can be. Check the number and the unit.`,
    )
  const { containers } = said
  const perLb =
    price === undefined ? null : readPrice({ text: price, food, pounds: total, containers })
  if (perLb !== null && typeof perLb !== 'number') return perLb
  return {
    ok: true,
    food,
    variety,
    amount,
    unit: measure.name,
    pounds: pounds(total),
    pricePerLb: perLb,
    understood: understoodAs(amount, measure, more, food),
  }
}

/** A number of a crop and no unit: which unit was meant, or how heavy is one of them? */
function complainBare({ amount, food, said }: Parts): Complaint {
  const units = food.piece
    ? [`${food.piece.name}s`, ...UNIT_NAMES.slice(0, 5)]
    : UNIT_NAMES.slice(0, 7)
  const at = said.line.length - said.rest.length
  const whole = said.line.endsWith(said.rest)
  const one = normalise(said.rest.split(/[,@]/)[0] ?? '')
  return complain(
    'unit',
    String(amount),
    `${kitchenNumber(amount)} what? Give a unit for ${saidName(food)}${food.piece ? '' : `, or say how heavy one is`}.`,
    {
      suggestions: units,
      fixes: whole
        ? units.map((u) => ({
            label: u,
            line: `${said.line.slice(0, at).trimEnd()} ${u} ${said.rest}`,
          }))
        : [],
      ...(food.piece || one === '' ? {} : { asks: { name: one, food } }),
    },
  )
}

/** Foods that are their own piece ("12 peppers") need no unit. */
const countOf = (food: Food): Measure | undefined =>
  food.piece &&
  food.synonyms.concat(food.name.toLowerCase()).some((n) => n.startsWith(food.piece?.name ?? ' '))
    ? { kind: 'pieces', name: food.piece.name }
    : undefined

function understoodAs(
  amount: number,
  measure: Measure,
  more: Smaller | undefined,
  food: Food,
): string {
  const n = kitchenNumber(amount)
  if (more)
    return `${n} ${measure.name} ${kitchenNumber(more.amount)} ${more.name} ${saidName(food)}`
  const plural = amount > 1 && !['lb', 'oz', 'kg', 'g', 'bu'].includes(measure.name)
  const measured = `${n} ${measure.name}${plural ? 's' : ''}`
  const itself =
    measure.kind === 'pieces'
      ? shortName(food).toLowerCase().startsWith(measure.name)
      : measure.kind === 'household' && findFood(measure.name).kind === 'food'
  if (itself) return measure.kind === 'pieces' ? `${n} ${saidName(food)}` : measured
  return `${measured} ${saidName(food)}`
}
