import fc from 'fast-check'
import { expect, test } from 'vitest'
import { produceCost, type LotCost } from '../src'

const lot = (more: Partial<LotCost> = {}): LotCost => ({
  pricePerLb: 1,
  lb: 10,
  finished: true,
  quartsFilled: 7,
  lbPerQuart: 2,
  ...more,
})

test('10 lb at 1.00 in 7 quarts is 1.43 a quart, half of that a pint', () => {
  expect(produceCost(lot(), 'quart')).toBeCloseTo(1.43, 2)
  expect(produceCost(lot(), 'pint')).toBeCloseTo(0.714, 3)
})
test('while some of it is still to be filled, what is expected counts', () => {
  expect(produceCost(lot({ finished: false, quartsFilled: 3 }), 'quart')).toBe(2)
  expect(produceCost(lot({ finished: false, quartsFilled: 8 }), 'quart')).toBe(1.25)
  expect(produceCost(lot({ quartsFilled: 0 }), 'quart')).toBeNull()
})
test('law: of a finished lot the jars together cost what the lot cost', () => {
  const n = fc.integer({ min: 0, max: 30 })
  fc.assert(
    fc.property(n, n, fc.integer({ min: 1, max: 900 }), (quarts, pints, cents) => {
      const filled = quarts + pints / 2
      if (filled === 0) return
      const facts = lot({ pricePerLb: cents / 100, lb: 20, quartsFilled: filled })
      const total =
        quarts * (produceCost(facts, 'quart') ?? 0) + pints * (produceCost(facts, 'pint') ?? 0)
      expect(total).toBeCloseTo((cents / 100) * 20, 6)
    }),
  )
})
