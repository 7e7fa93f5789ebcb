import type { CannerClass } from './types'

/**
 * Typical canners to start from; the household edits capacity and water from
 * its own manual. Stage minutes are first guesses that real loads replace.
 */
export const cannerClasses: readonly CannerClass[] = [
  {
    id: 'small',
    name: '16-quart pot, one layer of quarts',
    innerDiameterIn: 11.6,
    innerHeightIn: 8.8,
    gauge: 'weighted',
    capacity: { quart: 7, pintAndHalf: 7, pint: { regular: 9, wide: 8 }, halfPint: 18 },
    stageMinutes: {
      fillMinPerJar: 1.2,
      fillMinFixed: 5,
      ventMin: 10,
      restMin: 10,
      unloadMin: 6,
      heatMin: 18,
      climbMin: 8,
      coolMin: 35,
    },
  },
  {
    id: 'tall',
    name: '23-quart pot, two layers of pints',
    innerDiameterIn: 11.6,
    innerHeightIn: 11.6,
    gauge: 'dial',
    capacity: { quart: 7, pintAndHalf: 7, pint: { regular: 18, wide: 16 }, halfPint: 24 },
    stageMinutes: {
      fillMinPerJar: 1.2,
      fillMinFixed: 5,
      ventMin: 10,
      restMin: 10,
      unloadMin: 6,
      heatMin: 20,
      climbMin: 9,
      coolMin: 42,
    },
  },
  {
    id: 'large',
    name: '30-quart heavy pot, two layers of quarts, metal-to-metal seal',
    innerDiameterIn: 12.3,
    innerHeightIn: 15.2,
    gauge: 'both',
    capacity: { quart: 14, pintAndHalf: 14, pint: { regular: 19, wide: 16 }, halfPint: 30 },
    stageMinutes: {
      fillMinPerJar: 1.2,
      fillMinFixed: 5,
      ventMin: 10,
      restMin: 10,
      unloadMin: 6,
      heatMin: 28,
      climbMin: 12,
      coolMin: 60,
    },
  },
]

/** Fewest jars a load may have unless the manual says otherwise. */
export const MINIMUM_LOAD = { quart: 2, pint: 4 } as const
