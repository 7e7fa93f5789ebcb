import { foldLoad, type LoadState } from '@kelvit/core'
import { eq } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { loads } from '../db/schema'
import { tellJars } from './jars'
import { asEvent, readEvents, type LoadRow } from '../store/loads'
import { writeLines } from '../store/logbook'
import { changeRows } from '../store/rows'

/** Facts were added: the stage and the jars of the load follow from all of them. */
export async function refold(
  tx: Tx,
  load: LoadRow,
  change: Partial<Pick<LoadRow, 'setup' | 'plannedSetup' | 'processes'>> = {},
): Promise<LoadState> {
  const setup = change.setup ?? load.setup
  const events = (await readEvents(tx, load.id)).map(asEvent)
  const state = foldLoad(setup, events)
  const [now] = await changeRows(tx, loads, eq(loads.id, load.id), {
    ...change,
    stage: state.stage,
  })
  if (now) await writeLines(tx, [{ row: now, events, state }])
  await tellJars(tx, load.id, setup, state)
  return state
}
