import type { JarSize } from '../words'
import { quartsOf } from './jar-size'
import type { AcidAmount, FoodForm } from './data/types'

/** What goes into one jar besides the food. */
export interface Additions {
  /** Required, where the form has it; also under pressure. */
  readonly acid: AcidAmount | null
  /** Teaspoons of salt, where a household wants any. */
  readonly saltTsp: number
}

/** Salt by volume; acid by the pint up to a pint, by the quart above it. Source: the form's. */
export const additionsPerJar = (
  { acid, saltTspPerQuart = 0 }: Pick<FoodForm, 'acid' | 'saltTspPerQuart'>,
  jar: JarSize,
): Additions => ({
  acid: acid ? (quartsOf(jar) <= 0.5 ? acid.perPint : acid.perQuart) : null,
  saltTsp: saltTspPerQuart * quartsOf(jar),
})
