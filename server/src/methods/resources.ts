import { paths } from '@kelvit/contract'
import {
  newProcessCheckSchema,
  newRecipeSchema,
  patchRecipeSchema,
  recipeJarsSchema,
} from '@kelvit/contract/schemas'
import { dateAt, formOf, shelfDates, type JarSize } from '@kelvit/core'
import type Router from '@koa/router'
import { eq } from 'drizzle-orm'
import { households, jars, processChecks, recipes } from '../db/schema'
import { toWires } from '../db/wire'
import { actorOf } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound, unprocessable } from '../http/problem'
import { readBody, readId } from '../http/validate'
import { newCode } from '../loads/code'
import type { Resource } from '../resource/resource'
import { findRow } from '../resource/store'

const processCheckResource: Resource = {
  path: paths.processChecks,
  table: processChecks,
  create: newProcessCheckSchema,
  write: 'helper',
  order: processChecks.checkedOn,
  deletable: true,
  prepare: (values, { actor, deps }) => {
    if (!formOf(String(values.formId)))
      throw unprocessable('no-form', 'There is no such form in the tables.')
    return {
      ...values,
      checkedBy: actor.memberName,
      checkedOn: dateAt(deps.clock.now(), actor.zone),
    }
  },
}

const recipeResource: Resource = {
  path: paths.recipes,
  table: recipes,
  create: newRecipeSchema,
  patch: patchRecipeSchema,
  write: 'helper',
  order: recipes.createdAt,
}

export const methodResources = [processCheckResource, recipeResource]

/** Jars of an untested recipe, put on record and marked. */
export function recipeRoutes(router: Router, deps: Deps): void {
  router.post(`${paths.recipes}/:id/jars`, async (ctx) => {
    const actor = actorOf(ctx, 'helper')
    const id = readId(ctx)
    const sent = readBody<{ ids: string[]; jar: JarSize; cannedOn: string }>(ctx, recipeJarsSchema)
    ctx.status = 201
    ctx.body = await deps.db.inHousehold(actor.householdId, async (tx) => {
      const recipe = await findRow(tx, recipes, id)
      if (!recipe) throw notFound('There is no such recipe.')
      if (sent.cannedOn > dateAt(deps.clock.now(), actor.zone))
        throw unprocessable('future', 'These jars cannot have been canned in the future.')
      const [household] = await tx
        .select()
        .from(households)
        .where(eq(households.id, actor.householdId))
      if (!household) throw notFound()
      const code = newCode()
      const rows = sent.ids.map((jarId, i) => ({
        id: jarId,
        householdId: actor.householdId,
        code: `${code}-${i + 1}`,
        foodId: 'untested',
        recipeId: id,
        jar: sent.jar,
        mouth: 'regular' as const,
        cannedOn: sent.cannedOn,
        ...shelfDates(sent.cannedOn, household.settings),
        state: 'on-shelf' as const,
        seal: 'sealed' as const,
        stateAt: new Date(deps.clock.now()),
        note: String(recipe.name),
      }))
      return (await tx.insert(jars).values(rows).onConflictDoNothing().returning()).map(
        toWires(jars),
      )
    })
  })
}
