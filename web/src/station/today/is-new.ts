import {
  useCanners,
  useJars,
  useKitchenHours,
  useLoads,
  useLots,
  useSeasonLoads,
} from '../../sync/queries'

/**
 * Whether a household still stands at its beginning; undefined while nobody knows. The first
 * steps stay until a plan is saved or a load is run. Who only keeps jars here is past them.
 */
export function useIsNew(): boolean | undefined {
  const [canners, lots, hours] = [useCanners().data, useLots().data, useKitchenHours().data]
  const [plan, loads, jars] = [useSeasonLoads().data, useLoads().data, useJars().data]
  if (!canners || !lots || !hours || !plan || !loads || !jars) return undefined
  if (loads.length > 0 || plan.length > 0) return false
  const setUp = canners.length > 0 && hours.some((h) => h.opens !== null)
  return !(setUp && lots.length === 0 && jars.length > 0)
}
