import { lotRows } from '@kelvit/contract/routes'
import { canBy, dateAt, formOf, type Storage } from '@kelvit/core'
import { inArray } from 'drizzle-orm'
import { lots } from '../db/schema'
import { unprocessable } from '../http/problem'
import type { PrepareContext, Resource } from '../resource/resource'
import type { Values } from '../store/rows'

type LotRow = typeof lots.$inferSelect

/** Completes a lot: the form belongs to the food, can-by follows arrival and storage unless given. */
function prepareLot(values: Values, { stored, deps, actor }: PrepareContext): Values {
  const before = stored as unknown as LotRow | undefined
  const lot = { ...before, ...values } as LotRow
  const found = formOf(lot.formId)
  if (!found || found.food.id !== lot.foodId)
    throw unprocessable('no-form', 'This way of canning does not belong to that food.')
  const moved =
    values.arrivedOn !== undefined || values.storage !== undefined || values.foodId !== undefined
  const by =
    (values.canBy as string | undefined) ??
    (before && !moved ? before.canBy : canBy(found.food, lot.arrivedOn, lot.storage as Storage))
  if (by < lot.arrivedOn)
    throw unprocessable('can-by', 'The can-by date cannot be before the day it came in.')
  const ended = lot.state !== 'in-house' && lot.state !== 'expected'
  return {
    ...values,
    variety: values.variety === '' ? null : values.variety,
    canBy: by,
    ...(values.state !== undefined && values.finishedOn === undefined
      ? { finishedOn: ended ? dateAt(deps.clock.now(), actor.zone) : null }
      : {}),
  }
}

export const lotResource: Resource = {
  routes: lotRows,
  table: lots,
  order: lots.arrivedOn,
  current: inArray(lots.state, ['expected', 'in-house']),
  prepare: prepareLot,
}
