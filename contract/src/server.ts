import Joi from 'joi'
import { paths } from './paths'
import { route } from './route'
import { oneOf, shape } from './shape'

export interface ClockReading {
  /** Epoch milliseconds. */
  readonly now: number
  readonly frozen: boolean
  /** How far the clock of Kelvit's machine is ahead of this, ms: it was set while a load ran, and is followed afterwards. */
  readonly off: number
}
/** Where the devices of the house find Kelvit; both null where it serves one machine only. */
export interface HouseAddress {
  /** The page that brings trust, for a device that has none yet. */
  readonly trust: string | null
  /** Kelvit itself, by HTTPS. */
  readonly home: string | null
}
interface Health {
  readonly status: 'well'
}
interface ClockSet {
  readonly now: number
}
const reading = shape<ClockReading>({
  now: Joi.number(),
  frozen: Joi.boolean(),
  off: Joi.number(),
})

/** What the server says of itself. */
export const serverApi = {
  health: route({
    method: 'get',
    path: paths.health,
    summary: 'Whether server and database are well',
    least: 'anyone',
    answer: shape<Health>({ status: oneOf(['well']) }),
  }),
  house: route({
    method: 'get',
    path: paths.house,
    summary: 'Where the devices of the house find Kelvit',
    least: 'viewer',
    answer: shape<HouseAddress>({
      trust: Joi.string().allow(null),
      home: Joi.string().allow(null),
    }),
  }),
  clock: route({
    method: 'get',
    path: paths.clock,
    summary: 'The time Kelvit goes by',
    least: 'anyone',
    answer: reading,
  }),
  setClock: route({
    method: 'post',
    path: paths.clock,
    summary: 'Move a clock that stands still, with the operator’s token',
    least: 'anyone',
    body: shape<ClockSet>({ now: Joi.number().integer().min(0).max(4102444800000) }),
    answer: reading,
  }),
  openapi: route({
    method: 'get',
    path: paths.openapi,
    summary: 'This description',
    least: 'anyone',
    answer: Joi.object<object>().unknown(),
  }),
}
