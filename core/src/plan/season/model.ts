import type { RunningAt } from '../day/running'
import type { Minutes, Psi } from '../../quantity/units'
import type { JarSize, Mouth, Pack } from '../../words'
import { PLAIN_WEIGHTS, type KeeperWeights } from './weights'
import type { FoodWant } from '../../book/wants'
import type { Capacity, StageMinutes } from '../../load/types'

/** A day of the season: minutes the kitchen is open, people in it. */
export interface SeasonDay {
  /** ISO plain date. */
  readonly date: string
  /** Free minutes, without errands between; 0 when nobody cans that day. */
  readonly minutes: number
  readonly people: number
  /** Errands between, when nobody is there; minutes from opening, one after the other. */
  readonly gaps?: readonly Gap[]
}

/** Minutes from the opening of the kitchen in which nobody is there. */
export interface Gap {
  readonly from: number
  readonly until: number
}

/** Minutes from opening to closing, errands included. */
export const spanOf = (day: SeasonDay): number =>
  (day.gaps ?? []).reduce((m, g) => m + g.until - g.from, day.minutes)

export interface SeasonCanner {
  readonly id: string
  readonly name: string
  readonly capacity: Capacity
  readonly minimum: { readonly quart: number; readonly pint: number }
  readonly stageMinutes: StageMinutes
  /** First day on which it may be used, where it is to be tested first; 0 when left out. */
  readonly from?: number
  /** From this day on its dial must have been tested once more; never when left out. */
  readonly testBy?: number
}

/** What one lot's jars take at one canner: psi gauge and minutes of the tested process. */
export interface LotProcess {
  readonly psi: Psi
  readonly minutes: Minutes
}

/** Jars that still wait to be filled from one lot. Days are indices into the model's days. */
export interface SeasonLot {
  readonly id: string
  readonly foodId: string
  readonly formId: string
  readonly pack: Pack
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
  /** Day it came or comes in; negative when it came before the first day. */
  readonly arrived: number
  /** Last day it should be canned. */
  readonly due: number
  readonly prepMinPerJar: number
  /** Minutes that it boils or simmers before it is filled; none when left out. */
  readonly cookMin?: number
  /** How its quality goes while it waits; by the square of the time and in full when left out. */
  readonly fading?: Fading
  /** By canner, in the model's order; null where the process is refused. */
  readonly processes: readonly (LotProcess | null)[]
  /** The household puts all of it up, also the last few jars. */
  readonly putUpAll?: boolean
}

/**
 * How the quality of a food goes while it waits: `weight` times the share of its time that
 * has passed, to a power. Corn loses sugar from the first hour (power 1); potatoes hardly
 * lose anything (a small weight).
 */
export interface Fading {
  readonly power: number
  readonly weight: number
}

/** Something every jar of a kind draws one of. */
export interface SupplyLine {
  readonly id: string
  readonly kind: 'lids' | 'jars'
  /** Null for lids, which fit every size of their mouth. */
  readonly jar: JarSize | null
  readonly mouth: Mouth
  /** Pieces that are there by the end of each day, never falling. */
  readonly stock: readonly number[]
}

/** A load that was planned at the stove or runs already: it stays, and takes its time and supplies. */
export interface FixedLoad {
  /** Of the load it stands for, where that matters to anybody. */
  readonly id?: string
  readonly day: number
  readonly canner: number
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
  /** Jars that are not filled yet: each still draws a lid and an empty jar. */
  readonly toFill: number
  readonly prepMin: number
  readonly processMinutes: number
  /** Minutes that it boils or simmers before it is filled. */
  readonly cookMin?: number
  /** Where it is when the first day begins, for a load at the stove. */
  readonly at?: RunningAt
}

export interface SeasonModel {
  readonly days: readonly SeasonDay[]
  readonly canners: readonly SeasonCanner[]
  readonly lots: readonly SeasonLot[]
  readonly burners: number
  readonly supplies: readonly SupplyLine[]
  readonly fixed: readonly FixedLoad[]
  /** How far past closing a day may run, minutes. */
  readonly lateMinutes: number
  /** What the people who follow it lean to; nothing but the bare figures when left out. */
  readonly weights?: KeeperWeights
  /** How much of each food is wanted yet; all of what is not named. */
  readonly wants?: readonly FoodWant[]
  /** Where jars are in the plan people have: a new one keeps to it unless moving pays. */
  readonly before?: readonly DayJars[]
}

/** Jars of a lot on a day, both by their index in the model. */
export interface DayJars {
  readonly lot: number
  readonly day: number
  readonly jars: number
}

/** What a season's plans are judged by beside lost jars, quality, loads and minutes. */
export const weightsOf = (model: Pick<SeasonModel, 'weights'>): KeeperWeights =>
  model.weights ?? PLAIN_WEIGHTS

/** Jars of one lot, by its index in the model, in a load. */
export interface Portion {
  readonly lot: number
  readonly jars: number
}

/** One canner full on a day. */
export interface PlanLoad {
  readonly id?: string
  readonly day: number
  readonly canner: number
  readonly portions: readonly Portion[]
  /** Stays where the keeper put it. */
  readonly pinned?: boolean
}

export interface SeasonPlan {
  readonly loads: readonly PlanLoad[]
}

/** Jars that share a load may be over-processed by this many minutes at most. */
export const MOST_OVER_MIN = 15

const USUAL_FADING: Fading = { power: 2, weight: 1 }

/**
 * Share of a jar's quality that is lost by waiting until a day: 0 on the day
 * the lot came in, 1 on its last day, slow at first (square), where its food does not
 * fade otherwise. A lot that must be canned the day it comes loses nothing on that day.
 */
export function fade(lot: Pick<SeasonLot, 'arrived' | 'due' | 'fading'>, day: number): number {
  const keeps = lot.due - lot.arrived
  if (keeps <= 0) return 0
  const { power, weight } = lot.fading ?? USUAL_FADING
  const share = Math.min(1, Math.max(0, (day - lot.arrived) / keeps))
  return weight * share ** power
}

/** Whether a supply line is drawn from by jars of a size and mouth. */
export const draws = (line: SupplyLine, jar: JarSize, mouth: Mouth): boolean =>
  line.mouth === mouth && (line.jar === null || line.jar === jar)

/** What a jar lost at once weighs more than one lost at the season's end. */
const SOONER_LOST = 3

/**
 * What losing one jar of a lot weighs. A little more the sooner it is lost: what
 * would be lost late may yet be helped, by lids that are bought or a day that comes free.
 */
export function lossOf(model: SeasonModel, lot: SeasonLot): number {
  const last = Math.max(1, model.days.length - 1)
  const share = Math.min(1, Math.max(0, lot.due / last))
  return weightsOf(model).lost + SOONER_LOST * (1 - share)
}
