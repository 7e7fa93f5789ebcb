import type { ComputingKitchen } from '@kelvit/core/answers'
import { useMemo } from 'react'
import { useCanners, useYields } from '../sync/queries'
import { useHousehold, useToday } from './session'

/** What answers are worked out from: this kitchen, with the canners that may be used. */
export function useAnswerKitchen(): ComputingKitchen {
  const { household } = useHousehold()
  const canners = useCanners().data
  const yields = useYields().data
  const today = useToday()
  return useMemo(() => {
    const fit = (canners ?? []).filter((c) => !c.retired && c.blocks.length === 0)
    return { ...household, canners: fit, ...(yields ? { yields } : {}), today }
  }, [household, canners, yields, today])
}
