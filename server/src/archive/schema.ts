import {
  ARCHIVE_FORMAT,
  ARCHIVE_HOUSEHOLD,
  ARCHIVE_TABLES,
  ARCHIVE_VERSION,
} from '@kelvit/contract/routes'
import type Joi from 'joi'
import { describeSchema } from '../http/describe'

type Json = Record<string, unknown>

/** What OpenAPI 3.0 says of null, as JSON Schema says it. */
function plain(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(plain)
  if (typeof node !== 'object' || node === null) return node
  const { nullable, ...rest } = Object.fromEntries(
    Object.entries(node).map(([key, value]) => [key, plain(value)]),
  )
  if (nullable !== true) return rest
  const { enum: words, ...others } = rest
  return {
    anyOf: [
      { ...others, ...(words ? { enum: (words as unknown[]).filter((w) => w !== null) } : {}) },
      { type: 'null' },
    ],
  }
}

const describe = (schema: Joi.Schema): unknown => plain(describeSchema(schema))

/** The JSON Schema (2020-12) of an archive's kelvit.json, from the same schemas that it is read by. */
export function archiveSchema(): Json {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Kelvit household archive',
    type: 'object',
    required: ['format', 'formatVersion', 'household', 'tables'],
    additionalProperties: false,
    properties: {
      format: { const: ARCHIVE_FORMAT },
      formatVersion: { type: 'integer', minimum: 1, maximum: ARCHIVE_VERSION },
      household: describe(ARCHIVE_HOUSEHOLD),
      tables: {
        type: 'object',
        required: Object.keys(ARCHIVE_TABLES),
        additionalProperties: false,
        properties: Object.fromEntries(
          Object.entries(ARCHIVE_TABLES).map(([name, schema]) => [
            name,
            { type: 'array', items: describe(schema) },
          ]),
        ),
      },
    },
  }
}
