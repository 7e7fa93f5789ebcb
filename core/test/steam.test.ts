import { expect, test } from 'vitest'
import fc from 'fast-check'
import {
  atmosphere,
  feet,
  feetToMetres,
  kelvinToFahrenheit,
  kgToPounds,
  metresToFeet,
  pascal,
  pascalToPsi,
  poundsToKg,
  psi,
  psiToPascal,
  saturationTemperature,
  STANDARD_BANDS,
  steamTemperature,
} from '@kelvit/core'

test.each([
  [0, 14.696],
  [2000, 13.664],
  [8000, 10.916],
])('the standard atmosphere at %i ft is %f psi', (ft, expected) => {
  expect(pascalToPsi(atmosphere(feet(ft)))).toBeCloseTo(expected, 3)
})

test.each([
  [0.1e6, 372.755919],
  [1e6, 453.035632],
  [10e6, 584.149488],
])('water at %f Pa boils at %f K (IF97 table 36)', (pa, expected) => {
  expect(saturationTemperature(pascal(pa))).toBeCloseTo(expected, 6)
})

test.each([
  [0, 10, 239.36],
  [2000, 11, 239.29],
  [4000, 12, 239.35],
  [6000, 13, 239.54],
  [8000, 14, 239.85],
])('at %i ft and %i psi the steam is %f °F', (ft, p, expected) => {
  expect(steamTemperature(psi(p), feet(ft))).toBeCloseTo(expected, 2)
})

test('a fifth of air left in the canner costs 12 degrees', () => {
  expect(steamTemperature(psi(10), feet(0), 0.2)).toBeCloseTo(227.3, 1)
})

test('the dial table is one temperature in disguise', () => {
  for (const band of STANDARD_BANDS.dial)
    expect(steamTemperature(psi(band.psi), feet(band.toFt))).toBeGreaterThan(239.2)
})

test('higher kitchens have less air, more gauge pressure means hotter steam, air only cools', () => {
  const ft = fc.integer({ min: -1500, max: 30000 })
  const p = fc.double({ min: 0, max: 20, noNaN: true })
  fc.assert(
    fc.property(ft, p, fc.double({ min: 0.01, max: 0.6, noNaN: true }), (a, g, air) => {
      expect(atmosphere(feet(a + 100))).toBeLessThan(atmosphere(feet(a)))
      const t = steamTemperature(psi(g), feet(a))
      expect(steamTemperature(psi(g + 0.5), feet(a))).toBeGreaterThan(t)
      expect(steamTemperature(psi(g), feet(a), air)).toBeLessThan(t)
    }),
  )
})

test('units go there and back', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.001, max: 1e5, noNaN: true }), (x) => {
      expect(poundsToKg(kgToPounds(x))).toBeCloseTo(x, 6)
      expect(feetToMetres(metresToFeet(x))).toBeCloseTo(x, 6)
      expect(pascalToPsi(psiToPascal(x))).toBeCloseTo(x, 6)
    }),
  )
  expect(kelvinToFahrenheit(saturationTemperature(pascal(101325)))).toBeCloseTo(211.95, 1)
})

test('outside the formulas there is an error, not a number', () => {
  expect(() => atmosphere(feet(40000))).toThrow(RangeError)
  expect(() => saturationTemperature(pascal(100))).toThrow(RangeError)
  expect(() => steamTemperature(psi(10), feet(0), 1)).toThrow(RangeError)
  expect(() => atmosphere(feet(NaN))).toThrow(RangeError)
})
