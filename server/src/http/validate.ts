import Joi from 'joi'
import type { Context } from 'koa'
import { ProblemError } from './problem'

const pointer = (path: readonly (string | number)[]): string => path.map((p) => `/${p}`).join('')

/** A Joi message in plain words, without the quotes and regular expressions. */
const plain = (d: Joi.ValidationErrorItem): string => {
  if (d.type === 'object.unknown')
    return `“${String(d.context?.label)}” is not a field Kelvit knows.`
  if (d.type === 'any.required') return 'This is missing.'
  if (d.type === 'string.pattern.name') return `This is not a ${String(d.context?.name)}.`
  const text = d.message.replace(/^"[^"]*" /, '').replace(/"/g, '')
  return text.charAt(0).toUpperCase() + text.slice(1)
}

/** Of a large request only the first mistake is told: finding all of them would keep others waiting. */
const MOST_VALUES = 400

function check<T>(
  schema: Joi.Schema,
  value: unknown,
  convert: boolean,
  where: string,
  values = 0,
): T {
  const result = schema.validate(value, { abortEarly: values > MOST_VALUES, convert })
  if (!result.error) return result.value as T
  const fields = result.error.details
    .slice(0, 10)
    .map((d) => ({ pointer: pointer(d.path), detail: plain(d) }))
  const [first] = fields
  throw new ProblemError(
    400,
    'invalid',
    `The ${where} cannot be used: ${first?.pointer ? `${first.pointer.slice(1).replaceAll('/', ' ')}: ` : ''}${first?.detail ?? ''}`,
    { fields },
  )
}

/** The JSON body, exactly as the schema says; wrong types are refused, not bent. Text is trimmed. */
export function readBody<T>(ctx: Context, schema: Joi.Schema): T {
  const body: unknown = (ctx.request as { body?: unknown }).body
  if (typeof body !== 'object' || body === null || Array.isArray(body))
    throw new ProblemError(400, 'invalid', 'Send a JSON object.')
  const { values } = ctx.state as { values?: number }
  check(schema, trimmed(body), false, 'request', values)
  return check<T>(schema, body, true, 'request', values)
}

/** White space at the ends is forgiven before types are checked strictly. */
const trimmed = (value: unknown): unknown =>
  typeof value === 'string'
    ? value.trim()
    : Array.isArray(value)
      ? value.map(trimmed)
      : typeof value === 'object' && value !== null
        ? Object.fromEntries(Object.entries(value).map(([k, v]) => [k, trimmed(v)]))
        : value

/** The query string; numbers and booleans arrive as text and are read. */
export const readQuery = <T>(ctx: Context, schema: Joi.Schema): T =>
  check<T>(schema, { ...ctx.query }, true, 'address')

const uuid = Joi.string().guid().required()

/** An id in the path. */
export function readId(ctx: Context, name = 'id'): string {
  const value = (ctx.params as Record<string, string>)[name] ?? ''
  if (uuid.validate(value).error)
    throw new ProblemError(400, 'invalid', 'The id in the address isn’t valid.')
  return value.toLowerCase()
}
