import { paths, type LoadWithEvents } from '@kelvit/contract'
import {
  costOf,
  countJars,
  mayFollow,
  moveLoad,
  withStep,
  type JarSize,
  type PlanStep,
  type SeasonModel,
} from '@kelvit/core'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { useTakeBack } from '../../../household/take-back'
import { useSave } from '../../../sync/changes'
import { sentenceOf } from '../../../sync/request'
import type { SeasonView } from '../../../household/season'
import { plural, showDay } from '../../../household/words'
import { SeasonRibbon } from '../../../chart/season-ribbon'
import { Button, ButtonLink } from '../../../ui/button'
import { useNotify } from '../../../ui/notice'
import { Page as Sheet } from '../../../ui/page'
import { Panel } from '../../../ui/panel'
import { Against, type Search } from './against'
import { LoadDetail } from './load-detail'
import { PlanningPanel, Proposal } from './proposal'
import { LoadList } from './load-list'
import { ribbonDays, ribbonLoads, ribbonLots } from './ribbon-data'
import { OnTheShelf } from './on-the-shelf'
import { Legend, Notes, Runout } from './side-panels'
import { usePlanner, type Planning } from './use-planner'
import { useSavePlan } from './use-save-plan'
import { costWords, refusalOf } from '../words'

interface BoardProps {
  readonly view: SeasonView
  readonly loads: readonly LoadWithEvents[]
  readonly mayPlan: boolean
}

/** The season with its plan: the drawing, what it comes to, and the planner. */
export function SeasonBoard({ view, loads, mayPlan }: BoardProps) {
  const { model } = view.season
  const planner = usePlanner()
  const { save, saving } = useSavePlan()
  const [chosen, setChosen] = useState<string | null>(null)
  const navigate = useNavigate()
  const [params, forgetAsked] = useSearchParams()
  const asked = params.get('plan') === '1'
  const begun = useRef(false)
  const { planning } = planner
  const { taken, proposed, choose, leaveAll } = useSteps(model, planning)
  const plan = proposed ?? view.plan
  const pinned = view.plan.loads.filter((l) => l.pinned)
  const cost = useMemo(() => costOf(model, plan), [model, plan])
  const [whole, setWhole] = useState(false)
  const shown = model.days.length
  const move = useMove(view)
  const accept = async (made: SeasonView['plan']): Promise<void> => {
    const first = view.plan.loads.length === 0
    if (!(await save(model, made, view.stored))) return
    planner.forget()
    // The first plan ends where the work begins: at the sheet of its first day.
    const day = Math.min(...made.loads.map((l) => l.day))
    if (first) await navigate(`/season/day/${model.days[day]?.date ?? ''}`)
  }
  useEffect(() => {
    if (!asked || begun.current || !mayPlan || view.plan.loads.length > 0) return
    begun.current = true
    forgetAsked({}, { replace: true })
    planner.run(view.records, [])
  })
  const drawn = useMemo(
    () => ({
      days: ribbonDays(model, shown),
      loads: ribbonLoads(view, plan, loads),
      lots: ribbonLots(view, plan),
    }),
    [view, model, plan, loads, shown],
  )
  const detail = proposed ? undefined : view.plan.loads.find((l) => l.id === chosen)
  return (
    <Sheet
      question="Which loads, when?"
      aside={
        plan.loads.length === 0
          ? 'not planned yet'
          : `${plural(plan.loads.length, 'load')} · ${jarWords(view, plan)} · ${cost.lost > 0 ? `${plural(cost.lost, 'jar')} not placed` : 'nothing lost'}`
      }
      actions={
        <>
          <ButtonLink to="/season/hours" look="quiet">
            Kitchen hours
          </ButtonLink>
          <ButtonLink to="/season/what-if">What if…</ButtonLink>
          {mayPlan && (
            <Button
              look="main"
              disabled={planning.state === 'running' || model.lots.length === 0}
              onClick={() => {
                leaveAll()
                planner.run(view.records, view.plan.loads)
              }}
            >
              {view.plan.loads.length === 0 ? 'Plan the season' : 'Plan again'}
            </Button>
          )}
        </>
      }
    >
      <PlanningPanel planning={planning} stop={planner.stop} forget={planner.forget} />
      {planning.state === 'done' && proposed && (
        <Proposal
          view={view}
          plan={proposed}
          steps={planning.steps}
          chosen={taken}
          choose={choose}
          saving={saving}
          accept={() => void accept(proposed)}
          leave={planner.forget}
        />
      )}
      <Panel className="mb-5 px-4 pt-3 pb-2 sm:px-5" label="Season ribbon">
        <div className="flex flex-wrap items-center justify-between gap-x-6">
          <Legend canners={view.season.model.canners.map((c) => c.name)} />
          <Button size="small" look="quiet" aria-pressed={whole} onClick={() => setWhole(!whole)}>
            {whole ? 'Day by day' : 'See the whole season'}
          </Button>
        </div>
        <SeasonRibbon
          {...drawn}
          canners={model.canners.map((c) => c.name)}
          chosen={chosen}
          onChoose={(id) =>
            loads.some((l) => l.id === id) ? void navigate(`/stove/${id}`) : setChosen(id)
          }
          whole={whole}
          detail={
            detail && (
              <LoadDetail
                key={detail.id}
                view={view}
                load={detail}
                mayPlan={mayPlan}
                close={() => setChosen(null)}
                put={move.put}
                say={move.say}
              />
            )
          }
          onDay={(date) => void navigate(`/season/day/${date}`)}
          consequence={(id, day) => move.say(id, day)}
          onMove={(id, day) => move.put(id, day)}
          mayMove={mayPlan && proposed === null}
        />
      </Panel>
      <LoadList loads={drawn.loads} days={drawn.days} canners={model.canners.map((c) => c.name)} />
      <Notes view={view} plan={plan} />
      <OnTheShelf view={view} plan={plan} />
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
        <Against view={view} plan={plan} pinned={pinned} search={searchOf(planning, taken.size)} />
        <Runout view={view} plan={plan} mayPlan={mayPlan} />
      </div>
    </Sheet>
  )
}

/** The plan that is proposed: the repaired one with the steps that were taken. */
function useSteps(model: SeasonModel, planning: Planning) {
  const notify = useNotify()
  const [taken, setTaken] = useState<ReadonlySet<number>>(new Set())
  const proposed = useMemo(
    () =>
      planning.state === 'done'
        ? planning.steps.reduce(
            (p, s, i) => (taken.has(i) ? withStep(p, s) : p),
            planning.best.plan,
          )
        : null,
    [planning, taken],
  )
  const choose = (i: number, on: boolean): void => {
    const step: PlanStep | undefined = planning.state === 'done' ? planning.steps[i] : undefined
    if (!step || !proposed) return
    if (on && !mayFollow(model, proposed, withStep(proposed, step)))
      notify.trouble('There aren’t enough jars or lids for this step and the others you took.')
    else setTaken(on ? new Set([...taken, i]) : new Set([...taken].filter((t) => t !== i)))
  }
  return { taken, proposed, choose, leaveAll: () => setTaken(new Set()) }
}

/** How far the search for the plan on screen went. */
function searchOf(p: Planning, taken: number): Search {
  if (p.state !== 'done') return 'none'
  if (!p.whole) return 'stopped'
  return taken < p.steps.length ? 'steps-left' : 'best'
}

/** "161 quarts and 46 pints". */
function jarWords(view: SeasonView, plan: SeasonView['plan']): string {
  const bySize = new Map<JarSize, number>()
  for (const load of plan.loads)
    for (const p of load.portions) {
      const jar = view.season.model.lots[p.lot]?.jar
      if (jar) bySize.set(jar, (bySize.get(jar) ?? 0) + p.jars)
    }
  const words = [...bySize].sort((a, b) => b[1] - a[1]).map(([jar, n]) => countJars(n, jar))
  return words.join(' and ') || 'no jars'
}

/** Putting a load on another day or canner: what it would mean, and doing it, with a way back. */
function useMove(view: SeasonView) {
  const saveRow = useSave('season-loads')
  const takeBack = useTakeBack('season-loads')
  const notify = useNotify()
  const { model } = view.season
  const weigh = (id: string, day: number, canner?: number) => {
    const load = view.plan.loads.find((l) => l.id === id)
    if (!load || (load.day === day && (canner ?? load.canner) === load.canner)) return undefined
    return { load, ...moveLoad(model, view.plan, load, { day, canner: canner ?? load.canner }) }
  }
  const say = (id: string, day: number, canner?: number): string => {
    const date = showDay(model.days[day]?.date ?? '')
    const moved = weigh(id, day, canner)
    if (!moved) return `${date}: it’s here now`
    const no =
      refusalOf(moved.complaints) ??
      (goneEntirely(moved) ? 'it is not in the house, or past its can-by, then' : null)
    return no ? `${date}: not possible, ${no}` : `${date}: ${costWords(moved.change)}`
  }
  const put = (id: string, day: number, canner?: number): void => {
    const stored = view.stored.find((l) => l.id === id)
    const moved = weigh(id, day, canner)
    if (!stored || !moved) return
    if (moved.complaints.length > 0 || goneEntirely(moved)) {
      notify.trouble(`It stays where it is. ${say(id, day, canner)}.`)
      return
    }
    const after = moved.plan.loads.find((l) => l.id === id)
    const kept = new Set(after?.portions.map((p) => model.lots[p.lot]?.id))
    const path = `${paths.seasonLoads}/${id}`
    const body = {
      version: stored.version,
      onDate: model.days[day]?.date,
      cannerId: model.canners[canner ?? moved.load.canner]?.id,
      pinned: true,
      portions: stored.portions.filter((p) => kept.has(p.lotId)),
    }
    saveRow.mutate(
      { method: 'PATCH', path, body },
      {
        onSuccess: () =>
          notify.done(`Pinned to ${say(id, day, canner)}.`, () =>
            takeBack({ table: 'season_loads', id, version: stored.version + 1 }),
          ),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
  return { say, put }
}

const goneEntirely = (m: {
  readonly plan: SeasonView['plan']
  readonly load: { readonly id?: string }
}): boolean => !m.plan.loads.some((l) => l.id === m.load.id)
