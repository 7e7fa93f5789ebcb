import Joi from 'joi'
import { LOAD_EVENT_KINDS, SEAL_OUTCOMES } from '../loads'
import { id, instant, jarSize, line, mouth, pack, tableId, words } from './common'

const jars = Joi.number().integer().min(1).max(100)

export const newLoadSchema = Joi.object({
  cannerId: id.required(),
  startsAt: instant.required(),
  note: words(1000),
  seasonLoadId: id,
  portions: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        lotId: id.allow(null).required(),
        formId: tableId.required(),
        pack: pack.required(),
        jar: jarSize.required(),
        mouth: mouth.required(),
        jars: jars.required(),
      }),
    )
    .min(1)
    .max(6)
    .unique('id')
    .required(),
})

export const newLoadEventSchema = Joi.object({
  at: instant.required(),
  kind: Joi.string()
    .valid(...LOAD_EVENT_KINDS)
    .required(),
  psi: Joi.number()
    .min(0)
    .max(30)
    .allow(null)
    .when('kind', { is: 'reading', then: Joi.number().required() }),
  text: line(400).allow(null, ''),
  eventId: id.allow(null).when('kind', { is: 'retracted', then: Joi.string().required() }),
  filled: Joi.array()
    .items(
      Joi.object({
        portionId: id.required(),
        jars: jars.min(0).required(),
        lotFinished: Joi.boolean().required(),
      }),
    )
    .max(6)
    .when('kind', { not: 'locked', then: Joi.forbidden() }),
  seals: Joi.array()
    .items(
      Joi.object({
        portionId: id.required(),
        outcome: Joi.string()
          .valid(...SEAL_OUTCOMES)
          .required(),
        jars: jars.required(),
        cause: line(200).allow(null, ''),
      }),
    )
    .max(40)
    .when('kind', {
      is: 'seals-checked',
      then: Joi.array().min(1).required(),
      otherwise: Joi.forbidden(),
    }),
  shelfId: id.allow(null).when('kind', { not: 'seals-checked', then: Joi.forbidden() }),
})
