import { costDifference, seasonFrom, suppose, type PlanCost, type WhatIf } from '@kelvit/core'
import { X } from 'lucide-react'
import { useMemo } from 'react'
import { PairKey, SeasonPair } from '../../../chart/season-pair'
import type { SeasonView } from '../../../household/season'
import { plural } from '../../../household/words'
import { Button } from '../../../ui/button'
import { Panel } from '../../../ui/panel'
import type { Supposition } from '../../../worker/messages'
import { askWords, costParts } from '../words'
import { pairOf } from './pair'

interface AnswersProps {
  readonly view: SeasonView
  readonly asks: readonly WhatIf[]
  readonly answers: readonly Supposition[]
  readonly running: boolean
  readonly drop: (ask: WhatIf) => void
  readonly take: ((answer: Supposition) => void) | undefined
  readonly taking: boolean
}

/** The season as it stands, and every answer laid over it, with what it changes beside it. */
export function WhatIfAnswers({ view, asks, answers, running, drop, take, taking }: AnswersProps) {
  const of = (ask: WhatIf | null): Supposition | undefined =>
    answers.find((a) => JSON.stringify(a.ask) === JSON.stringify(ask))
  const base = of(null)
  return (
    <div className="flex flex-col gap-4">
      <PairKey />
      {[null, ...asks].map((ask) => {
        const answer = of(ask)
        return (
          <Panel
            key={JSON.stringify(ask)}
            rim={ask === null ? 'plain' : rimOf(answer, base)}
            className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 lg:grid-cols-[17rem_minmax(0,1fr)]"
            label={askWords(ask)}
          >
            <div className="flex flex-col gap-2">
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
              {answer && base && <Change ask={ask} cost={answer.best.cost} base={base.best.cost} />}
            </div>
            {answer && base ? (
              <div className="flex flex-col justify-between gap-3">
                <Laid view={view} ask={ask} answer={answer} base={base} />
                {ask && take && (
                  <div className="flex flex-wrap items-center justify-between gap-3">
                    <p className="text-[15px] text-ink-soft">{factWords(ask)}</p>
                    <Button
                      size="small"
                      disabled={taking || running || untested(ask)}
                      onClick={() => take(answer)}
                    >
                      Use this plan
                    </Button>
                  </div>
                )}
              </div>
            ) : (
              <div className="relative grid h-28 place-items-center">
                {running && <div aria-hidden className="skeleton absolute inset-0" />}
                <p role="status" className="relative">
                  {running ? 'Planning…' : 'No answer'}
                </p>
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

const upper = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}`

/** What matters most in large letters, the rest below it. */
function Change({
  ask,
  cost,
  base,
}: {
  readonly ask: WhatIf | null
  readonly cost: PlanCost
  readonly base: PlanCost
}) {
  const parts = ask
    ? costParts(costDifference(cost, base))
    : [plural(cost.lost, 'jar') + ' lost', 'planned in the same way, to compare with']
  const [first = 'makes no difference', ...rest] = parts
  return (
    <>
      <p className="font-head text-2xl leading-snug font-semibold">{upper(first)}</p>
      {rest.length > 0 && <p className="leading-relaxed">{upper(rest.join(', '))}.</p>}
      <p className="text-[15px] text-ink-soft">
        {plural(cost.loads, 'load')} on {plural(cost.days, 'canning day')}
      </p>
    </>
  )
}

/** The two seasons, drawn: each answer counts its days and lots by the records it was asked of. */
function Laid({
  view,
  ask,
  answer,
  base,
}: {
  readonly view: SeasonView
  readonly ask: WhatIf | null
  readonly answer: Supposition
  readonly base: Supposition
}) {
  const days = useMemo(() => {
    const { model } = view.season
    const other = ask ? seasonFrom(suppose(view.records, ask)).model : model
    return pairOf({ model, plan: base.best.plan }, { model: other, plan: answer.best.plan })
  }, [view, ask, answer, base])
  const count = (fate: string): number =>
    days.reduce((n, d) => n + d.blocks.filter((b) => b.fate === fate).length, 0)
  return (
    <SeasonPair
      days={days}
      words={`${plural(count('stays'), 'load')} as now, ${count('comes')} that come, ${count('goes')} that go`}
    />
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
      return 'This marks the kitchen as closed that day.'
    case 'helper':
      return 'This adds one person to the kitchen hours.'
    case 'supplies':
      return 'This adds them under Gear. Use it when you have them.'
    case 'frost':
      return 'This brings in today what’s tender and grown. What’s expected more than two weeks from now isn’t grown yet. Remove it once the frost has come.'
  }
}
