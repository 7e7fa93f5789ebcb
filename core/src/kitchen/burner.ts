import { quartsOf } from '../method/jar-size'
import { pounds, type Pounds } from '../quantity/units'
import type { Burner, JarSize } from '../words'

/** A canner and the burner it usually stands on. */
export interface OnBurner {
  readonly standsOn: Burner | null
  /** What the burner or the glass top carries at most, by its maker, lb; null where nobody said it. */
  readonly burnerLimitLb: number | null
  /** The canner itself with its lid, empty, lb. */
  readonly emptyLb: number | null
  readonly innerDiameterIn: number | null
  readonly waterIn: number
}

/** A cubic inch of water, lb. */
const WATER_LB = 0.0361
/** A quart of food in its liquid, about as heavy as water, lb. */
const QUART_LB = 2.09
/** An empty jar with its lid, lb: a quart's glass is about a pound; smaller ones have more glass for what they hold. */
const GLASS_LB: Readonly<Record<JarSize, number>> = {
  halfPint: 0.45,
  pint: 0.7,
  pintAndHalf: 0.85,
  quart: 1.05,
}

/**
 * What a canner weighs on the burner with its water and full jars, about; null where its own
 * weight or its width is not known. An estimate: it is compared with a limit, never a process.
 */
export function fullWeight(
  canner: OnBurner,
  portions: readonly { readonly jar: JarSize; readonly jars: number }[],
): {
  readonly canner: Pounds
  readonly water: Pounds
  readonly jars: Pounds
  readonly all: Pounds
} | null {
  const { emptyLb, innerDiameterIn, waterIn } = canner
  if (emptyLb === null || innerDiameterIn === null) return null
  const water = Math.PI * (innerDiameterIn / 2) ** 2 * waterIn * WATER_LB
  const jars = portions.reduce(
    (sum, p) => sum + p.jars * (GLASS_LB[p.jar] + QUART_LB * quartsOf(p.jar)),
    0,
  )
  return {
    canner: pounds(emptyLb),
    water: pounds(water),
    jars: pounds(jars),
    all: pounds(emptyLb + water + jars),
  }
}

/** How a full canner stands with what its burner carries. */
export type BurnerLoad = 'within' | 'near' | 'over' | 'unknown'
/** The estimate may be off by so much. */
const ABOUT = 0.1

export function burnerLoad(
  canner: OnBurner,
  portions: readonly { readonly jar: JarSize; readonly jars: number }[],
): BurnerLoad {
  const full = fullWeight(canner, portions)
  const { burnerLimitLb } = canner
  if (!full || burnerLimitLb === null) return 'unknown'
  if (full.all > burnerLimitLb) return 'over'
  return full.all * (1 + ABOUT) > burnerLimitLb ? 'near' : 'within'
}

/** What holds for a canner on this kind of burner before it is heated. */
export const BURNER_BEFORE: Readonly<Record<Burner, string>> = {
  gas: 'Keep the flame under the bottom, not up its sides.',
  coil: 'Set it level, so that it covers the coil.',
  glass:
    'Use it here only if the canner’s manual and the stove’s manual both allow it. Its bottom must be flat and no wider than they say.',
  outdoor:
    'Set it level and steady, out of the wind. Use no more heat than the canner’s manual allows: a strong burner can warp it or boil it dry.',
}

/** What holds after the heat is off, while it still has pressure. */
export const BURNER_AFTER: Readonly<Record<Burner, string>> = {
  gas: 'Leave it where it is. Never lift or tilt it under pressure.',
  coil: 'Never lift it under pressure. The coil stays hot: leave the canner on it or slide it off, as its manual says.',
  glass: 'Leave it where it is: sliding scratches the glass. Never lift it under pressure.',
  outdoor: 'Leave it where it is. Never lift or tilt it under pressure.',
}
