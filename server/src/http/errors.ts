import { ANSWER_HEADER } from '@kelvit/contract'
import type { Context, Next } from 'koa'
import type { Logger } from 'pino'
import { DrizzleQueryError } from 'drizzle-orm/errors'
import { codeOf } from '../db/pool'
import { ProblemError, problemOf } from './problem'

/**
 * What PostgreSQL and sockets say when the database is not there, not yet, or has no
 * room: shutting down, starting, recovering, lost in mid-question, out of disk,
 * memory or connections, read-only. None of it is the caller's fault and all of it passes.
 */
const NOT_READY =
  /^(57P0\d|57014|08\w{3}|53\w{3}|58\w{3}|25006|ECONN\w+|EPIPE|ETIMEDOUT|ENOTFOUND|EAI_AGAIN|EHOSTUNREACH|ENETUNREACH)$/
const NOT_READY_WORDS =
  /connection (terminated|timeout)|timeout exceeded|query read timeout|not queryable|Cannot use a pool after calling end/i
const NOT_READY_SECONDS = 2

const notReady = (): ProblemError =>
  new ProblemError(
    503,
    'not-ready',
    'We can’t reach Kelvit’s database. Nothing you did is lost. We’ll try again in a moment.',
    { retryAfter: NOT_READY_SECONDS },
  )

/** Database refusals that are the caller's to mend. */
function fromDatabase(code: string): ProblemError | undefined {
  switch (code) {
    case '23505':
      return new ProblemError(
        409,
        'already-there',
        'Something with this name or id already exists.',
      )
    case '23503':
      return new ProblemError(
        422,
        'unknown-reference',
        'This refers to something that doesn’t exist or is still in use.',
      )
    case '42501':
      return new ProblemError(403, 'not-allowed', 'This belongs to another household.')
    case '22003':
    case '22007':
    case '22008':
    case '22021':
    case '22P02':
    case '22P05':
      return new ProblemError(400, 'unreadable-value', 'We can’t store one of the values.')
    case '40001':
    case '40P01':
      return new ProblemError(503, 'busy', 'Somebody changed this at the same moment. Try again.', {
        retryAfter: 1,
      })
    default:
      return NOT_READY.test(code) ? notReady() : undefined
  }
}

/** What the web framework itself refuses: addresses that cannot be decoded and the like. */
function fromFramework(error: unknown): ProblemError | undefined {
  const status = error instanceof Error && 'status' in error ? error.status : undefined
  return typeof status === 'number' && status >= 400 && status < 500
    ? new ProblemError(status, 'unreadable', 'We can’t read this request.')
    : undefined
}

function toProblem(error: unknown): ProblemError | undefined {
  if (error instanceof ProblemError) return error
  const code = codeOf(error)
  const known = code === undefined ? undefined : fromDatabase(code)
  if (known) return known
  const cause = error instanceof DrizzleQueryError ? error.cause : error
  if (cause instanceof Error && NOT_READY_WORDS.test(cause.message)) return notReady()
  return fromFramework(error)
}

/**
 * What the log may say of an error. A failed query's own message carries its values,
 * and those may be a sign-in name with a hash: only its text, its code and where it
 * came from are told.
 */
export function forLog(error: unknown): object {
  if (!(error instanceof Error)) return { name: typeof error }
  const code = codeOf(error)
  const places = error.stack
    ?.split('\n')
    .filter((l) => /^\s+at /.test(l))
    .slice(0, 12)
    .join('\n')
  const query = error instanceof DrizzleQueryError ? error.query : undefined
  // PostgreSQL's own sentences quote values too.
  const fromDatabase = query !== undefined || code !== undefined
  return {
    name: error.name,
    ...(code ? { code } : {}),
    ...(query ? { query } : {}),
    ...(fromDatabase ? {} : { message: error.message }),
    stack: places,
  }
}

/** The one place where an error becomes an answer. */
export const handleErrors =
  (log: Logger) =>
  async (ctx: Context, next: Next): Promise<void> => {
    if (ctx.path.startsWith('/api/')) ctx.set(ANSWER_HEADER, 'yes')
    try {
      await next()
      if (ctx.status === 404 && ctx.body == null && ctx.path.startsWith('/api/'))
        throw new ProblemError(404, 'not-found', 'This address doesn’t exist.')
    } catch (error) {
      const problem =
        toProblem(error) ??
        new ProblemError(
          500,
          'mistake',
          'Something went wrong on our side. Nothing changed. Try again.',
        )
      if (problem.status === 503)
        log.warn({ cause: causeOf(error), path: knownPath(ctx) }, 'not ready')
      else if (problem.status >= 500)
        log.error({ err: forLog(error), path: knownPath(ctx) }, 'request failed')
      ctx.status = problem.status
      if (problem.more.retryAfter !== undefined)
        ctx.set('retry-after', String(problem.more.retryAfter))
      ctx.type = 'application/problem+json'
      ctx.body = JSON.stringify(problemOf(problem))
    }
  }

/** Why somebody was told to come again: PostgreSQL's or the socket's code, else the kind of problem. */
const causeOf = (error: unknown): string =>
  codeOf(error) ?? (error instanceof ProblemError ? error.type : 'unknown')

/** Secrets that stand in addresses (invitations, calendars) stay out of the log. */
const knownPath = (ctx: Context): string =>
  ctx.path.replace(/^(\/api\/(?:invitations|calendar)\/).*$/, '$1…').slice(0, 200)
