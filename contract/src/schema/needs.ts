import Joi from 'joi'
import { allRequired, id, jarSize, line, plainDate, tableId, version, words } from './common'

const need = {
  foodId: tableId,
  formId: tableId,
  jar: jarSize,
  jarsPerMeal: Joi.number().min(0).max(50),
  mealsPerWeek: Joi.number().min(0).max(50),
  freshMonths: Joi.array().items(Joi.number().integer().min(1).max(12)).unique().max(12),
  nextHarvestOn: plainDate,
  certainty: Joi.number().valid(0.5, 0.8, 0.9, 0.95),
}
export const newNeedSchema = allRequired(need)
export const patchNeedSchema = Joi.object({ version: version.required(), ...need }).min(2)

export const newProcessCheckSchema = Joi.object({
  formId: tableId.required(),
  edition: line(200).min(3).required(),
})

export const newRecipeSchema = Joi.object({
  name: line(80).min(1).required(),
  done: words(4000).min(1).required(),
})
export const patchRecipeSchema = Joi.object({
  version: version.required(),
  name: line(80).min(1),
  done: words(4000).min(1),
}).min(2)
export const recipeJarsSchema = Joi.object({
  ids: Joi.array().items(id).min(1).max(100).unique().required(),
  jar: jarSize.required(),
  cannedOn: plainDate.required(),
})
