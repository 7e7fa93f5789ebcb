import Joi from 'joi'
import { paths } from './paths'
import { route, TOKEN_SCOPES, type TokenScope } from './route'
import { id, instant, line, listOf, oneOf, said, shape } from './shape'

/** A token by which another program asks in a member's name. */
export interface AccessToken {
  readonly id: string
  /** What it is for, in the member's words. */
  readonly name: string
  readonly scope: TokenScope
  readonly createdAt: string
  readonly expiresAt: string
  /** To the hour; null when it never was. */
  readonly lastUsedAt: string | null
  /** The member it asks for. */
  readonly of: string
}
export interface NewAccessToken {
  readonly name: string
  readonly scope: TokenScope
  /** Days until it ends. */
  readonly days: number
}
/** The secret is answered once; null where it was made before. */
export interface MadeAccessToken extends AccessToken {
  readonly token: string | null
}

const token = {
  id,
  name: said,
  scope: oneOf(TOKEN_SCOPES),
  createdAt: instant,
  expiresAt: instant,
  lastUsedAt: instant.allow(null),
  of: said,
}

export const tokenApi = {
  tokens: route({
    method: 'get',
    path: paths.tokens,
    summary: 'One’s own tokens for other programs; a keeper sees everybody’s',
    least: 'viewer',
    byToken: 'never',
    answer: listOf(shape<AccessToken>(token)),
  }),
  make: route({
    method: 'put',
    path: `${paths.tokens}/:id`,
    summary: 'Make a token for another program; its secret is answered once',
    least: 'viewer',
    byToken: 'never',
    body: shape<NewAccessToken>({
      name: line(60).min(1),
      scope: oneOf(TOKEN_SCOPES),
      days: Joi.number().integer().min(1).max(730),
    }),
    answer: shape<MadeAccessToken>({ ...token, token: said.allow(null) }),
    status: 201,
  }),
  revoke: route({
    method: 'delete',
    path: `${paths.tokens}/:id`,
    summary: 'Revoke a token: one’s own, or as keeper anybody’s',
    least: 'viewer',
    byToken: 'never',
    answer: 'nothing',
  }),
}
