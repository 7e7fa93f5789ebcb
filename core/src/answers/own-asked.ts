import { jarSizeNamed } from '../method/jar-size'
import { countAhead, readAmount } from '../quantity/amount'
import { addDays, weekdayOf } from '../time/dates'
import { MONTHS, readDate, readTime } from '../time/say'
import type { JarSize } from '../words'
import { foodsIn } from './foods-in'

/** What somebody asks of the household's own rows. */
export type OwnQuestion =
  | { readonly kind: 'left' | 'last-taken' | 'cost'; readonly foodId: string | null }
  | { readonly kind: 'eaten'; readonly foodId: string | null; readonly from: string; readonly until: string; readonly when: string }
  | { readonly kind: 'jar'; readonly code: string }
  | { readonly kind: 'skipped'; readonly onDate: string | null }
  | { readonly kind: 'until'; readonly minute: number; readonly foodId: string | null }
  | { readonly kind: 'odd'; readonly jars: number; readonly jar: JarSize } // prettier-ignore

const LEFT =
  /\b(how (many|much)|what|are there|is there|do (we|i) (still )?have|have (we|i) got)\b.*\b(left|in the pantry|on the shelf|in stock|remain(ing)?|still|last|in the cellar)\b|\bhow long (will|do|does|can|are)\b.*\b(last|enough|hold out|carry)\b|\b(enough|run out)\b|\bhow (many|much)\b.*\b(do|have) (we|i)( still)?( have| got)?\b(?! to)|\bsince when\b|\b(do|have) (we|i) (still )?(have|got)\b(?! to)/
const EATEN =
  /\b(how (many|much)|what|did)\b.*\b(eat|ate|eaten|use|used|go through|went through|consume)\b|\b(eaten|used)\b.*\b(last|this|since|past)\b/
const TAKER =
  /\b(who|when)\b.*\b(took|take|taken|ate|eat|grabbed|used|opened|gave|had)\b.*\b(last|latest)\b|\bwho (took|ate|had|opened|used|grabbed)\b|\b(who|when)\b.*\blast\b.*\b(eaten|taken|opened|used|gone)\b/
const COST =
  /\bwhat (does|did|do)\b.*\bcost\b|\bcost (of|per|for)\b|\bhow much (does|did|do)\b.*\bcost\b|\bprice (of|per) (a |one )?(jar|quart|pint)|\bcheaper\b|\bworth (it|the money)\b|\bcompared? (to|with) (the )?(shop|store)\b/
const JAR =
  /\b(which|what)\b.*\b(load|batch|happened|become|became|evening|canner)\b|\bwhere (is|was|did)\b|\bjars?\b/
const CODE = /\b([A-Z0-9]{4,}-[A-Z0-9]+(?:-\d+)?)\b/i
const SKIP =
  /\b(skip|miss|drop|cancel|leave out|can t can|don t can|do not can|not can|take off|do nothing)\b/
const UNTIL =
  /\bhow (many|much)\b.*\b(jars?|quarts?|pints?|loads?|can|get|do|done)\b.*\b(until|till|til|by|before)\s+([\w: ]+?)(?:\s+(?:with|tonight|today|of)\b.*)?$/
const ODD =
  /\b(odd|left ?over|extra|spare|over|remaining|too few|half a load|partial)\b.*\bjars?\b|\bjars? (left )?over\b|\bjars? (too )?few\b|\bwhat (can|do|should) (i|we) do with\b.*\b(jar|quart|pint)s?\b|\bwhat can\b.*\bjars? do\b/

/** Small letters and no signs; words as they were said. */
const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()

/** What a question asks of the household's own rows; undefined where it asks something else. */
export function ownAsked(
  question: string,
  today: string,
  mixed: string | null = null,
): OwnQuestion | undefined {
  const text = plain(question)
  const foodId = mixed ?? foodIn(question)
  const code = CODE.exec(question)?.[1]
  if (code && (JAR.test(text) || text.split(' ').length <= 3))
    return { kind: 'jar', code: code.toUpperCase() }
  if (SKIP.test(text) && EVENING.test(text)) return { kind: 'skipped', onDate: dayIn(text, today) }
  const until = UNTIL.exec(text)
  const minute = until && readTime(hourIn(until[4] ?? ''), 22 * 60)
  if (minute != null && !/\bleft\b/.test(text)) return { kind: 'until', minute, foodId }
  if (TAKER.test(text)) return { kind: 'last-taken', foodId }
  if (COST.test(text)) return { kind: 'cost', foodId }
  const span = spanIn(text, today)
  const spanOrFood = span ?? (foodId && !USUALLY.test(text))
  if (EATEN.test(text) && spanOrFood && !/\b(safe|sick|should|can (i|we))\b/.test(text))
    return { kind: 'eaten', foodId, ...(span ?? lastYear(today)) }
  const odd = ODD.test(text) && !foodId ? oddJars(text) : undefined
  if (odd) return odd
  if (LEFT.test(text) && (foodId || OURS.test(text)) && !NOT_LEFT.test(text))
    return { kind: 'left', foodId }
  return undefined
}

/** Of how families eat, not of what this one ate. */
const USUALLY = /\b(family|people|person|normally|usually)\b/
const OURS =
  /^(?=.*\b(jars?|we|our|pantry|shelf|cellar)\b)(?=.*\b(left|have|last|enough|stock|on the shelf|in the pantry)\b)/
/** Questions of keeping, of processes and of the canner that have these words too. */
const NOT_LEFT =
  /\b(water|canner|liquid|minutes?|process|fridge|opened|open|freezer|psi|pressure|headspace|sealed|counter|overnight|lids?|salt|acid|room|before canning|after picking|picked|keep|keeps|gauge|dial|clean|wash|ripe|dates?|old|safe|till|spring|boil\w*|why)\b|\blast (year|winter|summer) s\b|\bjar last\b|\bjars last\b/
const EVENING =
  /\b(evening|night|day|tonight|today|tomorrow|monday|tuesday|wednesday|thursday|friday|saturday|sunday|canning|load)\b/

function foodIn(question: string): string | null {
  const food = foodsIn(question).find((m) => m.found.kind === 'food')
  return food?.found.kind === 'food' ? food.found.food.id : null
}

const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday']
/** The day that a question names; null where it names none. */
function dayIn(text: string, today: string): string | null {
  if (/\b(tonight|today)\b/.test(text)) return today
  if (/\btomorrow\b/.test(text)) return addDays(today, 1)
  const weekday = WEEKDAYS.findIndex((d) => text.includes(d))
  if (weekday < 0) return null
  return [0, 1, 2, 3, 4, 5, 6].map((n) => addDays(today, n)).find((d) => weekdayOf(d) === weekday + 1) ?? null // prettier-ignore
}

/** "ten", "7 30" as `readTime` reads them. */
function hourIn(text: string): string {
  const said = countAhead(text.trim())
  return (said ? `${said.value} ${said.rest}` : text).trim().replace(/ (\d\d)(?!\d)/, ':$1')
}

interface SpanOf {
  readonly from: string
  readonly until: string
  readonly when: string
}
const lastYear = (today: string): SpanOf => ({ from: addDays(today, -365), until: today, when: 'in the past year' }) // prettier-ignore

/** The time that a question names: last winter, last year, this month, since a date. */
function spanIn(text: string, today: string): SpanOf | undefined {
  const year = Number(today.slice(0, 4))
  const month = Number(today.slice(5, 7))
  if (/\bwinter\b/.test(text)) {
    // Until April the winter that is now is meant by "this", the one before by "last".
    const ends = month >= 4 || /\bthis\b/.test(text) ? year : year - 1
    const spring = month >= 11 && /\bthis\b/.test(text) ? year + 1 : ends
    return { from: `${spring - 1}-11-01`, until: minDay(`${spring}-03-31`, today), when: `in the winter of ${spring - 1}–${spring}` } // prettier-ignore
  }
  if (/\blast summer\b/.test(text)) {
    const of = month >= 9 ? year : year - 1
    return { from: `${of}-06-01`, until: `${of}-08-31`, when: `in the summer of ${of}` }
  }
  if (/\blast year\b/.test(text)) return { from: `${year - 1}-01-01`, until: `${year - 1}-12-31`, when: `in ${year - 1}` } // prettier-ignore
  if (/\bthis year\b/.test(text)) return { from: `${year}-01-01`, until: today, when: 'this year' }
  if (/\b(last|past) month\b/.test(text)) return { from: addDays(today, -30), until: today, when: 'in the past 30 days' } // prettier-ignore
  if (/\b(last|past) week\b/.test(text)) return { from: addDays(today, -7), until: today, when: 'in the past 7 days' } // prettier-ignore
  const since = /\bsince ([\w ]+)$/.exec(text)
  const named = MONTHS.findIndex((m) => since?.[1]?.startsWith(m))
  if (named >= 0 && !/\d/.test(since?.[1] ?? '')) {
    const of = named + 1 <= month ? year : year - 1
    return { from: `${of}-${String(named + 1).padStart(2, '0')}-01`, until: today, when: `since ${since?.[1] ?? ''}` } // prettier-ignore
  }
  const from = since && readDate(since[1] ?? '', today)
  return from ? { from, until: today, when: `since ${since[1] ?? ''}` } : undefined
}
const minDay = (a: string, b: string): string => (a < b ? a : b)

function oddJars(text: string): OwnQuestion | undefined {
  const words = text.split(' ')
  for (let at = 0; at < words.length; at++) {
    const amount = readAmount(words.slice(at).join(' '))
    const word = words[at] ?? ''
    if (
      amount &&
      word !== 'a' &&
      word !== 'an' &&
      Number.isInteger(amount.value) &&
      amount.value < 100
    )
      // prettier-ignore
      return { kind: 'odd', jars: amount.value, jar: jarSizeNamed(text) }
  }
  return undefined
}
