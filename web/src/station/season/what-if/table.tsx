import { costDifference, type PlanCost, type WhatIf } from '@kelvit/core'
import { X } from 'lucide-react'
import { Button } from '../../../ui/button'
import { Panel } from '../../../ui/panel'
import type { Supposition } from '../../../worker/messages'
import { askWords, costWords } from '../words'

interface TableProps {
  readonly asks: readonly WhatIf[]
  readonly answers: readonly Supposition[]
  readonly running: boolean
  readonly drop: (ask: WhatIf) => void
  readonly take: ((answer: Supposition) => void) | undefined
  readonly taking: boolean
}

const MEASURES: readonly (readonly [name: string, of: (c: PlanCost) => number])[] = [
  ['jars lost', (c) => c.lost],
  ['loads', (c) => c.loads],
  ['canning days', (c) => c.days],
  ['min past closing', (c) => Math.round(c.late)],
]

/** The answers side by side, the season as it stands first, each measure as a bar and a figure. */
export function WhatIfTable({ asks, answers, running, drop, take, taking }: TableProps) {
  const of = (ask: WhatIf | null): Supposition | undefined =>
    answers.find((a) => JSON.stringify(a.ask) === JSON.stringify(ask))
  const base = of(null)
  const shown = [null, ...asks]
  const costs = shown.flatMap((a) => of(a)?.best.cost ?? [])
  return (
    <div className="grid grid-cols-1 items-stretch gap-5 sm:grid-cols-2 lg:grid-cols-3">
      {shown.map((ask) => {
        const answer = of(ask)
        return (
          <Panel
            key={JSON.stringify(ask)}
            rim={ask === null ? 'plain' : rimOf(answer, base)}
            className="flex flex-col gap-3"
            label={askWords(ask)}
          >
            <div className="flex items-start justify-between gap-2">
              <h2>{askWords(ask)}</h2>
              {ask && (
                <button
                  type="button"
                  aria-label={`Remove the question: ${askWords(ask)}`}
                  className="-mt-2 -mr-2 grid size-11 shrink-0 place-items-center rounded-md text-ink-soft hover:bg-kettle/10"
                  onClick={() => drop(ask)}
                >
                  <X size={18} aria-hidden />
                </button>
              )}
            </div>
            {answer ? (
              <Measures cost={answer.best.cost} costs={costs} />
            ) : (
              <div className="relative grid h-36 place-items-center">
                {running && <div aria-hidden className="skeleton absolute inset-0" />}
                <p role="status" className="relative">
                  {running ? 'Planning…' : 'No answer'}
                </p>
              </div>
            )}
            <p className="leading-relaxed">
              {ask === null
                ? 'The season as it is now, to compare with.'
                : answer && base && sentence(answer, base)}
            </p>
            {ask && answer && take && (
              <div className="mt-auto">
                <p className="mb-2 text-sm text-ink-soft">{factWords(ask)}</p>
                <Button
                  size="small"
                  disabled={taking || running || untested(ask)}
                  onClick={() => take(answer)}
                >
                  Use this plan
                </Button>
              </div>
            )}
          </Panel>
        )
      })}
    </div>
  )
}

const rimOf = (
  a: Supposition | undefined,
  base: Supposition | undefined,
): 'plain' | 'done' | 'due' => {
  if (!a || !base) return 'plain'
  const change = a.best.cost.total - base.best.cost.total
  return change < -0.5 ? 'done' : change > 0.5 ? 'due' : 'plain'
}

function sentence(a: Supposition, base: Supposition): string {
  const words = costWords(costDifference(a.best.cost, base.best.cost))
  return words === 'costs nothing'
    ? 'Makes no difference.'
    : `${words.charAt(0).toUpperCase()}${words.slice(1)}.`
}

function Measures({
  cost,
  costs,
}: {
  readonly cost: PlanCost
  readonly costs: readonly PlanCost[]
}) {
  return (
    <dl className="grid grid-cols-[auto_1fr_auto] items-center gap-x-3 gap-y-1.5 text-[15px]">
      {MEASURES.map(([name, of]) => {
        const most = Math.max(1, ...costs.map(of))
        return (
          <div key={name} className="contents">
            <dt className="text-ink-soft">{name}</dt>
            <dd aria-hidden className="h-3 overflow-hidden rounded-sm bg-rim/50">
              <div
                className={name === 'jars lost' ? 'h-full bg-beet' : 'h-full bg-kettle'}
                style={{ width: `${(of(cost) / most) * 100}%` }}
              />
            </dd>
            <dd className="tabular text-right font-mono text-base">{of(cost)}</dd>
          </div>
        )
      })}
    </dl>
  )
}

/** A canner with a dial only cannot be planned before its gauge was tested. */
const untested = (ask: WhatIf): boolean => ask.kind === 'canner' && ask.classId === 'tall'

/** What taking an answer writes down beside the plan. */
function factWords(ask: WhatIf): string {
  switch (ask.kind) {
    case 'canner':
      return ask.classId === 'tall'
        ? 'This adds the canner under Gear. Test its dial before you plan with it.'
        : 'This adds the canner under Gear. Use it when you have it.'
    case 'lost-days':
      return 'This marks that day as no canning.'
    case 'helper':
      return 'This adds one person to the kitchen hours.'
    case 'supplies':
      return 'This adds them under Gear. Use it when you have them.'
    case 'frost':
      return 'This brings in today what’s tender and grown. What’s expected more than two weeks from now isn’t grown yet. Remove it once the frost has come.'
  }
}
