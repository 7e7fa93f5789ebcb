import Joi from 'joi'
import { allRequired, id, line, version } from './common'

const zones = new Set(Intl.supportedValuesOf('timeZone'))
const zone = Joi.string()
  .max(60)
  .custom((value: string, helpers) =>
    zones.has(value) || value === 'UTC' ? value : helpers.error('any.invalid'),
  )
  .messages({ 'any.invalid': 'Choose a time zone from the list, such as America/Denver.' })
const altitudeFt = Joi.number().min(-1500).max(30000)
const units = Joi.string().valid('us', 'metric')
const role = Joi.string().valid('keeper', 'helper', 'viewer')
const passphrase = Joi.string()
  .min(10)
  .max(200)
  .messages({ 'string.min': 'A passphrase has at least 10 letters; a few words are easy to keep.' })
const signInName = line(60).min(2)

export const signInSchema = Joi.alternatives(
  Joi.object({ name: signInName.required(), passphrase: Joi.string().max(200).required() }),
  Joi.object({ demo: Joi.boolean().valid(true).required() }),
).messages({
  'alternatives.match': 'Send a name and a passphrase, or demo: true.',
  'alternatives.any': 'Send a name and a passphrase, or demo: true.',
})

const person = {
  name: line(60).min(1).required(),
  signInName: signInName.required(),
  passphrase: passphrase.required(),
}

export const newHouseholdSchema = Joi.object({
  household: Joi.object({
    name: line(80).min(1).required(),
    zone: zone.required(),
    altitudeFt: altitudeFt.required(),
    units: units.required(),
  }).required(),
  keeper: Joi.object(person).required(),
})

const settingsSchema = allRequired({
  bestMonths: Joi.number().integer().min(1).max(60),
  reviewMonths: Joi.number()
    .integer()
    .min(Joi.ref('bestMonths'))
    .max(120)
    .messages({ 'number.min': 'The review is not before the best-by.' }),
  cushionPsi: Joi.number().min(0).max(2),
  defaultPack: Joi.string().valid('hot', 'raw'),
  salt: Joi.boolean(),
  vinegarInCanner: Joi.boolean(),
  wipeRimsWithVinegar: Joi.boolean(),
  lidsInHotWater: Joi.boolean(),
  bandsOff: Joi.boolean(),
  restMinutes: Joi.number().integer().min(10).max(120),
  retireJarAfterRuns: Joi.number().integer().min(1).max(200).allow(null),
  mealsPerWeek: Joi.number().integer().min(1).max(50),
  burners: Joi.number().integer().min(1).max(8),
  lateMinutes: Joi.number().integer().min(0).max(180),
})

export const patchHouseholdSchema = Joi.object({
  version: version.required(),
  name: line(80).min(1),
  zone,
  altitudeFt,
  units,
  currency: Joi.string().pattern(/^[A-Z]{3}$/, 'currency like USD'),
  settings: settingsSchema,
}).min(2)

export const patchMemberSchema = Joi.object({
  version: version.required(),
  name: line(60).min(1),
  role,
}).min(2)
export const newInvitationSchema = Joi.object({ id: id.required(), role: role.required() })
export const acceptInvitationSchema = Joi.object(person)
export const setClockSchema = Joi.object({
  now: Joi.number().integer().min(0).max(4102444800000).required(),
})
