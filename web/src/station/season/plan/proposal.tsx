import {
  costDifference,
  costOf,
  jarsMoved,
  movesBetween,
  saidFood,
  type JarMove,
  type PlanStep,
  type SeasonPlan,
} from '@kelvit/core'
import { useMemo } from 'react'
import type { SeasonView } from '../../../household/season'
import { plural, showDay } from '../../../household/words'
import { Button } from '../../../ui/button'
import { Panel } from '../../../ui/panel'
import type { Planning } from './use-planner'
import { costWords, moveWords, whyWords } from '../words'

/** How far the planner is, with a way to stop it and keep the best. */
export function PlanningPanel({
  planning,
  stop,
  forget,
}: {
  readonly planning: Planning
  readonly stop: () => void
  readonly forget: () => void
}) {
  if (planning.state === 'failed')
    return (
      <Panel rim="stop" className="mb-5 flex flex-wrap items-center justify-between gap-3">
        <p role="alert">{planning.sentence}</p>
        <Button onClick={forget}>Close</Button>
      </Panel>
    )
  if (planning.state !== 'running') return null
  const { best, share } = planning
  const percent = Math.round(share * 100)
  return (
    <Panel rim="running" className="mb-5" label="Planning">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <div role="status">
          <h2>Planning the season</h2>
          <p className="text-ink-soft">
            {best
              ? `Best so far: ${plural(best.cost.loads, 'load')} on ${plural(best.cost.days, 'day')}, ${plural(best.cost.lost, 'jar')} lost`
              : 'Looking for a first plan'}
          </p>
        </div>
        <Button onClick={stop}>{best ? 'Stop and use the best so far' : 'Stop'}</Button>
      </div>
      <div
        role="progressbar"
        aria-label="Planning"
        aria-valuenow={percent}
        className="mt-3 h-2 overflow-hidden rounded-full bg-rim/60"
      >
        <div className="h-full bg-brass transition-[width]" style={{ width: `${percent}%` }} />
      </div>
    </Panel>
  )
}

const MOST_MOVES = 6

interface ProposalProps {
  readonly view: SeasonView
  /** The repaired plan with the steps that were chosen. */
  readonly plan: SeasonPlan
  readonly steps: readonly PlanStep[]
  readonly chosen: ReadonlySet<number>
  readonly choose: (step: number, on: boolean) => void
  readonly saving: boolean
  readonly accept: () => void
  readonly leave: () => void
}

/** The new plan beside the one that stands: first what has to change, then what could be better. */
export function Proposal({ view, plan, steps, chosen, choose, ...ways }: ProposalProps) {
  const { model } = view.season
  const moves = useMemo(() => movesBetween(model, view.plan, plan), [model, view.plan, plan])
  const first = view.plan.loads.length === 0
  const same = moves.length === 0
  const best = same && steps.length === 0
  const cost = costOf(model, plan)
  const change = costDifference(cost, costOf(model, view.plan))
  return (
    <Panel rim="running" className="mb-5" label="Proposed plan">
      <div className="flex flex-wrap items-start justify-between gap-4">
        <div className="max-w-prose">
          <h2>{headOf(first, same, best)}</h2>
          <p className="leading-relaxed text-ink-soft">
            {best
              ? 'We found nothing better than your current plan.'
              : first
                ? `${plural(cost.loads, 'load')} on ${plural(cost.days, 'canning day')}. It’s drawn below. Nothing is saved until you use it.`
                : same
                  ? 'Nothing has to move. You can take any of these steps.'
                  : `${movedWords(view.plan, plan)} Compared with your current plan: ${costWords(change)}. It’s drawn below. Nothing is saved until you use it.`}
          </p>
        </div>
        <div className="flex gap-2.5">
          {!same && (
            <Button look="main" disabled={ways.saving} onClick={ways.accept}>
              {ways.saving ? 'Saving…' : 'Use this plan'}
            </Button>
          )}
          <Button onClick={ways.leave}>{same ? 'Close' : 'Keep the old plan'}</Button>
        </div>
      </div>
      {steps.length > 0 && <Steps steps={steps} chosen={chosen} choose={choose} view={view} />}
      {!same && !first && <Moves view={view} moves={moves} />}
    </Panel>
  )
}

function headOf(first: boolean, same: boolean, best: boolean): string {
  if (best) return 'Your plan is already this good'
  if (first) return 'A plan for the season'
  return same ? 'Your plan still works' : 'Your plan, changed as little as possible'
}

function movedWords(before: SeasonPlan, after: SeasonPlan): string {
  const moved = jarsMoved(before, after)
  return moved === 0
    ? 'No jar changes its day.'
    : `${plural(moved, 'jar changes', 'jars change')} ${moved === 1 ? 'its' : 'their'} day.`
}

/** What would make the plan better, each step with its price in moved jars. */
function Steps({
  steps,
  chosen,
  choose,
  view,
}: Pick<ProposalProps, 'steps' | 'chosen' | 'choose' | 'view'>) {
  const { days } = view.season.model
  return (
    <fieldset className="mt-3">
      <legend className="mb-1 font-display text-[17px] font-semibold">Better, if more moves</legend>
      <ul className="text-[15px]">
        {steps.map((step, i) => (
          <li key={step.days.join()} className="border-t border-rim">
            <label className="flex min-h-11 items-center gap-3 py-1.5">
              <input
                type="checkbox"
                className="size-6 shrink-0 accent-kettle"
                checked={chosen.has(i)}
                onChange={(e) => choose(i, e.target.checked)}
              />
              <span>
                <strong>Move {plural(step.moved, 'jar')}</strong>
                {`: ${costWords(step.change)} `}
                <span className="text-ink-soft">
                  ({step.days.map((d) => showDay(days[d]?.date ?? '')).join(', ')})
                </span>
              </span>
            </label>
          </li>
        ))}
      </ul>
    </fieldset>
  )
}

/** What moves and why; more than a few can be opened. */
function Moves({ view, moves }: { readonly view: SeasonView; readonly moves: readonly JarMove[] }) {
  const sorted = [...moves].sort((a, b) => b.jars - a.jars)
  const list = (some: readonly JarMove[]) => (
    <ul className="grid gap-x-8 text-[15px] sm:grid-cols-2">
      {some.map((m) => (
        <li key={`${m.lotId} ${m.from} ${m.to}`} className="border-t border-rim py-1.5">
          <strong>
            {plural(m.jars, 'jar')} of {nameOf(view, m.lotId)}
          </strong>{' '}
          {moveWords(m)} <span className="text-ink-soft">({whyWords(m)})</span>
        </li>
      ))}
    </ul>
  )
  return (
    <>
      <h3 className="mt-3 mb-1 text-[17px]">What moves and why</h3>
      {list(sorted.slice(0, MOST_MOVES))}
      {sorted.length > MOST_MOVES && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2.5 text-[15px] font-semibold text-kettle">
            {sorted.length - MOST_MOVES} more
          </summary>
          {list(sorted.slice(MOST_MOVES))}
        </details>
      )}
    </>
  )
}

function nameOf(view: SeasonView, lotId: string): string {
  const lot = view.season.model.lots.find((l) => l.id === lotId)
  return lot ? saidFood(lot.foodId) : 'a lot that is gone'
}
