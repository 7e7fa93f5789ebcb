import { paths } from '@kelvit/contract'
import { moveLoad, type DayDoesNotFit, type DaySheet } from '@kelvit/core'
import { useRef } from 'react'
import { Temporal } from 'temporal-polyfill'
import { Link, useNavigate } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../../sync/changes'
import { useChecks } from '../../../sync/queries'
import { sentenceOf } from '../../../sync/request'
import type { SeasonView } from '../../../household/season'
import { useHousehold } from '../../../household/session'
import { Button, ButtonLink } from '../../../ui/button'
import { useNotify } from '../../../ui/notice'
import { Panel } from '../../../ui/panel'
import { AddLoad } from '../plan/add-load'
import type { DayEntry } from '../../../day/entries'
import { signOf, type Marks } from '../../../day/lanes'
import { processWords } from './words'
import type { useDay } from './use-day'

interface ListProps {
  readonly date: string
  readonly day: ReturnType<typeof useDay>
  readonly view: SeasonView
  readonly sheet: DaySheet | DayDoesNotFit | undefined
  readonly marks: Marks
  readonly light: (loadId: string | null) => void
}

/** The loads of the day: take one out for trying, put it in pints, start it. */
export function DayLoads({ date, day, view, sheet, marks, light }: ListProps) {
  const { household, may } = useHousehold()
  const { start, starting } = useStart(date)
  return (
    <Panel label="Loads of the day">
      <h2 className="mb-2">Loads</h2>
      <ul>
        {inTheirOrder(day.all, marks).map((e) => {
          const out = day.skip.has(e.id)
          return (
            <li
              key={e.id}
              className="border-t border-rim py-2.5 first:border-0"
              onMouseEnter={() => light(e.id)}
              onMouseLeave={() => light(null)}
              onFocus={() => light(e.id)}
              onBlur={() => light(null)}
            >
              <div className="flex flex-wrap items-start justify-between gap-x-4 gap-y-2">
                <label className="flex min-h-11 flex-1 items-start gap-3">
                  <input
                    type="checkbox"
                    disabled={e.at === 'running'}
                    className="mt-0.5 size-6 shrink-0 accent-kettle"
                    checked={!out}
                    onChange={() => day.toggle('skip', e.id)}
                  />
                  <span className={out ? 'text-ink-soft line-through' : ''}>
                    <span
                      aria-hidden
                      className="mr-2 inline-block size-3 rounded-sm"
                      style={{ background: e.tint }}
                    />
                    <span className="mr-1.5">{signOf(marks.get(e.id))}</span>
                    <strong>{e.words}</strong>
                    <span className="block text-[15px] text-ink-soft">
                      {e.canner.name} · {processWords(e, household.units)}
                    </span>
                  </span>
                </label>
                {e.at === 'plan' && !out && <OnCanner entry={e} day={day} view={view} />}
                <div className="flex flex-col items-end">
                  {e.at === 'running' ? (
                    <ButtonLink size="small" to={`/stove/${e.id}`}>
                      On the stove now
                    </ButtonLink>
                  ) : e.at === 'stove' ? (
                    <ButtonLink size="small" to={`/stove/${e.id}`}>
                      At the stove
                    </ButtonLink>
                  ) : (
                    may('helper') &&
                    !out && (
                      <Button size="small" disabled={starting} onClick={() => start(e, sheet)}>
                        {starting ? 'Starting…' : 'Start this load'}
                      </Button>
                    )
                  )}
                  {e.inPints && !out && (
                    <label className="flex min-h-9 items-center gap-2 text-[15px]">
                      <input
                        type="checkbox"
                        className="size-5 accent-kettle"
                        checked={day.pints.has(e.id)}
                        onChange={() => day.toggle('pints', e.id)}
                      />
                      in pints
                    </label>
                  )}
                </div>
              </div>
              {!out && <Unchecked entry={e} />}
            </li>
          )
        })}
      </ul>
      {may('helper') && <AddLoad date={date} view={view} />}
    </Panel>
  )
}

/** On which canner: those that take these jars and have a process for them. */
function OnCanner({
  entry,
  day,
  view,
}: {
  readonly entry: DayEntry
  readonly day: ListProps['day']
  readonly view: SeasonView
}) {
  const { model } = view.season
  const load = view.plan.loads.find((l) => l.id === entry.id)
  if (!load) return null
  const fit = model.canners.filter((c, canner) => {
    const { complaints } = moveLoad(model, view.plan, load, { day: load.day, canner })
    return c.id === entry.canner.id || complaints.every((w) => w.fault === 'too-long')
  })
  if (fit.length < 2) return null
  return (
    <label className="order-last ml-9 flex min-h-9 basis-full items-center gap-2 text-[15px]">
      Canner
      <select
        className="min-h-9 rounded-md border border-rim bg-crock px-2"
        value={entry.canner.id}
        onChange={(e) => day.putOn(entry.id, e.target.value)}
      >
        {fit.map((c) => (
          <option key={c.id} value={c.id}>
            {c.name}
          </option>
        ))}
      </select>
    </label>
  )
}

/** Loads by their number; what is left out for trying has none and comes last. */
const inTheirOrder = (entries: readonly DayEntry[], marks: Marks): readonly DayEntry[] =>
  [...entries].sort((a, b) => (marks.get(a.id) ?? Infinity) - (marks.get(b.id) ?? Infinity))

/** Calmly: nobody held these figures against a printed guide yet. */
function Unchecked({ entry }: { readonly entry: DayEntry }) {
  const checks = useChecks().data
  const open = entry.portions.find((p) => checks && !checks.some((c) => c.formId === p.formId))
  if (!open) return null
  return (
    <p className="ml-9 text-sm text-ink-soft">
      Not checked against a printed guide yet.{' '}
      <Link to={`/methods/${open.formId}`} className="text-kettle underline">
        Check it against your copy
      </Link>
    </p>
  )
}

/** Opens a load of the plan at the stove: it leaves the plan and becomes a load. */
function useStart(date: string) {
  const { household } = useHousehold()
  const save = useSave('loads', 'season-loads')
  const notify = useNotify()
  const navigate = useNavigate()
  // Pressed again, it is the same load again.
  const ids = useRef(new Map<string, string>())
  const start = (e: DayEntry, sheet: DaySheet | DayDoesNotFit | undefined): void => {
    const id = ids.current.get(e.id) ?? uuidv7()
    ids.current.set(e.id, id)
    const first =
      sheet?.outcome === 'sheet'
        ? Math.min(...sheet.tasks.filter((t) => t.loadId === e.id).map((t) => t.from))
        : 17 * 60
    const startsAt = Temporal.PlainDate.from(date)
      .toZonedDateTime({ timeZone: household.zone })
      .add({ minutes: Number.isFinite(first) ? Math.round(first) : 17 * 60 })
      .toInstant()
      .toString()
    const body = {
      cannerId: e.canner.id,
      startsAt,
      seasonLoadId: e.id,
      portions: e.portions.map((p) => ({ ...p, id: uuidv7() })),
    }
    save.mutate(
      { method: 'PUT', path: `${paths.loads}/${id}`, body },
      {
        onSuccess: () => void navigate(`/stove/${id}`),
        onError: (error) => notify.trouble(sentenceOf(error)),
      },
    )
  }
  return { start, starting: save.isPending || save.isSuccess }
}
