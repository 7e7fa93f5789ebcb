import { costDifference, costOf, type JarMove, type Proof, saidFood } from '@kelvit/core'
import type { SeasonView } from '../../../household/season'
import { plural } from '../../../household/words'
import { Button } from '../../../ui/button'
import { Panel } from '../../../ui/panel'
import type { Answer } from '../../../worker/messages'
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
            {share >= 1 ? ' · proving how good it is' : ''}
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
  readonly best: Answer
  readonly proof: Proof | null
  readonly moves: readonly JarMove[]
  readonly saving: boolean
  readonly accept: () => void
  readonly leave: () => void
}

/** The new plan beside the one that stands: what moved and why, to take or to leave. */
export function Proposal({ view, best, moves, saving, accept, leave }: ProposalProps) {
  const { model } = view.season
  const now = costOf(model, view.plan)
  const change = costDifference(best.cost, now)
  const first = view.plan.loads.length === 0
  const same = moves.length === 0
  return (
    <Panel rim="running" className="mb-5" label="Proposed plan">
      <div className="flex flex-wrap items-start justify-between gap-4">
        <div className="max-w-prose">
          <h2>
            {same
              ? 'Your plan is already this good'
              : first
                ? 'A plan for the season'
                : 'A new plan'}
          </h2>
          <p className="leading-relaxed text-ink-soft">
            {same
              ? 'We found nothing better than your current plan.'
              : first
                ? `${plural(best.cost.loads, 'load')} on ${plural(best.cost.days, 'canning day')}. It’s drawn below. Nothing is saved until you use it.`
                : `Compared with your current plan: ${costWords(change)}. It’s drawn below. Nothing is saved until you use it.`}
          </p>
        </div>
        <div className="flex gap-2.5">
          {!same && (
            <Button look="main" disabled={saving} onClick={accept}>
              {saving ? 'Saving…' : 'Use this plan'}
            </Button>
          )}
          <Button onClick={leave}>{same ? 'Close' : 'Keep the old plan'}</Button>
        </div>
      </div>
      {!same && !first && (
        <>
          <h3 className="mt-3 mb-1 text-[17px]">What moves and why</h3>
          <ul className="grid gap-x-8 text-[15px] sm:grid-cols-2">
            {[...moves]
              .sort((a, b) => b.jars - a.jars)
              .slice(0, MOST_MOVES)
              .map((m) => (
                <li key={`${m.lotId} ${m.from} ${m.to}`} className="border-t border-rim py-1.5">
                  <strong>
                    {plural(m.jars, 'jar')} of {nameOf(view, m.lotId)}
                  </strong>{' '}
                  {moveWords(m)} <span className="text-ink-soft">({whyWords(m)})</span>
                </li>
              ))}
          </ul>
          {moves.length > MOST_MOVES && (
            <p className="mt-1 text-[15px] text-ink-soft">and {moves.length - MOST_MOVES} more</p>
          )}
        </>
      )}
    </Panel>
  )
}

function nameOf(view: SeasonView, lotId: string): string {
  const lot = view.season.model.lots.find((l) => l.id === lotId)
  return lot ? saidFood(lot.foodId) : 'a lot that is gone'
}
