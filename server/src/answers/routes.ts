import type { AskQuery, EstimateAnswer, EstimateQuery } from '@kelvit/contract'
import { answersApi } from '@kelvit/contract/routes'
import {
  beliefOf,
  dateAt,
  estimateJars,
  feet,
  formOf,
  jarSizeOf,
  lookUpProcess,
  mixedJar,
  publishedYield,
  readWeighIn,
  wantedLine,
  type Complaint,
  type HouseholdSpeech,
  type LotYield,
} from '@kelvit/core'
import type Router from '@koa/router'
import { ask, ownAsked, type AskedAnswer, type ComputingKitchen } from '@kelvit/core/answers'
import type { Tx } from '../db/pool'
import { readOwnRows } from './own-rows'
import { DEFAULT_SETTINGS } from '../kitchen/defaults'
import { canners, containers, cropWords } from '../db/schema'
import { householdOf } from '../kitchen/figures'
import { blocksOf, lastTests } from '../store/gauge-tests'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { ProblemError, unprocessable } from '../http/problem'
import { serve } from '../http/serve'
import { readYields } from '../store/yields'

/** Process lookup, mixed jars and jar estimate; all answer without sign-in, from the tables alone. */
export function answerRoutes(router: Router, deps: Deps): void {
  serve(router, answersApi.method, ({ query }) =>
    lookUpProcess({ ...query, altitudeFt: feet(query.altitudeFt) }),
  )
  serve(router, answersApi.mixedJar, ({ query }) =>
    mixedJar({
      ...query,
      ingredients: query.ingredients.split(/[,\n]/),
      altitudeFt: feet(query.altitudeFt),
    }),
  )
  serve(router, answersApi.ask, ({ actor, query }) =>
    actor ? askHere(deps, actor, query.q) : askAnywhere(query),
  )
  serve(router, answersApi.estimate, ({ actor, query }) => estimate(deps, actor, query))
}

/** Answers from the tables alone. Without an altitude the figures of every altitude are told. */
function askAnywhere({ q, altitudeFt }: AskQuery): AskedAnswer {
  const kitchen = anyKitchen(altitudeFt ?? 0)
  return ask(q, altitudeFt === undefined ? { ...kitchen, anywhere: true } : kitchen)
}

/** A kitchen nobody described: the tables alone, at an altitude. */
const anyKitchen = (altitudeFt: number): ComputingKitchen => ({
  altitudeFt: feet(altitudeFt),
  units: 'us',
  settings: DEFAULT_SETTINGS,
  canners: [],
})

/** Answers with a household's own figures; its rows are only read where they are asked for. */
const askHere = (deps: Deps, actor: Actor, q: string): Promise<AskedAnswer> =>
  deps.db.inHousehold(actor, async (tx) => {
    const now = deps.clock.now()
    const kitchen = await ownKitchen(tx, actor, now)
    const rows = ownAsked(q, kitchen.today) ? await readOwnRows(tx, actor, now) : undefined
    return ask(q, kitchen, rows)
  })

/** The kitchen of the household that asks, with the canners that may be used today. */
async function ownKitchen(
  tx: Tx,
  actor: Actor,
  now: number,
): Promise<ComputingKitchen & { readonly today: string }> {
  const { altitudeFt, units, settings } = await householdOf(tx, actor)
  const gear = (await tx.select().from(canners)).filter((c) => !c.retired)
  const tests = await lastTests(
    tx,
    gear.map((c) => c.id),
  )
  const today = dateAt(now, actor.zone)
  const fit = gear.map((c) => {
    const test = tests.get(c.id)
    return { ...c, blocks: blocksOf(c, test, today), lastTest: test ?? null }
  })
  return {
    altitudeFt,
    units,
    settings,
    canners: fit.filter((c) => c.blocks.length === 0),
    yields: await readYields(tx),
    today,
  }
}

async function estimate(
  deps: Deps,
  actor: Actor | undefined,
  query: EstimateQuery,
): Promise<EstimateAnswer> {
  const house = actor ? await ownSpeech(deps, actor) : {}
  const read = readWeighIn(query.line, house)
  if (!read.ok && read.wanted) throw new ProblemError(422, 'weigh-in', takes(read.wanted))
  if (!read.ok)
    throw new ProblemError(
      422,
      read.code === 'refused-food' ? 'refused-food' : 'weigh-in',
      suggest(read.sentence, read.suggestions),
    )
  const jar = jarSizeOf(query.jar ?? 'quart')
  if (!jar)
    throw unprocessable(
      'jar-too-large',
      'No vegetable may be canned in jars above one quart. Use quarts or pints.',
    )
  const wantedForm = query.form ?? read.formId
  const form = read.food.forms.find((f) => f.id === wantedForm)
  if (!form || !formOf(form.id))
    throw unprocessable('no-form', 'This way of canning doesn’t fit that food.')
  const yields = actor ? await ownYields(deps, actor, form.id) : []
  const { low, likely, high, exact } = estimateJars(
    read.pounds,
    beliefOf(form, yields, actor ? dateAt(deps.clock.now(), actor.zone) : '1970-01-01'),
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

/** "7 quarts of corn" came as a harvest: what they take, by the printed yields. */
function takes(wanted: NonNullable<Complaint['wanted']>): string {
  const [form] = wanted.food.forms
  const line = form && wantedLine({ ...wanted, form }, publishedYield(form), 0.8, 'us')
  return `${line ?? ''} To weigh in a harvest, say how much came in.`.trim()
}

const suggest = (sentence: string, suggestions: readonly string[]): string =>
  suggestions.length > 0 ? `${sentence} Try: ${suggestions.slice(0, 6).join(', ')}.` : sentence

const ownSpeech = (deps: Deps, actor: Actor): Promise<HouseholdSpeech> =>
  deps.db.inHousehold(actor, async (tx) => ({
    containers: await tx.select().from(containers),
    cropWords: await tx.select().from(cropWords),
  }))

const ownYields = (deps: Deps, actor: Actor, formId: string): Promise<readonly LotYield[]> =>
  deps.db.inHousehold(actor, (tx) => readYields(tx, formId))
