import { psi, psiToKpa, type Psi } from '../quantity/units'
import type { GaugeKind } from '../words'

/** A dial test older than this blocks dial-regulated loads, days. */
export const DIAL_TEST_DAYS = 365
/** A dial further off than this is replaced, psi. */
export const DIAL_MAX_ERROR = 2

export type BlockReason = 'dial-untested' | 'dial-overdue' | 'dial-off' | 'inspection-failed'

/** What only keeps a canner from use until its dial is tested. */
export const TESTABLE: ReadonlySet<BlockReason> = new Set(['dial-untested', 'dial-overdue'])

export interface Block {
  readonly reason: BlockReason
  readonly sentence: string
}

/** The last gauge test; reads high is positive. */
export interface GaugeTest {
  readonly daysAgo: number
  readonly errorPsi: Psi
}

/** An inspection point that was found wrong. */
export interface Defect {
  readonly sentence: string
}

/**
 * What keeps a canner from being used, empty when it is fit. A weighted gauge
 * needs no test; a dial that regulates is tested every year and replaced when
 * it is off by more than 2 psi.
 */
export function cannerBlocks(
  regulatedBy: GaugeKind,
  lastTest: GaugeTest | null,
  defects: readonly Defect[] = [],
): readonly Block[] {
  const failed = defects.map((d): Block => ({ reason: 'inspection-failed', sentence: d.sentence }))
  if (regulatedBy === 'weighted') return failed
  return [...dialBlocks(lastTest), ...failed]
}

function dialBlocks(test: GaugeTest | null): Block[] {
  if (!test)
    return [
      {
        reason: 'dial-untested',
        sentence: 'The dial gauge hasn’t been tested. Have it tested before the next load.',
      },
    ]
  if (!(Math.abs(test.errorPsi) <= DIAL_MAX_ERROR))
    return [
      {
        reason: 'dial-off',
        sentence: `The dial gauge is off by ${Math.abs(test.errorPsi)} psi (${Math.round(psiToKpa(psi(Math.abs(test.errorPsi))))} kPa). More than 2 psi (14 kPa): replace it.`,
      },
    ]
  if (!(test.daysAgo <= DIAL_TEST_DAYS))
    return [
      {
        reason: 'dial-overdue',
        sentence: `The dial gauge was last tested ${test.daysAgo} days ago. It needs a test every year.`,
      },
    ]
  return []
}
