import {
  useCanners,
  useJars,
  useKitchenHours,
  useLoads,
  useLots,
  useSeasonLoads,
} from '../../sync/queries'

/**
 * Whether a household still stands at its beginning; undefined while nobody knows. Who has run
 * a load is past it, also in January with no lot in the house.
 */
export function useIsNew(): boolean | undefined {
  const [canners, lots, hours] = [useCanners().data, useLots().data, useKitchenHours().data]
  const [plan, loads, jars] = [useSeasonLoads().data, useLoads().data, useJars().data]
  if (!canners || !lots || !hours || !plan || !loads || !jars) return undefined
  if (loads.length > 0) return false
  const open = hours.some((h) => h.opens !== null)
  const nothing = lots.length === 0 && plan.length === 0 && jars.length === 0
  return canners.length === 0 || !open || nothing
}
