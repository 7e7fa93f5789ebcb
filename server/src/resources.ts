import { gearResources } from './gear/resources'
import { stockResources } from './gear/stock'
import { lotResource } from './lots/resource'
import { methodResources } from './methods/resources'
import { needResource } from './needs/resource'
import type { Resource } from './resource/resource'
import { seasonResources } from './season/resources'

/** Every resource of plain rows. */
export const resources: readonly Resource[] = [
  ...gearResources,
  ...stockResources,
  lotResource,
  needResource,
  ...seasonResources,
  ...methodResources,
]
