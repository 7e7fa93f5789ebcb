import { type Role } from '@kelvit/core'
import type {
  InvitationRow,
  Member,
  NewHousehold,
  SelfChange,
  Session,
  TokenScope,
} from '@kelvit/contract'
import { eq, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { households, members } from '../db/schema'
import { fromRow, toWire } from '../db/wire'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { conflict, notFound, ProblemError, unprocessable } from '../http/problem'
import { addRows, changeRows, updateRow } from '../store/rows'
import { settingsFor } from '../kitchen/defaults'
import { hashPassphrase, hashToken, newToken, passphraseMatches, signInKey } from '../http/secrets'
import { deviceSeen } from '../store/devices'
import { askAccess, endTokensOf, tokenUsed } from '../store/tokens'
import {
  addHousehold,
  addSession,
  askDemo,
  askInvitation,
  askWho,
  askSignIn,
  countHouseholds,
  countHouseholdsIn,
  endFeedsOf,
  endInvitation,
  endInvitationsOf,
  endOtherSessionsOf,
  endSessionsOf,
  keepInvitation,
  lockHousehold,
  openInvitations,
  presentMembers,
  useInvitation,
} from '../store/sessions'

const SESSION_DAYS = 60
const DEMO_SESSION_DAYS = 1
const INVITATION_DAYS = 7
const DAY_MS = 86_400_000
/** When a device was last seen is known to within this. */
const SEEN_MS = 5 * 60_000

/** A hash nobody's passphrase has, so that unknown names take as long as known ones. */
const nobody = hashPassphrase(newToken())

type MemberRow = Pick<
  typeof members.$inferSelect,
  'id' | 'version' | 'name' | 'signInName' | 'role'
>

/** A sign-in name is half of a key: keepers see all of them, others only their own. */
const asMember = (
  row: MemberRow,
  seenBy: { readonly memberId: string; readonly role: Role },
): Member => ({
  ...toWire(members, row),
  signInName: seenBy.role === 'keeper' || seenBy.memberId === row.id ? row.signInName : null,
})

/** Who a session cookie belongs to, undefined when it is unknown or over. */
export async function actorOfToken(
  deps: Deps,
  token: string,
): Promise<{ actor: Actor; session: Session; seq: number; sessionId: string } | undefined> {
  const [found] = await askWho(deps.db, hashToken(token))
  const now = Date.now()
  if (!found || found.expires_at.getTime() < now) return undefined
  const who = asActor(found)
  if (now - found.last_seen_at.getTime() > SEEN_MS)
    await deps.db.inHousehold(who.actor, (tx) => deviceSeen(tx, found.id, new Date(now)))
  return { ...who, sessionId: found.id }
}

/** A member and a household, as the database writes them, as whoever asks. */
function asActor(found: {
  readonly member: Record<string, unknown>
  readonly household: Record<string, unknown>
}): { actor: Actor; session: Session; seq: number } {
  const member = fromRow(members, found.member, ['id', 'version', 'name', 'signInName', 'role'])
  const household = fromRow(households, found.household)
  const actor: Actor = {
    memberId: member.id,
    memberName: member.name,
    householdId: household.id,
    role: member.role,
    zone: household.zone,
    demo: household.isDemo,
  }
  return {
    actor,
    session: { member: asMember(member, actor), household: toWire(households, household) },
    seq: household.seq,
  }
}

const HOUR_MS = 3_600_000

/** Whom a program's token asks for and how far it goes; undefined when it is unknown, over or revoked. */
export async function actorOfAccess(
  deps: Deps,
  token: string,
): Promise<{ actor: Actor; session: Session; seq: number; scope: TokenScope } | undefined> {
  const [found] = await askAccess(deps.db, hashToken(token))
  const now = Date.now()
  if (!found || found.expires_at.getTime() < now) return undefined
  const who = asActor(found)
  if (!found.last_used_at || now - found.last_used_at.getTime() > HOUR_MS)
    await deps.db.inHousehold(who.actor, (tx) => tokenUsed(tx, found.id, new Date(now)))
  return { ...who, scope: found.scope }
}

async function openSession(
  deps: Deps,
  memberId: string,
  householdId: string,
  device: string,
  days = SESSION_DAYS,
): Promise<string> {
  const token = newToken()
  // Sessions end by the real clock, also when the demo's clock stands still.
  const expiresAt = new Date(Date.now() + days * DAY_MS)
  await deps.db.inHousehold({ householdId }, (tx) =>
    addSession(tx, { tokenHash: hashToken(token), memberId, householdId, device, expiresAt }),
  )
  return token
}

/** A session token for the right name and passphrase; the same answer for either being wrong. */
export async function signIn(
  deps: Deps,
  name: string,
  passphrase: string,
  device: string,
): Promise<string> {
  const [found] = await askSignIn(deps.db, signInKey(name))
  const matches = await passphraseMatches(found?.passphrase_hash ?? (await nobody), passphrase)
  if (!found || !matches)
    throw new ProblemError(401, 'wrong-sign-in', 'That name and passphrase don’t match.')
  return openSession(deps, found.member_id, found.household_id, device)
}

export async function signInToDemo(deps: Deps, device: string): Promise<string> {
  const [demo] = deps.demo ? await askDemo(deps.db) : []
  if (!demo) throw notFound('There’s no demo household here.')
  return openSession(deps, demo.member_id, demo.household_id, device, DEMO_SESSION_DAYS)
}

/** Ends everything by which somebody gets in without their passphrase: sessions, tokens, calendar addresses. */
export const signOutEverywhere = (deps: Deps, actor: Actor): Promise<void> =>
  deps.db.inHousehold(actor, async (tx) => {
    await endSessionsOf(tx, actor.memberId)
    await endTokensOf(tx, actor.memberId)
    await endFeedsOf(tx, actor.memberId)
  })

export const mayRegister = async (deps: Deps): Promise<boolean> =>
  deps.openRegistration || (await countHouseholds(deps.db)) === 0

const registrationClosed = (): ProblemError =>
  new ProblemError(
    403,
    'registration-closed',
    'This Kelvit already has a household. Ask its keeper for an invitation.',
  )

/** Makes a household with its keeper and signs the keeper in. */
export async function makeHousehold(
  deps: Deps,
  wanted: NewHousehold,
  device: string,
): Promise<string> {
  if (!(await mayRegister(deps))) throw registrationClosed()
  const householdId = uuidv7()
  const memberId = uuidv7()
  const keeper = await newMember(wanted.keeper, 'keeper')
  await deps.db.inHousehold({ householdId }, async (tx) => {
    // Several first registrations at once wait here, and all but the first find the door closed.
    await tx.execute(sql`select pg_advisory_xact_lock(hashtext('kelvit registration'))`)
    const open = deps.openRegistration || (await countHouseholdsIn(tx)) === 0
    if (!open) throw registrationClosed()
    await addHousehold(tx, {
      id: householdId,
      ...wanted.household,
      settings: settingsFor(wanted.household.units),
    })
    await addRows(tx, members, [{ id: memberId, householdId, ...keeper }])
  })
  return openSession(deps, memberId, householdId, device)
}

const newMember = async (person: NewHousehold['keeper'], role: Role) => ({
  name: person.name,
  signInName: signInKey(person.signInName),
  passphraseHash: await hashPassphrase(person.passphrase),
  role,
})

export const listMembers = (deps: Deps, actor: Actor): Promise<Member[]> =>
  deps.db.inHousehold(actor, async (tx) =>
    (await presentMembers(tx)).map((m) => asMember(m, actor)),
  )

/** Changes a member; the household always keeps at least one keeper. */
export const changeMember = (
  deps: Deps,
  actor: Actor,
  id: string,
  version: number,
  values: { readonly name?: string; readonly role?: Role },
): Promise<Member> =>
  deps.db.inHousehold(actor, async (tx) => {
    await lockHousehold(tx, actor.householdId)
    const others = (await presentMembers(tx)).filter((m) => m.id !== id)
    if (values.role && values.role !== 'keeper' && !others.some((m) => m.role === 'keeper'))
      throw lastKeeper()
    const row = (await updateRow(tx, members, id, version, values)) as unknown as MemberRow
    if (row.role !== 'keeper') await endInvitationsOf(tx, id)
    return asMember(row, actor)
  })

/**
 * Changes one's own name or passphrase. A new passphrase needs the one before and ends
 * every other session and one's tokens: whoever knew the old one is out.
 * @throws ProblemError 422 when the passphrase before is not the right one, or in the demo.
 */
export async function changeSelf(
  deps: Deps,
  actor: Actor,
  tokenHash: string,
  { name, passphrase }: SelfChange,
): Promise<Member> {
  if (actor.demo && passphrase) throw unprocessable('demo', 'The demo household has no passphrase.')
  const passphraseHash = passphrase && (await newHash(deps, actor, passphrase))
  return deps.db.inHousehold(actor, async (tx) => {
    await changeRows(tx, members, eq(members.id, actor.memberId), {
      ...(name === undefined ? {} : { name }),
      ...(passphraseHash === undefined ? {} : { passphraseHash }),
    })
    if (passphraseHash) {
      await endOtherSessionsOf(tx, actor.memberId, tokenHash)
      await endTokensOf(tx, actor.memberId)
      await endFeedsOf(tx, actor.memberId)
    }
    const row = (await presentMembers(tx)).find((m) => m.id === actor.memberId)
    if (!row) throw notFound()
    return asMember(row, actor)
  })
}

/** The hash of a new passphrase, once the one before was proved. */
async function newHash(
  deps: Deps,
  actor: Actor,
  { before, after }: NonNullable<SelfChange['passphrase']>,
): Promise<string> {
  const [row] = await deps.db.inHousehold(actor, (tx) =>
    tx.select({ hash: members.passphraseHash }).from(members).where(eq(members.id, actor.memberId)),
  )
  if (!(await passphraseMatches(row?.hash ?? (await nobody), before)))
    throw unprocessable('wrong-passphrase', 'That isn’t your current passphrase.')
  return hashPassphrase(after)
}

const lastKeeper = () =>
  unprocessable('last-keeper', 'The household needs a keeper. Make somebody else the keeper first.')

export const removeMember = (deps: Deps, actor: Actor, id: string): Promise<void> =>
  deps.db.inHousehold(actor, async (tx) => {
    await lockHousehold(tx, actor.householdId)
    const all = await presentMembers(tx)
    if (!all.some((m) => m.id === id)) throw notFound()
    if (!all.some((m) => m.id !== id && m.role === 'keeper')) throw lastKeeper()
    await changeRows(tx, members, eq(members.id, id), {
      removedAt: new Date(),
      signInName: `removed ${id}`,
    })
    await endSessionsOf(tx, id)
    await endTokensOf(tx, id)
    await endFeedsOf(tx, id)
    await endInvitationsOf(tx, id)
  })

/**
 * A one-time link's token; only its hash is kept, so asking again for the same
 * invitation (its answer was lost) makes its link anew and the one before is void.
 */
export async function invite(deps: Deps, actor: Actor, id: string, role: Role): Promise<string> {
  const token = newToken()
  const fresh = {
    tokenHash: hashToken(token),
    expiresAt: new Date(Date.now() + INVITATION_DAYS * DAY_MS),
  }
  await deps.db.inHousehold(actor, async (tx) => {
    const made = await keepInvitation(tx, {
      id,
      householdId: actor.householdId,
      role,
      madeBy: actor.memberId,
      ...fresh,
    })
    if (!made) throw conflict('used-already', 'This invitation was already used. Make a new one.')
  })
  return token
}

/** Open invitations: what they are for, never their links. */
export const listInvitations = (deps: Deps, actor: Actor): Promise<InvitationRow[]> =>
  deps.db.inHousehold(actor, async (tx) =>
    (await openInvitations(tx)).map((i) => ({ ...i, expiresAt: i.expiresAt.toISOString() })),
  )

export const withdrawInvitation = (deps: Deps, actor: Actor, id: string): Promise<void> =>
  deps.db.inHousehold(actor, (tx) => endInvitation(tx, id))

export async function readInvitation(deps: Deps, token: string) {
  const [found] = await askInvitation(deps.db, hashToken(token))
  if (!found || found.used_at || found.expires_at.getTime() < Date.now())
    throw notFound(
      'This invitation was already used, is over a week old, or doesn’t exist. Ask the keeper for a new one.',
    )
  return found
}

export async function acceptInvitation(
  deps: Deps,
  token: string,
  person: NewHousehold['keeper'],
  device: string,
): Promise<string> {
  const invitation = await readInvitation(deps, token)
  const memberId = uuidv7()
  const member = await newMember(person, invitation.role)
  await deps.db.inHousehold({ householdId: invitation.household_id }, async (tx) => {
    if (!(await useInvitation(tx, invitation.id, new Date())))
      throw conflict('used-meanwhile', 'Somebody just used this invitation.')
    await addRows(tx, members, [{ id: memberId, householdId: invitation.household_id, ...member }])
  })
  return openSession(deps, memberId, invitation.household_id, device)
}
