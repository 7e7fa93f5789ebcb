import type { Psi } from '@kelvit/core'
import Joi from 'joi'
import { paths } from './paths'
import { route } from './route'
import { id, instant, line, listOf, said, shape, version } from './shape'

/** A gauge that is a device and writes readings by itself. */
export interface Gauge {
  readonly id: string
  readonly cannerId: string
  readonly name: string
  /** Its readings are made up, by the practice canner or a program. */
  readonly simulated: boolean
  readonly lastHeardAt: string | null
  readonly version: number
}

/** A gauge as it is made: with its token, which is told this once and never again. */
export interface NewlyMadeGauge extends Gauge {
  readonly token: string | null
}

export interface NewGauge {
  readonly cannerId: string
  readonly name: string
  readonly simulated?: boolean
}

/** Readings as a gauge sends them, at most 600 at once. */
export interface GaugeReadings {
  readonly readings: readonly { readonly id: string; readonly at: string; readonly psi: Psi }[]
}

const gauge = {
  id,
  cannerId: id,
  name: line(60).min(1),
  simulated: Joi.boolean(),
  lastHeardAt: instant.allow(null),
  version,
}
export const gaugeRow = shape<Gauge>(gauge)
/** Most readings one request may carry: ten minutes at one a second. */
const MOST_READINGS = 600

const one = `${paths.gauges}/:id`
export const gaugeApi = {
  gauges: route({
    method: 'get',
    path: paths.gauges,
    summary: 'Gauges that are devices',
    least: 'viewer',
    answer: listOf(shape<Gauge>(gauge)),
  }),
  make: route({
    method: 'put',
    path: one,
    summary: 'Make a gauge; its token is answered once',
    least: 'keeper',
    byToken: 'never',
    body: shape<NewGauge>(
      { cannerId: id, name: gauge.name },
      { simulated: Joi.boolean().default(false) },
    ),
    answer: shape<NewlyMadeGauge>({ ...gauge, token: said.allow(null) }),
    status: 201,
  }),
  revoke: route({
    method: 'delete',
    path: one,
    summary: 'Revoke a gauge',
    least: 'keeper',
    byToken: 'never',
    answer: 'nothing',
  }),
  readings: route({
    method: 'post',
    path: `${one}/readings`,
    summary: 'Readings of a gauge, with its token as bearer',
    least: 'gauge',
    body: shape<GaugeReadings>({
      readings: listOf(
        shape<GaugeReadings['readings'][number]>({
          id,
          at: instant,
          psi: Joi.number().min(0).max(30).messages({
            'number.base': 'A reading is a number of psi, like 12.5.',
            'number.min': 'A reading is from 0 to 30 psi.',
            'number.max': 'A reading is from 0 to 30 psi.',
          }),
        }),
      )
        .min(1)
        .max(MOST_READINGS),
    }),
    answer: shape<{ readonly accepted: number }>({ accepted: Joi.number().integer() }),
    status: 202,
  }),
}
