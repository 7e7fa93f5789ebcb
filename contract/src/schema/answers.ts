import Joi from 'joi'
import { gauge, line, pack } from './common'

/** Jar words of the lookup: table sizes, nominal metric jars, and the half gallon, which is refused. */
const JAR_WORDS = [
  'halfPint',
  'pint',
  'pintAndHalf',
  'quart',
  'ml250',
  'ml500',
  'ml750',
  'ml1000',
  'halfGallon',
]

export const methodQuerySchema = Joi.object({
  form: line(60).min(1).required(),
  pack: pack.required(),
  jar: Joi.string()
    .valid(...JAR_WORDS)
    .required(),
  gauge: gauge.required(),
  altitudeFt: Joi.number().min(-1500).max(30000).required(),
  option: Joi.string().valid('low', 'standard', 'fifteen'),
})

export const mixedJarQuerySchema = Joi.object({
  /** Names with commas between them. */
  ingredients: Joi.string().max(600).required(),
  solidsPercent: Joi.number().min(0).max(100),
  jar: Joi.string()
    .valid(...JAR_WORDS)
    .required(),
  gauge: gauge.required(),
  altitudeFt: Joi.number().min(-1500).max(30000).required(),
  rehydrated: Joi.boolean(),
})

export const estimateQuerySchema = Joi.object({
  line: Joi.string().max(300).required(),
  jar: Joi.string()
    .valid(...JAR_WORDS)
    .default('quart'),
  form: Joi.string()
    .max(60)
    .pattern(/^[a-z][a-z0-9-]*$/, 'form id'),
})
