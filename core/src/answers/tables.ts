import { packLiked, rowHere } from '../kitchen'
import { formSaid } from '../method/described'
import { psiByAltitude } from './fill'
import { foodsIn, type Mention } from './foods-in'
import { normalise } from '../method/find'
import { saidName } from '../method/foods'
import { jarName } from '../method/jar-size'
import { mixedJar } from '../method/mixed-jar'
import type { MixedJarAnswer } from '../method/mixed-jar-answer'
import { standardAt } from '../load/recall'
import type { Food, FoodForm, HouseholdRules } from '../method/data/types'
import { inOwnDegrees, pressureOn, showAltitude, type GaugeHere } from '../quantity/format'
import { readNumber } from '../quantity/number'
import { feet, metresToFeet, psi, type Feet } from '../quantity/units'
import { JAR_SIZES, type JarSize, type Pack, type UnitSystem } from '../words'

/** An answer with what it says, where that comes from and the page it leads to. */
export interface Told {
  readonly id: string
  readonly ask: string
  readonly say: string
  readonly figures?: Readonly<Record<string, string>>
  readonly source: string
  /** The page that it leads to; empty where there is none. */
  readonly to: string
}

/** An answer read off the tables. */
export interface TableAnswer extends Told {
  /** What was understood, in words. */
  readonly understood: string
}

/** What the tables are asked for. */
export interface TableKitchen {
  readonly altitudeFt: Feet
  /** Nobody said where it is: every altitude's pressure is told. */
  readonly anywhere?: boolean
  readonly units: UnitSystem
  /** The gauges of the house; both kinds, read right, where nobody said. */
  readonly gauges: readonly GaugeHere[]
  readonly defaultPack: Pack
  readonly rules?: HouseholdRules
}

const KELVIT = 'Kelvit’s tables'
const HOW_LONG = /\b(how long|how many minute|minute|time|long do|process(ing)? time|timing)\b/
const PRESSURE = /\b(pressure|psi|pound|kpa)\b/
const MAY =
  /\b(can|may|could|should|is it (safe|ok|okay)|am i allowed|safe to|ok to|possible to)\b.*\b(can|canned|canning|process|processed|put up|pressure can)\b|\b(can|may) (i|you|we|one) (pressure )?can\b|\b(tested|safe) (recipe|process|way)\b/
const WAITS = /\b(sit|wait|hold|stand|keep)\b.*\b(before|after|picked|picking|harvest\w*)\b/
const WATER_BATH =
  /\bwater ?bath|boiling water|\bopen kettle|\bwithout (a )?pressure|\bbwb\b|\binstead of pressure|\bsteam can/
const AT_FEET =
  /(?:\bat|\bin|\bfor|\babove)?\s*([\d][\d,. ]*)\s*(ft|feet|foot|m|meters?|metres?)\b/i

/** What a question asks of the tables: a process, whether a food may be canned, a pressure at an altitude. */
export function askTables(question: string, kitchen: TableKitchen): TableAnswer | undefined {
  const text = normalise(question.replace(/[’']/g, ' '))
  const said = altitudeIn(question)
  const here = said === undefined ? kitchen : { ...kitchen, altitudeFt: said, anywhere: false }
  const mentions = foodsIn(question)
  const [named, second] = mentions
  // "Peas, the English ones": what several foods share is cleared up by the one that is named.
  const first =
    named?.found.kind === 'ambiguous'
      ? (mentions.find((m) => m.found.kind === 'food') ?? named)
      : named
  if (WATER_BATH.test(text))
    return first?.found.kind === 'refused' ? processOf(first, text, here) : waterBath(first, here)
  if (!first)
    return PRESSURE.test(text) && altitudeIn(question) !== undefined ? pressureAt(here) : undefined
  if (
    second &&
    /\b(together|same jar|one jar|mix|combine|in a jar)\b/.test(text) &&
    !/\b(load|canner|run|batch)\b/.test(text)
  )
    return named?.found.kind === 'ambiguous' || second.found.kind === 'ambiguous'
      ? ambiguousOf(mentions)
      : oneJar(mentions, here)
  const bare =
    text.split(' ').length <= first.words.split(' ').length + 2 &&
    !/\b(left|last|eat|ate|jar of)\b/.test(text)
  const refused = mentions.find((m) => m.found.kind === 'refused')
  if (refused && text.split(' ').length <= 8) return processOf(refused, text, here)
  if (WAITS.test(text) && first.found.kind === 'food') return waitsOf(first.found.food, here)
  const sized = /\b(quart|pint|half pint|canning)\b/.test(text) && text.split(' ').length <= 8
  if (HOW_LONG.test(text) || sized || PRESSURE.test(text) || MAY.test(text) || bare)
    return processOf(first, text, here)
  return undefined
}

/** Higher than any kitchen, and than any table. */
const HIGHEST_FT = 30_000

function altitudeIn(question: string): Feet | undefined {
  const said = AT_FEET.exec(question)
  // Nobody gives an altitude to the thousandth: three digits after a sign are thousands.
  const read = said && readNumber((said[1] ?? '').replace(/[.,](?=\d{3}(?!\d))/g, ''))
  if (!read?.ok) return undefined
  const high = /^m/i.test(said?.[2] ?? '') ? metresToFeet(read.value) : read.value
  return feet(Math.min(high, HIGHEST_FT))
}

/** What a gauge must show at an altitude, in words. */
function gaugeWords(
  at: (kind: GaugeHere['kind'], ft: Feet) => number | null,
  { gauges, units, altitudeFt, anywhere }: TableKitchen,
): string {
  if (anywhere)
    return `${psiByAltitude((ft) => at('weighted', ft), units)} with a weight, ${psiByAltitude((ft) => at('dial', ft), units)} on a dial`
  const all: readonly GaugeHere[] =
    gauges.length > 0
      ? gauges
      : [
          { kind: 'weighted', errorPsi: 0 },
          { kind: 'dial', errorPsi: 0 },
        ]
  const lines = all.flatMap((g) => {
    const target = at(g.kind, altitudeFt)
    if (target === null) return []
    const hold = pressureOn(g, psi(target), units)
    return [
      g.kind === 'weighted'
        ? `${hold} with a weight`
        : g.errorPsi === 0
          ? `${hold} on a dial`
          : hold,
    ]
  })
  return [...new Set(lines)].join(', ')
}

const ambiguousOf = (mentions: readonly Mention[]): TableAnswer | undefined => {
  const shared = mentions.find((m) => m.found.kind === 'ambiguous')
  return shared?.found.kind === 'ambiguous'
    ? whichFood(shared.words, shared.found.names)
    : undefined
}

/** How long a crop waits for its canner: the table's days, which are estimates. */
function waitsOf(food: Food, { units }: TableKitchen): TableAnswer {
  const { room, cool, coolCondition } = food.keepsDays
  const days = (n: number): string => `${n} day${n === 1 ? '' : 's'}`
  return {
    id: 'waits',
    ask: `How long can ${saidName(food)} wait before canning?`,
    say: `About ${days(room)} at room warmth, or ${days(cool)} kept cool (${inOwnDegrees(coolCondition, units)}), counted from picking. These are estimates: the sooner, the better the jar.`,
    figures: { roomDays: String(room), coolDays: String(cool) },
    source: KELVIT,
    to: `/methods?food=${food.id}`,
    understood: `how long ${saidName(food)} can wait`,
  }
}

function pressureAt(kitchen: TableKitchen): TableAnswer {
  const where = showAltitude(kitchen.altitudeFt, kitchen.units)
  const words = gaugeWords(standardAt, kitchen)
  return {
    id: 'pressure-at',
    ask: `What pressure at ${where}?`,
    say: words
      ? `At ${where}: ${words}. Tomatoes have lower and higher options of their own. The time is the same at every altitude.`
      : `The tables end below ${where}. Ask your extension service before you can there.`,
    figures: { altitude: where, ...(words ? { pressure: words } : {}) },
    source: KELVIT,
    to: '/methods',
    understood: `the pressure at ${where}`,
  }
}

function waterBath(first: Mention | undefined, kitchen: TableKitchen): TableAnswer {
  const food = first?.found.kind === 'food' ? first.found.food : undefined
  const tomato = food?.id === 'tomatoes'
  const own = food && lineOf(food, food.forms[0], kitchen)
  return {
    id: 'water-bath',
    ask: food
      ? `Can ${saidName(food)} be canned in boiling water?`
      : 'Can vegetables be canned in boiling water?',
    say: tomato
      ? `The tested guides have a boiling-water process for tomatoes with added acid. Kelvit runs pressure only.${own ? ` Under pressure: ${own}` : ''}`
      : `No. Vegetables, meat and soups are low in acid. Boiling water can’t make them safe, however long you boil them. ${own ?? 'Use a pressure canner.'}`,
    source: KELVIT,
    to: food ? `/methods?food=${food.id}` : '/methods',
    understood: `${food ? saidName(food) : 'vegetables'} in boiling water`,
  }
}

/** The times and pressure of one form here, as a sentence; undefined where the tables refuse all of it. */
function lineOf(food: Food, form: FoodForm | undefined, kitchen: TableKitchen): string | undefined {
  if (!form) return undefined
  const pack = packLiked(form, kitchen.defaultPack)
  const look = (jar: JarSize, gauge: GaugeHere['kind'], altitudeFt = kitchen.altitudeFt) =>
    rowHere({ ...kitchen, altitudeFt }, { formId: form.id, pack, jar }, gauge)
  const sizes = JAR_SIZES.filter((s) => form.minutes[s] !== undefined)
  const kinds =
    kitchen.gauges.length > 0 ? kitchen.gauges.map((g) => g.kind) : (['weighted', 'dial'] as const)
  const times = sizes.flatMap((jar) => {
    const found = kinds.map((g) => look(jar, g)).find((p) => p.outcome === 'process')
    return found?.outcome === 'process' ? [`${found.minutes} minutes in ${jarName(jar)}`] : []
  })
  const pressure = gaugeWords((kind, ft) => {
    const found = look(sizes[0] ?? 'pint', kind, ft)
    return found.outcome === 'process' ? found.psi : null
  }, kitchen)
  if (times.length === 0) return undefined
  const larger = sizes.includes('quart') ? '' : ' Not in quarts.'
  const soup = form.id === 'soup' ? ' Longer if any solid or broth in it takes longer alone.' : ''
  const where = kitchen.anywhere ? '' : ` at ${showAltitude(kitchen.altitudeFt, kitchen.units)}`
  return `${saidName(food).replace(/^./, (c) => c.toUpperCase())} (${form.name.toLowerCase()}), ${pack} pack: ${times.join(', ')}, at ${pressure}${where}.${larger}${soup}`
}

/** A word that several foods share: asked about, with the choices. */
export const whichFood = (words: string, names: readonly string[]): TableAnswer => ({
  id: 'which-food',
  ask: `Which ${words.replace(/s?$/, 's')}?`,
  say: `Which ones do you mean: ${names.slice(0, -1).join(', ')} or ${names.at(-1) ?? ''}?`,
  source: KELVIT,
  to: `/methods?q=${encodeURIComponent(words)}`,
  understood: words,
})

function processOf(mention: Mention, text: string, kitchen: TableKitchen): TableAnswer {
  const { found } = mention
  if (found.kind === 'ambiguous') return whichFood(mention.words, found.names)
  if (found.kind === 'refused') {
    const { refused } = found
    return {
      id: `refused-${refused.id}`,
      ask: `Can ${mention.words} be canned?`,
      say: `No: ${refused.name}. ${refused.reason} Instead: ${refused.instead.join(', ')}.`,
      source: KELVIT,
      to: `/methods?food=${refused.id}`,
      understood: refused.name,
    }
  }
  const { food } = found
  const form = formSaid(food, text)
  const line = lineOf(food, form, kitchen)
  const may = MAY.test(text) ? 'Yes, in a pressure canner. ' : ''
  return {
    id: 'process',
    ask: `How do I can ${saidName(food)}?`,
    say: line
      ? `${may}${line}`
      : `The tables have no process for ${saidName(food)} at ${showAltitude(kitchen.altitudeFt, kitchen.units)}. Ask your extension service.`,
    source: form.source,
    to: `/methods?food=${food.id}`,
    understood: `${saidName(food)}, ${form.name.toLowerCase()}`,
  }
}

/** Several foods in one jar: what the checker of mixed jars says of them. */
function oneJar(mentions: readonly Mention[], kitchen: TableKitchen): TableAnswer {
  const names = mentions.map((m) => m.words)
  const at = (gauge: GaugeHere['kind'], altitudeFt = kitchen.altitudeFt): MixedJarAnswer =>
    mixedJar({
      ingredients: [...names, 'water'],
      solidsPercent: 50,
      jar: 'pint',
      gauge,
      altitudeFt,
    })
  const answer = at(kitchen.gauges[0]?.kind ?? 'weighted')
  const pressure = gaugeWords((kind, ft) => {
    const found = at(kind, ft)
    return found.outcome === 'process' ? found.psi : null
  }, kitchen)
  const say =
    answer.outcome === 'process'
      ? `Yes, as a soup: solids to half of the jar, then water or broth. Pints take ${answer.minutes} minutes at ${pressure}. ${answer.sentence}`
      : answer.outcome === 'refused'
        ? `No: ${answer.sentence} Instead: ${answer.instead.join(', ')}.`
        : answer.question
  return {
    id: 'one-jar',
    ask: `Can ${names.join(' and ')} go into one jar?`,
    say,
    source: KELVIT,
    to: '/methods/jar',
    understood: `${names.join(' and ')} in one jar`,
  }
}
