import { paths } from '@kelvit/contract'
import { gaugeOf, processMinutesOf, pressureOn, psi as asPsi, type PlanLoad } from '@kelvit/core'
import { Pin, PinOff, X } from 'lucide-react'
import { useState } from 'react'
import { useSave } from '../../../sync/changes'
import { sentenceOf } from '../../../sync/request'
import { portionWords } from '../../../household/portion-words'
import { type SeasonView } from '../../../household/season'
import { useHousehold } from '../../../household/session'
import { showDay } from '../../../household/words'
import { Button, ButtonLink } from '../../../ui/button'
import { ChoiceField } from '../../../ui/field'
import { useNotify } from '../../../ui/notice'
import { Panel } from '../../../ui/panel'

interface DetailProps {
  readonly view: SeasonView
  readonly load: PlanLoad
  readonly mayPlan: boolean
  readonly close: () => void
  readonly put: (id: string, day: number, canner?: number) => void
  readonly say: (id: string, day: number, canner?: number) => string
}

/** One load of the plan: what is in it, and moving it without a mouse. */
export function LoadDetail({ view, load, mayPlan, close, put, say }: DetailProps) {
  const { household } = useHousehold()
  const { model } = view.season
  const stored = view.stored.find((l) => l.id === load.id)
  const [day, setDay] = useState(load.day)
  const [canner, setCanner] = useState(load.canner)
  const pin = usePin()
  const first = model.lots[load.portions[0]?.lot ?? -1]
  const owned = view.canners.find((c) => c.id === model.canners[load.canner]?.id)
  const gauge = owned ? gaugeOf(owned) : { kind: 'weighted' as const, errorPsi: 0 }
  const psi = first?.processes[load.canner]?.psi
  const minutes = processMinutesOf(model, load)
  const moved = day !== load.day || canner !== load.canner
  if (!stored || !load.id) return null
  const { id } = load
  return (
    <Panel rim={load.pinned ? 'running' : 'plain'} label="The chosen load">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2>{portionWords(stored.portions)}</h2>
          <p className="text-ink-soft">
            {model.canners[load.canner]?.name}, {showDay(stored.onDate)}
            {psi !== undefined &&
              ` · ${minutes} minutes at ${pressureOn(gauge, asPsi(psi), household.units)}`}
            {load.pinned && ' · pinned: stays here when you plan again'}
          </p>
          {overWords(view, load, minutes).map((w) => (
            <p key={w} className="text-[15px] text-ink-soft">
              {w}
            </p>
          ))}
        </div>
        <div className="flex flex-wrap gap-2">
          <ButtonLink to={`/season/day/${stored.onDate}`} size="small">
            Day sheet
          </ButtonLink>
          {mayPlan && (
            <Button size="small" onClick={() => pin(stored)}>
              {stored.pinned ? <PinOff size={16} aria-hidden /> : <Pin size={16} aria-hidden />}
              {stored.pinned ? 'Unpin' : 'Pin here'}
            </Button>
          )}
          <Button size="small" look="quiet" aria-label="Close" onClick={close}>
            <X size={18} aria-hidden />
          </Button>
        </div>
      </div>
      {mayPlan && (
        <div className="mt-4 grid items-end gap-4 sm:grid-cols-2">
          <ChoiceField
            label="Day"
            value={String(day)}
            onChange={(e) => setDay(Number(e.target.value))}
            choices={model.days.flatMap((d, i) =>
              d.minutes > 0 || i === load.day ? [[String(i), showDay(d.date)] as const] : [],
            )}
          />
          <ChoiceField
            label="Canner"
            value={String(canner)}
            onChange={(e) => setCanner(Number(e.target.value))}
            choices={model.canners.map((c, i) => [String(i), c.name] as const)}
          />
          <Button disabled={!moved} onClick={() => put(id, day, canner)}>
            Move and pin
          </Button>
          <p role="status" className="self-center font-semibold text-brass sm:col-span-2">
            {moved ? say(id, day, canner) : ''}
          </p>
        </div>
      )}
    </Panel>
  )
}

/** Which jars of a shared load get more than their own time, and by how much. */
function overWords(view: SeasonView, load: PlanLoad, minutes: number): string[] {
  const { model } = view.season
  return load.portions.flatMap((p) => {
    const lot = model.lots[p.lot]
    const by = minutes - (lot?.processes[load.canner]?.minutes ?? minutes)
    if (!lot || by <= 0) return []
    const { formId, jar } = lot
    return [
      `${portionWords([{ formId, jar, jars: p.jars }])} get ${by} minutes more than they need. That’s safe; they’re a little softer.`,
    ]
  })
}

function usePin() {
  const save = useSave('season-loads')
  const notify = useNotify()
  return (stored: SeasonView['stored'][number]): void =>
    save.mutate(
      {
        method: 'PATCH',
        path: `${paths.seasonLoads}/${stored.id}`,
        body: { version: stored.version, pinned: !stored.pinned },
      },
      { onError: (e) => notify.trouble(sentenceOf(e)) },
    )
}
