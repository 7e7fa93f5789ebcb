import { tokenApi } from '@kelvit/contract/routes'
import type { AccessToken } from '@kelvit/contract'
import type Router from '@koa/router'
import type { Deps } from '../http/deps'
import { ProblemError, unprocessable } from '../http/problem'
import { hashToken, newToken } from '../http/secrets'
import { foundAlready, serve } from '../http/serve'
import { readId } from '../http/validate'
import { addToken, endToken, readTokens, type TokenRow } from '../store/tokens'

/** Tells a program's token from a gauge's, and from one that was copied into the wrong field. */
export const TOKEN_MARK = 'kelvit_'
const DAY_MS = 86_400_000
/** Nobody needs more; each is a key to the house. */
const MOST_TOKENS = 20

const tokenWire = (t: TokenRow): AccessToken => ({
  id: t.id,
  name: t.name,
  scope: t.scope,
  createdAt: t.createdAt.toISOString(),
  expiresAt: t.expiresAt.toISOString(),
  lastUsedAt: t.lastUsedAt?.toISOString() ?? null,
  of: t.of,
})

/** Tokens by which other programs ask in a member's name. */
export function tokenRoutes(router: Router, deps: Deps): void {
  serve(router, tokenApi.tokens, ({ actor }) =>
    deps.db.inHousehold(actor, async (tx) =>
      (await readTokens(tx, actor.role === 'keeper' ? undefined : actor.memberId)).map(tokenWire),
    ),
  )
  serve(router, tokenApi.make, async ({ actor, body, ctx }) => {
    if (actor.demo)
      throw new ProblemError(
        403,
        'demo',
        'The demo household has no tokens, because anyone can use it.',
      )
    const id = readId(ctx)
    const token = `${TOKEN_MARK}${newToken()}`
    const { name, scope, days } = body
    const { row, made } = await deps.db.inHousehold(actor, async (tx) => {
      if ((await readTokens(tx, actor.memberId)).length >= MOST_TOKENS)
        throw unprocessable('tokens', `${MOST_TOKENS} tokens is the limit. Revoke one first.`)
      const made = await addToken(tx, {
        id,
        householdId: actor.householdId,
        memberId: actor.memberId,
        name,
        scope,
        tokenHash: hashToken(token),
        // Like sessions, by the real clock.
        expiresAt: new Date(Date.now() + days * DAY_MS),
      })
      const row = (await readTokens(tx, actor.memberId)).find((t) => t.id === id)
      if (!row) throw unprocessable('token', 'Somebody else’s token has this id.')
      return { row, made }
    })
    if (!made) foundAlready(ctx)
    // The secret is told once; who lost it makes another.
    return { ...tokenWire(row), token: made ? token : null }
  })
  serve(router, tokenApi.revoke, ({ actor, ctx }) =>
    deps.db.inHousehold(actor, (tx) =>
      endToken(tx, readId(ctx), actor.role === 'keeper' ? undefined : actor.memberId),
    ),
  )
}
