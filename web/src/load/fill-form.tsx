import {
  formOf,
  hasLock,
  isInCanner,
  kitchenNumber,
  saidName,
  showLength,
  stillHolds,
  whyNotTogether,
} from '@kelvit/core'
import { useState } from 'react'
import { useLoads } from '../sync/queries'
import { useHousehold } from '../household/session'
import { Button } from '../ui/button'
import { Stepper } from '../ui/stepper'
import type { Stove } from './use-stove'
import type { LoadView } from './load-view'
import { WholeLot } from './whole-lot'

/** What goes into each jar, and how many really went in when the lid is locked. */
export function FillForm({ view, stove }: { readonly view: LoadView; readonly stove: Stove }) {
  const { portions, processes } = view.load
  const { household } = useHousehold()
  const [counts, setCounts] = useState<Readonly<Record<string, number>>>({})
  const [finished, setFinished] = useState<Readonly<Record<string, boolean>>>({})
  const countOf = (id: string, planned: number): number => counts[id] ?? planned
  const busy = (useLoads().data ?? []).find(
    (l) => l.id !== view.load.id && l.cannerId === view.load.cannerId && isInCanner(l.stage),
  )
  const { canner } = view
  const why = busy
    ? stillHolds(canner?.name ?? 'The canner', busy.code)
    : canner && portions.length > 0
      ? whyNotTogether(
          portions.map((p) => ({ ...p, jars: countOf(p.id, p.filled ?? p.jars) })),
          canner,
        )?.sentence
      : undefined
  const lock = (): void =>
    stove.say(
      {
        kind: 'locked',
        filled: portions.map((p) => ({
          portionId: p.id,
          jars: countOf(p.id, p.filled ?? p.jars),
          lotFinished: finished[p.id] ?? false,
        })),
      },
      'Heat on high, weight off.',
    )
  return (
    <div className="flex flex-col gap-4">
      {portions.map((p, i) => {
        const process = processes[i]
        const acid = process?.acidPerJar
        const found = formOf(p.formId)
        return (
          <div key={p.id} className="flex flex-col gap-3 rounded-md border border-rim p-4">
            <p className="text-lg leading-relaxed">
              {found && <strong className="capitalize">{saidName(found.food)}: </strong>}
              {process?.preparation}. Headspace{' '}
              <strong>{process && showLength(process.headspaceIn, household.units)}</strong>.
              {acid && (
                <>
                  {' '}
                  In every jar <strong>
                    {kitchenNumber(acid.citricAcidTsp)} tsp citric acid
                  </strong>{' '}
                  or {kitchenNumber(acid.bottledLemonJuiceTbsp)} tbsp bottled lemon juice.
                </>
              )}
              {household.settings.salt &&
                process &&
                process.saltTspPerJar > 0 &&
                ` Salt, if wanted, ${kitchenNumber(process.saltTspPerJar)} tsp.`}
            </p>
            <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
              <Stepper
                label="Jars that went in"
                min={0}
                max={100}
                value={countOf(p.id, p.filled ?? p.jars)}
                onChange={(n) => setCounts({ ...counts, [p.id]: n })}
              />
              {p.lotId && (
                <label className="flex min-h-14 items-center gap-3">
                  <input
                    type="checkbox"
                    className="size-6 accent-kettle"
                    checked={finished[p.id] ?? false}
                    onChange={(e) => setFinished({ ...finished, [p.id]: e.target.checked })}
                  />
                  That’s the whole lot
                </label>
              )}
            </div>
            {p.lotId && finished[p.id] && (
              <WholeLot
                lotId={p.lotId}
                jar={p.jar}
                jars={countOf(p.id, p.filled ?? p.jars)}
                loadId={view.load.id}
              />
            )}
          </div>
        )
      })}
      {why && (
        <p role="alert" className="font-semibold text-beet">
          {why}
        </p>
      )}
      <Button
        size="stove"
        look="main"
        className="self-start"
        disabled={why !== undefined || !stove.may}
        onClick={lock}
      >
        {hasLock(view.load.setup) ? 'Lid locked, heat on' : 'Lid clamped evenly, heat on'}
      </Button>
    </div>
  )
}
