import { ANSWERS } from './answers'
import { findAnswers, answerOf } from './find'
import { computeAnswer, type ComputingKitchen } from './computed'
import { fillAnswer } from './fill'
import { plainlyAsked, urgentOf } from './intents'
import { SOURCES } from './sources'
import { askAmounts } from './amounts'
import { askOwn, type OwnRows } from './own'
import { askTables, type TableAnswer, type Told } from './tables'
import { normalise } from '../method/find'
import { rulesOf } from '../method/lookup'
import type { Answer } from './data/types'

/** What was found for a question: one answer to trust, or none, and what else it may mean. */
export interface AskedAnswer {
  readonly answer: Told | null
  readonly also: readonly { readonly id: string; readonly ask: string }[]
  /** What was understood, in words. */
  readonly understood?: string
}

const ALSO = 4

/**
 * Answers a question: emergencies first; then the household's own rows, the tables and this
 * kitchen; then a written answer, where it plainly is the one. Anything else is only the
 * closest topics.
 * @param rows the household's rows; without them a question of them is not answered.
 */
export function ask(question: string, kitchen: ComputingKitchen, rows?: OwnRows): AskedAnswer {
  const asked = question.trim()
  const others = asked.length < 3 ? [] : findAnswers(asked)
  const also = (id?: string) =>
    others
      .filter((a) => a.id !== id)
      .slice(0, ALSO)
      .map((a) => ({ id: a.id, ask: a.ask }))
  const written = (id: string): AskedAnswer => {
    const found = answerOf(id)
    return { answer: found ? tell(found, kitchen) : null, also: also(id) }
  }
  if (asked.length < 3) return { answer: null, also: [] }
  const urgent = urgentOf(asked)
  if (urgent) return written(urgent)
  const own = ANSWERS.find((a) => normalise(a.ask) === normalise(asked))
  if (own) return written(own.id)
  const told = ({ understood, ...answer }: TableAnswer): AskedAnswer => ({
    answer,
    also: also(answer.id),
    understood,
  })
  const amounts = askAmounts(asked, kitchen)
  if (amounts) return told(amounts)
  const ofRows = rows && askOwn(asked, rows, kitchen)
  if (ofRows) return told(ofRows)
  // Together in a jar is another question than together in a load, and has the stricter answer.
  const inJar =
    /\b(together|same jar|one jar)\b/i.test(asked) && !/\b(load|canner|run|batch)\b/i.test(asked)
  const computed = inJar ? undefined : computeAnswer(asked, kitchen)
  if (computed)
    return {
      answer: {
        id: 'computed',
        ask: computed.ask,
        say: computed.say,
        source: SOURCES.kelvit,
        to: computed.act[1],
      },
      also: also(),
      understood: computed.ask,
    }
  const plain = plainlyAsked(asked)
  const read = askTables(asked, {
    altitudeFt: kitchen.altitudeFt,
    ...(kitchen.anywhere ? { anywhere: true } : {}),
    units: kitchen.units,
    gauges: kitchen.canners.map((c) => ({
      kind: c.regulatedBy,
      errorPsi: c.regulatedBy === 'dial' ? (c.lastTest?.errorPsi ?? 0) : 0,
    })),
    defaultPack: kitchen.settings.defaultPack,
    rules: rulesOf(kitchen.settings),
  })
  // What went wrong is answered before what the tables say of the food that is named with it.
  if (plain && read?.id !== 'pressure-at') return written(plain)
  if (read) return told(read)
  const [best] = others
  return best && isSure(asked, best) ? written(best.id) : { answer: null, also: also() }
}

/** Words of a question that say nothing of what it is about. */
const EMPTY = new Set(
  'a an and are as at be been by can do does did for from get go got have has how i if in is it its just me must my no not of on one or our put so some that the then there these they this those to too up us use used want was we were what when where which while who why will with would you your about tell kitchen thing jar can canned canner canning'.split(
    ' ',
  ),
)

const stems = (text: string): ReadonlySet<string> =>
  new Set(
    text
      .toLowerCase()
      .replace(/[^a-z0-9 ]+/g, ' ')
      .split(/\s+/)
      .filter((w) => w.length > 2 && !EMPTY.has(w))
      .map((w) => w.replace(/(ing|ed|es|s|ly)$/, '')),
  )

/** A word that this many answers have at most says by itself which of them is meant. */
const RARE = 4
let spread: ReadonlyMap<string, number> | undefined

/** In how many answers each word stands. */
function spreadOf(word: string): number {
  if (!spread) {
    const count = new Map<string, number>()
    for (const a of ANSWERS)
      for (const w of stems(`${a.ask} ${a.words}`)) count.set(w, (count.get(w) ?? 0) + 1)
    spread = count
  }
  return spread.get(word) ?? 0
}

/** Whether an answer shares two words of content with a question, or a rare one, in what it asks or its other words. */
function isSure(question: string, answer: Answer): boolean {
  const asked = stems(question)
  const named = stems(answer.ask)
  if (asked.size > 0 && [...asked].every((w) => named.has(w))) return true
  const own = stems(`${answer.ask} ${answer.words}`)
  const shared = [...asked].filter((w) => own.has(w))
  // A rare word is enough where it is most of what was asked.
  return shared.length >= 2 || (shared.some((w) => spreadOf(w) <= RARE) && asked.size <= 2)
}

const tell = (answer: Answer, kitchen: ComputingKitchen): Told => ({
  id: answer.id,
  ask: answer.ask,
  say: fillAnswer(answer, kitchen),
  source: SOURCES[answer.source],
  to: answer.act?.[1] ?? '',
})
