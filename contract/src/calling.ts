import Joi from 'joi'
import { paths } from './paths'
import { route } from './route'
import { id, instant, line, listOf, said, shape } from './shape'

/** A device on which somebody is signed in. */
export interface Device {
  readonly id: string
  /** What people call it; a kind of device until somebody says more. */
  readonly name: string
  /** Who is signed in there. */
  readonly of: string
  readonly mine: boolean
  /** The device that asks. */
  readonly here: boolean
  readonly lastSeenAt: string
  /** Whether it is called when it is locked. */
  readonly calls: boolean
}

/** How this device is called while nobody looks at it. */
export interface Calling {
  /** The key of this Kelvit that a browser wants to know; null where this Kelvit calls nobody. */
  readonly publicKey: string | null
  readonly on: boolean
  /** Times of the day between which it is called, HH:MM; null at any time. */
  readonly from: string | null
  readonly until: string | null
  /** Whether the last call to this device got through; null before the first. */
  readonly reached: boolean | null
}

/** Where and when a device is called. */
export interface NewCalling {
  /** The address at the browser's push service. */
  readonly endpoint: string
  /** The device's keys for what it is told, base64url. */
  readonly p256dh: string
  readonly auth: string
  readonly from?: string | null
  readonly until?: string | null
}

interface TestCall {
  /** Seconds until the device is called. */
  readonly inSeconds: number
}

const hour = Joi.string()
  .pattern(/^([01]\d|2[0-3]):[0-5]\d$/, 'time like 21:30')
  .allow(null)
const base64url = (most: number) =>
  Joi.string()
    .pattern(/^[\w-]+$/, 'base64url')
    .max(most)

const device = shape<Device>({
  id,
  name: said,
  of: said,
  mine: Joi.boolean(),
  here: Joi.boolean(),
  lastSeenAt: instant,
  calls: Joi.boolean(),
})
const calling = shape<Calling>({
  publicKey: said.allow(null),
  on: Joi.boolean(),
  from: hour,
  until: hour,
  reached: Joi.boolean().allow(null),
})

export const callingApi = {
  devices: route({
    method: 'get',
    path: paths.devices,
    summary: 'Devices on which one is signed in; a keeper sees everybody’s',
    least: 'viewer',
    byToken: 'never',
    answer: listOf(device),
  }),
  rename: route({
    method: 'patch',
    path: `${paths.devices}/:id`,
    summary: 'Name one of one’s own devices',
    least: 'viewer',
    byToken: 'never',
    body: shape<Pick<Device, 'name'>>({ name: line(40).min(1) }),
    answer: device,
  }),
  end: route({
    method: 'delete',
    path: `${paths.devices}/:id`,
    summary: 'Sign out a device: one’s own, or as keeper anybody’s',
    least: 'viewer',
    byToken: 'never',
    answer: 'nothing',
  }),
  calling: route({
    method: 'get',
    path: paths.calling,
    summary: 'How this device is called while nobody looks at it',
    least: 'viewer',
    byToken: 'never',
    answer: calling,
  }),
  call: route({
    method: 'put',
    path: paths.calling,
    summary: 'Call this device; the same again changes nothing',
    least: 'viewer',
    byToken: 'never',
    body: shape<NewCalling>(
      {
        endpoint: Joi.string()
          .uri({ scheme: ['https', 'http'] })
          .max(1000),
        p256dh: base64url(200),
        auth: base64url(60),
      },
      { from: hour, until: hour },
    ),
    answer: calling,
  }),
  quiet: route({
    method: 'delete',
    path: paths.calling,
    summary: 'Do not call this device any more',
    least: 'viewer',
    byToken: 'never',
    answer: 'nothing',
  }),
  test: route({
    method: 'post',
    path: paths.callingTest,
    summary: 'Send a test call to this device',
    least: 'viewer',
    byToken: 'never',
    answer: shape<TestCall>({ inSeconds: Joi.number().integer().min(0) }),
  }),
}
