import { ANSWERS } from './answers'
import { SAID } from './data/said'

/** Words of a question that say nothing of what it is about. */
const EMPTY = new Set(
  'a all alright am an and any are as at be been by can could did do does for from get got had has have he her his how i if im in is it its ive just kitchen let may me might must my of ok okay on or our please she should so some that the their them then there these they thing this those to us was we were what when where which while who why will with would you your about tell'.split(
    ' ',
  ),
)

/** Words that mean the same here: the first of a line stands for the others. */
const SAME = `
weight jiggler jiggle rocker regulator petcock
band ring
dial gauge needle
stove hob range cooktop stovetop burner
leak hiss
power electricity outage
sterilise sterilize sterile
store storage shelve shelf
price cost pay cheap spend money
eat taste ate
child kid baby daughter son
puree mash
psi pound lb
fridge refrigerator
cellar basement pantry
spoil spoiled rotten bad
cloudy murky milky
old age ancient
friend neighbor neighbour
check test
warm heat hot
soup stew chili
burn scald blister
vent exhaust
fell drop sank dip
`

/** A word without its ending. */
const stem = (word: string): string =>
  word.length > 4
    ? word.replace(/ies$/, 'y').replace(/(ing|ed|es|ly|s)$/, '')
    : word.replace(/s$/, '')

const MEANS = new Map(
  SAME.trim()
    .split('\n')
    .flatMap((line) => {
      const [first = '', ...others] = line.split(' ')
      return others.map((other) => [stem(other), stem(first)] as const)
    }),
)

/** The words of a question that it is about, in their order. */
function wordsOf(question: string): readonly string[] {
  return question
    .toLowerCase()
    .replace(/[’']/g, "'")
    .replace(/n't\b|\bcannot\b/g, ' not')
    .replace(/'\w+/g, '')
    .replace(/[^a-z0-9 ]+/g, ' ')
    .split(/\s+/)
    .filter((word) => word !== '' && !EMPTY.has(word))
    .map(stem)
    .map((word) => MEANS.get(word) ?? word)
}

type Vector = ReadonlyMap<string, number>

/** Two words that follow each other say more than each by itself. */
const PAIR = 0.6

function countsOf(question: string): Vector {
  const words = wordsOf(question)
  const counts = new Map<string, number>()
  const add = (key: string, n: number): void => void counts.set(key, (counts.get(key) ?? 0) + n)
  words.forEach((word, i) => {
    add(word, 1)
    if (i > 0) add(`${words[i - 1]} ${word}`, PAIR)
  })
  return counts
}

/** What is known of how questions are asked. */
export interface Learned {
  /** In how many answers' questions a word or pair stands. */
  readonly spread: ReadonlyMap<string, number>
  readonly examples: readonly (readonly [id: string, vector: Vector])[]
  /** What all questions of an answer have in common. */
  readonly middles: ReadonlyMap<string, Vector>
}

/** A word that no question here has still makes a question another one. */
const UNKNOWN = 0.6
/** The same word again adds little. */
const MOST_OFTEN = 1.5

function weigh(counts: Vector, spread: ReadonlyMap<string, number>): Vector {
  const vector = new Map<string, number>()
  for (const [key, n] of counts) {
    const among = spread.get(key)
    if (among === undefined && key.includes(' ')) continue
    const rare = Math.log(1 + ANSWERS.length / (among ?? 0.5))
    vector.set(key, Math.min(n, MOST_OFTEN) * rare * (among === undefined ? UNKNOWN : 1))
  }
  return unit(vector)
}

function unit(vector: Vector): Vector {
  const length = Math.sqrt([...vector.values()].reduce((sum, w) => sum + w * w, 0)) || 1
  return new Map([...vector].map(([key, w]) => [key, w / length]))
}

const alike = (a: Vector, b: Vector): number =>
  [...a].reduce((sum, [key, w]) => sum + w * (b.get(key) ?? 0), 0)

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
  const ids = new Map<string, Set<string>>()
  for (const [id, counts] of all)
    for (const key of counts.keys()) ids.set(key, (ids.get(key) ?? new Set()).add(id))
  const spread = new Map([...ids].map(([key, of]) => [key, of.size]))
  const examples = all.map(([id, counts]) => [id, weigh(counts, spread)] as const)
  const sums = new Map<string, Map<string, number>>()
  for (const [id, vector] of examples) {
    const sum = sums.get(id) ?? new Map<string, number>()
    for (const [key, w] of vector) sum.set(key, (sum.get(key) ?? 0) + w)
    sums.set(id, sum)
  }
  return { spread, examples, middles: new Map([...sums].map(([id, sum]) => [id, unit(sum)])) }
}

let learned: Learned | undefined

export interface Near {
  readonly id: string
  /** From 0, nothing in common, to 1, said just so. */
  readonly likeness: number
}

/** Of how a question is like one single question, and how like all of an answer's. */
const SINGLE = 0.55

/** Least share of a question's words that must be words of questions here. */
const KNOWN = 0.5

/** Answers by how like their questions a question is, the likest first. */
export function nearest(
  question: string,
  { spread, examples, middles }: Learned = (learned ??= learn(asked())),
): readonly Near[] {
  const words = wordsOf(question)
  // What is mostly of other things is another question, however like the rest of it is.
  if (words.filter((w) => spread.has(w)).length < words.length * KNOWN) return []
  const vector = weigh(countsOf(question), spread)
  const best = new Map<string, number>()
  for (const [id, example] of examples)
    best.set(id, Math.max(best.get(id) ?? 0, alike(vector, example)))
  return [...best]
    .map(([id, likeness]) => ({
      id,
      likeness: SINGLE * likeness + (1 - SINGLE) * alike(vector, middles.get(id) ?? new Map()),
    }))
    .sort((a, b) => b.likeness - a.likeness)
}
