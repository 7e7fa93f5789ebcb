import type { Role } from '@kelvit/core'
import type { TokenScope } from '@kelvit/contract'
import { scopeOf, TOKEN_SCOPES, type Least, type Medium, type Route } from '@kelvit/contract/routes'
import type Router from '@koa/router'
import type { Context } from 'koa'
import { actorOf, type Actor } from './actor'
import { Listed } from './listed'
import { ProblemError } from './problem'
import { readBody, readQuery } from './validate'

/** What a request asks, read and checked as its route says. */
export interface Ask<L extends Least, Body, Query> {
  /** Who asks; where anyone may, perhaps nobody. */
  readonly actor: L extends Role ? Actor : Actor | undefined
  readonly body: Body
  readonly query: Query
  readonly ctx: Context
}

/** What is sent back: what the route says, or nothing where it answers with a file or a stream. */
type Given<Answer> = Answer | Listed<Answer> | Promise<Answer | Listed<Answer>>

/**
 * Serves an address as the contract has it: who may ask is settled before anything is
 * read, what is sent is checked, and the answer is of the type that was promised.
 */
export function serve<L extends Least, Body, Query, Answer>(
  router: Router,
  route: Route<L, Body, Query, Answer>,
  answer: (ask: Ask<L, Body, Query>) => Given<Answer>,
): void {
  router[route.method](route.path, async (ctx: Context) => {
    mustBeInScope(ctx, route)
    const actor =
      route.least === 'anyone' || route.least === 'gauge'
        ? (ctx.state as { actor?: Actor }).actor
        : actorOf(ctx, route.least)
    const given = await answer({
      actor: actor as Ask<L, Body, Query>['actor'],
      // Read when it is asked for: where a token has to be shown, that comes first.
      get body() {
        return (route.body ? readBody(ctx, route.body) : undefined) as Body
      },
      get query() {
        return (route.query ? readQuery(ctx, route.query) : undefined) as Query
      },
      ctx,
    })
    const medium: Medium | undefined = typeof route.answer === 'string' ? route.answer : undefined
    if (medium === 'nothing') ctx.status = 204
    else if (medium === undefined) {
      // A handler that found the thing there already has said so.
      if (route.status && !ctx.state.found) ctx.status = route.status
      if (given instanceof Listed) {
        ctx.type = 'json'
        ctx.body = given.json
      } else ctx.body = given
    }
  })
}

/** A program's token goes no further than its scope, and never where people alone decide. */
function mustBeInScope(ctx: Context, route: Pick<Route, 'method' | 'byToken' | 'least'>): void {
  const { scope } = ctx.state as { scope?: TokenScope }
  if (scope === undefined || route.least === 'anyone' || route.least === 'gauge') return
  const needed = scopeOf(route)
  if (needed === null)
    throw new ProblemError(403, 'people-only', 'Tokens can’t do this. Sign in to do it.')
  if (TOKEN_SCOPES.indexOf(scope) < TOKEN_SCOPES.indexOf(needed))
    throw new ProblemError(
      403,
      'scope',
      `This needs a token with the scope “${needed}”. This one has “${scope}”.`,
    )
}

/** The thing that was to be made is there already: the answer is 200, not 201. */
export const foundAlready = (ctx: Context): void => {
  ctx.state.found = true
}
