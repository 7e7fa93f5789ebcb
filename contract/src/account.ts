import type { AltitudeMove, Feet } from '@kelvit/core'
import type { Role, UnitSystem } from '@kelvit/core/words'
import { ROLES, UNIT_SYSTEMS } from '@kelvit/core/words'
import Joi from 'joi'
import { paths } from './paths'
import { route } from './route'
import { settings, type HouseholdSettings } from './settings'
import {
  changed,
  id,
  instant,
  line,
  listOf,
  oneOf,
  plainDate,
  said,
  shape,
  version,
  type Changed,
} from './shape'

export interface Household {
  readonly id: string
  readonly name: string
  readonly zone: string
  readonly altitudeFt: Feet
  /** Where the kitchen was before it moved; an altitude that was wrong is corrected instead. */
  readonly altitudeMoves: readonly AltitudeMove[]
  readonly units: UnitSystem
  readonly currency: string
  readonly settings: HouseholdSettings
  readonly isDemo: boolean
  readonly version: number
}

const zones = new Set(Intl.supportedValuesOf('timeZone'))
const own = {
  name: line(80).min(1),
  zone: Joi.string()
    .max(60)
    .custom((value: string, helpers) =>
      zones.has(value) || value === 'UTC' ? value : helpers.error('any.invalid'),
    )
    .messages({ 'any.invalid': 'Choose a time zone from the list, such as America/Denver.' }),
  altitudeFt: Joi.number().min(-1500).max(30000),
  altitudeMoves: listOf(
    shape<AltitudeMove>({ until: plainDate, altitudeFt: Joi.number().min(-1500).max(30000) }),
  )
    .max(20)
    .unique('until'),
  units: oneOf(UNIT_SYSTEMS),
  currency: Joi.string().pattern(/^[A-Z]{3}$/, 'currency like USD'),
}
/** What a household says of itself. */
export const householdOwn = shape<Omit<Household, 'id' | 'isDemo' | 'version'>>({
  ...own,
  settings,
})
const household = shape<Household>({ ...own, id, settings, isDemo: Joi.boolean(), version })

export interface Member {
  readonly id: string
  readonly name: string
  /** Null for those it is none of the business of: keepers see all, others their own. */
  readonly signInName: string | null
  readonly role: Role
  readonly version: number
}
const role = oneOf(ROLES)
const member = shape<Member>({ id, name: line(60), signInName: said.allow(null), role, version })

export interface Session {
  readonly member: Member
  readonly household: Household
}

/** What a page may know before anyone signed in. */
export interface Setup {
  readonly demo: boolean
  /** Whether a household may be made here without an invitation. */
  readonly registrationOpen: boolean
}

export interface Invitation {
  readonly householdName: string
  readonly role: Role
}

/** An invitation that can still be used; its link is told once, to whoever made it. */
export interface InvitationRow {
  readonly id: string
  readonly role: Role
  readonly madeBy: string
  readonly expiresAt: string
}

/** A person who comes in: what they are called, and what they sign in with. */
export interface NewPerson {
  readonly name: string
  readonly signInName: string
  readonly passphrase: string
}
const signInName = line(60).min(2)
const passphrase = Joi.string().min(10).max(200).messages({
  'string.min': 'A passphrase has at least 10 letters; a few words are easy to keep.',
})
export const personSchema = shape<NewPerson>({ name: line(60).min(1), signInName, passphrase })

export interface NewHousehold {
  readonly household: Pick<Household, 'name' | 'zone' | 'altitudeFt' | 'units'>
  readonly keeper: NewPerson
}

export const newHouseholdSchema = shape<NewHousehold>({
  household: shape<NewHousehold['household']>({
    name: own.name,
    zone: own.zone,
    altitudeFt: own.altitudeFt,
    units: own.units,
  }),
  keeper: personSchema,
})

export type SignIn =
  | { readonly name: string; readonly passphrase: string; readonly demo?: never }
  | { readonly demo: true }
const signIn = Joi.alternatives<SignIn>(
  Joi.object({ name: signInName.required(), passphrase: Joi.string().max(200).required() }),
  Joi.object({ demo: Joi.boolean().valid(true).required() }),
).messages({
  'alternatives.match': 'Send a name and a passphrase, or demo: true.',
  'alternatives.any': 'Send a name and a passphrase, or demo: true.',
})

interface SignedIn {
  readonly signedIn: true
}
const signedIn = shape<SignedIn>({ signedIn: Joi.boolean().valid(true) })

export type HouseholdChange = Changed<
  Pick<Household, 'name' | 'zone' | 'altitudeFt' | 'units' | 'currency' | 'settings'>
>
export type MemberChange = Changed<Pick<Member, 'name' | 'role'>>

/** What everybody may change of themselves: what they are called, and their passphrase. */
export interface SelfChange {
  readonly name?: string
  /** The new passphrase, with the one before as proof. */
  readonly passphrase?: { readonly before: string; readonly after: string }
}
const selfChangeSchema = Joi.object<SelfChange, true>({
  name: line(60).min(1),
  passphrase: shape<NonNullable<SelfChange['passphrase']>>({
    before: Joi.string().max(200),
    after: passphrase,
  }).optional(),
})
  .min(1)
  .messages({ 'object.min': 'Say what is to change: the name or the passphrase.' })

interface NewInvitation {
  readonly id: string
  readonly role: Role
}
/** The link of an invitation, told once. */
interface InvitationLink {
  readonly token: string
  readonly path: string
}

const invitationPath = `${paths.invitations}/:token`

export const accountApi = {
  setup: route({
    method: 'get',
    path: paths.setup,
    summary: 'What this Kelvit offers before sign-in',
    least: 'anyone',
    answer: shape<Setup>({ demo: Joi.boolean(), registrationOpen: Joi.boolean() }),
  }),
  session: route({
    method: 'get',
    path: paths.session,
    summary: 'Who is signed in',
    least: 'viewer',
    answer: shape<Session>({ member, household }),
  }),
  signIn: route({
    method: 'post',
    path: paths.session,
    summary: 'Sign in',
    least: 'anyone',
    body: signIn,
    answer: signedIn,
    status: 201,
  }),
  signOut: route({
    method: 'delete',
    path: paths.session,
    summary: 'Sign out here',
    least: 'viewer',
    byToken: 'never',
    answer: 'nothing',
  }),
  signOutEverywhere: route({
    method: 'delete',
    path: paths.sessions,
    summary: 'Sign out everywhere',
    least: 'viewer',
    byToken: 'never',
    answer: 'nothing',
  }),
  makeHousehold: route({
    method: 'post',
    path: paths.households,
    summary: 'Make a household and its keeper',
    least: 'anyone',
    body: newHouseholdSchema,
    answer: signedIn,
    status: 201,
  }),
  changeSelf: route({
    method: 'patch',
    path: paths.self,
    summary: 'Change one’s own name or passphrase; a new passphrase signs out everywhere else',
    least: 'viewer',
    byToken: 'never',
    body: selfChangeSchema,
    answer: member,
  }),
  household: route({
    method: 'get',
    path: paths.household,
    summary: 'The household',
    least: 'viewer',
    answer: household,
  }),
  changeHousehold: route({
    method: 'patch',
    path: paths.household,
    summary: 'Change the household',
    least: 'keeper',
    body: changed<Omit<HouseholdChange, 'version'>>({ ...own, settings }),
    answer: household,
  }),
  members: route({
    method: 'get',
    path: paths.members,
    summary: 'Members',
    least: 'viewer',
    answer: listOf(member),
  }),
  changeMember: route({
    method: 'patch',
    path: `${paths.members}/:id`,
    summary: 'Change a member',
    least: 'keeper',
    byToken: 'never',
    body: changed<Omit<MemberChange, 'version'>>({ name: line(60).min(1), role }),
    answer: member,
  }),
  removeMember: route({
    method: 'delete',
    path: `${paths.members}/:id`,
    summary: 'Remove a member',
    least: 'keeper',
    byToken: 'never',
    answer: 'nothing',
  }),
  invite: route({
    method: 'post',
    path: paths.invitations,
    summary: 'Make a one-time invitation',
    least: 'keeper',
    byToken: 'never',
    body: shape<NewInvitation>({ id, role }),
    answer: shape<InvitationLink>({ token: said, path: said }),
    status: 201,
  }),
  invitations: route({
    method: 'get',
    path: paths.invitations,
    summary: 'Open invitations, without their links',
    least: 'keeper',
    byToken: 'never',
    answer: listOf(shape<InvitationRow>({ id, role, madeBy: said, expiresAt: instant })),
  }),
  withdraw: route({
    method: 'delete',
    path: invitationPath,
    summary: 'Withdraw an invitation, by its id in place of the token',
    least: 'keeper',
    byToken: 'never',
    answer: 'nothing',
  }),
  invitation: route({
    method: 'get',
    path: invitationPath,
    summary: 'Read an invitation',
    least: 'anyone',
    answer: shape<Invitation>({ householdName: said, role }),
  }),
  accept: route({
    method: 'post',
    path: `${invitationPath}/accept`,
    summary: 'Join by invitation',
    least: 'anyone',
    body: personSchema,
    answer: signedIn,
    status: 201,
  }),
}
