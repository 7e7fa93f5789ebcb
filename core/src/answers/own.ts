import { foodStock, type WeeksOfFood } from '../book/food-stock'
import type { BookJar, BookLot, BookNeed } from '../book/book'
import type { Prices } from '../book/cost'
import { mayBeEaten } from '../book/shelf'
import { cookMinutes } from '../harvest/ahead'
import { handsPerQuart } from '../harvest/estimate'
import { capacityFor, minimumFor } from '../load/capacity'
import { restingHere } from '../load/stages'
import { shortFood, saidFood } from '../method/food-name'
import { foodOf } from '../method/foods'
import { countJars, quartsOf } from '../method/jar-size'
import { dayLoadOf } from '../plan/day/from-load'
import { dayFits } from '../plan/day/sheet'
import { daysBetween } from '../time/dates'
import { sayDate, sayTime } from '../time/say'
import type { JarSize } from '../words'
import { processIn, type ComputingKitchen } from './computed'
import { ownAsked, type OwnQuestion } from './own-asked'
import { SOURCES } from './sources'
import { foodsIn } from './foods-in'
import { whichFood, type TableAnswer } from './tables'

/** A jar of the household, also one that is gone. Days are the household's, ISO. */
export interface OwnJar extends BookJar {
  readonly code: string
  readonly loadId: string | null
  readonly costEach: number | null
  /** The day on which it left the shelf; null while it is in the house. */
  readonly goneOn: string | null
  /** Who took it; null where nobody knows. */
  readonly takenBy: string | null
}

/** What is asked of: the household's own rows. */
export interface OwnRows {
  /** The household's plain date, ISO. */
  readonly today: string
  readonly jars: readonly OwnJar[]
  readonly use: readonly WeeksOfFood[]
  readonly needs: readonly BookNeed[]
  readonly lots: readonly (BookLot & { readonly said: string })[]
  readonly plan: readonly {
    readonly onDate: string
    readonly portions: readonly { readonly lotId: string; readonly jars: number; readonly jar: JarSize }[]
  }[] // prettier-ignore
  readonly loads: readonly {
    readonly id: string
    readonly code: string
    readonly onDate: string
    readonly verdict: string
    readonly reason: string
    readonly canner: string
  }[]
  readonly prices: Pick<Prices, 'shop'>
  readonly currency: string
  /** When the kitchen is free today, minutes from midnight; null when it is not. */
  readonly tonight: { readonly opens: number; readonly people: number } | null
  /** Minutes from midnight, now. */
  readonly nowMinute: number
}

const WEEKS_A_MONTH = 4.35

/** Answers a question of the household's own rows; undefined where it asks something else. */
export function askOwn(
  question: string,
  rows: OwnRows,
  kitchen: ComputingKitchen,
): TableAnswer | undefined {
  const asked = ownAsked(question, rows.today, mixedIn(question, rows))
  if (!asked) return undefined
  const [shared] = foodsIn(question)
  if ('foodId' in asked && asked.foodId === null && shared?.found.kind === 'ambiguous')
    return whichFood(shared.words, shared.found.names)
  switch (asked.kind) {
    case 'left':
      return asked.foodId ? leftOf(asked.foodId, rows) : leftAtAll(rows)
    case 'eaten':
      return eaten(asked, rows)
    case 'last-taken':
      return lastTaken(asked.foodId, rows)
    case 'cost':
      return asked.foodId ? costOf(asked.foodId, rows) : undefined
    case 'jar':
      return jarOfCode(asked.code, rows)
    case 'skipped':
      return skipped(asked.onDate, rows)
    case 'until':
      return until(asked, rows, kitchen)
    case 'odd':
      return oddJars(asked, kitchen)
  }
}

/** A mixed jar of the house that a question names; null where it names none. */
function mixedIn(question: string, { jars, lots }: OwnRows): string | null {
  const said = question.toLowerCase()
  const ids = new Set([...jars, ...lots].map((r) => r.foodId))
  return [...ids].find((id) => !foodOf(id) && said.includes(saidFood(id).toLowerCase())) ?? null
}

const own = (id: string, ask: string, say: string, to: string, figures?: Readonly<Record<string, string>>): TableAnswer => ({ id, ask, say, to, source: SOURCES.kelvit, understood: ask.replace(/\?$/, ''), ...(figures ? { figures } : {}) }) // prettier-ignore

/** "12 quarts and 3 pints": jars by size, the largest first. */
function countAll(jars: readonly { readonly jar: JarSize }[]): string {
  const sizes = (['quart', 'pintAndHalf', 'pint', 'halfPint'] as const).flatMap((jar) => {
    const n = jars.filter((j) => j.jar === jar).length
    return n > 0 ? [countJars(n, jar)] : []
  })
  return sizes.length === 0 ? 'no jars' : list(sizes)
}
const list = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}`
const capital = (words: string): string => words.replace(/^./, (c) => c.toUpperCase())
const jars = (n: number): string => `${n} jar${n === 1 ? '' : 's'}`

function leftOf(foodId: string, rows: OwnRows): TableAnswer {
  const food = saidFood(foodId)
  const ask = `How much ${food} is left?`
  const to = `/pantry/food/${foodId}`
  const stock = foodStock(rows, rows.use, foodId)
  const held = rows.jars.filter((j) => j.foodId === foodId && j.state === 'on-shelf' && !mayBeEaten(j)) // prettier-ignore
  const also = held.length > 0 ? ` ${jars(held.length)} more ${held.length === 1 ? 'is' : 'are'} set aside: don’t eat ${held.length === 1 ? 'it' : 'them'} yet.` : '' // prettier-ignore
  if (stock.jars.length === 0) {
    const last = lastGone(foodId, rows)
    const since = last ? ` since ${sayDate(last.goneOn ?? '')}` : ''
    return own('left', ask, `There’s none on the shelf${since}.${also}`, to, { jars: '0' })
  }
  const oldest = stock.jars.map((j) => j.cannedOn).sort()[0] ?? rows.today
  const ends = stock.forecast?.runsOut
  const weeks = ends ? daysBetween(rows.today, ends) / 7 : null
  const lasts =
    weeks === null || stock.rate === null || stock.rate <= 0
      ? 'Kelvit doesn’t know yet how fast you eat it, so it can’t say how long that lasts.'
      : `At ${rate(stock.rate)} a week it lasts about ${spanWords(weeks)}, until ${sayDate(ends ?? '')}.`
  return own(
    'left',
    ask,
    `${countAll(stock.jars)}, the oldest canned ${sayDate(oldest)}. ${lasts}${also}`,
    to,
    {
      jars: String(stock.jars.length),
      ...(weeks === null
        ? {}
        : { weeks: String(Math.round(weeks)), months: (weeks / WEEKS_A_MONTH).toFixed(1) }),
    },
  )
}

const rate = (n: number): string => `${Math.round(n * 10) / 10} jar${Math.round(n * 10) === 10 ? '' : 's'}` // prettier-ignore
const spanWords = (weeks: number): string => {
  const whole = Math.round(weeks)
  const months = Math.round((weeks / WEEKS_A_MONTH) * 2) / 2
  const said = Number.isInteger(months) ? String(months) : `${Math.floor(months)}½`.replace(/^0/, '')
  return `${whole} week${whole === 1 ? '' : 's'} (${said} month${months > 1 ? 's' : ''})`
} // prettier-ignore

function leftAtAll(rows: OwnRows): TableAnswer {
  const here = rows.jars.filter(mayBeEaten)
  const foods = [...new Set(here.map((j) => j.foodId))]
    .map((id) => ({ id, n: here.filter((j) => j.foodId === id) }))
    .sort((a, b) => b.n.length - a.n.length)
  const most = foods.slice(0, 6).map((f) => `${saidFood(f.id)} ${f.n.length}`)
  const more = foods.length > 6 ? `, and ${foods.length - 6} more foods` : ''
  return own('left', 'What is left in the pantry?', here.length === 0 ? 'The shelf is empty.' : `${countAll(here)}: ${most.join(', ')}${more}.`, '/pantry', { jars: String(here.length) }) // prettier-ignore
}

function eaten(
  { foodId, from, until, when }: Extract<OwnQuestion, { kind: 'eaten' }>,
  rows: OwnRows,
): TableAnswer {
  // prettier-ignore
  const food = foodId ? saidFood(foodId) : 'food from jars'
  const inSpan = rows.jars.filter(
    (j) =>
      (foodId === null || j.foodId === foodId) &&
      (j.state === 'eaten' || j.state === 'opened') &&
      j.goneOn !== null &&
      j.goneOn >= from &&
      j.goneOn <= until,
  )
  const first = rows.jars.map((j) => j.cannedOn).sort()[0]
  const short = first !== undefined && first > from ? ` Your record begins ${sayDate(first)}.` : ''
  const weeks = Math.max(1, daysBetween(from, until) / 7)
  const pace = inSpan.length > 1 ? ` That’s ${rate(inSpan.length / weeks)} a week.` : ''
  return own('eaten', `How much ${food} did we eat ${when}?`, `${inSpan.length === 0 ? 'No jar is recorded as eaten' : `${countAll(inSpan)}`} ${when}.${pace}${short}`, foodId ? `/pantry/food/${foodId}` : '/records/year', { jars: String(inSpan.length) }) // prettier-ignore
}

function lastGone(foodId: string | null, rows: OwnRows): OwnJar | undefined {
  return rows.jars
    .filter((j) => (foodId === null || j.foodId === foodId) && j.goneOn !== null)
    .sort((a, b) => (a.goneOn ?? '').localeCompare(b.goneOn ?? ''))
    .at(-1)
}

const GONE: Readonly<Record<string, string>> = {
  eaten: 'took it to eat',
  opened: 'opened it',
  given: 'gave it away',
  discarded: 'threw it away',
  frozen: 'froze it',
  refrigerated: 'put it in the fridge',
  missing: 'found it missing at a count',
}

function lastTaken(foodId: string | null, rows: OwnRows): TableAnswer {
  const food = foodId ? saidFood(foodId) : 'food'
  const ask = `Who took the last jar of ${food}?`
  const last = lastGone(foodId, rows)
  if (!last) return own('last-taken', ask, `Nobody has taken a jar of ${food} yet.`, '/pantry')
  const left = rows.jars.filter((j) => mayBeEaten(j) && (foodId === null || j.foodId === foodId)).length // prettier-ignore
  return own(
    'last-taken',
    ask,
    `${last.takenBy ?? 'Somebody'} ${GONE[last.state] ?? 'took it'} on ${sayDate(last.goneOn ?? '')}: jar ${last.code}, canned ${sayDate(last.cannedOn)}. ${left === 0 ? 'None is left' : `${jars(left)} ${left === 1 ? 'is' : 'are'} left`}.`,
    `/pantry/jar/${last.id}`,
    { left: String(left) },
  )
}

function costOf(foodId: string, rows: OwnRows): TableAnswer {
  const food = saidFood(foodId)
  const ask = `What does a jar of ${food} cost?`
  const known = rows.jars.filter((j) => j.foodId === foodId && j.costEach !== null)
  const size = (['quart', 'pint'] as const).find((s) => known.some((j) => j.jar === s)) ?? 'quart'
  const same = known.filter((j) => j.jar === size)
  const shop = rows.prices.shop[foodId]
  const money = (n: number): string =>
    new Intl.NumberFormat('en-US', { style: 'currency', currency: rows.currency }).format(n)
  const buys = shop === undefined ? ' Add the shop’s price under Records to compare.' : ` The shop asks ${money(shop * quartsOf(size))} for as much.` // prettier-ignore
  if (same.length === 0)
    return own('cost', ask, `Kelvit doesn’t know: no price is recorded with the lots of ${food}.${shop === undefined ? '' : buys}`, '/records') // prettier-ignore
  const mean = same.reduce((n, j) => n + (j.costEach ?? 0), 0) / same.length
  return own('cost', ask, `${money(mean)} a ${size}, on average of ${jars(same.length)}: the produce by what the lot really filled.${buys}`, '/records', { each: money(mean), ...(shop === undefined ? {} : { shop: money(shop * quartsOf(size)) }) }) // prettier-ignore
}

const STANDS: Readonly<Record<string, string>> = {
  'on-shelf': 'It’s on the shelf.',
  'set-aside': 'It’s set aside.',
  refrigerated: 'It’s in the fridge.',
  frozen: 'It’s in the freezer.',
  'processed-again': 'It was processed again.',
}
const VERDICTS: Readonly<Record<string, string>> = {
  'as-tested': 'That load was processed as tested.',
  longer: 'That load was processed as tested, and longer.',
  'in-doubt': 'That load is in doubt: don’t eat its jars until you’ve reviewed it.',
  'not-processed': 'That load was not processed as tested: don’t eat its jars.',
}

function jarOfCode(code: string, rows: OwnRows): TableAnswer | undefined {
  const found = rows.jars.find((j) => j.code === code)
  const batch = code.replace(/-\d+$/, '')
  const load = rows.loads.find((l) => (found?.loadId ? l.id === found.loadId : l.code === batch || l.code === code)) // prettier-ignore
  if (!found && !load) return undefined
  const from = load
    ? `Batch ${load.code}, run ${sayDate(load.onDate)} in ${load.canner}. ${VERDICTS[load.verdict] ?? `Its record says: ${load.reason || load.verdict.replaceAll('-', ' ')}.`}`
    : 'It isn’t from a load on record here.'
  const now = !found
    ? ''
    : (STANDS[found.state] ?? `${found.takenBy ?? 'Somebody'} ${GONE[found.state] ?? 'took it'} on ${sayDate(found.goneOn ?? rows.today)}.`) // prettier-ignore
  const what = found ? `${shortFood(found.foodId)}, canned ${sayDate(found.cannedOn)}. ` : ''
  return own('jar', `Where is ${code} from?`, `${what}${from} ${now}`.trim(), found ? `/pantry/jar/${found.id}` : `/stove/${load?.id ?? ''}/record`) // prettier-ignore
}

function skipped(onDate: string | null, rows: OwnRows): TableAnswer {
  const days = [...new Set(rows.plan.map((p) => p.onDate))].filter((d) => d >= rows.today).sort()
  const day = onDate ?? days[0] ?? rows.today
  const ask = `What spoils if ${day === rows.today ? 'tonight' : sayDate(day)} is skipped?`
  const that = rows.plan.filter((p) => p.onDate === day).flatMap((p) => p.portions)
  if (that.length === 0)
    return own('skipped', ask, `Nothing is planned then, so nothing more spoils.`, '/season')
  const lots = [...new Set(that.map((p) => p.lotId))].flatMap((id) => {
    const lot = rows.lots.find((l) => l.id === id)
    const count = that.filter((p) => p.lotId === id)
    return lot ? [{ lot, jars: count.reduce((n, p) => n + p.jars, 0), jar: count[0]?.jar ?? lot.jar }] : [] // prettier-ignore
  })
  const next = (canBy: string) => days.find((d) => d > day && d <= canBy)
  const lost = lots.filter((l) => next(l.lot.canBy) === undefined)
  const waits = lots.filter((l) => next(l.lot.canBy) !== undefined)
  const lostWords = lost.map((l) => `${countJars(l.jars, l.jar)} of ${saidFood(l.lot.foodId)} (can by ${sayDate(l.lot.canBy)})`) // prettier-ignore
  const waitWords = waits.map((l) => `the ${saidFood(l.lot.foodId)} can wait until ${sayDate(l.lot.canBy)}`) // prettier-ignore
  return own(
    'skipped',
    ask,
    `${lost.length === 0 ? 'Nothing spoils that day.' : `${list(lostWords)}: no later evening is planned in time.`}${waits.length > 0 ? ` ${capital(list(waitWords))}, if a later evening has room for ${waits.length === 1 ? 'it' : 'them'}.` : ''} Let Kelvit plan the day away before you skip it.`,
    '/season/what-if',
    { lost: String(lost.reduce((n, l) => n + l.jars, 0)) },
  )
}

/** Loads that are tried at most. */
const MOST_LOADS = 8
const STEPS = 200

function until(
  { minute, foodId }: Extract<OwnQuestion, { kind: 'until' }>,
  rows: OwnRows,
  kitchen: ComputingKitchen,
): TableAnswer | undefined {
  // prettier-ignore
  const lot = [...rows.lots].sort((a, b) => a.canBy.localeCompare(b.canBy))[0]
  const food = foodOf(foodId ?? lot?.foodId ?? 'beans-snap')
  const form = food?.forms.find((f) => (foodId ? true : f.id === (lot?.formId ?? f.id))) ?? food?.forms[0] // prettier-ignore
  if (!food || !form || kitchen.canners.length === 0) return undefined
  const closes = minute <= rows.nowMinute ? minute + 24 * 60 : minute
  const by = sayTime(minute, kitchen.settings.clockHours)
  const people = rows.tonight?.people ?? 1
  const ask = `How many jars until ${by}?`
  const jar: JarSize = form.minutes.quart === undefined ? 'pint' : 'quart'
  const able = kitchen.canners.flatMap((c) => {
    const process = processIn(form.id, jar, c.regulatedBy, kitchen)
    const takes = Math.max(capacityFor(c.capacity, jar, 'regular'), capacityFor(c.capacity, jar, 'wide')) // prettier-ignore
    return process && takes > 0 ? [{ canner: restingHere(c, kitchen.settings), takes, minutes: process.minutes }] : [] // prettier-ignore
  })
  const day = { opens: rows.nowMinute, closes, burners: kitchen.settings.burners ?? able.length, people: Array.from({ length: people }, (_, i) => ({ id: String(i), name: '', from: rows.nowMinute, until: closes })) } // prettier-ignore
  const loads: ReturnType<typeof dayLoadOf>[] = []
  let filled = 0
  for (let n = 0; n < MOST_LOADS; n++) {
    const next = able
      .map((a) => ({
        takes: a.takes,
        load: dayLoadOf({
          id: `${n}`,
          cannerId: a.canner.id,
          canBy: rows.today,
          jar,
          jars: a.takes,
          prepMin: a.takes * quartsOf(jar) * handsPerQuart(food, form),
          processMinutes: a.minutes,
          cookMin: cookMinutes([{ formId: form.id }]),
          stageMinutes: a.canner.stageMinutes,
        }),
      })) // prettier-ignore
      .sort((a, b) => b.takes - a.takes)
      .find((a) => dayFits([...loads, a.load], day, STEPS))
    if (!next) break
    loads.push(next.load)
    filled += next.takes
  }
  const hands = people === 1 ? 'one person' : `${people} people`
  return own('until', ask, filled === 0 ? `No load of ${saidFood(food.id)} can be done by ${by}: it takes longer than that from now, with ${hands}.` : `${countJars(filled, jar)} of ${saidFood(food.id)}, in ${loads.length === 1 ? 'one load' : `${loads.length} loads`}, from now with ${hands}: everything out of the canner by ${by}.`, '/season', { jars: String(filled), loads: String(loads.length) }) // prettier-ignore
}

function oddJars(
  { jars: n, jar }: Extract<OwnQuestion, { kind: 'odd' }>,
  kitchen: ComputingKitchen,
): TableAnswer {
  // prettier-ignore
  const ways = kitchen.canners.flatMap((c) => {
    const takes = Math.max(capacityFor(c.capacity, jar, 'regular'), capacityFor(c.capacity, jar, 'wide')) // prettier-ignore
    const least = minimumFor(c.minimum, jar)
    if (takes === 0) return []
    if (n < least) return [`${c.name} needs at least ${countJars(least, jar)}`]
    const loads = Math.floor(n / takes)
    const over = n % takes
    if (loads === 0) return [`${c.name} runs them as one load`]
    if (over === 0) return [`${c.name} takes them in ${loads === 1 ? 'one load' : `${loads} loads`}`]
    return [over >= least ? `${c.name} takes ${takes} and ${over} in ${loads + 1} loads` : `${c.name} takes ${loads * takes}, and ${over} ${over === 1 ? 'is' : 'are'} left over`] // prettier-ignore
  })
  return own('odd', `What can ${countJars(n, jar)} do?`, `${ways.length > 0 ? `${ways.join('. ')}. ` : ''}They may fill up a load of the same pressure: the whole load then runs the longer time. Otherwise put them in the fridge and eat them, or freeze the food.`, '/stove/plan', { jars: String(n) }) // prettier-ignore
}
