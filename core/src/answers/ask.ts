import { ANSWERS } from './answers'
import { findAnswers, answerOf } from './find'
import { computeAnswer, type ComputingKitchen } from './computed'
import { fillAnswer } from './fill'
import { urgentOf } from './intents'
import { besideFoods, nearest, type Near } from './nearest'
import { SOURCES } from './sources'
import { askAmounts } from './amounts'
import { askOwn, type OwnRows } from './own'
import { askTables, type TableAnswer, type Told } from './tables'
import { normalise } from '../method/find'
import { rulesOf } from '../method/lookup'
import { METHOD } from './data/method'
import type { Answer } from './data/types'

/** What was found for a question: one answer to trust, or none, and what else it may mean. */
export interface AskedAnswer {
  readonly answer: Told | null
  readonly also: readonly { readonly id: string; readonly ask: string }[]
  /** What was understood, in words. */
  readonly understood?: string
}

const ALSO = 4
/** Less sure than this is chance. */
const LEAST_SURE = 0.03

/** What a question may mean besides: what is asked most alike, then what shares its words. */
const closest = (asked: string, near: readonly Near[], but?: string): AskedAnswer['also'] =>
  [
    ...near.filter((n) => n.sure >= LEAST_SURE).flatMap((n) => answerOf(n.id) ?? []),
    ...findAnswers(asked),
  ]
    .filter((a, i, all) => a.id !== but && all.indexOf(a) === i)
    .slice(0, ALSO)
    .map(({ id, ask }) => ({ id, ask }))

/**
 * Answers a question: emergencies first; then the household's own rows, the tables and this
 * kitchen; then a written answer, where the question is like those it is known to answer.
 * Anything else is only the closest topics.
 * @param rows the household's rows; without them a question of them is not answered.
 */
export function ask(question: string, kitchen: ComputingKitchen, rows?: OwnRows): AskedAnswer {
  const asked = question.trim()
  const near = asked.length < 3 ? [] : nearest(asked)
  const also = (id?: string) => closest(asked, near, id)
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
  const [first] = near
  if (
    first &&
    first.sure >= SURE &&
    first.likeness >= LIKE &&
    (!read || leadsOver(read, first, asked))
  )
    return written(first.id)
  return read ? told(read) : { answer: null, also: also() }
}

/** Less sure or less alike than this, nothing is put first: the closest topics are listed. */
const SURE = 0.45
const LIKE = 0.22
/** Alike enough to lead over what the tables say of a food that is named with it. */
const SURELY = { happened: 0.5, knowledge: 0.57, ofFigures: 0.7, whichFood: 0.45 }

/** What is known of methods; the others are about something that happened. */
const KNOWLEDGE: ReadonlySet<string> = new Set(METHOD.map((a) => a.id))
/** A figure is asked for, and the tables have it. */
const FIGURES = /\b(how long|how many|minutes?|times?|what pressure|psi|process(ing)?|canning)\b/i
/** An altitude. */
const AT_HEIGHT = /\d[\d,. ]*(ft|feet|foot|m|meters?|metres?)\b/i
/** What was done, not what is to be done. */
const RAN = /\b(used|using|ran|running|had|did|put|processed|canned|was)\b/i
/** Reasons and shared loads are not in the tables, whatever food is named. */
const EXPLAINS = /^(so |but )?why\b|\bsame (load|canner|batch|run)\b/i

/**
 * Whether a written answer leads over what the tables say of a food in the question. What
 * went wrong comes first; a refusal and a pressure at an altitude stand.
 */
function leadsOver({ id }: TableAnswer, near: Near, asked: string): boolean {
  if (id === 'one-jar') return false
  // Run at too little for the altitude: what to do about it, not only the figure.
  if (id === 'pressure-at' || AT_HEIGHT.test(asked))
    return near.id === 'wrong-weight' && RAN.test(asked)
  // Without the food, which many questions name, it must still be the same one.
  const beside = besideFoods(asked)
  if (beside === '' || nearest(beside)[0]?.id !== near.id) return false
  if (EXPLAINS.test(asked)) return true
  const knowledge = KNOWLEDGE.has(near.id)
  if (!knowledge && id === 'which-food') return near.likeness >= SURELY.whichFood
  if (id.startsWith('refused-')) return !knowledge && near.likeness >= SURELY.ofFigures
  if (!knowledge) return near.likeness >= SURELY.happened
  const asksFigure = id !== 'process' || FIGURES.test(asked)
  return near.likeness >= (asksFigure ? SURELY.ofFigures : SURELY.knowledge)
}

const tell = (answer: Answer, kitchen: ComputingKitchen): Told => ({
  id: answer.id,
  ask: answer.ask,
  say: fillAnswer(answer, kitchen),
  source: SOURCES[answer.source],
  to: answer.act?.[1] ?? '',
})
