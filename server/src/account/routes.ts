import { paths, type Invitation, type NewHousehold, type Role } from '@kelvit/contract'
import {
  acceptInvitationSchema,
  newHouseholdSchema,
  newInvitationSchema,
  patchHouseholdSchema,
  patchMemberSchema,
  signInSchema,
} from '@kelvit/contract/schemas'
import type Router from '@koa/router'
import { eq } from 'drizzle-orm'
import type { Context, Next } from 'koa'
import { households } from '../db/schema'
import { toWire } from '../db/wire'
import { actorOf, type Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound, ProblemError } from '../http/problem'
import { addressOf } from '../http/proxy'
import { readBody, readId } from '../http/validate'
import { updateRow } from '../resource/store'
import { afterSignIn, beforeSignIn, demoEntries } from './limits'
import { hashToken, signInKey } from './secrets'
import {
  acceptInvitation,
  actorOfToken,
  changeMember,
  invite,
  listInvitations,
  listMembers,
  makeHousehold,
  mayRegister,
  readInvitation,
  removeMember,
  signIn,
  signInToDemo,
  withdrawInvitation,
} from './service'
import { askDemo, endSession, endSessionsOf } from './store'

const COOKIE = 'kelvit_session'
const COOKIE_MS = 60 * 86_400_000

const giveCookie = (ctx: Context, token: string): void => {
  ctx.cookies.set(COOKIE, token, {
    httpOnly: true,
    sameSite: 'strict',
    secure: ctx.secure,
    maxAge: COOKIE_MS,
    overwrite: true,
  })
}
const takeCookie = (ctx: Context): void => {
  ctx.cookies.set(COOKIE, null, {
    httpOnly: true,
    sameSite: 'strict',
    secure: ctx.secure,
    overwrite: true,
  })
}

/** Finds out who is asking; a stale cookie is the same as none. */
export const identify =
  (deps: Deps) =>
  async (ctx: Context, next: Next): Promise<void> => {
    const token = ctx.path.startsWith('/api/') ? ctx.cookies.get(COOKIE) : undefined
    const found = token ? await actorOfToken(deps, token) : undefined
    if (token && found) Object.assign(ctx.state, found, { tokenHash: hashToken(token) })
    sameMember(ctx, found?.actor)
    await next()
  }

/**
 * What a device kept for somebody is sent under that member's name only. When
 * another has signed in there since, it is refused and waits for its owner.
 */
function sameMember(ctx: Context, actor: Actor | undefined): void {
  const meant = ctx.get('kelvit-member')
  if (meant !== '' && actor && meant.toLowerCase() !== actor.memberId)
    throw new ProblemError(
      401,
      'other-member',
      'This was kept for somebody else. It is sent when they sign in here again.',
    )
}

export function accountRoutes(router: Router, deps: Deps): void {
  sessionRoutes(router, deps)
  householdRoutes(router, deps)
  memberRoutes(router, deps)
  invitationRoutes(router, deps)
}

function sessionRoutes(router: Router, deps: Deps): void {
  const countDemoEntry = demoEntries(deps.db.pool)
  router.get(paths.setup, async (ctx) => {
    const demo = deps.demo && (await askDemo(deps.db)).length > 0
    ctx.body = { demo, registrationOpen: await mayRegister(deps) }
  })
  router.get(paths.session, (ctx) => {
    actorOf(ctx, 'viewer')
    ctx.body = (ctx.state as { session: unknown }).session
  })
  router.post(paths.session, async (ctx) => {
    const sent = readBody<{ demo?: true; name: string; passphrase: string }>(ctx, signInSchema)
    const address = addressOf(ctx)
    if (sent.demo) {
      await countDemoEntry(address)
      giveCookie(ctx, await signInToDemo(deps))
    } else {
      const name = signInKey(sent.name)
      await beforeSignIn(deps.db, name, address)
      giveCookie(ctx, await signIn(deps, name, sent.passphrase))
      await afterSignIn(deps.db, name, address)
    }
    ctx.status = 201
    ctx.body = { signedIn: true }
  })
  router.delete(paths.session, async (ctx) => {
    const actor = actorOf(ctx, 'viewer')
    const token = ctx.cookies.get(COOKIE) ?? ''
    await deps.db.inHousehold(actor.householdId, (tx) => endSession(tx, hashToken(token)))
    takeCookie(ctx)
    ctx.status = 204
  })
  router.delete(paths.sessions, async (ctx) => {
    const actor = actorOf(ctx, 'viewer')
    await deps.db.inHousehold(actor.householdId, (tx) => endSessionsOf(tx, actor.memberId))
    takeCookie(ctx)
    ctx.status = 204
  })
}

function householdRoutes(router: Router, deps: Deps): void {
  router.post(paths.households, async (ctx) => {
    giveCookie(ctx, await makeHousehold(deps, readBody<NewHousehold>(ctx, newHouseholdSchema)))
    ctx.status = 201
    ctx.body = { signedIn: true }
  })
  router.patch(paths.household, async (ctx) => {
    const actor = actorOf(ctx, 'keeper')
    const { version, ...values } = readBody<{ version: number }>(ctx, patchHouseholdSchema)
    ctx.body = await deps.db.inHousehold(actor.householdId, async (tx) =>
      toWire(households, await updateRow(tx, households, actor.householdId, version, values)),
    )
  })
  router.get(paths.household, async (ctx) => {
    const actor = actorOf(ctx, 'viewer')
    const [row] = await deps.db.inHousehold(actor.householdId, (tx) =>
      tx.select().from(households).where(eq(households.id, actor.householdId)),
    )
    if (!row) throw notFound()
    ctx.body = toWire(households, row)
  })
}

function memberRoutes(router: Router, deps: Deps): void {
  router.get(paths.members, async (ctx) => {
    ctx.body = await listMembers(deps, actorOf(ctx, 'viewer'))
  })
  router.patch(`${paths.members}/:id`, async (ctx) => {
    const actor = actorOf(ctx, 'keeper')
    const { version, ...values } = readBody<{ version: number; name?: string; role?: Role }>(
      ctx,
      patchMemberSchema,
    )
    ctx.body = await changeMember(deps, actor, readId(ctx), version, values)
  })
  router.delete(`${paths.members}/:id`, async (ctx) => {
    await removeMember(deps, actorOf(ctx, 'keeper'), readId(ctx))
    ctx.status = 204
  })
}

function invitationRoutes(router: Router, deps: Deps): void {
  router.post(paths.invitations, async (ctx) => {
    const actor = actorOf(ctx, 'keeper')
    const { id, role } = readBody<{ id: string; role: Role }>(ctx, newInvitationSchema)
    const token = await invite(deps, actor, id, role)
    ctx.status = 201
    ctx.body = { token, path: `/join/${token}` }
  })
  router.get(paths.invitations, async (ctx) => {
    ctx.body = await listInvitations(deps, actorOf(ctx, 'keeper'))
  })
  router.delete(`${paths.invitations}/:token`, async (ctx) => {
    await withdrawInvitation(deps, actorOf(ctx, 'keeper'), readId(ctx, 'token'))
    ctx.status = 204
  })
  const tokenOf = (ctx: Context): string => {
    const token = (ctx.params as { token?: string }).token ?? ''
    if (token.length > 100) throw new ProblemError(400, 'invalid', 'This is not an invitation.')
    return token
  }
  router.get(`${paths.invitations}/:token`, async (ctx) => {
    const found = await readInvitation(deps, tokenOf(ctx))
    ctx.body = { householdName: found.household_name, role: found.role } satisfies Invitation
  })
  router.post(`${paths.invitations}/:token/accept`, async (ctx) => {
    const person = readBody<NewHousehold['keeper']>(ctx, acceptInvitationSchema)
    giveCookie(ctx, await acceptInvitation(deps, tokenOf(ctx), person))
    ctx.status = 201
    ctx.body = { signedIn: true }
  })
}
