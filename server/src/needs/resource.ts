import { needRows } from '@kelvit/contract/routes'
import { formOf, mixedNameOf } from '@kelvit/core'
import { needs } from '../db/schema'
import { unprocessable } from '../http/problem'
import type { Resource } from '../resource/resource'

export const needResource: Resource = {
  routes: needRows,
  table: needs,
  order: needs.createdAt,
  prepare: (values, { stored }) => {
    const need = { ...stored, ...values } as { foodId: string; formId: string }
    const found = formOf(need.formId)
    // A mixed jar is a food of its own, by its name.
    if (!found || (mixedNameOf(need.foodId) === undefined && found.food.id !== need.foodId))
      throw unprocessable('no-form', 'This way of canning doesn’t fit that food.')
    return values
  },
}
