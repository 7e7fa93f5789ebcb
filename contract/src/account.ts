import type { UnitSystem } from '@kelvit/core'

/** Keeper does all; helper runs loads, weighs in and takes jars; viewer looks. */
export type Role = 'keeper' | 'helper' | 'viewer'

/** The household's ways where practitioners differ. */
export interface HouseholdSettings {
  readonly bestMonths: number
  readonly reviewMonths: number
  /** Dial held this much above target, 0 to 2 psi. */
  readonly cushionPsi: number
  readonly defaultPack: 'hot' | 'raw'
  readonly salt: boolean
  readonly vinegarInCanner: boolean
  readonly wipeRimsWithVinegar: boolean
  readonly lidsInHotWater: boolean
  readonly bandsOff: boolean
  /** Minutes of rest after the weight is off, 10 or more. */
  readonly restMinutes: number
  /** Retire a jar after this many pressure runs; null keeps it until it is nicked. */
  readonly retireJarAfterRuns: number | null
  readonly mealsPerWeek: number
  /** Burners that canners can stand on at once. */
  readonly burners: number
  /** How far past closing a canning day may run, minutes. */
  readonly lateMinutes: number
}

export interface Household {
  readonly id: string
  readonly name: string
  readonly zone: string
  readonly altitudeFt: number
  readonly units: UnitSystem
  readonly currency: string
  readonly settings: HouseholdSettings
  readonly isDemo: boolean
  readonly version: number
}

export interface Member {
  readonly id: string
  readonly name: string
  /** Null for those it is none of the business of: keepers see all, others their own. */
  readonly signInName: string | null
  readonly role: Role
  readonly version: number
}

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

export interface ClockReading {
  /** Epoch milliseconds. */
  readonly now: number
  readonly frozen: boolean
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

export interface NewHousehold {
  readonly household: Pick<Household, 'name' | 'zone' | 'altitudeFt' | 'units'>
  readonly keeper: {
    readonly name: string
    readonly signInName: string
    readonly passphrase: string
  }
}
