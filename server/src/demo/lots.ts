import { type LotSource, type LotState } from '@kelvit/core'
import { put } from './put'
import { canBy, foodOf, readWeighIn, type JarSize, type Storage } from '@kelvit/core'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { lots } from '../db/schema'
import type { DemoDays } from './days'

export interface DemoLot {
  readonly line: string
  readonly form?: string
  readonly jar?: JarSize
  readonly days: number
  readonly storage?: Storage
  readonly state?: LotState
  readonly source?: LotSource
  readonly variety?: string
  readonly finished?: number
  readonly plantingId?: string
}

/** Adds a lot the way a weigh-in would, and gives its id. */
export async function addLot(
  tx: Tx,
  householdId: string,
  days: DemoDays,
  lot: DemoLot,
): Promise<string> {
  const read = readWeighIn(lot.line)
  if (!read.ok) throw new Error(`${lot.line}: ${read.sentence}`)
  const id = uuidv7()
  const storage = lot.storage ?? 'cool'
  const food = foodOf(read.food.id) ?? read.food
  await put(tx, lots, {
    id,
    householdId,
    foodId: food.id,
    formId: lot.form ?? food.forms[0]?.id ?? food.id,
    jar: lot.jar ?? 'quart',
    variety: lot.variety ?? read.variety,
    source: lot.source ?? 'garden',
    said: read.understood,
    lb: read.pounds,
    pricePerLb: read.pricePerLb,
    arrivedOn: days.on(lot.days),
    storage,
    canBy: canBy(food, days.on(lot.days), storage),
    state: lot.state ?? 'in-house',
    plantingId: lot.plantingId ?? null,
    finishedOn: lot.finished === undefined ? null : days.on(lot.finished),
  })
  return id
}

/** What is in the house and on the way in the middle of a season. */
export const PRESENT_LOTS: readonly DemoLot[] = [
  { line: '2 bu beets, Dusk Red', days: -9 },
  { line: '95 lb tomatoes, Long Table', form: 'tomatoes-crushed', days: -1, storage: 'cool' },
  {
    line: '60 ears sweet corn, Early Lantern',
    form: 'corn-kernel',
    jar: 'pint',
    days: 0,
    storage: 'cool',
  },
  { line: '1 bu carrots @ 0.55/lb', days: -3, source: 'bought' },
  { line: '26 lb lima beans', jar: 'pint', days: 5, state: 'expected' },
  { line: '16 lb peppers', jar: 'pint', days: 9, state: 'expected' },
  { line: '20 lb okra', jar: 'pint', days: 7, state: 'expected' },
  { line: '70 lb tomatoes, Long Table', form: 'tomatoes-crushed', days: 5, state: 'expected' },
  { line: '55 lb tomatoes, Long Table', form: 'tomatoes-crushed', days: 13, state: 'expected' },
  { line: '60 lb winter squash', days: 22, state: 'expected' },
  { line: '1 bu sweet potatoes', days: 20, state: 'expected', storage: 'room' },
]
