import { foods } from '../method/foods'
import { ANSWERS } from './answers'
import { SAID } from './data/said'
import { foodsIn } from './foods-in'

/** Words of a question that say nothing of what it is about. */
const EMPTY = new Set(
  'a all alright am an and any are as at be been by can could did do does for from get got had has have he her his how i if im in is it its ive just kitchen let may me might must my of ok okay on or our please she should so some that the their them then there these they thing this those to us was we were what when where which while who why will with would you your about tell'.split(
    ' ',
  ),
)

/** Words that mean the same here: the first of a line stands for the others. */
const SAME = `
weight jiggler jiggle rocker regulator petcock counterweight
band ring
dial gauge needle
stove hob range cooktop stovetop burner
leak hiss seep weep
power electricity outage electric blackout
sterilise sterilize sterile
store storage shelve shelf
price cost pay cheap spend money dollar
eat taste ate eaten serve
child kid baby daughter son toddler infant
puree mash
psi pound lb
fridge refrigerator icebox
cellar basement pantry cupboard
spoil spoiled rotten bad
cloudy murky milky hazy foggy
old age ancient older
friend neighbor neighbour coworker cousin aunt sister
check test verify inspect
warm heat hot
soup stew chili chowder
burn scald blister scorch
vent exhaust purge
fell drop sank dip slid slip sag fall droop
propane gas
often frequent frequently
throw toss discard dispose dump trash
crud gunk dirt debris
crack split shatter broke break broken
start begin
quick fast speed hurry rush quickly faster quicker
ok okay alright fine allowed
need necessary required
altitude elevation
lemon lime
buy purchase
internet wifi network signal online reception
screw tighten crank
climb rise creep shoot
under below
over above past
thick thicker
book chart leaflet pamphlet guide
crystal sand grit grain
white chalky
lid cover
video blog website web
forgot forget forgotten
asleep sleep slept bed
evening night tonight
`

/** A word without its ending: "times", "timed" and "timing" are one. */
const stem = (word: string): string =>
  (word.length > 4
    ? word
        .replace(/oes$/, 'o')
        .replace(/([^s])s$/, '$1')
        .replace(/(ing|ed|ly)$/, '')
        .replace(/([bdgmnprt])\1$/, '$1')
    : word.replace(/([^s])s$/, '$1')
  )
    .replace(/(..)e$/, '$1')
    .replace(/(..)y$/, '$1i')
    .replace(/ie$/, 'i')

const MEANS = new Map(
  SAME.trim()
    .split('\n')
    .flatMap((line) => {
      const [first = '', ...others] = line.split(' ')
      return others.map((other) => [stem(other), stem(first)] as const)
    }),
)

/** The words of a question that it is about, in their order and as they were written. */
const writtenWords = (question: string): readonly string[] =>
  question
    .toLowerCase()
    .replace(/[’']/g, "'")
    .replace(/\b(ca|do|did|does|is|was|wo|could|should|would|have|has|are)nt\b/g, "$1n't")
    .replace(/n't\b|\bcannot\b/g, ' not')
    .replace(/'\w+/g, '')
    .replace(/[^a-z0-9 ]+/g, ' ')
    .split(/\s+/)
    .filter((word) => word !== '' && !EMPTY.has(word))

/** What a word counts as: its stem, or that of the first of those that mean the same. */
const meant = (word: string): string => MEANS.get(stem(word)) ?? stem(word)

const wordsOf = (question: string): readonly string[] => writtenWords(question).map(meant)

/** Words by which a process is asked for: sizes, packs, times and pressures. */
const OF_A_PROCESS =
  'time minute hour pressure psi pint quart half pack raw hot long process canning can canned jar safe tested many much need style'

let names: ReadonlySet<string> | undefined

const isOfFood = (word: string): boolean =>
  (names ??= new Set(
    foods.flatMap((f) =>
      wordsOf([f.name, ...f.synonyms, ...f.forms.map((form) => form.name)].join(' ')),
    ),
  )).has(word)

const plain = new Set(wordsOf(OF_A_PROCESS))

/** What a question says beside foods and their forms, sizes, times and pressures; empty where that is all. */
export function besideFoods(question: string): string {
  const mentioned = new Set(foodsIn(question).flatMap((m) => wordsOf(m.words)))
  const words = writtenWords(question).filter(
    (word) => !isOfFood(meant(word)) && !mentioned.has(meant(word)),
  )
  return words.every((word) => plain.has(meant(word))) ? '' : words.join(' ')
}

type Vector = ReadonlyMap<string, number>

/** Beside a word itself: with the next word, with the one after, and its parts of four letters, so that a slip of the finger or another ending still counts. */
const PAIR = 0.6
const APART = 0.3
const PART = 0.25
const PART_LENGTH = 4
/** The same again adds little. */
const MOST_OFTEN = 1.5

function countsOf(question: string): Vector {
  const words = wordsOf(question)
  const counts = new Map<string, number>()
  const add = (key: string, n: number): void =>
    void counts.set(key, Math.min(MOST_OFTEN, (counts.get(key) ?? 0) + n))
  words.forEach((word, i) => {
    add(word, 1)
    if (i > 0) add(`${words[i - 1]} ${word}`, PAIR)
    if (i > 1) add([words[i - 2], word].sort().join('~'), APART)
    for (const part of partsOf(word)) add(part, PART)
  })
  return counts
}

function partsOf(word: string): readonly string[] {
  const whole = `<${word}>`
  if (word.length < PART_LENGTH) return []
  return Array.from(
    { length: whole.length - PART_LENGTH + 1 },
    (_, at) => `#${whole.slice(at, at + PART_LENGTH)}`,
  )
}

const isWord = (key: string): boolean => !/[ ~#]/.test(key)

/** What is known of how questions are asked. */
export interface Learned {
  readonly ids: readonly string[]
  /** In how many answers' questions a word, pair or part stands. */
  readonly spread: ReadonlyMap<string, number>
  /** The answer of each question, by its place in `ids`. */
  readonly answers: readonly number[]
  /** The questions in which a key stands, with its weight in each. */
  readonly where: ReadonlyMap<string, readonly (readonly [question: number, weight: number])[]>
  /** By key, how likely it is in the questions of each answer: ln, above what a key that never stands there has. */
  readonly likelier: ReadonlyMap<string, ReadonlyMap<number, number>>
  /** By answer, how likely a key is that never stands in its questions, ln. */
  readonly never: readonly number[]
}

/** A word that no question here has still makes a question another one. */
const UNKNOWN = 0.6
/** What a key that never stands in an answer's questions counts there, so that it excludes nothing. */
const PINCH = 0.02

function weigh(counts: Vector, spread: ReadonlyMap<string, number>, answers: number): Vector {
  const vector = new Map<string, number>()
  for (const [key, n] of counts) {
    const among = spread.get(key)
    if (among === undefined && !isWord(key)) continue
    const rare = Math.log(1 + answers / (among ?? 0.5))
    vector.set(key, n * rare * (among === undefined ? UNKNOWN : 1))
  }
  const length = Math.sqrt([...vector.values()].reduce((sum, w) => sum + w * w, 0)) || 1
  return new Map([...vector].map(([key, w]) => [key, w / length]))
}

export type Asked = readonly [id: string, question: string]

/** How cooks ask, by the answer that they are after. */
export const asked = (): readonly Asked[] =>
  SAID.trim()
    .split('\n')
    .flatMap((line) => {
      const at = line.indexOf(':')
      return line
        .slice(at + 1)
        .split(' | ')
        .map((question): Asked => [line.slice(0, at), question.trim()])
    })

/** Learns from questions, from how each answer asks itself, and from its other words. */
export function learn(from: readonly Asked[]): Learned {
  const own = ANSWERS.flatMap((a): readonly Asked[] => [
    [a.id, a.ask],
    [a.id, a.words],
  ])
  const all = [...from, ...own].map(([id, question]) => [id, countsOf(question)] as const)
  const ids = [...new Set(all.map(([id]) => id))]
  const place = new Map(ids.map((id, i) => [id, i]))
  const among = new Map<string, Set<string>>()
  for (const [id, counts] of all)
    for (const key of counts.keys()) among.set(key, (among.get(key) ?? new Set()).add(id))
  const spread = new Map([...among].map(([key, of]) => [key, of.size]))
  const answers = all.map(([id]) => place.get(id) ?? 0)
  const where = new Map<string, (readonly [number, number])[]>()
  const sums = new Map<string, Map<number, number>>()
  const totals = ids.map(() => PINCH * spread.size)
  for (const [i, [, counts]] of all.entries()) {
    const answer = answers[i] ?? 0
    for (const [key, w] of weigh(counts, spread, ids.length)) {
      const found = where.get(key)
      if (found) found.push([i, w])
      else where.set(key, [[i, w]])
      const sum = sums.get(key) ?? new Map<number, number>()
      sums.set(key, sum.set(answer, (sum.get(answer) ?? 0) + w))
      totals[answer] = (totals[answer] ?? 0) + w
    }
  }
  const likelier = new Map(
    [...sums].map(([key, of]) => [
      key,
      new Map([...of].map(([answer, sum]) => [answer, Math.log((sum + PINCH) / PINCH)])),
    ]),
  )
  return { ids, spread, answers, where, likelier, never: totals.map((t) => Math.log(PINCH / t)) }
}

let learned: Learned | undefined

export interface Near {
  readonly id: string
  /** How sure it is among all answers, from 0 to 1. */
  readonly sure: number
  /** How like the most alike of its questions, from 0, nothing in common, to 1, said just so. */
  readonly likeness: number
}

/** How much more the likest questions of an answer count than its others. */
const STEEP = 10
/** Of how likely all words of a question are under an answer, beside how like its single questions are. */
const ALL_WORDS = 0.3
/** A question that is here word by word is the one that it is. */
const SAID_SO = 0.999
/** How quickly a lower score is less likely. */
const DECIDED = 4

/** Least share of a question's words that must be words of questions here. */
const KNOWN = 0.5
/** Least share of a word's parts by which it is known words with a slip in them. */
const KNOWN_PARTS = 0.75

/** The share of words that are known from questions here, also with a slip in them. */
function knownOf(words: readonly string[], { spread }: Learned): number {
  const known = words.filter((word) => {
    const parts = partsOf(word)
    return (
      spread.has(word) ||
      (parts.length > 2 &&
        parts.filter((part) => spread.has(part)).length >= parts.length * KNOWN_PARTS)
    )
  })
  return words.length === 0 ? 0 : known.length / words.length
}

/**
 * Answers by how like their questions a question is, the likest first: how like single
 * questions, and how likely its words are in all of an answer's questions.
 */
export function nearest(
  question: string,
  of: Learned = (learned ??= learn(asked())),
): readonly Near[] {
  // What is mostly of other things is another question, however like the rest of it is.
  const known = knownOf(wordsOf(question), of)
  if (known < KNOWN) return []
  const vector = weigh(countsOf(question), of.spread, of.ids.length)
  const alike = new Float64Array(of.answers.length)
  const scores = new Float64Array(of.ids.length)
  for (const [key, w] of vector) {
    for (const [i, other] of of.where.get(key) ?? []) alike[i] = (alike[i] ?? 0) + w * other
    const likelier = of.likelier.get(key)
    for (let a = 0; a < scores.length; a++)
      scores[a] = (scores[a] ?? 0) + ALL_WORDS * w * ((likelier?.get(a) ?? 0) + (of.never[a] ?? 0))
  }
  const close = new Float64Array(of.ids.length)
  const best = new Float64Array(of.ids.length)
  of.answers.forEach((a, i) => {
    close[a] = (close[a] ?? 0) + Math.exp(STEEP * (alike[i] ?? 0)) - 1
    best[a] = Math.max(best[a] ?? 0, alike[i] ?? 0)
  })
  const total = scores.map(
    (s, a) => s + Math.log(1 + (close[a] ?? 0)) / STEEP + ((best[a] ?? 0) > SAID_SO ? 1 : 0),
  )
  const top = Math.max(...total)
  const shares = total.map((t) => Math.exp(DECIDED * (t - top)))
  const sum = shares.reduce((a, b) => a + b, 0)
  return of.ids
    .map((id, a) => ({ id, sure: (known * (shares[a] ?? 0)) / sum, likeness: best[a] ?? 0 }))
    .sort((a, b) => b.sure - a.sure)
}
