import { minuteOf } from '@kelvit/core'
import { DateField } from '../../../household/date-field'
import { TimeField } from '../../../household/time-field'
import { paths, type KitchenExceptionRow } from '@kelvit/contract'
import { useState, type FormEvent } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../../sync/changes'
import { sentenceOf } from '../../../sync/request'
import { useToday } from '../../../household/session'
import { plural, showDay, useClock } from '../../../household/words'
import { Button } from '../../../ui/button'
import { TextField } from '../../../ui/field'
import { useNotify } from '../../../ui/notice'
import { Panel } from '../../../ui/panel'
import { Refusal } from '../../../ui/states'
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
  const notify = useNotify()
  const drop = (row: KitchenExceptionRow): void => {
    const path = `${paths.kitchenExceptions}/${row.id}`
    const { id: _id, version: _version, ...body } = row
    save.mutate(
      { method: 'DELETE', path },
      {
        onSuccess: () =>
          notify.done(
            `${showDay(row.onDate)} is like every ${showDay(row.onDate).slice(0, 3)} again.`,
            () => save.mutate({ method: 'PUT', path, body }),
          ),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
  const coming = rows.filter((r) => r.onDate >= today)
  return (
    <Panel label="Odd days">
      <h2 className="mb-2">Odd days</h2>
      {coming.length === 0 && (
        <p className="mb-3 text-[15px] text-ink-soft">No day ahead differs from its weekday.</p>
      )}
      <ul className="mb-3">
        {coming.map((r) => (
          <Removable key={r.id} onRemove={may ? () => drop(r) : undefined}>
            <strong>{showDay(r.onDate)}</strong>{' '}
            {r.opens && r.closes
              ? `${clock(minuteOf(r.opens))}–${clock(minuteOf(r.closes))}, ${plural(r.people, 'person', 'people')}`
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
  const [date, setDate] = useState('')
  const [opens, setOpens] = useState('')
  const [closes, setCloses] = useState('')
  const [note, setNote] = useState('')
  const wrong = taken.has(date) ? 'This day is on the list already.' : undefined
  const half = (opens === '') !== (closes === '')
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    const body = {
      onDate: date,
      opens: opens || null,
      closes: closes || null,
      people: opens ? 2 : 0,
      note,
    }
    save.mutate(
      { method: 'PUT', path: `${paths.kitchenExceptions}/${uuidv7()}`, body },
      {
        onSuccess: () => {
          setDate('')
          setOpens('')
          setCloses('')
          setNote('')
        },
      },
    )
  }
  return (
    <form onSubmit={submit} className="grid grid-cols-2 gap-3 border-t border-rim pt-3">
      <DateField label="Day" required min={today} value={date} error={wrong} onChange={setDate} />
      <TextField
        label="Why"
        value={note}
        maxLength={120}
        onChange={(e) => setNote(e.target.value)}
      />
      <TimeField
        label="Free from"
        value={opens}
        usual="08:00"
        help="Empty: no canning"
        onChange={setOpens}
      />
      <TimeField
        label="Until"
        value={closes}
        usual="20:00"
        error={half ? 'Say both, or neither.' : undefined}
        onChange={setCloses}
      />
      <Refusal of={save.error} className="col-span-2 text-sm" />
      <Button
        type="submit"
        size="small"
        className="justify-self-start"
        disabled={!date || wrong !== undefined || half || save.isPending}
      >
        Add the day
      </Button>
    </form>
  )
}
