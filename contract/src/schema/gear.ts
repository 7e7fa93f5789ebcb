import Joi from 'joi'
import { SUPPLY_KINDS } from '../gear'
import {
  allRequired,
  gauge,
  id,
  jarSize,
  line,
  mouth,
  plainDate,
  tableId,
  version,
  words,
} from './common'

const count = Joi.number().integer().min(0).max(100)
const capacityOf = Joi.alternatives(count, Joi.object({ regular: count, wide: count }))
const minutes = Joi.number().min(0).max(240)
const inches = Joi.number().min(1).max(60)

const fields = {
  name: line(60).min(1),
  classId: tableId.allow(null),
  gauge: Joi.string().valid('dial', 'weighted', 'both'),
  regulatedBy: gauge,
  capacity: Joi.object({
    halfPint: capacityOf,
    pint: capacityOf,
    pintAndHalf: capacityOf,
    quart: capacityOf,
  }),
  minimum: Joi.object({ quart: count.min(1).required(), pint: count.min(1).required() }),
  innerDiameterIn: inches.allow(null),
  innerHeightIn: inches.allow(null),
  seal: Joi.string().valid('gasket', 'metal'),
  waterIn: Joi.number().min(0).max(12),
  rangeNote: words(400),
  manual: words(400),
  stageMinutes: Joi.object({
    fillMinPerJar: minutes.required(),
    fillMinFixed: minutes.required(),
    heatMin: minutes.required(),
    ventMin: minutes.min(10).required(),
    climbMin: minutes.required(),
    coolMin: minutes.required(),
    restMin: minutes.min(10).required(),
    unloadMin: minutes.required(),
  }),
  defects: Joi.array().items(line(200).min(1)).max(20),
  inspectedOn: plainDate.allow(null),
  retired: Joi.boolean(),
}

export const newCannerSchema = Joi.object({
  ...fields,
  name: fields.name.required(),
  gauge: fields.gauge.required(),
  regulatedBy: fields.regulatedBy.required(),
  capacity: fields.capacity.required(),
  minimum: fields.minimum.required(),
  stageMinutes: fields.stageMinutes.required(),
})
export const patchCannerSchema = Joi.object({ version: version.required(), ...fields }).min(2)

export const newGaugeTestSchema = Joi.object({
  cannerId: id.required(),
  testedOn: plainDate.required(),
  errorPsi: Joi.number().min(-15).max(15).required(),
  testedBy: line(120).required(),
})

const container = {
  name: line(40).min(1),
  lb: Joi.number().greater(0).max(2000),
  foodId: tableId.allow(null),
}
export const newContainerSchema = Joi.object({
  name: container.name.required(),
  lb: container.lb.required(),
  foodId: container.foodId.default(null),
})
export const patchContainerSchema = Joi.object({ version: version.required(), ...container }).min(2)

const shelf = { name: line(40).min(1), position: Joi.number().integer().min(0).max(1000) }
export const newShelfSchema = Joi.object({
  name: shelf.name.required(),
  position: shelf.position.required(),
})
export const patchShelfSchema = Joi.object({ version: version.required(), ...shelf }).min(2)

const pieces = Joi.number().integer().min(0).max(100000)
const jarGroup = { jar: jarSize, mouth, owned: pieces, broken: pieces, runs: pieces }
export const newJarGroupSchema = Joi.object({
  ...jarGroup,
  jar: jarSize.required(),
  mouth: mouth.required(),
  owned: pieces.required(),
})
export const patchJarGroupSchema = Joi.object({
  version: version.required(),
  owned: pieces,
  broken: pieces,
  runs: pieces,
}).min(2)

const lidLot = { name: line(80).min(1), mouth, boughtOn: plainDate, count: pieces, left: pieces }
export const newLidLotSchema = allRequired(lidLot)
export const patchLidLotSchema = Joi.object({ version: version.required(), ...lidLot }).min(2)

const amount = Joi.number().min(0).max(1e6)
export const newSupplySchema = Joi.object({
  kind: Joi.string()
    .valid(...SUPPLY_KINDS)
    .required(),
  amount: amount.required(),
})
export const patchSupplySchema = Joi.object({
  version: version.required(),
  amount: amount.required(),
})
