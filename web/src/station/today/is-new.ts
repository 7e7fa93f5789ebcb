import { useCanners, useKitchenHours, useLots, useSeasonLoads } from '../../sync/queries'

/** Whether a household still stands at its beginning; undefined while nobody knows. */
export function useIsNew(): boolean | undefined {
  const [canners, lots, hours] = [useCanners().data, useLots().data, useKitchenHours().data]
  const plan = useSeasonLoads().data
  if (!canners || !lots || !hours || !plan) return undefined
  const open = hours.some((h) => h.opens !== null)
  return canners.length === 0 || !open || (lots.length === 0 && plan.length === 0)
}
