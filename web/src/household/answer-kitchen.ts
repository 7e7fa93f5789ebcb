import type { ComputingKitchen } from '@kelvit/core/answers'
import { useMemo } from 'react'
import { useCanners } from '../sync/queries'
import { useHousehold } from './session'

/** What answers are worked out from: this kitchen, with the canners that may be used. */
export function useAnswerKitchen(): ComputingKitchen {
  const { household } = useHousehold()
  const canners = useCanners().data
  return useMemo(() => {
    const fit = (canners ?? []).filter((c) => !c.retired && c.blocks.length === 0)
    return { ...household, canners: fit }
  }, [household, canners])
}
