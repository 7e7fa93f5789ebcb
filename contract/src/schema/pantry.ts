import Joi from 'joi'
import { JAR_STATES } from '../pantry'
import { id, instant, version, words } from './common'

export const jarFateSchema = Joi.object({
  state: Joi.string()
    .valid(...JAR_STATES)
    .required(),
  at: instant.required(),
  note: words(400),
})

export const patchJarSchema = Joi.object({
  version: version.required(),
  shelfId: id.allow(null),
  useSoon: Joi.boolean(),
  note: words(400),
}).min(2)
