import { minuteOf } from '@kelvit/core'
import { paths, type BusyTimeRow, type CalendarImport } from '@kelvit/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useSave } from '../../../sync/changes'
import { request, sentenceOf } from '../../../sync/request'
import { useToday } from '../../../household/session'
import { useTakeBack } from '../../../household/take-back'
import { plural, showDay, useClock } from '../../../household/words'
import { FileField } from '../../../ui/file-field'
import { useNotify } from '../../../ui/notice'
import { Panel } from '../../../ui/panel'
import { Removable } from './removable'

const SHOWN = 6
/** A calendar file may be this large, characters: one request carries no more. */
const MOST = 200_000

/** Times in which nobody can stay at the stove, taken over from a calendar file. */
export function BusyPanel({
  rows,
  may,
}: {
  readonly rows: readonly BusyTimeRow[]
  readonly may: boolean
}) {
  const clock = useClock()
  const today = useToday()
  const save = useSave('busy-times')
  const takeBack = useTakeBack('busy-times')
  const notify = useNotify()
  const coming = rows.filter((r) => r.onDate >= today)
  const drop = (row: BusyTimeRow): void => {
    save.mutate(
      { method: 'DELETE', path: `${paths.busyTimes}/${row.id}` },
      {
        onSuccess: () =>
          notify.done('Busy time removed.', () =>
            takeBack({ table: 'busy_times', id: row.id, version: null }),
          ),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
  return (
    <Panel label="Busy times">
      <h2 className="mb-2">Busy times</h2>
      <ul>
        {coming.slice(0, SHOWN).map((r) => (
          <Removable key={r.id} onRemove={may ? () => drop(r) : undefined}>
            <strong>{showDay(r.onDate)}</strong>{' '}
            <span className="tabular">
              {clock(minuteOf(r.from))}–{clock(minuteOf(r.until))}
            </span>{' '}
            <span className="text-ink-soft">{r.what}</span>
          </Removable>
        ))}
      </ul>
      {coming.length > SHOWN && (
        <p className="text-[15px] text-ink-soft">and {coming.length - SHOWN} more</p>
      )}
      {may && <ImportFile />}
    </Panel>
  )
}

function ImportFile() {
  const client = useQueryClient()
  const [word, setWord] = useState<{ text: string; bad: boolean }>()
  const [busy, setBusy] = useState(false)
  const take = async (file: File): Promise<void> => {
    setBusy(true)
    setWord(undefined)
    try {
      const text = await file.text()
      if (text.length > MOST)
        throw new Error(
          'This file is larger than 200 kB. Export only this season from your calendar.',
        )
      const read = await request<CalendarImport>('POST', paths.calendarImport, { text })
      await client.invalidateQueries({ queryKey: ['busy-times'] })
      const left = read.leftOut.length > 0 ? ` Left out: ${read.leftOut.join(' ')}` : ''
      setWord({ text: `${plural(read.times, 'busy time')} imported.${left}`, bad: false })
    } catch (error) {
      setWord({ text: sentenceOf(error), bad: true })
    } finally {
      setBusy(false)
    }
  }
  return (
    <div className="mt-2 border-t border-rim pt-3">
      <FileField
        label="Import a calendar file (.ics)"
        accept=".ics,text/calendar"
        disabled={busy}
        onFile={(file) => void take(file)}
      >
        <p
          className={`mt-1 text-sm ${word?.bad ? 'text-beet' : 'text-ink-soft'}`}
          role={word ? 'status' : undefined}
        >
          {word?.text ??
            'This replaces what you imported before. Events marked as free are left out.'}
        </p>
      </FileField>
    </div>
  )
}
