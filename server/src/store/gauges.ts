import { eq } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { gauges } from '../db/schema'

/** When a gauge was heard last; it is no change of what the gauge is, and raises no version. */
export async function heardGauge(tx: Tx, id: string, at: number): Promise<void> {
  await tx
    .update(gauges)
    .set({ lastHeardAt: new Date(at) })
    .where(eq(gauges.id, id))
}
