import { canBeOpen } from '@kelvit/core'
import { TimeBox } from '../../../household/time-field'
import { paths, type KitchenHoursRow } from '@kelvit/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { useBusyTimes, useKitchenExceptions, useKitchenHours } from '../../../sync/queries'
import { useHousehold } from '../../../household/session'
import { Button, ButtonLink } from '../../../ui/button'
import { cx } from '../../../ui/cx'
import { NumberField } from '../../../ui/number-field'
import { Page as Sheet } from '../../../ui/page'
import { Panel } from '../../../ui/panel'
import { Skeleton, Trouble } from '../../../ui/states'
import { BusyPanel } from './busy-panel'
import { FeedPanel } from './feed-panel'
import { typedSince, useInTurn } from '../../../household/in-turn'
import { HouseholdPanels } from './household-panels'
import { OddDays } from './odd-days'
import { HoursAxis, PaintedDay } from './painted-day'

/** Day, from, until, people; on a phone the day is short, so that a time fits with its am or pm. */
const COLUMNS =
  'grid grid-cols-[2.3rem_minmax(0,1fr)_minmax(0,1fr)_3.2rem] gap-2 sm:grid-cols-[6.2rem_1fr_1fr_4.6rem] sm:gap-2.5'

/** When is the kitchen free? */
export function Page() {
  const [hours, exceptions, busy] = [useKitchenHours(), useKitchenExceptions(), useBusyTimes()]
  const { may } = useHousehold()
  const broken = [hours, exceptions, busy].find((q) => q.isError && !q.data)
  return (
    <Sheet
      question="When is the kitchen free?"
      aside="loads are only planned while somebody can stay"
      actions={<ButtonLink to="/season">Back to the season</ButtonLink>}
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !(hours.data && exceptions.data && busy.data) && <Skeleton />}
      {hours.data && exceptions.data && busy.data && (
        <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
          <div className="flex flex-col gap-5">
            <Week rows={hours.data} may={may('helper')} />
            <HouseholdPanels />
          </div>
          <div className="flex flex-col gap-5">
            <OddDays rows={exceptions.data} may={may('helper')} />
            <BusyPanel rows={busy.data} may={may('helper')} />
            <FeedPanel />
          </div>
        </div>
      )}
    </Sheet>
  )
}

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']

/** Day, the strip of its hours, people. */
const PAINTED =
  'grid grid-cols-[2.3rem_minmax(0,1fr)_3.2rem] gap-2 sm:grid-cols-[3rem_1fr_4.6rem] sm:gap-3'

function Week({ rows, may }: { readonly rows: readonly KitchenHoursRow[]; readonly may: boolean }) {
  const [typing, setTyping] = useState(false)
  return (
    <Panel label="Week by week">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 className="mb-1">Week by week</h2>
        <Button size="small" look="quiet" aria-pressed={typing} onClick={() => setTyping(!typing)}>
          {typing ? 'Paint the week' : 'Type the times'}
        </Button>
      </div>
      <p className="mb-3 text-[15px] text-ink-soft">
        {typing
          ? 'From starting prep to the last jar out. Leave days without canning empty.'
          : 'Drag over a day to paint the hours, from starting prep to the last jar out.'}
      </p>
      <div aria-hidden className={cx(typing ? COLUMNS : PAINTED, 'text-sm text-ink-soft')}>
        <span />
        {typing ? (
          <>
            <span>from</span>
            <span>until</span>
          </>
        ) : (
          <HoursAxis />
        )}
        <span>people</span>
      </div>
      <ul>
        {WEEKDAYS.map((name, i) => {
          const row = rows.find((r) => r.weekday === i + 1)
          return (
            <Weekday key={name} name={name} weekday={i + 1} row={row} may={may} typing={typing} />
          )
        })}
      </ul>
    </Panel>
  )
}

interface WeekdayProps {
  readonly name: string
  readonly weekday: number
  readonly row: KitchenHoursRow | undefined
  readonly may: boolean
  /** The times are typed instead of painted. */
  readonly typing: boolean
}

interface Times {
  readonly opens: string
  readonly closes: string
  readonly people: number | null
}

const timesOf = (row: KitchenHoursRow | undefined): Times => ({
  opens: row?.opens ?? '',
  closes: row?.closes ?? '',
  // A day that is shut has nobody in it; opened, it begins with one.
  people: row?.people || 1,
})

/** One weekday, kept as soon as it is left; what is typed stands whatever arrives meanwhile. */
function Weekday({ name, weekday, row, may, typing }: WeekdayProps) {
  const client = useQueryClient()
  const [typed, setTyped] = useState<Partial<Times>>({})
  const { due, keep } = useInTurn<Times>(
    'kitchen-hours',
    ({ opens, closes, people }) => {
      const body = {
        opens: opens || null,
        closes: closes || null,
        people: opens ? (people ?? 1) : 0,
      }
      const now = client
        .getQueryData<readonly KitchenHoursRow[]>(['kitchen-hours'])
        ?.find((r) => r.weekday === weekday)
      const path = `${paths.kitchenHours}/${now?.id ?? uuidv7()}`
      return now
        ? { method: 'PATCH', path, body: { version: now.version, ...body } }
        : { method: 'PUT', path, body: { weekday, ...body } }
    },
    (sent) => setTyped((now) => typedSince(now, sent)),
  )
  const held = due ?? timesOf(row)
  const { opens, closes, people } = { ...held, ...typed }
  const changed = opens !== held.opens || closes !== held.closes || people !== held.people
  const half = (opens === '') !== (closes === '')
  const wrong = !half && opens !== '' && !canBeOpen(opens, closes)
  const leave = (): void => {
    if (changed && !half && !wrong && (opens === '' || people !== null))
      keep({ opens, closes, people })
  }
  return (
    <li
      className={cx(
        typing ? COLUMNS : PAINTED,
        'items-center border-t border-rim py-2 first:border-0',
      )}
      onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && leave()}
    >
      <span className="font-semibold">
        {name.slice(0, 3)}
        {typing && <span className="hidden sm:inline">{name.slice(3)}</span>}
      </span>
      {!typing && (
        <div className="flex min-w-0 items-center gap-1">
          <div className="min-w-0 grow">
            <PaintedDay
              name={name}
              opens={opens}
              closes={closes}
              may={may}
              paint={(stretch) =>
                keep({ ...(stretch ?? { opens: '', closes: '' }), people: people ?? 1 })
              }
            />
          </div>
          {may && (
            <Button
              size="small"
              look="quiet"
              aria-label={`${name}: no canning`}
              disabled={opens === ''}
              onClick={() => keep({ opens: '', closes: '', people: 1 })}
            >
              ✕
            </Button>
          )}
        </div>
      )}
      {typing && (
        <TimeInput
          label={`${name} from`}
          usual="17:00"
          value={opens}
          set={(at) => setTyped({ ...typed, opens: at })}
          disabled={!may}
        />
      )}
      {typing && (
        <TimeInput
          label={`${name} until`}
          usual="21:00"
          value={closes}
          set={(at) => setTyped({ ...typed, closes: at })}
          disabled={!may}
        />
      )}
      <NumberField
        bare
        whole
        label={`${name}: people`}
        min={1}
        max={12}
        value={opens ? people : null}
        placeholder="–"
        disabled={!may || opens === ''}
        onValue={(n) => setTyped({ ...typed, people: n })}
      />
      {(half || wrong) && (
        <p role="alert" className="col-span-4 text-sm text-beet">
          {half
            ? 'Enter both a start and an end, or neither.'
            : 'The end must be after the start, or by 6 the next morning.'}
        </p>
      )}
    </li>
  )
}

function TimeInput(p: {
  label: string
  value: string
  set: (v: string) => void
  disabled: boolean
  /** What a time without am or pm is near to. */
  usual: string
}) {
  return (
    <TimeBox
      label={p.label}
      value={p.value}
      usual={p.usual}
      disabled={p.disabled}
      onChange={p.set}
    />
  )
}
