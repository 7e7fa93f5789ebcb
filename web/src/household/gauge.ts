import { gaugeOf, type GaugeHere, type GaugeKind, type PressureIn } from '@kelvit/core'
import { useCanners } from '../sync/queries'
import { useHousehold } from './session'

/** The gauge of the house, or the one of a kind that was asked for: of a canner that may be used, if there is one. */
export function useGaugeHere(kind?: GaugeKind): GaugeHere {
  const inUse = (useCanners().data ?? []).filter((c) => !c.retired)
  const of = inUse.filter((c) => kind === undefined || c.regulatedBy === kind)
  const canner = of.find((c) => c.blocks.length === 0) ?? of[0]
  return canner ? gaugeOf(canner) : { kind: kind ?? 'weighted', errorPsi: 0 }
}

/** What the pressures of a canner are told in: as its dial is marked, else as the household reads. */
export function useDialMarks(cannerId: string): PressureIn {
  const { units } = useHousehold().household
  return useCanners().data?.find((c) => c.id === cannerId)?.dialMarks ?? units
}
