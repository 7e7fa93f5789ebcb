import {
  costOf,
  endingInTime,
  firstCome,
  improve,
  repair,
  seasonFrom,
  stepsTo,
  suppose,
  USUAL_EFFORT,
  type SeasonModel,
  type SeasonPlan,
  type SeasonRecords,
  type PlanLoad,
  type Progress,
  type WhatIf,
} from '@kelvit/core'
import { expose } from 'comlink'
import type { Answer, SeasonWork } from './messages'

/** For a what-if a shorter search tells which is better. */
const WHAT_IF_EFFORT = { heats: 1 }

const answer = (model: SeasonModel, plan: Answer['plan']): Answer => ({
  plan,
  cost: costOf(model, plan),
})

/** A season in which jars that are on another day than in the plan people have weigh a little. */
const besideThe = (plan: readonly PlanLoad[], model: SeasonModel): SeasonModel =>
  plan.length === 0
    ? model
    : {
        ...model,
        before: plan.flatMap(({ day, portions }) => portions.map((p) => ({ ...p, day }))),
      }

/** The best plan for some records with the effort of a what-if. */
function suppositionOf(
  ask: { readonly records: SeasonRecords; readonly pinned: readonly PlanLoad[] },
  question: WhatIf | null,
  from: SeasonPlan | undefined,
): Answer {
  const { model } = seasonFrom(question ? suppose(ask.records, question) : ask.records)
  const search = improve(model, ask.pinned, 1, WHAT_IF_EFFORT, from?.loads)
  let step = search.next()
  while (!step.done) step = search.next()
  return answer(model, step.value)
}

/** The share of the work that repairing the plan people have takes. */
const REPAIRED = 0.2

const work: SeasonWork = {
  async plan(ask, hear) {
    const model = besideThe(ask.from, seasonFrom(ask.records).model)
    let heard: ReturnType<typeof hear> = undefined
    const follow = (search: Generator<Progress, SeasonPlan>, from: number, share: number) => {
      let step = search.next()
      while (!step.done) {
        const { done, of, plan: best } = step.value
        heard = hear({ done: from + (share * done) / of, of: 1, best: answer(model, best) })
        step = search.next()
      }
      return step.value
    }
    const first = ask.from.length === 0
    const mended = first ? null : follow(repair(model, ask.pinned, ask.seed, ask.from), 0, REPAIRED)
    const found = follow(
      improve(model, ask.pinned, ask.seed, USUAL_EFFORT, mended?.loads ?? []),
      mended ? REPAIRED : 0,
      mended ? 1 - REPAIRED : 1,
    )
    await heard
    return {
      best: answer(model, mended ?? found),
      steps: mended ? stepsTo(model, mended, found) : [],
    }
  },

  /**
   * Answers in an order that cannot contradict itself: what takes something away
   * first, since a plan without it is a plan with it too; then what adds something,
   * beginning with the season as it stands.
   */
  async whatIf(ask, hear) {
    let base = suppositionOf(ask, null, undefined)
    let heard = hear({ ask: null, best: base })
    for (const question of ask.asks.filter((a) => a.kind === 'lost-days')) {
      const best = suppositionOf(ask, question, base.plan)
      heard = hear({ ask: question, best })
      if (best.cost.total >= base.cost.total) continue
      base = best
      heard = hear({ ask: null, best: base })
    }
    for (const question of ask.asks.filter((a) => a.kind !== 'lost-days'))
      heard = hear({ ask: question, best: suppositionOf(ask, question, base.plan) })
    await heard
  },

  async byHand({ records, pinned }) {
    const { model } = seasonFrom(records)
    return costOf(model, endingInTime(model, pinned, firstCome))
  },
}

expose(work)
