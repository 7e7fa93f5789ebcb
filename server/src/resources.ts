import { gaugeTestRows } from '@kelvit/contract/routes'
import { gearResources } from './gear/resources'
import { stockResources } from './gear/stock'
import { recallByTest } from './loads/recall'
import { reviseRunning } from './loads/revise'
import { lotResource } from './lots/resource'
import { methodResources } from './methods/resources'
import { needResource } from './needs/resource'
import type { Resource } from './resource/resource'
import { seasonResources } from './season/resources'

/** Every resource of plain rows. */
export const resources: readonly Resource[] = [
  ...gearResources.map(reachingTheStove),
  ...stockResources,
  lotResource,
  needResource,
  ...seasonResources,
  ...methodResources,
]

/** A gauge that was tested changes what is on the stove. */
function reachingTheStove(resource: Resource): Resource {
  if (resource.routes !== gaugeTestRows) return resource
  return {
    ...resource,
    follow: async (row, { tx, deps, actor }) => {
      await reviseRunning(tx, deps, actor, 'The gauge was tested.', String(row.cannerId))
      await recallByTest(tx, deps, actor, row.id)
    },
  }
}
