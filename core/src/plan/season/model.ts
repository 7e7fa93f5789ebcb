import type { JarSize, Mouth, Pack } from '../../words'
import type { Capacity, StageMinutes } from '../../load/types'

/** A day of the season: minutes the kitchen is open in one stretch, people in it. */
export interface SeasonDay {
  /** ISO plain date. */
  readonly date: string
  /** Longest free stretch, minutes; 0 when nobody cans that day. */
  readonly minutes: number
  readonly people: number
}

export interface SeasonCanner {
  readonly id: string
  readonly name: string
  readonly capacity: Capacity
  readonly minimum: { readonly quart: number; readonly pint: number }
  readonly stageMinutes: StageMinutes
}

/** What one lot's jars take at one canner: psi gauge and minutes of the tested process. */
export interface LotProcess {
  readonly psi: number
  readonly minutes: number
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
  /** By canner, in the model's order; null where the process is refused. */
  readonly processes: readonly (LotProcess | null)[]
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
  readonly day: number
  readonly canner: number
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
  /** Jars that are not filled yet: each still draws a lid and an empty jar. */
  readonly toFill: number
  readonly prepMin: number
  readonly processMinutes: number
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
  /**
   * What one portion weighs: two jars of this beside one of that are more to prepare, label
   * and remember than the same jars of one lot. 0 when left out.
   */
  readonly portionWeight?: number
}

/** What one portion weighs to a household: as much as a jar that waited a quarter of its time. */
export const PORTION_WEIGHT = 0.5

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

/**
 * What a plan is judged by, in this order of weight: a jar lost past its
 * can-by, a jar whose quality is all gone by waiting, a load, a canning day, a
 * minute past closing. `over` is a jar kept one minute longer under pressure
 * than its own process asks.
 */
export const WEIGHTS = {
  lost: 25,
  quality: 8,
  load: 6,
  day: 4,
  late: 0.05,
  over: 0.02,
} as const

/** Jars that share a load may be over-processed by this many minutes at most. */
export const MOST_OVER_MIN = 15

/**
 * Share of a jar's quality that is lost by waiting until a day: 0 on the day
 * the lot came in, 1 on its last day, slow at first (square). A lot that must
 * be canned the day it comes loses nothing on that day.
 */
export function fade(lot: Pick<SeasonLot, 'arrived' | 'due'>, day: number): number {
  const keeps = lot.due - lot.arrived
  if (keeps <= 0) return 0
  const share = Math.min(1, Math.max(0, (day - lot.arrived) / keeps))
  return share * share
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
  return WEIGHTS.lost + SOONER_LOST * (1 - share)
}
