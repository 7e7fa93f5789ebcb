import { kitchenDay, kitchenOn, wallClock } from '@kelvit/core'
import { useMemo } from 'react'
import { AttentionKey, DayLanes } from '../../chart/day-lanes'
import { entriesOn } from '../../day/entries'
import { usualPeople } from '../../day/kitchen'
import { tonight } from '../../day/tonight'
import { lanesOf, marksOf, signOf } from '../../day/lanes'
import { useSeason } from '../../household/season'
import { useHousehold } from '../../household/session'
import { showDay, useClock } from '../../household/words'
import { useMinute } from '../../sync/clock'
import { useLoads, useMembers } from '../../sync/queries'
import { ButtonLink } from '../../ui/button'
import { Panel } from '../../ui/panel'
import { Skeleton } from '../../ui/states'
import { useDaySheet } from '../../worker/day'

/** The next canning day as one strip: what starts when, whose hands, and the waiting between. */
export function Evening({ date }: { readonly date: string }) {
  const { view } = useSeason()
  const [loads, members] = [useLoads().data, useMembers().data]
  const { household } = useHousehold()
  const clock = useClock()
  const minute = useMinute()
  const usual = view && kitchenOn(view.records.calendar, date)
  const planned = useMemo(
    () => (view && loads ? entriesOn(date, view, loads, household, new Set()) : []),
    [date, view, loads, household],
  )
  const begun = view && loads && tonight(date, minute, usual, loads, view, household)
  const entries = [...(begun?.running ?? []), ...planned]
  const { opens, closes } = begun ?? { opens: 17 * 60, closes: 21 * 60 }
  const helpers = (members ?? []).filter((m) => m.role !== 'viewer')
  const people = usualPeople(helpers, usual, opens, closes)
  const kitchen = {
    ...{ opens, closes, burners: household.settings.burners, people },
    gaps: usual?.gaps ?? [],
  }
  const { sheet } = useDaySheet(
    entries.map((e) => e.day),
    kitchen,
    household.settings.lateMinutes,
  )
  const head = date === view?.records.today ? 'Today’s loads' : `Next loads, ${showDay(date)}`
  const nothing = view && planned.length === 0
  if (!view || planned.length === 0 || !sheet)
    return (
      <Panel rim="running" label={head} className={nothing ? '' : 'min-h-[23.5rem]'}>
        <h2 className="mb-2">{head}</h2>
        {nothing ? (
          <p className="text-ink-soft">The plan has nothing on this day any more.</p>
        ) : (
          <Skeleton rows={1} />
        )}
      </Panel>
    )
  const now = kitchenDay(wallClock(minute, household.zone), view.records.calendar)
  const marks = sheet.outcome === 'sheet' ? marksOf(sheet.tasks) : new Map<string, number>()
  const first = sheet.outcome === 'sheet' ? Math.min(...sheet.tasks.map((t) => t.from)) : null
  return (
    <Panel rim="running" label={head}>
      <div className="mb-3 flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <div>
          <h2>{head}</h2>
          <p className="text-ink-soft">
            {sheet.outcome === 'sheet' && first !== null
              ? `Hands from ${clock(first)}, clean kitchen at about ${clock(sheet.finish)}`
              : sheet.outcome === 'sheet'
                ? ''
                : sheet.sentence}
          </p>
        </div>
        <ButtonLink look="main" to={`/season/day/${date}`}>
          Day sheet
        </ButtonLink>
      </div>
      {sheet.outcome === 'sheet' && (
        <>
          <DayLanes
            lanes={lanesOf(entries, people, sheet)}
            from={Math.floor(Math.min(opens, first ?? opens) / 30) * 30}
            to={Math.ceil(Math.max(sheet.finish, closes) / 30) * 30}
            closes={closes}
            now={now.date === date ? now.minute : null}
            clockHours={household.settings.clockHours}
          />
          <AttentionKey />
        </>
      )}
      <ul className="mt-3 grid gap-x-6 text-[15px] sm:grid-cols-2">
        {entries.map((e) => (
          <li key={e.id} className="py-0.5">
            {signOf(marks.get(e.id))} <strong>{e.words}</strong>
            <span className="text-ink-soft">, {e.canner.name}</span>
          </li>
        ))}
      </ul>
    </Panel>
  )
}
