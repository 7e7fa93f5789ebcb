import { findFood, normalise } from '../method/find'
import { saidName, shortName } from '../method/foods'
import type { Food, RefusedFood } from '../method/data/types'
import { readAmount } from '../quantity/amount'
import { kitchenNumber } from '../quantity/format'
import {
  measureNamed,
  poundsEach,
  readMeasure,
  UNIT_NAMES,
  type HouseholdContainer,
  type Measure,
  type MeasureRead,
} from './measure'
import { pounds, type Pounds } from '../quantity/units'

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

export type ComplaintCode =
  | 'empty'
  | 'too-long'
  | 'amount'
  | 'unit'
  | 'food'
  | 'which-food'
  | 'refused-food'
  | 'weight'
  | 'price'
  | 'too-much'

/** Why a line cannot be read: which word, and what could stand there. */
export interface Complaint {
  readonly ok: false
  readonly code: ComplaintCode
  readonly word: string
  readonly sentence: string
  readonly suggestions: readonly string[]
  readonly refused?: RefusedFood
}

/** More than this in one line is taken for a slip of the finger, lb. */
export const MAX_LINE_LB = 20000
const MAX_LINE_CHARS = 200

const complain = (
  code: ComplaintCode,
  word: string,
  sentence: string,
  suggestions: readonly string[] = [],
): Complaint => ({ ok: false, code, word, sentence, suggestions })

/**
 * Reads one weigh-in line, such as "1.5 bu snap beans, Provider @ 0.85/lb".
 * Returns the value or a precise complaint with suggestions, never a guess.
 * @param containers the household's own measures, tried before the usual units.
 */
export function readWeighIn(
  line: string,
  containers: readonly HouseholdContainer[] = [],
): WeighIn | Complaint {
  const text = line.trim()
  if (text === '')
    return complain('empty', '', 'Say how much of what, such as “1.5 bu snap beans”.')
  if (text.length > MAX_LINE_CHARS)
    return complain('too-long', '', `Keep the line under ${MAX_LINE_CHARS} letters.`)
  const [body = '', price, extra] = text.split('@')
  if (extra !== undefined) return complain('price', '@', 'Give one price, such as “@ 0.85/lb”.')
  const amount = readAmount(body)
  if (!amount) return complainAmount(body)
  const first = readMeasure(amount.rest, containers)
  const { unit, ounces } = withOunces(first)
  const crop = readCrop(unit?.rest ?? amount.rest, unit !== undefined, containers)
  if (!crop.ok) return crop
  return weigh({ amount: amount.value, unit, ounces, ...crop, price, containers })
}

/** "5 lb 3 oz", as a kitchen scale says it: ounces under a pound that follow pounds. */
function withOunces(unit: MeasureRead | undefined): {
  readonly unit: MeasureRead | undefined
  readonly ounces: number
} {
  const more = unit?.measure.name === 'lb' ? readAmount(unit.rest) : undefined
  const small = more && readMeasure(more.rest, [])
  return unit && more && small?.measure.name === 'oz' && more.value < 16
    ? { unit: { ...unit, rest: small.rest }, ounces: more.value }
    : { unit, ounces: 0 }
}

function complainAmount(body: string): Complaint {
  const word = body.trim().split(/\s+/)[0] ?? ''
  if (/^\d+,\d+/.test(word))
    return complain(
      'amount',
      word,
      `Is “${word}” thousands or a fraction? Write it without the comma.`,
      [word.replace(/,/g, ''), word.replace(',', '.')],
    )
  return complain('amount', word, `Begin with an amount; “${word}” is not one.`, [
    '1.5',
    '1 1/2',
    '60',
    '2 doz',
  ])
}

type Crop = { readonly ok: true; readonly food: Food; readonly variety: string | null }

function readCrop(
  text: string,
  hasUnit: boolean,
  containers: readonly HouseholdContainer[],
): Crop | Complaint {
  const said = text.trim().replace(/^of\s+/i, '')
  if (said === '')
    return complain('food', '', 'Say which crop it is.', ['snap beans', 'sweet corn', 'beets'])
  const whole = findFood(said)
  if (whole.kind === 'food') return { ok: true, food: asSaid(whole.food, said), variety: null }
  const comma = said.indexOf(',')
  const name = comma >= 0 ? said.slice(0, comma).trim() : said
  const variety = comma >= 0 ? said.slice(comma + 1).trim() || null : null
  const found = comma >= 0 ? findFood(name) : whole
  switch (found.kind) {
    case 'food':
      return { ok: true, food: asSaid(found.food, name), variety }
    case 'refused':
      return {
        ...complain(
          'refused-food',
          name,
          `${found.refused.name}: ${found.refused.reason}`,
          found.refused.instead,
        ),
        refused: found.refused,
      }
    case 'ambiguous':
      return complain(
        'which-food',
        name,
        `“${name}” could be several crops. Which one?`,
        found.names,
      )
    case 'unknown':
      return complainUnknown(name, found.nearest, hasUnit, containers)
  }
}

/** A food whose kinds differ in weight, with the piece of the kind that was said: a jalapeño is no bell pepper. */
function asSaid(food: Food, name: string): Food {
  const said = normalise(name)
  const kind = food.otherPieces?.find(({ names }) => names.some((n) => normalise(n) === said))
  return kind ? { ...food, piece: { name: kind.name, lb: kind.lb } } : food
}

/** An unknown crop, or a known crop behind a word that was meant as a unit. */
function complainUnknown(
  name: string,
  nearest: readonly string[],
  hasUnit: boolean,
  containers: readonly HouseholdContainer[],
): Complaint {
  const [first = '', ...others] = name.split(/\s+/)
  const after = others.join(' ')
  const behind = after ? findFood(readMeasure(after, containers)?.rest ?? after) : undefined
  if (!hasUnit && behind && behind.kind !== 'unknown')
    return complain('unit', first, `“${first}” is not a unit Kelvit knows.`, [
      ...containers.map((c) => c.name),
      ...UNIT_NAMES,
    ])
  const short = name.slice(0, 60)
  return complain(
    'food',
    short,
    nearest.length > 0
      ? `Kelvit does not know “${short}”. Did you mean one of these?`
      : `Kelvit does not know “${short}”.`,
    nearest,
  )
}

interface Parts {
  readonly amount: number
  readonly unit: MeasureRead | undefined
  /** Ounces beside the pounds. */
  readonly ounces: number
  readonly food: Food
  readonly variety: string | null
  readonly price: string | undefined
  readonly containers: readonly HouseholdContainer[]
}

function weigh({
  amount,
  unit,
  ounces,
  food,
  variety,
  price,
  containers,
}: Parts): WeighIn | Complaint {
  const measure = unit?.measure ?? countOf(food)
  if (!measure)
    return complain(
      'unit',
      String(amount),
      `${kitchenNumber(amount)} what? Give a unit for ${saidName(food)}.`,
      food.piece ? [`${food.piece.name}s`, ...UNIT_NAMES.slice(0, 5)] : UNIT_NAMES.slice(0, 7),
    )
  const each = poundsEach(measure, food)
  if (typeof each !== 'number') return complain('weight', measure.name, each.why, ['lb', 'kg'])
  const total = amount * each + ounces / 16
  if (!(total > 0) || total > MAX_LINE_LB)
    return complain(
      'too-much',
      kitchenNumber(amount),
      `${Math.round(total).toLocaleString('en-US')} lb is more than one line can be. Check the number and the unit.`,
    )
  const perLb = readPrice(price, food, containers)
  if (perLb !== null && typeof perLb !== 'number') return perLb
  return {
    ok: true,
    food,
    variety,
    amount,
    unit: measure.name,
    pounds: pounds(total),
    pricePerLb: perLb,
    understood: understoodAs(amount, measure, ounces, food),
  }
}

/** Foods that are their own piece ("12 peppers") need no unit. */
const countOf = (food: Food): Measure | undefined =>
  food.piece &&
  food.synonyms.concat(food.name.toLowerCase()).some((n) => n.startsWith(food.piece?.name ?? ' '))
    ? { kind: 'pieces', name: food.piece.name }
    : undefined

function understoodAs(amount: number, measure: Measure, ounces: number, food: Food): string {
  const n = kitchenNumber(amount)
  if (ounces > 0) return `${n} lb ${kitchenNumber(ounces)} oz ${saidName(food)}`
  if (measure.kind === 'pieces' && shortName(food).toLowerCase().startsWith(measure.name))
    return `${n} ${saidName(food)}`
  const plural = amount > 1 && !['lb', 'oz', 'kg', 'g', 'bu'].includes(measure.name)
  return `${n} ${measure.name}${plural ? 's' : ''} ${saidName(food)}`
}

function readPrice(
  text: string | undefined,
  food: Food,
  containers: readonly HouseholdContainer[],
): number | null | Complaint {
  if (text === undefined) return null
  const parts =
    /^\s*[^\d\s.,]{0,3}\s*(\d+(?:[.,]\d+)?|\.\d+)\s*(?:\/|per|a)\s*([a-z][a-z -]*?)\s*$/i.exec(text)
  const unit = parts ? measureNamed(parts[2] ?? '', containers) : undefined
  const each = unit ? poundsEach(unit, food) : undefined
  if (typeof each !== 'number' || each <= 0)
    return complain(
      'price',
      text.trim(),
      'Give the price per unit, such as “@ 0.85/lb” or “@ 22/bu”.',
      ['@ 0.85/lb'],
    )
  const perLb = Number(parts?.[1]?.replace(',', '.')) / each
  return perLb <= 10000
    ? perLb
    : complain('price', text.trim(), 'That price is too high to be right.')
}
