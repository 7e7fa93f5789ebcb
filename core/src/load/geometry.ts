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

/** Where a jar stands in a canner that is looked at from the side. */
export interface JarPlace {
  /** From the middle, inches. */
  readonly x: number
  /** From 0, at the far wall, to 1, at the near one. */
  readonly near: number
}

/** More jars of a layer than this stand in two rings, more than that with three in the middle. */
const ONE_RING = 6
const ONE_INSIDE = 9

/** So many places on a circle, turned a little so that none hides another. */
const ring = (n: number, radius: number, turn: number): readonly JarPlace[] =>
  Array.from({ length: n }, (_, i): JarPlace => {
    const angle = turn + (2 * Math.PI * i) / n
    return { x: radius * Math.cos(angle), near: (1 + Math.sin(angle)) / 2 }
  })

/**
 * How a canner's jars stand, layer by layer from the bottom, those at the far wall first: as
 * many as the manual says, for a drawing.
 * @param acrossIn diameter of a jar, inches.
 */
export function jarPlaces(
  jars: number,
  innerDiameterIn: number,
  acrossIn: number,
): readonly (readonly JarPlace[])[] {
  if (jars <= 0) return []
  const layers = Math.max(1, Math.round(jars / Math.max(1, jarsInLayer(innerDiameterIn, acrossIn))))
  return Array.from({ length: layers }, (_, layer) => {
    const n = Math.floor(jars / layers) + (layer < jars % layers ? 1 : 0)
    const inside = n <= ONE_RING ? 0 : n <= ONE_INSIDE ? 1 : 3
    const outer = ring(n - inside, n === 1 ? 0 : (innerDiameterIn - acrossIn) / 2, 0.35)
    const inner = ring(inside, inside === 1 ? 0 : acrossIn / Math.sqrt(3), 0.9)
    return [...outer, ...inner].sort((a, b) => a.near - b.near)
  })
}
