import { jarGroupRows, lidLotRows, supplyRows } from '@kelvit/contract/routes'
import { jarGroups, lidLots, supplies } from '../db/schema'
import { unprocessable } from '../http/problem'
import type { Resource } from '../resource/resource'

const jarGroupResource: Resource = {
  routes: jarGroupRows,
  table: jarGroups,
  order: jarGroups.createdAt,
  prepare: (values, { stored }) => {
    const group = { broken: 0, ...stored, ...values } as { owned: number; broken: number }
    if (group.broken > group.owned)
      throw unprocessable('broken', 'More jars are broken than you own. Check the numbers.')
    return values
  },
}

const lidLotResource: Resource = {
  routes: lidLotRows,
  table: lidLots,
  order: lidLots.boughtOn,
  prepare: (values, { stored }) => {
    const lot = { ...stored, ...values } as { count: number; left: number }
    if (lot.left > lot.count)
      throw unprocessable('lids', 'More lids are left than you bought. Check the numbers.')
    return values
  },
}

const supplyResource: Resource = {
  routes: supplyRows,
  table: supplies,
  order: supplies.kind,
}

export const stockResources = [jarGroupResource, lidLotResource, supplyResource]
