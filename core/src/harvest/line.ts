import {
  changingWord,
  describedFood,
  formSaid,
  isStripped,
  type Described,
} from '../method/described'
import { normalise } from '../method/find'
import { foodOf, foods, saidName } from '../method/foods'
import { countJars, jarSizeNamed } from '../method/jar-size'
import type { Food } from '../method/data/types'
import { readAmount } from '../quantity/amount'
import { kitchenNumber } from '../quantity/format'
import { complain, type Complaint, type Fix } from './complaint'
import { amountAhead, amountBehind, type Smaller } from './how-much'
import { priceBehind } from './money'
import {
  nearestUnit,
  oneOf,
  poundsEach,
  UNIT_NAMES,
  type HouseholdContainer,
  type Measure,
} from './measure'
import { readPrice } from './price'
import { understoodAs } from './understood'
import { pounds, type Pounds } from '../quantity/units'

/** What a weigh-in line says. */
export interface WeighIn {
  readonly ok: true
  readonly food: Food
  /** The form that the words name, else the food's plain one. */
  readonly formId: string
  readonly variety: string | null
  /** It came out of its husk, pod or shell, so that it makes more than the printed yield says. */
  readonly stripped: boolean
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
 * Reads one weigh-in line, such as "1.5 bu snap beans, Provider @ 0.85/lb", in figures or
 * words, the amount before the crop or behind it.
 * Returns the value or a precise complaint with ways to put it right, never a guess.
 * @param house the household's own measures and words, tried before the usual ones.
 */
export function readWeighIn(line: string, house: HouseholdSpeech = {}): WeighIn | Complaint {
  const text = line.trim()
  if (text === '')
    return complain('empty', '', 'Say how much of what, such as “1.5 bu snap beans”.')
  if (text.length > MAX_LINE_CHARS)
    return complain('too-long', '', `Keep the line under ${MAX_LINE_CHARS} letters.`)
  const { body, price } = priceBehind(text)
  if (price?.includes('@')) return complain('price', '@', 'Give one price, such as “@ 0.85/lb”.')
  const { containers = [], cropWords = [] } = house
  const ahead = amountAhead(body.trim(), containers)
  // "Half runners, 3 lb": a number that opens a name is not the amount.
  const parts = ahead?.unit ? ahead : (amountBehind(body.trim(), containers) ?? ahead)
  if (!parts) return complainAmount(text, body)
  const { amount, unit, more, rest } = parts
  const said = { line: text, body, rest, hasUnit: unit !== undefined, containers, cropWords }
  const crop = readCrop(rest, said, foodsOf(unit))
  if (!crop.ok) return crop
  return weigh({ amount, unit, more, ...crop, price, said })
}

/** A line and what of it is known, for whoever complains of the rest. */
interface Said extends Required<HouseholdSpeech> {
  readonly line: string
  /** The line without its price. */
  readonly body: string
  /** The line without its amount, unit and price. */
  readonly rest: string
  readonly hasUnit: boolean
}

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
    `Say how much, such as 1.5, 1 1/2, 60 or two dozen. “${word}” isn’t an amount.`,
    sized ? { fixes: [{ label: `a ${word}`, line: `a ${line}` }] } : {},
  )
}

type Crop = { readonly ok: true; readonly food: Food; readonly variety: string | null }

/** The crops a measure is for: "12 pumpkins" of this house, or "60 ears", need no other word. */
const foodsOf = (measure: Measure | undefined): readonly Food[] =>
  measure?.kind === 'household'
    ? measure.containers.flatMap((c) => foodOf(c.foodId ?? '') ?? [])
    : measure?.kind === 'pieces'
      ? foods.filter((f) => f.piece?.name === measure.name)
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
  const jars = jarsAhead(said)
  if (jars) return jars
  const whole = describedFood(words)
  if (whole.kind === 'food')
    return { ok: true, food: asSaid(whole.food, words), variety: whole.variety }
  const found = comma >= 0 ? describedFood(name) : whole
  if (found.kind !== 'food') return complainFood(found, name, said)
  const changed = variety === null ? undefined : changingWord(found.food, variety)
  // "Peas, dried": what stands behind the comma may be another food, or none.
  if (changed !== undefined) {
    const turned = describedFood(`${variety} ${name}`)
    return turned.kind === 'food'
      ? { ok: true, food: turned.food, variety: turned.variety }
      : complainFood({ kind: 'changed', food: found.food, word: changed }, name, said)
  }
  const kinds = [found.variety, variety].filter((v) => v !== null).join(', ')
  return { ok: true, food: asSaid(found.food, name), variety: kinds || null }
}

function complainFood(
  found: Exclude<Described, { kind: 'food' }>,
  name: string,
  said: Said,
): Complaint {
  switch (found.kind) {
    case 'refused':
      return complain('refused-food', name, `${found.refused.name}: ${found.refused.reason}`, {
        suggestions: found.refused.instead,
        refused: found.refused,
      })
    case 'changed': {
      const food = saidName(found.food)
      const kind = found.word.toLowerCase()
      return complain(
        'changed-food',
        found.word,
        `There’s no tested process here for ${kind} ${food}. Kelvit knows ${food} fresh.`,
      )
    }
    case 'ambiguous':
      return complain('which-food', name, `“${name}” could be several crops. Which one?`, {
        suggestions: found.names,
        fixes: otherNames(said, name, found.names),
      })
    case 'unknown':
      return complainUnknown(name, found.nearest, said)
  }
}

const JARS = /^(quarts?|qts?|pints?|pts?|half[- ]pints?|pint[- ]and[- ](?:a[- ])?half|jars?)\b\.?(?:\s+jars?)?\s*(?:of\s+)?(.+)$/i // prettier-ignore

/** "7 quarts sweet corn": how many jars somebody wants, and not what came in. */
function jarsAhead({ line, body, rest, hasUnit }: Said): Complaint | undefined {
  const said = hasUnit ? null : JARS.exec(rest.trim())
  const amount = said && readAmount(body.trim())
  const food = said && describedFood((said[2] ?? '').split(',')[0] ?? '')
  if (!amount || food?.kind !== 'food') return undefined
  const jar = jarSizeNamed(said[1] ?? '')
  const jars = Math.ceil(amount.value)
  return complain('jars', line, `How much does it take for ${countJars(jars, jar)} of ${saidName(food.food)}?`, { wanted: { jars, jar, food: food.food } }) // prettier-ignore
}

/** The crop that the household means by a word of its own. */
const ownCrop = (name: string, { cropWords }: Said): Food | undefined => {
  const wanted = normalise(name)
  const own = cropWords.find((c) => normalise(c.word) === wanted)
  return own && foodOf(own.foodId)
}

/** The line with the crop named otherwise; its amount, unit and price stand as they were said. */
const otherNames = (said: Said, name: string, names: readonly string[]): Fix[] => {
  const where = said.body.lastIndexOf(name)
  const from = where < 0 ? -1 : said.line.indexOf(said.body) + where
  if (from < 0) return []
  const [before, behind] = [said.line.slice(0, from), said.line.slice(from + name.length)]
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
    const found = own ? ({ kind: 'food', food: own } as const) : describedFood(behind)
    if (found.kind === 'food') return complainMeasure(words.slice(0, n).join(' '), found.food, said)
  }
  const short = name.slice(0, 60)
  return complain(
    'food',
    short,
    nearest.length > 0
      ? `Kelvit doesn’t know “${short}”. Did you mean one of these?`
      : `Kelvit doesn’t know “${short}”.`,
    { suggestions: nearest, fixes: otherNames(said, name, nearest) },
  )
}

/** A measure nobody knows the weight of: a slip of the pen, or one to be told once. */
function complainMeasure(words: string, food: Food, said: Said): Complaint {
  const near = nearestUnit(words, said.containers)
  if (near)
    return complain('unit', words, `Kelvit doesn’t know the unit “${words}”.`, {
      suggestions: [near],
      fixes: otherNames(said, words, [near]),
    })
  const one = oneOf(words.toLowerCase())
  return complain('unit', words, `How heavy is one ${one} of ${saidName(food)}?`, {
    asks: { name: one, food },
  })
}

/** A shop's bags, by the sizes they come in. */
const sizesOf = ({ line }: Said): Fix[] =>
  [3, 5, 10, 50].flatMap((lb) => {
    const sized = line.replace(/\b(bags?)\b/i, `${lb}-lb $1`)
    return sized === line ? [] : [{ label: `${lb}-lb bags`, line: sized }]
  })

interface Parts {
  readonly amount: number
  readonly unit: Measure | undefined
  /** Ounces beside the pounds, grams beside the kilograms. */
  readonly more: Smaller | undefined
  readonly food: Food
  readonly variety: string | null
  readonly price: string | undefined
  readonly said: Said
}

function weigh(parts: Parts): WeighIn | Complaint {
  const { amount, unit, more, food, variety, price, said } = parts
  const measure = unit ?? countOf(food)
  if (!measure) return complainBare(parts)
  const each = poundsEach(measure, food)
  if (typeof each !== 'number')
    return complain('weight', measure.name, each.why, {
      asks: { name: measure.name, food },
      fixes: measure.kind === 'asked' ? sizesOf(said) : [],
    })
  const total = amount * each + (more ? more.amount * more.lb : 0)
  if (!(total > 0) || total > MAX_LINE_LB)
    return complain(
      'too-much',
      kitchenNumber(amount),
      `${Math.round(total).toLocaleString('en-US')} lb is too much for one line. Check the number and the unit.`,
    )
  const { containers } = said
  // A bag or box that was counted is what a bare price is for.
  const counted = /\s/.test(measure.name) || measure.kind === 'household'
  const perLb =
    price === undefined
      ? null
      : readPrice({ text: price, food, pounds: total, containers, ...(counted ? { each } : {}) })
  if (perLb !== null && typeof perLb !== 'number') return withReadings(perLb, said)
  return {
    ok: true,
    food,
    formId: formSaid(food, said.rest).id,
    variety,
    amount,
    unit: measure.name,
    pounds: pounds(total),
    pricePerLb: perLb,
    stripped: isStripped(said.line),
    understood: understoodAs(amount, measure, more, food),
  }
}

/** A price that does not say what it is for: the lines it may mean. */
const withReadings = (why: Complaint, { line }: Said): Complaint =>
  /[@\s\p{Sc}][\d.,]+\s*$/u.test(line) && why.asks === undefined
    ? {
        ...why,
        fixes: [
          { label: 'a pound', line: `${line}/lb` },
          { label: 'for all of it', line: `${line} for all` },
        ],
      }
    : why

/** A number of a crop and no unit: which unit was meant, or how heavy is one of them? */
function complainBare({ amount, food, said }: Parts): Complaint {
  const units = food.piece
    ? [`${food.piece.name}s`, ...UNIT_NAMES.slice(0, 5)]
    : UNIT_NAMES.slice(0, 7)
  const at = said.body.length - said.rest.length
  const whole = said.body.endsWith(said.rest)
  const behind = said.line.slice(said.line.indexOf(said.body) + said.body.length)
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
            line: `${said.body.slice(0, at).trim()} ${u} ${said.rest}${behind}`,
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
