import type { LabelSheet, OwnGrid } from '@kelvit/core'
import Joi from 'joi'
import { paths } from './paths'
import { route } from './route'
import { id, line, listOf, oneOf, said, shape } from './shape'

/** Most labels in one file. */
const MOST_LABELS = 500

/** Labels that are wanted as a PDF. */
export interface NewLabels {
  /** The id of a sheet, or "own" with the grid. */
  readonly sheet: string
  readonly own?: OwnGrid
  /** The first free label of the first page, from 1. */
  readonly start: number
  readonly jarIds: readonly string[]
  /** One code for all jars of a batch instead of one for each jar. */
  readonly byBatch?: boolean
  readonly initials?: string
  /** What it is sold or given for, as it is to be printed. */
  readonly price?: string
  /** The size of the jar. */
  readonly size?: boolean
  /** Month and year instead of the day. */
  readonly month?: boolean
  /** What the produce in it cost, where no price is typed. */
  readonly cost?: boolean
  /** The initials of who ran the load, where none are typed. */
  readonly ranBy?: boolean
}

const points = Joi.number().min(0)
const sides = shape<{ readonly width: number; readonly height: number }>({
  width: points,
  height: points,
})
const sheet = shape<LabelSheet>({
  id: said,
  name: said,
  page: sides,
  columns: Joi.number().integer(),
  rows: Joi.number().integer(),
  label: shape<LabelSheet['label']>({ width: points, height: points, round: Joi.boolean() }),
  pitch: shape<LabelSheet['pitch']>({ x: points, y: points }),
})

const mm = Joi.number().min(1).max(420)
const own = shape<OwnGrid>({
  page: oneOf(['letter', 'a4']),
  columns: Joi.number().integer().min(1).max(20),
  rows: Joi.number().integer().min(1).max(60),
  width: mm,
  height: mm,
  pitchX: mm,
  pitchY: mm,
  round: Joi.boolean(),
})

export const labelApi = {
  labelSheets: route({
    method: 'get',
    path: paths.labelSheets,
    summary: 'Label sheets by their dimensions; lengths in points',
    least: 'viewer',
    answer: listOf(sheet),
  }),
  labels: route({
    method: 'post',
    path: paths.labels,
    summary: 'Labels for jars as a PDF',
    least: 'viewer',
    body: shape<NewLabels>(
      {
        sheet: line(40).min(1),
        start: Joi.number().integer().min(1).max(1200),
        jarIds: listOf(id)
          .min(1)
          .max(MOST_LABELS)
          .messages({
            'array.min': 'Choose at least one jar.',
            'array.max': `At most ${MOST_LABELS} labels are printed at once.`,
          }),
      },
      {
        own,
        byBatch: Joi.boolean(),
        initials: line(12).allow(''),
        price: line(24).allow(''),
        size: Joi.boolean(),
        month: Joi.boolean(),
        cost: Joi.boolean(),
        ranBy: Joi.boolean(),
      },
    ),
    answer: 'pdf',
  }),
}
