import { put } from './put'
import type { JarSize, Mouth } from '@kelvit/core'
import { splitPickings } from '@kelvit/core'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import {
  jarGroups,
  jars,
  lidLots,
  needs,
  plantings,
  processChecks,
  recipes,
  supplies,
} from '../db/schema'
import type { DemoDays } from './days'
import { addLot } from './lots'

const JARS: readonly (readonly [JarSize, Mouth, number, number])[] = [
  ['quart', 'regular', 326, 3],
  ['quart', 'wide', 24, 0],
  ['pint', 'regular', 168, 2],
  ['halfPint', 'regular', 24, 0],
]

/** Meals a week that they mean to eat this year, where it is more than last year. */
const MORE_THIS_YEAR: Readonly<Record<string, number>> = {
  'beans-snap': 1.75,
  tomatoes: 1.75,
  beets: 0.75,
}

/** Food, form, jar, jars a meal, meals a week, months fresh, next harvest in days from today. */
const NEEDS: readonly (readonly [
  string,
  string,
  JarSize,
  number,
  number,
  readonly number[],
  number,
])[] = [
  ['beans-snap', 'beans-snap', 'quart', 1, 1, [7, 8, 9], 330],
  ['corn', 'corn-kernel', 'pint', 1, 1, [8, 9], 350],
  ['tomatoes', 'tomatoes-crushed', 'quart', 1, 1.5, [8, 9], 345],
  ['carrots', 'carrots', 'quart', 1, 0.75, [7, 8, 9, 10], 325],
  ['beets', 'beets', 'quart', 1, 0.5, [7, 8], 320],
  ['beans-lima', 'beans-lima', 'pint', 1, 0.5, [9], 370],
  ['squash-winter', 'squash-winter', 'quart', 1, 0.5, [10, 11, 12], 400],
  ['peas-green', 'peas-green', 'pint', 1, 0.5, [6], 310],
]

/** Jars, lids and supplies, what the house eats, a bed to come, marks and an honest record. */
export async function addStock(tx: Tx, householdId: string, days: DemoDays): Promise<void> {
  const row = () => ({ id: uuidv7(), householdId })
  await put(
    tx,
    jarGroups,
    JARS.map(([jar, mouth, owned, broken]) => ({ ...row(), jar, mouth, owned, broken, runs: 0 })),
  )
  await put(tx, lidLots, [
    {
      ...row(),
      name: 'tin by the door',
      mouth: 'regular',
      boughtOn: days.on(-70),
      count: 60,
      left: 8,
    },
    {
      ...row(),
      name: 'June sleeve',
      mouth: 'regular',
      boughtOn: days.on(-58),
      count: 72,
      left: 72,
    },
    { ...row(), name: 'wide box', mouth: 'wide', boughtOn: days.on(-58), count: 24, left: 24 },
  ])
  await put(tx, lidLots, {
    ...row(),
    name: 'August case',
    mouth: 'regular',
    boughtOn: days.on(-4),
    count: 240,
    left: 228,
  })
  await put(tx, supplies, [
    { ...row(), kind: 'bands regular', amount: 410 },
    { ...row(), kind: 'bands wide', amount: 30 },
    { ...row(), kind: 'salt', amount: 96 },
    { ...row(), kind: 'citric-acid', amount: 12 },
    { ...row(), kind: 'vinegar', amount: 14 },
    { ...row(), kind: 'fuel', amount: 3 },
  ])
  await put(
    tx,
    needs,
    NEEDS.map(([foodId, formId, jar, jarsPerMeal, mealsPerWeek, freshMonths, harvest]) => ({
      ...row(),
      foodId,
      formId,
      jar,
      jarsPerMeal,
      mealsPerWeek: MORE_THIS_YEAR[foodId] ?? mealsPerWeek,
      freshMonths: [...freshMonths],
      nextHarvestOn: days.on(harvest),
      certainty: 0.8,
    })),
  )
  await put(
    tx,
    processChecks,
    ['beans-snap', 'tomatoes-crushed', 'corn-kernel'].map((formId) => ({
      ...row(),
      formId,
      edition: 'printed guide, 2015 revision',
      checkedOn: days.on(-61),
      checkedBy: 'Wren',
    })),
  )
  await addEaten(tx, householdId, days)
  await addRecipe(tx, householdId, days)
  await addBed(tx, householdId, days)
}

async function addRecipe(tx: Tx, householdId: string, days: DemoDays): Promise<void> {
  const recipeId = uuidv7()
  await put(tx, recipes, {
    id: recipeId,
    householdId,
    name: 'Great-aunt Osier’s marrow relish',
    done: 'Summer squash, onions and vinegar by eye, 20 minutes in boiling water.',
  })
  await put(
    tx,
    jars,
    [1, 2, 3].map((n) => ({
      id: uuidv7(),
      householdId,
      code: `M4RW-${n}`,
      foodId: 'untested',
      recipeId,
      jar: 'pint' as const,
      mouth: 'regular' as const,
      cannedOn: days.on(-340),
      bestBy: days.on(25),
      reviewBy: days.on(390),
      state: 'on-shelf' as const,
      seal: 'sealed' as const,
      stateAt: new Date(days.at(-340, '12:00')),
    })),
  )
}

/** Weeks of record that the household has. */
const WEEKS_EATEN = 48
/** How much of what it says it eats it really does. */
const REALLY = 0.85

/** Jars that stood there before Kelvit and were eaten since, week by week, as people do. */
async function addEaten(tx: Tx, householdId: string, days: DemoDays): Promise<void> {
  const eaten = NEEDS.flatMap(([foodId, formId, jar, jarsPerMeal, mealsPerWeek, fresh], n) => {
    const rate = jarsPerMeal * mealsPerWeek * REALLY
    let left = 0
    return Array.from({ length: WEEKS_EATEN }, (_, w) => WEEKS_EATEN - w).flatMap((week) => {
      const on = days.on(-7 * week + 3)
      if (fresh.includes(Number(on.slice(5, 7)))) return []
      left += rate
      const jars = Math.floor(left)
      left -= jars
      return Array.from({ length: jars }, (_, i) => ({
        id: uuidv7(),
        householdId,
        code: `EA${String.fromCharCode(65 + n)}${week}-${i + 1}`,
        foodId,
        formId,
        jar,
        mouth: 'regular' as const,
        cannedOn: days.on(-640),
        bestBy: days.on(-275),
        reviewBy: days.on(90),
        state: 'eaten' as const,
        seal: 'sealed' as const,
        process: 'told' as const,
        stateAt: new Date(days.at(-7 * week + 3, '18:00')),
      }))
    })
  })
  await put(tx, jars, eaten)
}

/** A late bed of beans with three pickings to come. */
async function addBed(tx: Tx, householdId: string, days: DemoDays): Promise<void> {
  const id = uuidv7()
  await put(tx, plantings, {
    id,
    householdId,
    foodId: 'beans-snap',
    formId: 'beans-snap',
    jar: 'quart',
    variety: 'Fence Runner',
    rowFt: 40,
    expectedLb: 48,
    firstOn: days.on(6),
    lastOn: days.on(20),
    pickings: 3,
  })
  for (const [i, p] of splitPickings(48, days.on(6), days.on(20), 3).entries())
    await addLot(tx, householdId, days, {
      line: `${p.lb} lb snap beans, Fence Runner`,
      days: 6 + i * 7,
      state: 'expected',
      plantingId: id,
    })
}
