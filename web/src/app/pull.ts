import type { Jar, NeedRow } from '@kelvit/contract'
import { jarsAWeek, pullList, tooManyToEat, type TooMany } from '@kelvit/core'
import { useMemo } from 'react'
import { useJars, useNeeds } from '../api/queries'
import { useHousehold, useToday } from './session'

/** Jars that stand on the shelf, with whether they are untested. */
export const onShelf = (jars: readonly Jar[]): readonly (Jar & { untested: boolean })[] =>
  jars.filter((j) => j.state === 'on-shelf').map((j) => ({ ...j, untested: j.recipeId !== null }))

export interface Pull {
  readonly jars: readonly (Jar & { untested: boolean })[]
  /** What cannot all be eaten before its best is over. */
  readonly tooMany: readonly TooMany[]
}

/** Jars of a food that the house eats in a week by its needs; undefined where it never said. */
const mealsBy =
  (needs: readonly NeedRow[]) =>
  (foodId: string): number | undefined => {
    const need = needs.find((n) => n.foodId === foodId)
    return need && jarsAWeek(need)
  }

/** This week's pull list, the same on the shelf, on Today and in the strip; undefined while the jars are not known. */
export function usePull(): Pull | undefined {
  const jars = useJars().data
  const needs = useNeeds().data
  const today = useToday()
  const { mealsPerWeek } = useHousehold().household.settings
  return useMemo(() => {
    if (!jars || !needs) return undefined
    const shelf = onShelf(jars)
    const mealsOf = mealsBy(needs)
    return {
      jars: pullList(shelf, today, mealsPerWeek, mealsOf),
      tooMany: tooManyToEat(shelf, today, (food) => mealsOf(food) ?? mealsPerWeek),
    }
  }, [jars, needs, today, mealsPerWeek])
}
