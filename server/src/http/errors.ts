import type { Context, Next } from 'koa'
import type { Logger } from 'pino'
import { DrizzleQueryError } from 'drizzle-orm/errors'
import { ProblemError, problemOf } from './problem'

interface PgError {
  readonly code: string
  readonly constraint?: string
}

const isPg = (e: unknown): e is PgError =>
  typeof e === 'object' && e !== null && 'code' in e && typeof e.code === 'string'

/** Database refusals that are the caller's to mend. */
function fromDatabase(e: PgError): ProblemError | undefined {
  switch (e.code) {
    case '23505':
      return new ProblemError(
        409,
        'already-there',
        'Something with this name or id is already there.',
      )
    case '23503':
      return new ProblemError(
        422,
        'unknown-reference',
        'This refers to something that is not here, or that others still use.',
      )
    case '42501':
      return new ProblemError(403, 'not-allowed', 'This belongs to another household.')
    case '22003':
    case '22007':
    case '22008':
    case '22021':
    case '22P02':
    case '22P05':
      return new ProblemError(400, 'unreadable-value', 'One of the values cannot be stored.')
    case '40001':
    case '40P01':
      return new ProblemError(409, 'busy', 'Somebody changed this at the same moment. Try again.')
    case 'ECONNREFUSED':
    case '57P01':
    case '57P03':
    case '08006':
    case '53300':
      return new ProblemError(
        503,
        'not-ready',
        'The database cannot be reached just now. Try again in a moment.',
      )
    default:
      return undefined
  }
}

function toProblem(error: unknown): ProblemError | undefined {
  if (error instanceof ProblemError) return error
  const cause = error instanceof DrizzleQueryError ? error.cause : error
  if (isPg(cause)) return fromDatabase(cause)
  if (
    cause instanceof Error &&
    /connection (terminated|timeout)|timeout exceeded/i.test(cause.message)
  )
    return new ProblemError(
      503,
      'not-ready',
      'The database cannot be reached just now. Try again in a moment.',
    )
  return undefined
}

/** The one place where an error becomes an answer. */
export const handleErrors =
  (log: Logger) =>
  async (ctx: Context, next: Next): Promise<void> => {
    try {
      await next()
      if (ctx.status === 404 && ctx.body == null && ctx.path.startsWith('/api/'))
        throw new ProblemError(404, 'not-found', 'There is no such address here.')
    } catch (error) {
      const problem =
        toProblem(error) ??
        new ProblemError(
          500,
          'mistake',
          'Something went wrong on our side. Nothing was changed; try again.',
        )
      if (problem.status >= 500) log.error({ err: error, path: ctx.path }, 'request failed')
      ctx.status = problem.status
      ctx.type = 'application/problem+json'
      ctx.body = JSON.stringify(problemOf(problem))
    }
  }
