import {
  clockOf,
  showMinutes,
  type DayChange,
  type DayDoesNotFit,
  type DaySheet,
} from '@kelvit/core'
import { useHousehold } from '../../../household/session'
import { plural, useClock } from '../../../household/words'
import { AttentionKey, DayLanes } from '../../../chart/day-lanes'
import { Button } from '../../../ui/button'
import { Panel } from '../../../ui/panel'
import { Skeleton } from '../../../ui/states'
import { lanesOf } from '../../../day/lanes'
import { totalWords } from './words'
import type { useDay } from './use-day'

type Day = ReturnType<typeof useDay>

interface AnswerProps {
  readonly date: string
  readonly day: Day
  readonly sheet: DaySheet | DayDoesNotFit | undefined
  readonly stale: boolean
  readonly now: number | null
  /** The load that is lit in all lanes; null when none is. */
  readonly lit: string | null
  readonly light: (loadId: string | null) => void
}

/** How high the drawn day will be: what stands above and below its lanes, and each lane, rem. */
const BARE_REM = 6.6
const LANE_REM = 2.9

/** The finish in large type and the lanes; or why it does not fit, and what would make it. */
export function DayAnswer({ day, sheet, stale, now, lit, light }: AnswerProps) {
  const clock = useClock()
  const { clockHours } = useHousehold().household.settings
  if (!sheet) {
    const lanes = new Set(day.entries.map((e) => e.canner.id)).size + day.kitchen.people.length
    return (
      <Panel className="mb-5">
        <div style={{ minHeight: `${BARE_REM + lanes * LANE_REM}rem` }}>
          <Skeleton rows={1} />
        </div>
      </Panel>
    )
  }
  if (sheet.outcome === 'does-not-fit') return <DoesNotFit day={day} sheet={sheet} />
  return (
    <Panel rim="running" className="mb-5" label="The day">
      <div className="mb-3 flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <p role="status" className="font-head text-[2.1rem] leading-tight font-semibold">
          Clean kitchen at about {clock(sheet.finish)}
        </p>
        <p className="text-ink-soft">
          {sheet.finish > day.kitchen.closes && (
            <strong className="text-squash">
              {showMinutes(sheet.finish - day.kitchen.closes)} past closing ·{' '}
            </strong>
          )}
          {totalWords(day.entries)} · {plural(sheet.people, 'person', 'people')} ·{' '}
          {stale ? 'looking for an earlier finish…' : proofWords(sheet)}
        </p>
      </div>
      <DayLanes
        lanes={lanesOf(day.entries, day.kitchen.people, sheet)}
        lit={lit}
        light={light}
        from={Math.floor(Math.min(day.kitchen.opens, ...sheet.tasks.map((t) => t.from)) / 30) * 30}
        to={Math.ceil(Math.max(sheet.finish, day.kitchen.closes) / 30) * 30}
        closes={day.kitchen.closes}
        now={now}
        clockHours={clockHours}
      />
      <AttentionKey />
    </Panel>
  )
}

/** A day may go on into the night until 6 in the morning, minutes from midnight. */
const LATEST_MIN = 30 * 60

const proofWords = (sheet: DaySheet): string =>
  sheet.optimal
    ? 'no order finishes earlier'
    : `at best ${showMinutes(Math.max(1, Math.round(sheet.finish - sheet.bound)))} could still be saved`

function DoesNotFit({ day, sheet }: { readonly day: Day; readonly sheet: DayDoesNotFit }) {
  const clock = useClock()
  const apply = (change: DayChange): void => {
    const { opens, closes, people } = day.kitchen
    if (change.kind === 'open-earlier') day.change({ from: clockOf(opens - change.minutes) })
    if (change.kind === 'close-later')
      day.change({ until: clockOf(Math.min(LATEST_MIN, closes + change.minutes)) })
    if (change.kind === 'leave-out') day.toggle('skip', change.loadId)
    const next = day.helpers.find((h) => !people.some((p) => p.id === h.id))
    if (change.kind === 'one-person-more' && next)
      day.setPeople([...people, { id: next.id, name: next.name, from: opens, until: closes }])
  }
  const able = sheet.changes.filter(
    (c) => c.kind !== 'one-person-more' || day.helpers.length > day.kitchen.people.length,
  )
  return (
    <Panel rim="stop" className="mb-5" label="This day doesn’t fit">
      <h2 className="mb-1">This day doesn’t fit</h2>
      <p role="status" className="mb-3 text-lg leading-relaxed">
        {sheet.sentence}
      </p>
      {able.length > 0 && (
        <>
          <p className="mb-2 text-ink-soft">The smallest changes that would make it fit:</p>
          <div className="flex flex-wrap gap-2.5">
            {able.map((c) => (
              <Button key={c.kind} onClick={() => apply(c)}>
                {changeWords(c, day, clock)}
              </Button>
            ))}
          </div>
        </>
      )}
    </Panel>
  )
}

function changeWords(c: DayChange, day: Day, clock: (minute: number) => string): string {
  switch (c.kind) {
    case 'open-earlier':
      return `Start ${showMinutes(c.minutes)} earlier, at ${clock(day.kitchen.opens - c.minutes)}`
    case 'close-later':
      return `Stay open until ${clock(day.kitchen.closes + c.minutes)}`
    case 'one-person-more':
      return 'One more person'
    case 'leave-out': {
      const e = day.all.find((x) => x.id === c.loadId)
      return `Leave out ${e ? e.words : 'a load'}`
    }
  }
}
