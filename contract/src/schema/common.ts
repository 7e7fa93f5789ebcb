import Joi from 'joi'

/** An id in either case; kept in lower case, as PostgreSQL answers it. */
export const id = Joi.string()
  .guid({ version: ['uuidv4', 'uuidv7'] })
  .custom((value: string) => value.toLowerCase())
  .messages({ 'string.guid': 'This is not an id Kelvit makes.' })
export const version = Joi.number().integer().min(1)
/** A line of text people type; trimmed, no control characters. */
export const line = (max: number) =>
  Joi.string()
    .trim()
    .max(max)
    .pattern(/^[^\p{Cc}]*$/u, 'plain text')
/** Longer words; line breaks allowed. */
export const words = (max: number) =>
  Joi.string()
    .trim()
    .allow('')
    .max(max)
    .pattern(/^[^\p{Cc}]*$|^[\P{Cc}\n\t]*$/u, 'plain text')
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
export const jarSize = Joi.string().valid('halfPint', 'pint', 'pintAndHalf', 'quart')
export const mouth = Joi.string().valid('regular', 'wide')
export const pack = Joi.string().valid('raw', 'hot')
export const gauge = Joi.string().valid('dial', 'weighted')
export const storage = Joi.string().valid('room', 'cool')
/** Id of a food or form in the tables. */
export const tableId = Joi.string()
  .max(60)
  .pattern(/^[a-z][a-z0-9-]*$/, 'table id')

/** An object of which every key is required, said key by key so that the API's description says it too. */
export const allRequired = (keys: Readonly<Record<string, Joi.Schema>>): Joi.ObjectSchema =>
  Joi.object(Object.fromEntries(Object.entries(keys).map(([name, key]) => [name, key.required()])))
