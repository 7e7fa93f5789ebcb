import { mixedJarRows, recipeApi, processCheckRows, recipeRows } from '@kelvit/contract/routes'
import { dateAt, formOf, shelfDates } from '@kelvit/core'
import type Router from '@koa/router'
import { eq } from 'drizzle-orm'
import { households, jars, mixedJars, processChecks, recipes } from '../db/schema'
import { toWires } from '../db/wire'
import type { Deps } from '../http/deps'
import { notFound, unprocessable } from '../http/problem'
import { serve } from '../http/serve'
import { readId } from '../http/validate'
import { newCode } from '../store/code'
import type { Resource } from '../resource/resource'
import { addOnce, findRow } from '../store/rows'

const processCheckResource: Resource = {
  routes: processCheckRows,
  table: processChecks,
  order: processChecks.checkedOn,
  prepare: (values, { actor, deps }) => {
    if (!formOf(String(values.formId)))
      throw unprocessable('no-form', 'We can’t find this form in the tables.')
    return {
      ...values,
      checkedBy: actor.memberName,
      checkedOn: dateAt(deps.clock.now(), actor.zone),
    }
  },
}

const recipeResource: Resource = {
  routes: recipeRows,
  table: recipes,
  order: recipes.createdAt,
}

const mixedJarResource: Resource = {
  routes: mixedJarRows,
  table: mixedJars,
  order: mixedJars.createdAt,
}

export const methodResources = [processCheckResource, recipeResource, mixedJarResource]

/** Jars of an untested recipe, put on record and marked. */
export function recipeRoutes(router: Router, deps: Deps): void {
  serve(router, recipeApi.jars, async ({ actor, body, ctx }) => {
    const id = readId(ctx)
    return deps.db.inHousehold(actor, async (tx) => {
      const recipe = await findRow(tx, recipes, id)
      if (!recipe) throw notFound('We can’t find this recipe.')
      if (body.cannedOn > dateAt(deps.clock.now(), actor.zone))
        throw unprocessable('future', 'These jars can’t have been canned in the future.')
      const [household] = await tx
        .select()
        .from(households)
        .where(eq(households.id, actor.householdId))
      if (!household) throw notFound()
      const code = newCode()
      const rows = body.ids.map((jarId, i) => ({
        id: jarId,
        householdId: actor.householdId,
        code: `${code}-${i + 1}`,
        foodId: 'untested',
        recipeId: id,
        jar: body.jar,
        mouth: 'regular' as const,
        cannedOn: body.cannedOn,
        ...shelfDates(body.cannedOn, household.settings),
        state: 'on-shelf' as const,
        seal: 'sealed' as const,
        stateAt: new Date(deps.clock.now()),
        note: String(recipe.name),
      }))
      return (await addOnce(tx, jars, rows)).map(toWires(jars))
    })
  })
}
