import { cannerRows, gaugeTestRows, lotApi } from '@kelvit/contract/routes'
import type { Undoable } from './changes/undo'
import { counts, jars, lots, plantings, shelves, takes } from './db/schema'
import { gearResources } from './gear/resources'
import { stockResources } from './gear/stock'
import { rejudge } from './loads/recall'
import { reviseRunning } from './loads/revise'
import { lotResource } from './lots/resource'
import { methodResources } from './methods/resources'
import { needResource } from './needs/resource'
import type { Resource } from './resource/resource'
import { seasonResources } from './season/resources'

/** Tables that others point to. */
const PARENTS: readonly Resource['table'][] = [lots, shelves]

/** Every resource of plain rows. */
export const resources: readonly Resource[] = [
  ...gearResources.map(reachingTheStove),
  ...stockResources,
  lotResource,
  needResource,
  ...seasonResources,
  ...methodResources,
]

/** What is never taken back silently: it is a fact about gear that loads were judged by. */
const FACTS: ReadonlySet<Resource['routes']> = new Set<Resource['routes']>([
  gaugeTestRows,
  cannerRows,
])

/** Tables whose rows may be put back as the log has them, those that are pointed to first. */
export const undoables: readonly Undoable[] = [
  { table: plantings, least: lotApi.plant.least },
  ...resources
    .filter((r) => !FACTS.has(r.routes))
    .map((r): Undoable => ({ table: r.table, least: r.routes.put.least }))
    .sort((a, b) => PARENTS.indexOf(b.table) - PARENTS.indexOf(a.table)),
  // A shelf that goes takes its name from what stood on it.
  { table: jars, least: 'helper', only: ['shelf_id'] },
  { table: takes, least: 'helper', only: ['to_shelf_id'] },
  { table: counts, least: 'helper', only: ['shelf_id'] },
]

/** A gauge that was tested changes what is on the stove. */
function reachingTheStove(resource: Resource): Resource {
  if (resource.routes !== gaugeTestRows) return resource
  return {
    ...resource,
    follow: async (row, { tx, deps, actor }) => {
      const cannerId = String(row.cannerId)
      await reviseRunning(tx, deps, actor, 'The gauge was tested.', { cannerId, testId: row.id })
      await rejudge(tx, deps, actor, cannerId)
    },
  }
}
