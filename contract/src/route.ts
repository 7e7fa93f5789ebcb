import type { Role } from '@kelvit/core/words'
import Joi from 'joi'
import { id, listOf, shape, type Changed } from './shape'

export type Method = 'get' | 'put' | 'post' | 'patch' | 'delete'

/** Who may ask: a member of at least a role, a gauge with its token, or anyone. */
export type Least = Role | 'gauge' | 'anyone'

/** What a program's token may: read; also take and count jars; also all else its member may. */
export const TOKEN_SCOPES = ['read', 'pantry', 'everything'] as const
export type TokenScope = (typeof TOKEN_SCOPES)[number]

/** What an address answers with besides JSON. */
export type Medium = 'nothing' | 'pdf' | 'csv' | 'zip' | 'calendar' | 'events'
/** What an address takes besides JSON. */
export type Taken = 'zip' | 'csv'

/**
 * One address of the API: who may ask, what is sent and what is answered. The server
 * serves by it, the description of the API is written from it, and the tests hold real
 * answers against it.
 */
export interface Route<L extends Least = Least, Body = unknown, Query = unknown, Answer = unknown> {
  readonly method: Method
  /** With its parameters, "/api/lots/:id". */
  readonly path: string
  readonly summary: string
  readonly least: L
  /** The least scope of a program's token, where it does not follow from the method; some addresses are for people only. */
  readonly byToken?: 'pantry' | 'never'
  readonly body?: Joi.Schema<Body>
  /** What is sent is a file, not JSON. */
  readonly takes?: Taken
  readonly query?: Joi.ObjectSchema<Query>
  readonly answer: Joi.Schema<Answer> | Medium
  /** Of an answer that made something, or took it for later. */
  readonly status?: 201 | 202
}

/** The least scope that a program's token needs here; null where none opens it. */
export function scopeOf(asked: Pick<Route, 'method' | 'byToken'>): TokenScope | null {
  if (asked.byToken === 'never') return null
  return asked.byToken ?? (asked.method === 'get' ? 'read' : 'everything')
}

/** A route as it is written, with its types found out. */
export const route = <L extends Least, Body = undefined, Query = undefined, Answer = void>(
  r: Route<L, Body, Query, Answer>,
): Route<L, Body, Query, Answer> => r

/** One page of rows that are over, the newest first. */
export interface PastPage<R> {
  readonly rows: readonly R[]
  /** The id to ask the next page with; null at the end. */
  readonly before: string | null
}

export interface PageQuery {
  /** The last row of the page before, by its id; left out for the first page. */
  readonly before?: string
  readonly limit: number
}
/** One page of what is over, the newest first. */
export const pageQuery = Joi.object<PageQuery>({
  before: id,
  limit: Joi.number().integer().min(1).max(200).default(50),
})
export const pageOf = <R>(row: Joi.Schema<R>): Joi.ObjectSchema<PastPage<R>> =>
  shape<PastPage<R>>({ rows: listOf(row), before: id.allow(null) })

export interface RowRoutes<R = unknown, New = unknown, Fields = unknown, Read = R> {
  readonly path: string
  readonly list: Route<Role, undefined, undefined, Read[]>
  readonly one: Route<Role, undefined, undefined, Read>
  readonly past?: Route<Role, undefined, PageQuery, PastPage<Read>>
  readonly put: Route<Role, New, undefined, Read>
  readonly patch?: Route<Role, Changed<Fields>, undefined, Read>
  readonly remove?: Route<Role>
}

interface RowsOf<New, Fields, Read> {
  readonly path: string
  /** What a row is called, "a lot". */
  readonly name: string
  readonly names: string
  /** A row as it is read. */
  readonly row: Joi.Schema<Read>
  readonly create: Joi.Schema<New>
  readonly patch?: Joi.Schema<Changed<Fields>>
  /** The least role that may write. */
  readonly write: Role
  readonly removable?: true
  /** Whether some of the rows are over and listed page by page. */
  readonly past?: true
}

/** The addresses of plain rows: list, one, put (idempotent create), patch (by version), delete. */
export function rowRoutes<R, New, Fields, Read = R>(
  of: RowsOf<New, Fields, Read>,
): RowRoutes<R, New, Fields, Read> {
  const { path, name, names, row, create, patch, write } = of
  const one = `${path}/:id`
  return {
    path,
    list: { method: 'get', path, summary: `List ${names}`, least: 'viewer', answer: listOf(row) },
    one: { method: 'get', path: one, summary: `One of ${names}`, least: 'viewer', answer: row },
    put: {
      method: 'put',
      path: one,
      summary: `Add ${name}; the same again changes nothing`,
      least: write,
      body: create,
      answer: row,
      status: 201,
    },
    ...(of.past
      ? {
          past: {
            method: 'get',
            path: `${path}/past`,
            summary: `${names.charAt(0).toUpperCase()}${names.slice(1)} that are over, page by page`,
            least: 'viewer',
            query: pageQuery,
            answer: pageOf(row),
          } as const,
        }
      : {}),
    ...(patch
      ? {
          patch: {
            method: 'patch',
            path: one,
            summary: `Change ${name}`,
            least: write,
            body: patch,
            answer: row,
          } as const,
        }
      : {}),
    ...(of.removable
      ? {
          remove: {
            method: 'delete',
            path: one,
            summary: `Remove ${name}`,
            least: write,
            answer: 'nothing',
          } as const,
        }
      : {}),
  }
}
