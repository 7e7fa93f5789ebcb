import { lotYields, type LotYield } from '@kelvit/core'
import { eq, isNotNull } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { loadPortions, lots } from '../db/schema'

/** The household's own yields of a form, without the lots it left out. */
export async function ownYields(
  tx: Tx,
  formId: string,
  today: string,
): Promise<readonly LotYield[]> {
  const own = await tx.select().from(lots).where(eq(lots.formId, formId))
  const filled = await tx.select().from(loadPortions).where(isNotNull(loadPortions.filled))
  return lotYields(own, filled, formId, today).filter((y) => !y.excluded)
}
