import { gaugeOf, type GaugeHere, type GaugeKind } from '@kelvit/core'
import { useCanners } from '../sync/queries'

/** The gauge of the house, or the one of a kind that was asked for: of a canner that may be used, if there is one. */
export function useGaugeHere(kind?: GaugeKind): GaugeHere {
  const inUse = (useCanners().data ?? []).filter((c) => !c.retired)
  const of = inUse.filter((c) => kind === undefined || c.regulatedBy === kind)
  const canner = of.find((c) => c.blocks.length === 0) ?? of[0]
  return canner ? gaugeOf(canner) : { kind: kind ?? 'weighted', errorPsi: 0 }
}
