import type { JarSize, Mouth } from '../words'
import { jarSpecs } from './jars'

/**
 * Smallest known ratio of canner to jar diameter at which n equal circles fit
 * in one (best known packings of equal circles in a circle), n = 1 … 20.
 */
const RATIOS: readonly number[] = [
  1, 2, 2.1548, 2.4143, 2.7014, 3, 3, 3.3048, 3.6131, 3.8131, 3.9239, 4.0296, 4.2361, 4.3285,
  4.5214, 4.6155, 4.7921, 4.8638, 4.8638, 5.1224,
]

/** A rack under each layer, inches. */
const RACK_IN = 0.4

/** Circles of one diameter that fit in one layer; never more than the table knows. */
function jarsInLayer(innerDiameterIn: number, jarDiameterIn: number): number {
  const ratio = innerDiameterIn / jarDiameterIn
  return RATIOS.filter((r) => ratio + 1e-9 >= r).length
}

/**
 * Jars of a size that a pot should take by its inner measures, in as many
 * layers as are high enough: an estimate, and the manual's figure always wins.
 */
export function estimateCapacity(
  innerDiameterIn: number,
  innerHeightIn: number,
  size: JarSize,
  mouth: Mouth,
): number {
  const jar = jarSpecs.find((j) => j.id === size)
  const across = jar?.diameterIn[mouth]
  if (!jar || !across || !(innerDiameterIn > 0) || !(innerHeightIn > 0)) return 0
  const layers = Math.floor(innerHeightIn / (jar.heightIn + RACK_IN))
  return layers * jarsInLayer(innerDiameterIn, across)
}
