import { seasonBalance, type SupplyBalance } from '@kelvit/core'
import { useMemo } from 'react'
import {
  useJarGroups,
  useJars,
  useLidLots,
  useLoads,
  useLots,
  useSeasonLoads,
  useSupplies,
  useYields,
} from '../sync/queries'
import { useHousehold, useToday } from './session'

/** Supplies against the lots and the season plan, the first shortage first; undefined while it loads. */
export function useSeasonBalance(): readonly SupplyBalance[] | undefined {
  const { household } = useHousehold()
  const today = useToday()
  const [jarGroups, lidLots, supplies] = [
    useJarGroups().data,
    useLidLots().data,
    useSupplies().data,
  ]
  const [jars, lots, loads] = [useJars().data, useLots().data, useLoads().data]
  const [yields, season] = [useYields().data, useSeasonLoads().data]
  return useMemo(() => {
    if (!jarGroups || !lidLots || !supplies || !jars || !lots || !loads || !yields || !season)
      return undefined
    const plan = season.filter((l) => l.onDate >= today)
    return seasonBalance({
      ...{ household, jarGroups, lidLots, supplies, yields, jars, lots, loads, plan, today },
    })
  }, [household, jarGroups, lidLots, supplies, yields, jars, lots, loads, season, today])
}
