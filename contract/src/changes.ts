import Joi from 'joi'
import { paths } from './paths'
import { route } from './route'
import { id, instant, listOf, said, shape, version } from './shape'

/** One line of the household's log: a row as it was written, or that it is gone. */
export interface Change {
  /** Its place in the log, in the order of commits; counts from 1 in each household. */
  readonly seq: number
  readonly table: string
  readonly id: string
  /** The row's version; null for rows that never change. */
  readonly version: number | null
  readonly at: string
  /** Who wrote it; null where Kelvit did by itself. */
  readonly by: string | null
  /** Its public columns; null when it is gone, or has none. */
  readonly row: Readonly<Record<string, unknown>> | null
  readonly gone: boolean
}

export interface ChangesAnswer {
  readonly changes: readonly Change[]
  /** The place to go on from. */
  readonly seq: number
  /** Whether there is more after it. */
  readonly more: boolean
}

/** Which part of the log is asked for. */
export interface LogQuery {
  /** The place in the log after which to read. */
  readonly since: number
  readonly limit: number
  /** Only the changes of one row: its table and id. */
  readonly table?: string
  readonly id?: string
}

/** Which write is taken back: the row it left, or that it is gone. */
export interface UndoWish {
  readonly table: string
  readonly id: string
  /** The version it left the row at; null where it removed it. */
  readonly version: number | null
}

const table = Joi.string()
  .max(40)
  .pattern(/^[a-z_]+$/, 'table name')
const seq = Joi.number().integer().min(0).max(Number.MAX_SAFE_INTEGER)

export const changesApi = {
  changes: route({
    method: 'get',
    path: paths.changes,
    summary: 'The household’s log: what was written after a place, in the order of commits',
    least: 'viewer',
    query: Joi.object<LogQuery>({
      since: seq.default(0),
      limit: Joi.number().integer().min(1).max(1000).default(200),
      table,
      id,
    }).and('table', 'id'),
    answer: shape<ChangesAnswer>({
      changes: listOf(
        shape<Change>({
          seq,
          table: said,
          id,
          version: Joi.number().integer().allow(null),
          at: instant,
          by: said.allow(null),
          row: Joi.object().unknown().allow(null),
          gone: Joi.boolean(),
        }),
      ),
      seq,
      more: Joi.boolean(),
    }),
  }),
  undo: route({
    method: 'post',
    path: `${paths.changes}/undo`,
    summary: 'Take back what one wrote oneself, with what was written together with it',
    least: 'helper',
    body: shape<UndoWish>({ table, id, version: version.allow(null) }),
    answer: 'nothing',
  }),
  live: route({
    method: 'get',
    path: paths.live,
    summary: 'The log as server-sent events, from a place on',
    least: 'viewer',
    query: Joi.object<{ readonly since?: number }>({ since: seq }),
    answer: 'events',
  }),
}
