import Joi from 'joi'
import { id, jarSize, line, plainDate, storage, tableId, version, words } from './common'

const fields = {
  foodId: tableId,
  formId: tableId,
  jar: jarSize,
  variety: line(60).allow(null, ''),
  source: Joi.string().valid('garden', 'bought', 'given'),
  said: line(200),
  lb: Joi.number().greater(0).max(20000),
  pricePerLb: Joi.number().min(0).max(10000).allow(null),
  arrivedOn: plainDate,
  storage,
  canBy: plainDate,
  state: Joi.string().valid('expected', 'in-house', 'canned', 'eaten', 'spoiled'),
  finishedOn: plainDate.allow(null),
  fromLotId: id.allow(null),
  plantingId: id.allow(null),
  excludedBecause: line(200).allow(null),
  note: words(1000),
}

export const newLotSchema = Joi.object({
  ...fields,
  foodId: fields.foodId.required(),
  formId: fields.formId.required(),
  jar: fields.jar.required(),
  said: fields.said.required(),
  lb: fields.lb.required(),
  arrivedOn: fields.arrivedOn.required(),
  storage: fields.storage.required(),
  state: Joi.string().valid('expected', 'in-house').default('in-house'),
})
export const patchLotSchema = Joi.object({ version: version.required(), ...fields }).min(2)

export const newPlantingSchema = Joi.object({
  foodId: tableId.required(),
  formId: tableId.required(),
  jar: jarSize.required(),
  variety: line(60).allow(null, ''),
  rowFt: Joi.number().greater(0).max(100000).allow(null),
  expectedLb: Joi.number().greater(0).max(20000).required(),
  firstOn: plainDate.required(),
  lastOn: plainDate.required(),
  pickings: Joi.number().integer().min(1).max(24).required(),
  note: words(1000),
})

export const lotMovesSchema = Joi.object({
  lots: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        version: version.required(),
        arrivedOn: plainDate.required(),
        state: Joi.string().valid('expected', 'in-house').required(),
      }),
    )
    .min(1)
    .max(400)
    .unique('id')
    .required(),
})

export const splitLotSchema = Joi.object({
  id: id.required(),
  version: version.required(),
  lb: Joi.number().greater(0).max(20000).required(),
  state: Joi.string().valid('in-house', 'eaten', 'spoiled').required(),
})
