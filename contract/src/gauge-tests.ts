import type { Psi } from '@kelvit/core'
import { LOAD_STAGES, type LoadStage } from '@kelvit/core/words'
import Joi from 'joi'
import { jarSchema, jarWithTaker, type Jar, type JarWithTaker } from './pantry'
import { paths } from './paths'
import { route, rowRoutes } from './route'
import { id, instant, line, listOf, oneOf, plainDate, said, shape, version } from './shape'

export interface GaugeTest {
  readonly id: string
  readonly cannerId: string
  readonly testedOn: string
  /** Reads high is positive, psi. */
  readonly errorPsi: Psi
  readonly testedBy: string
  /** When it was struck out as a slip; null while it counts. */
  readonly struckAt: string | null
  readonly struckBy: string | null
  readonly struckWhy: string | null
  readonly version: number
}
type NewGaugeTest = Pick<GaugeTest, 'cannerId' | 'testedOn' | 'errorPsi' | 'testedBy'>
const gaugeTest = {
  cannerId: id,
  testedOn: plainDate,
  errorPsi: Joi.number().min(-15).max(15),
  testedBy: line(120),
}
const gaugeTestRow = shape<GaugeTest>({
  ...gaugeTest,
  struckAt: instant.allow(null),
  struckBy: said.allow(null),
  struckWhy: said.allow(null),
  id,
  version,
})
export const gaugeTestRows = rowRoutes<GaugeTest, NewGaugeTest, NewGaugeTest>({
  path: paths.gaugeTests,
  name: 'a gauge test',
  names: 'gauge tests',
  row: gaugeTestRow,
  create: shape<NewGaugeTest>(gaugeTest),
  write: 'keeper',
})

/** A load that a gauge test puts in doubt, with the jars that are left of it. */
export interface RecalledLoad {
  readonly loadId: string
  readonly code: string
  readonly startsAt: string
  /** What the true pressure had to be, psi. */
  readonly requiredPsi: number
  /** The lowest the dial was read at while the process ran; null where nobody wrote one down. */
  readonly worstReadingPsi: number | null
  /** What that was in truth, psi. */
  readonly truePsi: number
  /** Whether somebody has looked into it since. */
  readonly lookedInto: boolean
  /** Where it is. */
  readonly stage: LoadStage
  /** Jars that are still in the house, opened ones among them. */
  readonly jars: readonly Jar[]
  /** Jars that are not: given away (to whom, as far as it was said), missing, eaten, discarded, processed again. */
  readonly elsewhere: readonly JarWithTaker[]
}

/** A gauge test that was a slip, struck out; with the right one in its place, where there is one. */
export interface StruckTest {
  readonly why: string
  readonly instead?: { readonly id: string } & Pick<GaugeTest, 'testedOn' | 'errorPsi' | 'testedBy'>
}

/** Which loads a gauge test puts in doubt, made anew from their facts. */
export interface GaugeRecall {
  readonly test: GaugeTest
  /** The last good test before it, ISO date; null when there was none. */
  readonly since: string | null
  /** How many loads ran on the dial in the days that the test speaks of. */
  readonly ran: number
  readonly loads: readonly RecalledLoad[]
}

export const gaugeRecallApi = {
  strike: route({
    method: 'put',
    path: `${paths.gaugeTests}/:id/struck`,
    summary: 'Strike out a gauge test that was a slip, and record the right one',
    least: 'keeper',
    body: shape<StruckTest>(
      { why: line(200).min(3) },
      {
        instead: shape<NonNullable<StruckTest['instead']>>({
          id,
          testedOn: plainDate,
          errorPsi: gaugeTest.errorPsi,
          testedBy: gaugeTest.testedBy,
        }),
      },
    ),
    answer: gaugeTestRow,
  }),
  recall: route({
    method: 'get',
    path: `${paths.gaugeTests}/:id/recall`,
    summary: 'Loads and jars that a gauge test puts in doubt',
    least: 'viewer',
    answer: shape<GaugeRecall>({
      test: gaugeTestRow,
      since: plainDate.allow(null),
      ran: Joi.number().integer(),
      loads: listOf(
        shape<RecalledLoad>({
          loadId: id,
          code: said,
          startsAt: instant,
          requiredPsi: Joi.number(),
          worstReadingPsi: Joi.number().allow(null),
          truePsi: Joi.number(),
          lookedInto: Joi.boolean(),
          stage: oneOf(LOAD_STAGES),
          jars: listOf(jarSchema),
          elsewhere: listOf(jarWithTaker),
        }),
      ),
    }),
  }),
}
