import type { Jar } from '@kelvit/contract'
import { foodStock, foodStocks, type FoodStock } from '@kelvit/core'
import { useMemo } from 'react'
import { useFoodUse, useJars, useNeeds } from '../sync/queries'
import { useToday } from './session'

/** The shelf food by food; undefined while it is not known. */
export function useFoodStocks(): readonly FoodStock<Jar>[] | undefined {
  const [jars, needs, use] = [useJars().data, useNeeds().data, useFoodUse().data]
  const today = useToday()
  return useMemo(
    () => jars && needs && use && foodStocks({ jars, needs, today }, use),
    [jars, needs, use, today],
  )
}

/** One food on the shelf; undefined while it is not known. */
export function useFoodStock(foodId: string): FoodStock<Jar> | undefined {
  const [jars, needs, use] = [useJars().data, useNeeds().data, useFoodUse().data]
  const today = useToday()
  return useMemo(
    () => jars && needs && use && foodStock({ jars, needs, today }, use, foodId),
    [jars, needs, use, today, foodId],
  )
}
