import type { JarSpec } from './types'

/** Nominal jars; outer sizes are typical, for the geometry estimate only. */
export const jarSpecs: readonly JarSpec[] = [
  {
    id: 'halfPint',
    name: 'Half-pint',
    quarts: 0.25,
    ml: 250,
    heightIn: 3.9,
    diameterIn: { regular: 2.9, wide: null },
  },
  {
    id: 'pint',
    name: 'Pint',
    quarts: 0.5,
    ml: 500,
    heightIn: 5.1,
    diameterIn: { regular: 3.2, wide: 3.4 },
  },
  {
    id: 'pintAndHalf',
    name: 'Pint-and-half',
    quarts: 0.75,
    ml: 750,
    heightIn: 6.7,
    diameterIn: { regular: null, wide: 3.4 },
    process: 'quart',
  },
  {
    id: 'quart',
    name: 'Quart',
    quarts: 1,
    ml: 1000,
    heightIn: 6.9,
    diameterIn: { regular: 3.75, wide: 3.95 },
  },
]
