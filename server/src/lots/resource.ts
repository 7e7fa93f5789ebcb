import { lotRows } from '@kelvit/contract/routes'
import {
  canBy,
  dateAt,
  formOf,
  needsContents,
  processFor,
  type LotLook,
  type Storage,
  bareKitchen,
} from '@kelvit/core'
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
    throw unprocessable('no-form', 'This way of canning doesn’t fit that food.')
  checkContents(lot)
  const moved =
    values.arrivedOn !== undefined || values.storage !== undefined || values.foodId !== undefined
  // What still ripens keeps from the day it's ripe.
  const ready = lot.readyFrom && lot.readyFrom > lot.arrivedOn ? lot.readyFrom : lot.arrivedOn
  const by =
    (values.canBy as string | undefined) ??
    (before && !moved ? before.canBy : canBy(found.food, ready, lot.storage as Storage))
  if (by < lot.arrivedOn)
    throw unprocessable('can-by', 'The can-by day can’t be before the day it came in.')
  if (by < ready) throw unprocessable('ready', 'The can-by day can’t be before the day it’s ripe.')
  const today = dateAt(deps.clock.now(), actor.zone)
  const ended = lot.state !== 'in-house' && lot.state !== 'expected'
  return {
    ...values,
    variety: values.variety === '' ? null : values.variety,
    canBy: by,
    // Who looked is whoever is signed in; what is stored anew was not looked at.
    ...(values.looked
      ? { looked: { ...(values.looked as LotLook), by: actor.memberName, on: today } }
      : moved
        ? { looked: null }
        : {}),
    ...(values.state !== undefined && values.finishedOn === undefined
      ? { finishedOn: ended ? today : null }
      : {}),
  }
}

/** A soup nobody described is asked about; a jar that may not be canned never becomes a lot. */
function checkContents({ formId, jar, jarOf }: LotRow): void {
  if (!jarOf && !needsContents(formId)) return
  const found = processFor(bareKitchen(0), { formId, pack: 'hot', jar, jarOf }, 'weighted')
  if (found.outcome === 'refused')
    throw unprocessable(found.reason, `${found.sentence} Instead: ${found.instead.join(', ')}.`)
  if (found.formId !== formId)
    throw unprocessable(
      'no-form',
      'What’s in this jar has a different process. Check the jar again.',
    )
}

export const lotResource: Resource = {
  routes: lotRows,
  table: lots,
  order: lots.arrivedOn,
  current: () => inArray(lots.state, ['expected', 'in-house']),
  prepare: prepareLot,
}
