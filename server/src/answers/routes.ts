import { paths, type EstimateAnswer } from '@kelvit/contract'
import {
  estimateQuerySchema,
  methodQuerySchema,
  mixedJarQuerySchema,
} from '@kelvit/contract/schemas'
import {
  dateAt,
  estimateJars,
  feet,
  formOf,
  jarSizeOf,
  learnYield,
  lookUpProcess,
  mixedJar,
  publishedYield,
  readWeighIn,
  type GaugeKind,
  type HouseholdContainer,
  type LotYield,
  type Pack,
  type PressureOptionId,
} from '@kelvit/core'
import type Router from '@koa/router'
import type { Context } from 'koa'
import { containers } from '../db/schema'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { ProblemError, unprocessable } from '../http/problem'
import { readQuery } from '../http/validate'
import { ownYields } from '../lots/history'

interface MethodQuery {
  readonly form: string
  readonly pack: Pack
  readonly jar: string
  readonly gauge: GaugeKind
  readonly altitudeFt: number
  readonly option?: PressureOptionId
}

interface MixedJarAsked {
  readonly ingredients: string
  readonly solidsPercent?: number
  readonly jar: string
  readonly gauge: GaugeKind
  readonly altitudeFt: number
  readonly rehydrated?: boolean
}

/** Process lookup, mixed jars and jar estimate; all answer without sign-in, from the tables alone. */
export function answerRoutes(router: Router, deps: Deps): void {
  router.get(paths.method, (ctx) => {
    const query = readQuery<MethodQuery>(ctx, methodQuerySchema)
    ctx.body = lookUpProcess({ ...query, altitudeFt: feet(query.altitudeFt) })
  })
  router.get(paths.mixedJar, (ctx) => {
    const query = readQuery<MixedJarAsked>(ctx, mixedJarQuerySchema)
    ctx.body = mixedJar({
      ...query,
      ingredients: query.ingredients.split(/[,\n]/),
      altitudeFt: feet(query.altitudeFt),
    })
  })
  router.get(paths.estimate, async (ctx) => {
    const query = readQuery<{ line: string; jar: string; form?: string }>(ctx, estimateQuerySchema)
    ctx.body = await estimate(ctx, deps, query)
  })
}

async function estimate(
  ctx: Context,
  deps: Deps,
  query: { line: string; jar: string; form?: string },
): Promise<EstimateAnswer> {
  const actor = (ctx.state as { actor?: Actor }).actor
  const own = actor ? await ownContainers(deps, actor) : []
  const read = readWeighIn(query.line, own)
  if (!read.ok)
    throw new ProblemError(
      422,
      read.code === 'refused-food' ? 'refused-food' : 'weigh-in',
      suggest(read.sentence, read.suggestions),
    )
  const jar = jarSizeOf(query.jar)
  if (!jar)
    throw unprocessable(
      'jar-too-large',
      'No vegetable may be canned in jars above one quart. Use quarts or pints.',
    )
  const form = query.form ? read.food.forms.find((f) => f.id === query.form) : read.food.forms[0]
  if (!form || !formOf(form.id))
    throw unprocessable('no-form', 'This way of canning does not belong to that food.')
  const lots = actor ? await ownLots(deps, actor, form.id) : []
  const { low, likely, high, exact } = estimateJars(
    read.pounds,
    learnYield(publishedYield(form), lots),
    jar,
  )
  return {
    understood: read.understood,
    foodId: read.food.id,
    formId: form.id,
    pounds: read.pounds,
    jar,
    low,
    likely,
    high,
    exact,
  }
}

const suggest = (sentence: string, suggestions: readonly string[]): string =>
  suggestions.length > 0 ? `${sentence} Try: ${suggestions.slice(0, 6).join(', ')}.` : sentence

const ownContainers = (deps: Deps, actor: Actor): Promise<HouseholdContainer[]> =>
  deps.db.inHousehold(actor.householdId, (tx) => tx.select().from(containers))

const ownLots = (deps: Deps, actor: Actor, formId: string): Promise<readonly LotYield[]> =>
  deps.db.inHousehold(actor.householdId, (tx) =>
    ownYields(tx, formId, dateAt(deps.clock.now(), actor.zone)),
  )
