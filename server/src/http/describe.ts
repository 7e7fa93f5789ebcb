import type Joi from 'joi'
import joiToSwagger from 'joi-to-swagger'

/**
 * A schema of ours as OpenAPI describes it. The library writes a pattern that has flags with
 * its closing slash, which no text would match.
 */
export const describeSchema = (schema: Joi.Schema): object =>
  JSON.parse(
    JSON.stringify(joiToSwagger(schema).swagger, (key, value: unknown) =>
      key === 'pattern' && typeof value === 'string' ? value.replace(/\/$/, '') : value,
    ),
  ) as object
