import type { JarOf } from '@kelvit/core'
import Joi from 'joi'

/** The kind of schema that a type asks for. */
export type SchemaOf<T> = [NonNullable<T>] extends [string]
  ? Joi.StringSchema | Joi.AlternativesSchema
  : [NonNullable<T>] extends [number]
    ? Joi.NumberSchema | Joi.AlternativesSchema
    : [NonNullable<T>] extends [boolean]
      ? Joi.BooleanSchema
      : [NonNullable<T>] extends [readonly unknown[]]
        ? Joi.ArraySchema
        : Joi.ObjectSchema | Joi.AlternativesSchema

type OptionalKeys<T> = {
  [K in keyof T]-?: Record<never, never> extends Pick<T, K> ? K : never
}[keyof T]

type RequiredFields<T> = {
  readonly [K in Exclude<keyof T, OptionalKeys<T>>]-?: SchemaOf<T[K]>
}
type OptionalFields<T> = {
  readonly [K in OptionalKeys<T>]-?: SchemaOf<Exclude<T[K], undefined>>
}

/**
 * The schema of an object, held to its type by the compiler: every key of the type and no
 * other, each of the kind its type asks for, required exactly where the type requires it.
 */
export function shape<T>(
  required: RequiredFields<T>,
  ...[optional]: [OptionalKeys<T>] extends [never] ? [] : [optional: OptionalFields<T>]
): Joi.ObjectSchema<T> {
  const both = Object.keys(optional ?? {}).find((key) => key in required)
  if (both) throw new TypeError(`${both} is both required and optional`)
  const must = Object.entries<Joi.Schema>(required).map(([key, schema]) => [key, schema.required()])
  return Joi.object<T>(Object.fromEntries([...must, ...Object.entries(optional ?? {})]))
}

/** A change of a row: the version that was seen, and at least one of its fields. */
export type Changed<T> = Partial<T> & { readonly version: number }

/** The schema of a change of a row, out of its fields. */
export const changed = <T>(fields: {
  readonly [K in keyof T]-?: SchemaOf<Exclude<T[K], undefined>>
}): Joi.ObjectSchema<Changed<T>> =>
  Joi.object<Changed<T>>({ version: version.required(), ...(fields as object) }).min(2)

export const listOf = <T>(item: Joi.Schema<T>): Joi.ArraySchema<T[]> => Joi.array<T[]>().items(item)

/** One of several words, complete by its list. */
export const oneOf = (words: readonly (string | null)[]): Joi.StringSchema =>
  Joi.string().valid(...words)

/** An id in either case; kept in lower case, as PostgreSQL answers it. */
export const id = Joi.string()
  .guid({ version: ['uuidv4', 'uuidv7'] })
  .custom((value: string) => value.toLowerCase())
  .messages({ 'string.guid': 'This is not an id Kelvit makes.' })
export const version = Joi.number().integer().min(1)
/** A line of text people type; trimmed, no control characters. */
export const line = (max: number): Joi.StringSchema =>
  Joi.string()
    .trim()
    .max(max)
    .pattern(/^[^\p{Cc}]*$/u, 'plain text')
/** Longer words; line breaks allowed. */
export const words = (max: number): Joi.StringSchema =>
  Joi.string()
    .trim()
    .allow('')
    .max(max)
    .pattern(/^[^\p{Cc}]*$|^[\P{Cc}\n\t]*$/u, 'plain text')
/** Text that Kelvit itself says. */
export const said = Joi.string().allow('').max(20_000)
/** A short code on a jar or a batch. */
export const code = Joi.string().max(40)
/** What a dial can read, psi. */
export const dialPsi = Joi.number().min(0).max(30)
/** A time at the stove, minutes. */
export const stoveMinutes = Joi.number()
  .min(0)
  .max(24 * 60)
/** Money for one of something. */
export const money = Joi.number().min(0).max(1e9)
/** A plain date, ISO. Real days only. */
export const plainDate = Joi.string()
  .pattern(/^(19|20|21)\d\d-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'date like 2026-08-14')
  .custom((value: string, helpers) => {
    const day = new Date(`${value}T00:00:00Z`)
    return !Number.isNaN(day.getTime()) && day.toISOString().startsWith(value)
      ? value
      : helpers.error('any.invalid')
  })
/** An instant, ISO with zone. */
export const instant = Joi.string()
  .max(40)
  .pattern(
    /^(19|20|21)\d\d-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d{1,9})?)?(Z|[+-]\d\d:\d\d)$/,
    'time like 2026-08-14T17:00:00Z',
  )
  .custom((value: string, helpers) =>
    Number.isNaN(Date.parse(value)) ? helpers.error('any.invalid') : value,
  )
/** What a jar of several things holds. */
export const jarOf = Joi.object<JarOf>({
  ingredients: Joi.array()
    .items(line(60).min(1))
    .min(1)
    .max(20)
    .required()
    .messages({ 'array.min': 'Name everything that goes into the jar.' }),
  solidsPercent: Joi.number().min(0).max(100).allow(null).default(null),
  rehydrated: Joi.boolean().allow(null).default(null),
  name: line(50).min(1),
})
/** A food of the tables, or a mixed jar by its name. */
export const foodKey = Joi.string()
  .max(80)
  .pattern(/^([a-z][a-z0-9-]*|mixed:[^\p{Cc}]{1,60})$/u, 'food')
/** Id of a food or form in the tables. */
export const tableId = Joi.string()
  .max(60)
  .pattern(/^[a-z][a-z0-9-]*$/, 'table id')
