import { saidName, shortName } from '../method/foods'
import { findSpoken } from '../method/spoken'
import type { Food } from '../method/data/types'
import { kitchenNumber } from '../quantity/format'
import type { Smaller } from './how-much'
import { manyOf, type Measure } from './measure'

/** A weigh-in line as it was read, in words: "1½ bu snap beans". */
export function understoodAs(
  amount: number,
  measure: Measure,
  more: Smaller | undefined,
  food: Food,
): string {
  const n = kitchenNumber(amount)
  if (more)
    return `${n} ${measure.name} ${kitchenNumber(more.amount)} ${more.name} ${saidName(food)}`
  const plural = amount > 1 && !['lb', 'oz', 'kg', 'g', 'bu'].includes(measure.name)
  const measured = `${n} ${plural ? manyOf(measure.name) : measure.name}`
  const itself =
    measure.kind === 'pieces'
      ? shortName(food).toLowerCase().startsWith(measure.name)
      : measure.kind === 'household' && findSpoken(measure.name).kind === 'food'
  if (itself) return measure.kind === 'pieces' ? `${n} ${saidName(food)}` : measured
  return `${measured} ${saidName(food)}`
}
