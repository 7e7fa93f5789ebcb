import { countJars, foodOf, shortName, type JarSize, type UnitSystem } from '@kelvit/core'
import {
  MOUTHS,
  oneWord,
  readFood,
  readForm,
  readJar,
  readText,
  type Cell,
  type Read,
} from './csv-readers'

/** One field of a row, and how a cell of it is read. */
export interface Field {
  readonly name: string
  readonly required: boolean
  /** Other heads it is known by, bare. */
  readonly heads: readonly string[]
  readonly help: string
  readonly read: (cell: string, about: Cell) => Read
}

export interface Sheet {
  /** In the order in which they are read: a form is read once its food is known. */
  readonly fields: readonly Field[]
  /** A row in words, for a look before. */
  readonly words: (values: Readonly<Record<string, unknown>>, units: UnitSystem) => string
}

export const food = (name = 'food'): Field => ({
  name,
  required: true,
  heads: ['crop', 'vegetable', 'what', 'product', 'item'],
  help: 'A food as people call it: snap beans, tomatoes.',
  read: readFood,
})
export const form: Field = {
  name: 'form',
  required: false,
  heads: ['way', 'style', 'method'],
  help: 'The way it’s canned, by Kelvit’s name. Empty means the usual way.',
  read: readForm,
}
export const jar = (required: boolean): Field => ({
  name: 'jar',
  required,
  heads: ['size', 'jar size'],
  help: 'half-pint, pint, pint-and-half, quart; also 250, 500 or 1000 ml.',
  read: readJar,
})
export const mouth: Field = {
  name: 'mouth',
  required: false,
  heads: ['mouth size', 'lid'],
  help: 'Write regular or wide. Empty means regular.',
  read: oneWord(MOUTHS, 'Say regular or wide.'),
}
export const note: Field = {
  name: 'note',
  required: false,
  heads: ['notes', 'remark', 'remarks', 'comment'],
  help: 'Words.',
  read: readText(400),
}

export const jarWords = (v: Readonly<Record<string, unknown>>): string =>
  `${countJars(Number(v.count ?? 1), (v.jar ?? 'quart') as JarSize)} of ${nameOf(v.food)}`
export const nameOf = (id: unknown): string => {
  const found = foodOf(String(id))
  return found ? shortName(found).toLowerCase() : String(id)
}
