import Joi from 'joi'
import { paths } from './paths'
import { route } from './route'
import { oneOf, shape } from './shape'

export interface ClockReading {
  /** Epoch milliseconds. */
  readonly now: number
  readonly frozen: boolean
}
interface Health {
  readonly status: 'well'
}
interface ClockSet {
  readonly now: number
}
const reading = shape<ClockReading>({ now: Joi.number(), frozen: Joi.boolean() })

/** What the server says of itself. */
export const serverApi = {
  health: route({
    method: 'get',
    path: paths.health,
    summary: 'Whether server and database are well',
    least: 'anyone',
    answer: shape<Health>({ status: oneOf(['well']) }),
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
