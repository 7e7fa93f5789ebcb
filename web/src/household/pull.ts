import type { Jar } from '@kelvit/contract'
import { pullOf, type Pull } from '@kelvit/core'
import { useMemo } from 'react'
import { useJars, useNeeds } from '../sync/queries'
import { useHousehold, useToday } from './session'

/** This week's pull list, the same on the shelf, on Today and in the strip; undefined while the jars are not known. */
export function usePull(): Pull<Jar> | undefined {
  const jars = useJars().data
  const needs = useNeeds().data
  const today = useToday()
  const { mealsPerWeek } = useHousehold().household.settings
  return useMemo(
    () => jars && needs && pullOf({ jars, needs, today }, mealsPerWeek),
    [jars, needs, today, mealsPerWeek],
  )
}
