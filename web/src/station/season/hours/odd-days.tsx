import { minuteOf } from '@kelvit/core'
import { DateField } from '../../../household/date-field'
import { TimeField } from '../../../household/time-field'
import { paths, type KitchenExceptionRow } from '@kelvit/contract'
import { Controller, useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../../sync/changes'
import { useKitchenHours } from '../../../sync/queries'
import { sentenceOf } from '../../../sync/request'
import { useToday } from '../../../household/session'
import { useTakeBack } from '../../../household/take-back'
import { plural, showDay, useClock } from '../../../household/words'
import { Button } from '../../../ui/button'
import { TextField } from '../../../ui/field'
import { useNotify } from '../../../ui/notice'
import { Panel } from '../../../ui/panel'
import { Refusal } from '../../../ui/states'
import { usualHands } from '../odd-day'
import { Removable } from './removable'

interface OddDaysProps {
  readonly rows: readonly KitchenExceptionRow[]
  readonly may: boolean
}

/** Days that are not like their weekday: a lost Saturday, a free Wednesday. */
export function OddDays({ rows, may }: OddDaysProps) {
  const clock = useClock()
  const today = useToday()
  const save = useSave('kitchen-exceptions')
  const takeBack = useTakeBack('kitchen-exceptions')
  const notify = useNotify()
  const drop = (row: KitchenExceptionRow): void => {
    save.mutate(
      { method: 'DELETE', path: `${paths.kitchenExceptions}/${row.id}` },
      {
        onSuccess: () =>
          notify.done(
            `${showDay(row.onDate)} is like every ${showDay(row.onDate).slice(0, 3)} again.`,
            () => takeBack({ table: 'kitchen_exceptions', id: row.id, version: null }),
          ),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
  const coming = rows.filter((r) => r.onDate >= today)
  return (
    <Panel label="Special days">
      <h2 className="mb-2">Special days</h2>
      {coming.length === 0 && (
        <p className="mb-3 text-[15px] text-ink-soft">No special days ahead.</p>
      )}
      <ul className="mb-3">
        {coming.map((r) => (
          <Removable key={r.id} onRemove={may ? () => drop(r) : undefined}>
            <strong>{showDay(r.onDate)}</strong>{' '}
            {r.opens && r.closes
              ? `${clock(minuteOf(r.opens))}–${clock(minuteOf(r.closes))}, ${r.who?.join(' and ') || plural(r.people, 'person', 'people')}`
              : 'no canning'}
            {r.note && <span className="text-ink-soft"> · {r.note}</span>}
          </Removable>
        ))}
      </ul>
      {may && <AddOddDay today={today} taken={new Set(rows.map((r) => r.onDate))} />}
    </Panel>
  )
}

function AddOddDay({
  today,
  taken,
}: {
  readonly today: string
  readonly taken: ReadonlySet<string>
}) {
  const save = useSave('kitchen-exceptions')
  const { control, register, handleSubmit, watch, reset } = useForm({
    defaultValues: { onDate: '', opens: '', closes: '', note: '' },
  })
  const { onDate, opens, closes } = watch()
  const wrong = taken.has(onDate) ? 'You’ve already added this day.' : undefined
  const hours = useKitchenHours().data ?? []
  const half = (opens === '') !== (closes === '')
  const submit = handleSubmit((typed) => {
    const body = {
      ...typed,
      opens: typed.opens || null,
      closes: typed.closes || null,
      people: typed.opens ? usualHands(hours, typed.onDate) : 0,
    }
    save.mutate(
      { method: 'PUT', path: `${paths.kitchenExceptions}/${uuidv7()}`, body },
      { onSuccess: () => reset() },
    )
  })
  return (
    <form
      onSubmit={(e) => void submit(e)}
      className="grid grid-cols-2 gap-3 border-t border-rim pt-3"
    >
      <Controller
        control={control}
        name="onDate"
        render={({ field: { value, onChange } }) => (
          <DateField
            label="Day"
            required
            min={today}
            value={value}
            error={wrong}
            onChange={onChange}
          />
        )}
      />
      <TextField label="Why" maxLength={120} {...register('note')} />
      <Controller
        control={control}
        name="opens"
        render={({ field: { value, onChange } }) => (
          <TimeField
            label="Free from"
            value={value}
            usual="08:00"
            help="Empty: no canning"
            onChange={onChange}
          />
        )}
      />
      <Controller
        control={control}
        name="closes"
        render={({ field: { value, onChange } }) => (
          <TimeField
            label="Until"
            value={value}
            usual="20:00"
            error={half ? 'Enter both times or neither.' : undefined}
            onChange={onChange}
          />
        )}
      />
      <Refusal of={save.error} className="col-span-2 text-sm" />
      <Button
        type="submit"
        size="small"
        className="justify-self-start"
        disabled={!onDate || wrong !== undefined || half || save.isPending}
      >
        Add the day
      </Button>
    </form>
  )
}
