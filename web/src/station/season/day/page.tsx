import { kitchenDay, realDate, wallClock } from '@kelvit/core'
import { useMemo, useState } from 'react'
import { useParams } from 'react-router'
import { useLoads, useMembers } from '../../../sync/queries'
import { useMinute } from '../../../sync/clock'
import { useSeason, type SeasonView } from '../../../household/season'
import { useHousehold } from '../../../household/session'
import { showDay } from '../../../household/words'
import { Button, ButtonLink } from '../../../ui/button'
import { Page as Sheet } from '../../../ui/page'
import { Panel } from '../../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../../ui/states'
import { marksOf } from '../../../day/lanes'
import { useDaySheet } from '../../../worker/day'
import { AddLoad } from '../plan/add-load'
import { DayAnswer } from './answer'
import { KeepChanges } from './keep'
import { DayLoads } from './load-list'
import { DayPeople } from './people'
import { OrderOfWork } from './order-of-work'
import { useDay } from './use-day'
import { usePrintSheet } from './use-print-sheet'

/** One canning day: every stage of every load, hands included. */
export function Page() {
  const { date = '' } = useParams()
  const { view, broken } = useSeason()
  const [loads, members] = [useLoads(), useMembers()]
  if (!realDate(date))
    return (
      <Sheet question="Which day?">
        <Empty
          title="This day doesn’t exist"
          action={<ButtonLink to="/season">Back to the season</ButtonLink>}
        />
      </Sheet>
    )
  const fault = broken ?? [loads, members].find((q) => q.isError && !q.data)
  if (fault || !view || !loads.data || !members.data)
    return (
      <Sheet question={`What happens on ${showDay(date)}?`}>
        {fault ? <Trouble error={fault.error} retry={() => void fault.refetch()} /> : <Skeleton />}
      </Sheet>
    )
  return <Day key={date} date={date} view={view} loads={loads.data} members={members.data} />
}

interface DayProps {
  readonly date: string
  readonly view: SeasonView
  readonly loads: NonNullable<ReturnType<typeof useLoads>['data']>
  readonly members: NonNullable<ReturnType<typeof useMembers>['data']>
}

function Day({ date, view, loads, members }: DayProps) {
  const { household, may } = useHousehold()
  const minute = useMinute()
  const day = useDay(date, view, loads, members, minute)
  const { sheet, stale } = useDaySheet(
    day.entries.map((e) => e.day),
    day.kitchen,
    day.late,
  )
  const clock = kitchenDay(wallClock(minute, household.zone), view.records.calendar)
  const now = clock.date === date ? clock.minute : null
  const print = usePrintSheet(date, day, sheet)
  const [lit, light] = useState<string | null>(null)
  const marks = useMemo(() => marksOf(sheet?.outcome === 'sheet' ? sheet.tasks : []), [sheet])
  return (
    <Sheet
      question={`What happens on ${showDay(date)}?`}
      aside={
        day.usual
          ? undefined
          : 'The kitchen isn’t open on this day. Use these hours to try things out.'
      }
      actions={
        <>
          <ButtonLink to="/season" look="quiet">
            Back to the season
          </ButtonLink>
          <Button disabled={!print.ready || print.busy} onClick={() => void print.run()}>
            {print.busy ? 'Making the page…' : 'Page for the fridge'}
          </Button>
        </>
      }
    >
      {day.all.length === 0 ? (
        <Panel>
          <Empty title="No loads planned for this day">
            {may('helper')
              ? 'Add a lot to this day below, or plan the season.'
              : 'The season plan has nothing on this day.'}
          </Empty>
          {may('helper') && <AddLoad date={date} view={view} />}
        </Panel>
      ) : (
        <>
          <DayAnswer
            date={date}
            day={day}
            sheet={sheet}
            stale={stale}
            now={now}
            lit={lit}
            light={light}
          />
          <KeepChanges date={date} day={day} view={view} />
          <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
            <div className="flex flex-col gap-5">
              <DayLoads
                date={date}
                day={day}
                view={view}
                sheet={sheet}
                marks={marks}
                light={light}
              />
              {sheet?.outcome === 'sheet' && <DayPeople day={day} />}
            </div>
            {sheet?.outcome === 'sheet' ? (
              <OrderOfWork day={day} sheet={sheet} marks={marks} lit={lit} />
            ) : (
              <DayPeople day={day} />
            )}
          </div>
        </>
      )}
    </Sheet>
  )
}
