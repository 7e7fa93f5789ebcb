import { accountApi } from '@kelvit/contract/routes'
import { SEQ_HEADER, type Session } from '@kelvit/contract'
import type Router from '@koa/router'
import { eq } from 'drizzle-orm'
import type { Context, Next } from 'koa'
import { setTimeout as wait } from 'node:timers/promises'
import { households } from '../db/schema'
import { toWire } from '../db/wire'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound, ProblemError } from '../http/problem'
import { serve } from '../http/serve'
import { addressOf } from '../http/proxy'
import { readId } from '../http/validate'
import type { Tx } from '../db/pool'
import { updateRow } from '../store/rows'
import { afterSignIn, beforeSignIn, demoEntries, strangersAt, type Strangers } from '../http/limits'
import { hashToken, signInKey } from '../http/secrets'
import {
  acceptInvitation,
  actorOfAccess,
  actorOfToken,
  changeMember,
  changeSelf,
  invite,
  listInvitations,
  listMembers,
  makeHousehold,
  mayRegister,
  readInvitation,
  removeMember,
  signIn,
  signInToDemo,
  signOutEverywhere,
  withdrawInvitation,
} from './service'
import { TOKEN_MARK, tokenRoutes } from './tokens'
import { seqOf } from '../changes/log'
import { askDemo, endSession } from '../store/sessions'

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

/** What a device is called until somebody names it: the kind of device, as its browser says. */
function deviceOf(ctx: Context): string {
  const browser = ctx.get('user-agent')
  if (/iPad|Tablet/i.test(browser)) return 'Tablet'
  if (/Mobi/i.test(browser)) return 'Phone'
  return browser === '' || /node|curl/i.test(browser) ? 'Program' : 'Computer'
}

/** Finds out who is asking; a stale cookie is the same as none. */
export const identify =
  (deps: Deps) =>
  async (ctx: Context, next: Next): Promise<void> => {
    const inApi = ctx.path.startsWith('/api/')
    const bearer = inApi ? bearerOf(ctx) : undefined
    const token = bearer ?? (inApi ? ctx.cookies.get(COOKIE) : undefined)
    const found = bearer
      ? await actorOfAccess(deps, bearer)
      : token
        ? await actorOfToken(deps, token)
        : undefined
    if (bearer && !found)
      throw new ProblemError(
        401,
        'token',
        'This token is unknown, expired or revoked. Make a new one under Household.',
      )
    if (token && found) Object.assign(ctx.state, found, { tokenHash: hashToken(token) })
    sameMember(ctx, found?.actor)
    // What is read from here on is at least as new as this place in the log.
    if (found && ctx.method === 'GET') ctx.set(SEQ_HEADER, String(found.seq))
    await next()
    // Whoever wrote learns from which place on the log has it.
    if (found && ctx.method !== 'GET' && ctx.status < 300)
      ctx.set(SEQ_HEADER, String(await seqOf(deps.db, found.actor)))
  }

/** A page is not kept waiting for the database longer than this. */
const AT_ONCE_MS = 400

/** Who opens a page, when that can be told at once; the page asks by itself otherwise. */
export const whoOpens =
  (deps: Deps) =>
  async (ctx: Context): Promise<Session | undefined> => {
    const token = ctx.cookies.get(COOKIE)
    if (!token) return undefined
    const known = actorOfToken(deps, token).then(
      (found) => found?.session,
      () => undefined,
    )
    return Promise.race([known, wait(AT_ONCE_MS, undefined, { ref: false })])
  }

/** A program's token; a gauge's is another's business. */
function bearerOf(ctx: Context): string | undefined {
  const said = /^Bearer +(\S{1,200})$/i.exec(ctx.get('authorization'))?.[1]
  return said?.startsWith(TOKEN_MARK) ? said : undefined
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
      'Somebody else recorded this. We’ll send it when they sign in here again.',
    )
}

/** What follows when the kitchen's altitude was corrected, in the same transaction. */
export type AltitudeCorrected = (tx: Tx, actor: Actor) => Promise<void>

export function accountRoutes(
  router: Router,
  deps: Deps,
  altitudeCorrected: AltitudeCorrected,
): void {
  const strangers = strangersAt(deps.db.pool, deps.doors.strangers)
  sessionRoutes(router, deps, strangers)
  selfRoutes(router, deps)
  householdRoutes(router, deps, strangers, altitudeCorrected)
  memberRoutes(router, deps)
  invitationRoutes(router, deps, strangers)
  tokenRoutes(router, deps)
}

function sessionRoutes(router: Router, deps: Deps, strangers: Strangers): void {
  const countDemoEntry = demoEntries(deps.db.pool)
  serve(router, accountApi.setup, async () => {
    const demo = deps.demo && (await askDemo(deps.db)).length > 0
    return { demo, registrationOpen: await mayRegister(deps) }
  })
  serve(router, accountApi.session, ({ ctx }) => (ctx.state as { session: Session }).session)
  serve(router, accountApi.signIn, async ({ body, ctx }) => {
    const address = addressOf(ctx)
    if (body.demo) {
      await countDemoEntry(address)
      giveCookie(ctx, await signInToDemo(deps, deviceOf(ctx)))
    } else {
      const name = signInKey(body.name)
      await strangers.signIn(address)
      await beforeSignIn(deps.db, name, address)
      giveCookie(ctx, await signIn(deps, name, body.passphrase, deviceOf(ctx)))
      await afterSignIn(deps.db, name, address)
      await strangers.cameIn(address)
    }
    return { signedIn: true }
  })
  serve(router, accountApi.signOut, async ({ actor, ctx }) => {
    const token = ctx.cookies.get(COOKIE) ?? ''
    await deps.db.inHousehold(actor, (tx) => endSession(tx, hashToken(token)))
    takeCookie(ctx)
  })
  serve(router, accountApi.signOutEverywhere, async ({ actor, ctx }) => {
    await signOutEverywhere(deps, actor)
    takeCookie(ctx)
  })
}

function selfRoutes(router: Router, deps: Deps): void {
  serve(router, accountApi.changeSelf, async ({ actor, body, ctx }) => {
    const tokenHash = hashToken(ctx.cookies.get(COOKIE) ?? '')
    if (!body.passphrase) return changeSelf(deps, actor, tokenHash, body)
    // Guessing the passphrase here is slowed as it is at the door.
    const [key, address] = [`self ${actor.memberId}`, addressOf(ctx)]
    await beforeSignIn(deps.db, key, address)
    const me = await changeSelf(deps, actor, tokenHash, body)
    await afterSignIn(deps.db, key, address)
    return me
  })
}

function householdRoutes(
  router: Router,
  deps: Deps,
  strangers: Strangers,
  altitudeCorrected: AltitudeCorrected,
): void {
  serve(router, accountApi.makeHousehold, async ({ body, ctx }) => {
    await strangers.register(addressOf(ctx))
    giveCookie(ctx, await makeHousehold(deps, body, deviceOf(ctx)))
    return { signedIn: true }
  })
  serve(router, accountApi.changeHousehold, async ({ actor, body }) => {
    const { version, ...values } = body
    return deps.db.inHousehold(actor, async (tx) => {
      const row = await updateRow(tx, households, actor.householdId, version, values)
      if ('altitudeFt' in values || 'altitudeMoves' in values) await altitudeCorrected(tx, actor)
      return toWire(households, row)
    })
  })
  serve(router, accountApi.household, async ({ actor }) => {
    const [row] = await deps.db.inHousehold(actor, (tx) =>
      tx.select().from(households).where(eq(households.id, actor.householdId)),
    )
    if (!row) throw notFound()
    return toWire(households, row)
  })
}

function memberRoutes(router: Router, deps: Deps): void {
  serve(router, accountApi.members, ({ actor }) => listMembers(deps, actor))
  serve(router, accountApi.changeMember, async ({ actor, body, ctx }) => {
    const { version, ...values } = body
    return changeMember(deps, actor, readId(ctx), version, values)
  })
  serve(router, accountApi.removeMember, ({ actor, ctx }) => removeMember(deps, actor, readId(ctx)))
}

function invitationRoutes(router: Router, deps: Deps, strangers: Strangers): void {
  serve(router, accountApi.invite, async ({ actor, body }) => {
    const { id, role } = body
    const token = await invite(deps, actor, id, role)
    return { token, path: `/join/${token}` }
  })
  serve(router, accountApi.invitations, ({ actor }) => listInvitations(deps, actor))
  serve(router, accountApi.withdraw, ({ actor, ctx }) =>
    withdrawInvitation(deps, actor, readId(ctx, 'token')),
  )
  const tokenOf = (ctx: Context): string => {
    const token = (ctx.params as { token?: string }).token ?? ''
    if (token.length > 100) throw new ProblemError(400, 'invalid', 'This isn’t an invitation.')
    return token
  }
  serve(router, accountApi.invitation, async ({ ctx }) => {
    await strangers.invitation(addressOf(ctx))
    const found = await readInvitation(deps, tokenOf(ctx))
    return { householdName: found.household_name, role: found.role }
  })
  serve(router, accountApi.accept, async ({ body, ctx }) => {
    await strangers.invitation(addressOf(ctx))
    giveCookie(ctx, await acceptInvitation(deps, tokenOf(ctx), body, deviceOf(ctx)))
    return { signedIn: true }
  })
}
