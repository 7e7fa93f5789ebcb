import { paths, type Change, type ChangesAnswer } from '@kelvit/contract'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { request, sentenceOf } from '../sync/request'
import { nowMs } from '../sync/clock'
import { useTimes } from './words'

/** Columns that say nothing to a person: keys, and what every change changes. */
const UNSAID = new Set(['id', 'version', 'stateAt', 'foodId', 'formId', 'setup', 'processes'])

/** "bestBy" as it is read: "best by". */
const wordsOf = (column: string): string =>
  column.replace(/([A-Z])/g, (sign) => ` ${sign.toLowerCase()}`).replace(/ (id|on)$/, '')

const valueOf = (value: unknown): string =>
  value === null || value === ''
    ? 'nothing'
    : typeof value === 'boolean'
      ? value
        ? 'yes'
        : 'no'
      : typeof value === 'object'
        ? 'changed'
        : String(value).replaceAll('-', ' ')

/** What one line of the log changed of the row before it, in words. */
export function changeWords(change: Change, before: Change | undefined): string {
  if (change.gone) return 'removed'
  if (!before?.row) return 'made'
  const { row } = change
  const changed = Object.keys(row ?? {}).filter(
    (c) => !UNSAID.has(c) && JSON.stringify(row?.[c]) !== JSON.stringify(before.row?.[c]),
  )
  return changed.length === 0
    ? 'kept as it was'
    : changed.map((c) => `${wordsOf(c)}: ${valueOf(row?.[c])}`).join(', ')
}

/** Who changed a record, and when: read from the household's log when somebody asks. */
export function History({ table, id }: { readonly table: string; readonly id: string }) {
  const [open, setOpen] = useState(false)
  const { dayTime } = useTimes()
  const log = useQuery({
    queryKey: ['history', table, id],
    queryFn: () =>
      request<ChangesAnswer>('GET', `${paths.changes}?table=${table}&id=${id}&limit=200`),
    enabled: open,
    staleTime: 0,
  })
  return (
    <details className="border-t border-rim pt-2" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer content-center font-semibold text-kettle">
        Who changed this, and when
      </summary>
      {log.isError && <p role="alert">{sentenceOf(log.error)}</p>}
      {log.isLoading && <p className="text-ink-soft">One moment…</p>}
      {log.data?.changes.length === 0 && (
        <p className="text-[15px] text-ink-soft">Nothing has changed yet.</p>
      )}
      <ol className="text-[15px]">
        {log.data?.changes.map((c, i, all) => (
          <li key={c.seq} className="flex flex-wrap gap-x-3 py-1">
            <span className="tabular text-ink-soft">{dayTime(Date.parse(c.at), nowMs())}</span>
            <span>
              <strong>{c.by ?? 'Kelvit'}</strong> {changeWords(c, all[i - 1])}
            </span>
          </li>
        ))}
      </ol>
    </details>
  )
}
