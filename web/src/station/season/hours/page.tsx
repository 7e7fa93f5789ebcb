import { TimeBox } from '../../../household/time-field'
import { paths, type KitchenHoursRow } from '@kelvit/contract'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../../sync/changes'
import { useBusyTimes, useKitchenExceptions, useKitchenHours } from '../../../sync/queries'
import { sentenceOf } from '../../../sync/request'
import { useHousehold } from '../../../household/session'
import { ButtonLink } from '../../../ui/button'
import { cx } from '../../../ui/cx'
import { NumberField } from '../../../ui/number-field'
import { useNotify } from '../../../ui/notice'
import { Page as Sheet } from '../../../ui/page'
import { Panel } from '../../../ui/panel'
import { Skeleton, Trouble } from '../../../ui/states'
import { BusyPanel } from './busy-panel'
import { FeedPanel } from './feed-panel'
import { OddDays } from './odd-days'

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
            <Limits />
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

function Week({ rows, may }: { readonly rows: readonly KitchenHoursRow[]; readonly may: boolean }) {
  return (
    <Panel label="Week by week">
      <h2 className="mb-1">Week by week</h2>
      <p className="mb-3 text-[15px] text-ink-soft">
        From the first knife to the last jar out. Leave the times empty on days without canning.
      </p>
      <div aria-hidden className={cx(COLUMNS, 'text-sm text-ink-soft')}>
        <span />
        <span>from</span>
        <span>until</span>
        <span>people</span>
      </div>
      <ul>
        {WEEKDAYS.map((name, i) => {
          const row = rows.find((r) => r.weekday === i + 1)
          return (
            <Weekday
              key={`${name}${row?.version ?? 0}`}
              name={name}
              weekday={i + 1}
              row={row}
              may={may}
            />
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
}

/** One weekday, kept as soon as a field is left. */
function Weekday({ name, weekday, row, may }: WeekdayProps) {
  const save = useSave('kitchen-hours')
  const notify = useNotify()
  const [opens, setOpens] = useState(row?.opens ?? '')
  const [closes, setCloses] = useState(row?.closes ?? '')
  const [people, setPeople] = useState<number | null>(row?.people ?? 1)
  const changed =
    opens !== (row?.opens ?? '') || closes !== (row?.closes ?? '') || people !== (row?.people ?? 1)
  const half = (opens === '') !== (closes === '')
  const wrong = !half && opens !== '' && closes <= opens
  const keep = (): void => {
    if (!changed || half || wrong) return
    const body = {
      opens: opens || null,
      closes: closes || null,
      people: opens ? (people ?? 1) : 0,
    }
    const path = `${paths.kitchenHours}/${row?.id ?? uuidv7()}`
    save.mutate(
      row
        ? { method: 'PATCH', path, body: { version: row.version, ...body } }
        : { method: 'PUT', path, body: { weekday, ...body } },
      { onError: (e) => notify.trouble(sentenceOf(e)) },
    )
  }
  return (
    <li
      className={cx(COLUMNS, 'items-center border-t border-rim py-2 first:border-0')}
      onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && keep()}
    >
      <span className="font-semibold">
        {name.slice(0, 3)}
        <span className="hidden sm:inline">{name.slice(3)}</span>
      </span>
      <TimeInput
        label={`${name} from`}
        usual="17:00"
        value={opens}
        set={setOpens}
        disabled={!may}
      />
      <TimeInput
        label={`${name} until`}
        usual="21:00"
        value={closes}
        set={setCloses}
        disabled={!may}
      />
      <NumberField
        bare
        whole
        label={`${name}: people`}
        min={1}
        max={12}
        value={opens ? people : null}
        placeholder="–"
        disabled={!may || opens === ''}
        onValue={setPeople}
      />
      {(half || wrong) && (
        <p role="alert" className="col-span-4 text-sm text-beet">
          {half
            ? 'Say both when it begins and when it ends, or neither.'
            : 'The end must be after the beginning.'}
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

const LIMITS = [
  [
    'burners',
    'Burners for canners',
    1,
    8,
    'Canners that can stand on the range at once. Read its manual for the weight.',
  ],
  [
    'lateMinutes',
    'Past closing, at most',
    0,
    180,
    'Minutes an evening may run over when it saves jars.',
  ],
] as const

/** Burners and how late an evening may become, for the whole household. */
function Limits() {
  const { household, may } = useHousehold()
  const save = useSave('session')
  const notify = useNotify()
  const { settings, version } = household
  const [typed, setTyped] = useState<Partial<Record<(typeof LIMITS)[number][0], number | null>>>({})
  const keep = (key: (typeof LIMITS)[number][0]): void => {
    const value = typed[key]
    if (value === undefined || value === null || value === settings[key]) return
    save.mutate(
      {
        method: 'PATCH',
        path: paths.household,
        body: { version, settings: { ...settings, [key]: value } },
      },
      { onError: (e) => notify.trouble(sentenceOf(e)) },
    )
  }
  return (
    <Panel label="Stove and evening">
      <h2 className="mb-3">Stove and evening</h2>
      <div key={version} className="grid gap-4 sm:grid-cols-2">
        {LIMITS.map(([key, label, min, max, help]) => (
          <NumberField
            key={key}
            label={label}
            whole
            min={min}
            max={max}
            value={settings[key]}
            disabled={!may('keeper')}
            help={help}
            onValue={(n) => setTyped({ ...typed, [key]: n })}
            onLeave={() => keep(key)}
          />
        ))}
      </div>
    </Panel>
  )
}
