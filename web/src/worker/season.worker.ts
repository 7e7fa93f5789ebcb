import {
  costOf,
  endingInTime,
  firstCome,
  improve,
  proveBound,
  seasonFrom,
  solverFrom,
  suppose,
  USUAL_EFFORT,
  type SeasonModel,
  type SeasonPlan,
  type Solver,
  type WhatIf,
} from '@kelvit/core'
import wasmUrl from 'highs/runtime?url'
import type { Answer, SeasonAsk, SeasonWord } from './messages'

const say = (word: SeasonWord): void => self.postMessage(word)

/** For a what-if the search alone tells which is better; it needs no solver. */
const WHAT_IF_EFFORT = { stepsPerLot: 80, windowDays: 0, nodes: 0 }
const noSolver: Solver = () => ({ values: null, objective: Infinity, bound: -Infinity })

let solver: Promise<Solver> | undefined
/** The solver's file is fetched when something is planned for the first time. */
const loadSolver = (): Promise<Solver> =>
  (solver ??= import('highs')
    .then(({ default: load }) => load({ locateFile: () => wasmUrl }))
    .then(solverFrom))

const answer = (model: SeasonModel, plan: Answer['plan']): Answer => ({
  plan,
  cost: costOf(model, plan),
})

async function plan(ask: Extract<SeasonAsk, { kind: 'plan' }>): Promise<void> {
  const { model } = seasonFrom(ask.records)
  const solve = await loadSolver()
  const search = improve(model, ask.pinned, ask.seed, solve, USUAL_EFFORT, ask.from)
  let step = search.next()
  while (!step.done) {
    const { done, of, plan: best } = step.value
    say({ kind: 'progress', done, of, best: answer(model, best) })
    step = search.next()
  }
  say({
    kind: 'planned',
    best: answer(model, step.value),
    proof: proveBound(model, step.value, solve),
  })
}

/** The best plan for some records with the effort of a what-if. */
function suppositionOf(
  ask: Extract<SeasonAsk, { kind: 'what-if' }>,
  question: WhatIf | null,
  from: SeasonPlan | undefined,
): Answer {
  const { model } = seasonFrom(question ? suppose(ask.records, question) : ask.records)
  const search = improve(model, ask.pinned, 1, noSolver, WHAT_IF_EFFORT, from?.loads)
  let step = search.next()
  while (!step.done) step = search.next()
  return answer(model, step.value)
}

/**
 * Answers in an order that cannot contradict itself: what takes something away
 * first, since a plan without it is a plan with it too; then what adds something,
 * beginning with the season as it stands.
 */
function whatIf(ask: Extract<SeasonAsk, { kind: 'what-if' }>): void {
  let base = suppositionOf(ask, null, undefined)
  say({ kind: 'supposed', ask: null, best: base })
  for (const question of ask.asks.filter((a) => a.kind === 'lost-days')) {
    const best = suppositionOf(ask, question, base.plan)
    say({ kind: 'supposed', ask: question, best })
    if (best.cost.total >= base.cost.total) continue
    base = best
    say({ kind: 'supposed', ask: null, best: base })
  }
  for (const question of ask.asks.filter((a) => a.kind !== 'lost-days'))
    say({ kind: 'supposed', ask: question, best: suppositionOf(ask, question, base.plan) })
  say({ kind: 'supposed-all' })
}

function byHand(ask: Extract<SeasonAsk, { kind: 'by-hand' }>): void {
  const { model } = seasonFrom(ask.records)
  say({ kind: 'by-hand', cost: costOf(model, endingInTime(model, ask.pinned, firstCome)) })
}

self.addEventListener('message', (event: MessageEvent<SeasonAsk>) => {
  const ask = event.data
  const work =
    ask.kind === 'plan'
      ? plan(ask)
      : Promise.resolve().then(() => (ask.kind === 'what-if' ? whatIf(ask) : byHand(ask)))
  work.catch((error: unknown) =>
    say({
      kind: 'failed',
      sentence: `The season could not be planned here: ${error instanceof Error ? error.message : 'something went wrong'}.`,
    }),
  )
})
