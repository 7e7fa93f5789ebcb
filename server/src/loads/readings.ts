import type { GaugeReadings } from '@kelvit/contract'
import { psi, tellingReadings, type GaugeReading } from '@kelvit/core'
import { and, desc, eq, inArray, sql } from 'drizzle-orm'
import { AHEAD_MS } from '../clock/clock'
import type { Tx } from '../db/pool'
import { gaugeReadings, gauges, loadEvents, loads } from '../db/schema'
import type { Deps } from '../http/deps'
import { conflict, notFound, unprocessable } from '../http/problem'
import { refold } from './refold'
import { heardGauge } from '../store/gauges'
import type { LoadRow } from '../store/loads'
import { addOnce } from '../store/rows'

/** Stages in which there is a pressure to read. */
const UNDER_A_LID = ['heating', 'venting', 'climbing', 'processing', 'cooling', 'resting'] as const

/**
 * Takes a gauge's readings for the load that runs in its canner; each counts once. All
 * are kept; those that say something become facts of the load.
 * @returns how many of them were taken, now or before.
 */
export async function takeReadings(
  tx: Tx,
  deps: Deps,
  householdId: string,
  gaugeId: string,
  sent: GaugeReadings['readings'],
): Promise<number> {
  const now = deps.clock.now()
  const [gauge] = await tx.select().from(gauges).where(eq(gauges.id, gaugeId))
  if (!gauge) throw notFound('We can’t find this gauge.')
  const readings = sent.map((r): GaugeReading => ({ id: r.id, at: Date.parse(r.at), psi: r.psi }))
  if (readings.some((r) => r.at > now + AHEAD_MS))
    throw unprocessable('future', 'One of the readings is in the future. Check the gauge’s clock.')
  const load = await loadOf(tx, gauge.cannerId)
  if (!load)
    throw conflict('no-load', 'No load is running in this canner. Send readings while one is.')
  const began = await beganAt(tx, load.id)
  const ours = readings.filter((r) => r.at >= began)
  if (ours.length === 0) return 0
  const added = await addOnce(
    tx,
    gaugeReadings,
    ours.map((r) => ({
      id: r.id,
      householdId,
      gaugeId,
      loadId: load.id,
      at: new Date(Math.min(r.at, now)),
      psi: r.psi,
    })),
  )
  const fresh = new Set(added.map((a) => a.id))
  await tell(
    tx,
    load,
    gauge,
    ours.filter((r) => fresh.has(r.id)),
    now,
  )
  await heardGauge(tx, gaugeId, now)
  return ours.length
}

/** The load that is under the lid of a canner, locked against other writers. */
async function loadOf(tx: Tx, cannerId: string): Promise<LoadRow | undefined> {
  const [load] = await tx
    .select()
    .from(loads)
    .where(and(eq(loads.cannerId, cannerId), inArray(loads.stage, [...UNDER_A_LID])))
    .for('update')
  return load
}

async function beganAt(tx: Tx, loadId: string): Promise<number> {
  const [row] = await tx
    .select({ at: sql<Date>`min(${loadEvents.at})`.mapWith(loadEvents.at) })
    .from(loadEvents)
    .where(eq(loadEvents.loadId, loadId))
  return row?.at.getTime() ?? 0
}

async function tell(
  tx: Tx,
  load: LoadRow,
  gauge: typeof gauges.$inferSelect,
  fresh: readonly GaugeReading[],
  now: number,
): Promise<void> {
  const [last] = await tx
    .select()
    .from(loadEvents)
    .where(and(eq(loadEvents.loadId, load.id), eq(loadEvents.kind, 'reading')))
    .orderBy(desc(loadEvents.at))
    .limit(1)
  const known = last && { id: last.id, at: last.at.getTime(), psi: last.psi ?? psi(0) }
  const facts = tellingReadings(load.setup, known, fresh)
  if (facts.length === 0) return
  await addOnce(
    tx,
    loadEvents,
    facts.map((r) => ({
      id: r.id,
      householdId: load.householdId,
      loadId: load.id,
      at: new Date(Math.min(r.at, now)),
      heardAt: new Date(now),
      kind: 'reading' as const,
      by: gauge.name,
      psi: r.psi,
      source: gauge.simulated ? ('simulated' as const) : ('gauge' as const),
    })),
  )
  await refold(tx, load)
}
