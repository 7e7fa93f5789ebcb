import Joi from 'joi'
import { allRequired, id, jarSize, line, mouth, pack, plainDate, tableId, version } from './common'

/** A time of day, "17:30". */
const timeOfDay = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$/, 'time like 17:30')
const endOfDay = Joi.string().pattern(/^(([01]\d|2[0-3]):[0-5]\d|24:00)$/, 'time like 21:30')
const people = Joi.number().integer().min(0).max(12)

const seasonPortion = Joi.object({
  lotId: id.required(),
  formId: tableId.required(),
  pack: pack.required(),
  jar: jarSize.required(),
  mouth: mouth.required(),
  jars: Joi.number().integer().min(1).max(100).required(),
})
const seasonLoad = {
  onDate: plainDate,
  cannerId: id,
  portions: Joi.array().items(seasonPortion).min(1).max(6),
  pinned: Joi.boolean(),
}
export const patchSeasonLoadSchema = Joi.object({ version: version.required(), ...seasonLoad }).min(
  2,
)
export const newSeasonLoadSchema = allRequired(seasonLoad)
export const newSeasonPlanSchema = Joi.object({
  seen: Joi.array()
    .items(Joi.object({ id: id.required(), version: version.required() }))
    .max(1000)
    .unique('id')
    .required(),
  loads: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        onDate: plainDate.required(),
        cannerId: id.required(),
        portions: seasonLoad.portions.required(),
        pinned: Joi.boolean().required(),
      }),
    )
    .max(600)
    .unique('id')
    .required(),
})

export const newKitchenHoursSchema = Joi.object({
  weekday: Joi.number().integer().min(1).max(7).required(),
  opens: timeOfDay.allow(null).required(),
  closes: endOfDay.allow(null).required(),
  people: people.required(),
})
export const patchKitchenHoursSchema = Joi.object({
  version: version.required(),
  opens: timeOfDay.allow(null),
  closes: endOfDay.allow(null),
  people,
}).min(2)
export const newKitchenExceptionSchema = Joi.object({
  onDate: plainDate.required(),
  opens: timeOfDay.allow(null).required(),
  closes: endOfDay.allow(null).required(),
  people: people.required(),
  note: line(120).allow('').required(),
})
export const newBusyTimeSchema = Joi.object({
  onDate: plainDate.required(),
  from: timeOfDay.required(),
  until: endOfDay.required(),
  what: line(120).allow('').required(),
})
export const calendarImportSchema = Joi.object({
  text: Joi.string().min(1).max(200_000).required(),
})

const printed = line(300).allow('').required()
const shortly = (max: number) => line(max).allow('').required()
export const printedDaySheetSchema = Joi.object({
  title: printed,
  finish: printed,
  loads: Joi.array()
    .items(Joi.object({ name: printed, process: printed }))
    .max(20)
    .required(),
  steps: Joi.array()
    .items(Joi.object({ at: shortly(12), text: shortly(200), who: shortly(60) }))
    .max(140)
    .required(),
  supplies: Joi.array()
    .items(Joi.object({ name: shortly(120), amount: shortly(60) }))
    .max(40)
    .required(),
})
