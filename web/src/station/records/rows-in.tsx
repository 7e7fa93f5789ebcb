import { paths, type CsvInKind, type CsvPreview } from '@kelvit/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { plural } from '../../household/words'
import { sentenceOf } from '../../sync/request'
import { sendFile } from '../../sync/send-file'
import { Button } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { FileField } from '../../ui/file-field'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'

const KINDS: readonly (readonly [CsvInKind, string])[] = [
  ['pantry', 'Jars in the house'],
  ['lots', 'Lots in the house or expected'],
  ['needs', 'What you eat'],
  ['supplies', 'Supplies'],
  ['gear', 'Jars and boxes of lids'],
]

type Columns = Readonly<Record<string, string>>
const saidColumns = (columns: Columns): string =>
  Object.entries(columns)
    .map(([field, column]) => `${field}=${encodeURIComponent(column)}`)
    .join(',')

/** A file of rows is looked at first; what was understood is shown, and only then imported. */
export function RowsIn() {
  const client = useQueryClient()
  const notify = useNotify()
  const [kind, setKind] = useState<CsvInKind>('pantry')
  const [file, setFile] = useState<File>()
  const [columns, setColumns] = useState<Columns>({})
  const [told, setTold] = useState<CsvPreview>()
  const [trouble, setTrouble] = useState<string>()
  const [busy, setBusy] = useState(false)
  /** Files that were taken in: the next is chosen anew. */
  const [taken, setTaken] = useState(0)
  /** Only the look that was asked for last counts. */
  const asked = useRef(0)
  const send = async (of: File, as: CsvInKind, by: Columns, write: boolean): Promise<void> => {
    const turn = ++asked.current
    setBusy(true)
    setTrouble(undefined)
    const query = new URLSearchParams({ kind: as, ...(write ? { write: 'true' } : {}) })
    if (Object.keys(by).length > 0) query.set('columns', saidColumns(by))
    try {
      const read = await sendFile<CsvPreview>(`${paths.csv}?${query}`, of, 'text/csv')
      if (turn !== asked.current) return
      setTold(write ? undefined : read)
      if (!write) return
      setFile(undefined)
      setTaken((n) => n + 1)
      await client.invalidateQueries()
      notify.done(`${plural(read.written, 'row')} imported.`)
    } catch (error) {
      if (turn !== asked.current) return
      setTold(undefined)
      setTrouble(sentenceOf(error))
    } finally {
      if (turn === asked.current) setBusy(false)
    }
  }
  const look = (of: File | undefined, as: CsvInKind, by: Columns): void => {
    setFile(of)
    setKind(as)
    setColumns(by)
    setTold(undefined)
    if (of) void send(of, as, by, false)
  }
  const news = told ? told.good - told.here : 0
  return (
    <Panel label="Import">
      <h2 className="mb-2">Import</h2>
      <div className="grid items-start gap-4 sm:grid-cols-2">
        <ChoiceField
          label="What’s in the file"
          choices={KINDS}
          value={kind}
          onChange={(e) => look(file, e.target.value as CsvInKind, {})}
        />
        <FileField
          key={taken}
          label="A CSV file from your spreadsheet"
          accept=".csv,.tsv,.txt,text/csv"
          disabled={busy}
          onFile={(chosen) => look(chosen, kind, {})}
        >
          <p className="mt-1 text-sm text-ink-soft">
            We show you the rows first. Nothing is saved until you say so.
          </p>
        </FileField>
      </div>
      {busy && (
        <p role="status" className="mt-3 text-ink-soft">
          Reading…
        </p>
      )}
      {trouble && (
        <p role="alert" className="mt-3 text-beet">
          {trouble}
        </p>
      )}
      {told && file && (
        <>
          <Mapping told={told} onColumns={(by) => look(file, kind, { ...columns, ...by })} />
          <Rows told={told} />
          <div className="mt-4 flex flex-wrap items-center gap-4 border-t border-rim pt-4">
            <Button
              look="main"
              disabled={news === 0 || busy}
              onClick={() => void send(file, kind, columns, true)}
            >
              {news === 0 ? 'Nothing to import' : `Take ${plural(news, 'row')} in`}
            </Button>
            <p className="text-[15px] text-ink-soft">
              {[
                ...(told.here > 0 ? [`${plural(told.here, 'row')} here already`] : []),
                ...(told.bad > 0
                  ? [`${plural(told.bad, 'row')} left out, as explained above`]
                  : []),
              ].join(', ')}
            </p>
          </div>
        </>
      )}
    </Panel>
  )
}

interface MappingProps {
  readonly told: CsvPreview
  readonly onColumns: (columns: Columns) => void
}

/** Which column holds what, as it was understood; another can be chosen. */
function Mapping({ told, onColumns }: MappingProps) {
  const choices = [['', 'none'], ...told.columns.map((c) => [c, c] as const)] as const
  return (
    <details className="mt-4" open={told.good === 0}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold text-kettle">
        Which column is what
      </summary>
      <div className="grid gap-3 pt-1 sm:grid-cols-2 lg:grid-cols-4">
        {told.fields.map((f) => (
          <ChoiceField
            key={f.name}
            label={`${f.name.replaceAll('_', ' ')}${f.required ? ', needed' : ''}`}
            help={f.help}
            choices={choices}
            value={f.column ?? ''}
            onChange={(e) => onColumns({ [f.name]: e.target.value })}
          />
        ))}
      </div>
    </details>
  )
}

/** The rows as they were understood, those with trouble among them. */
function Rows({ told }: { readonly told: CsvPreview }) {
  const more = told.good + told.bad - told.rows.length
  return (
    <div
      className="mt-3 max-h-96 overflow-auto"
      role="region"
      aria-label="Rows of the file"
      tabIndex={0}
    >
      <table className="w-full text-left text-[15px]">
        <thead className="sticky top-0 bg-crock">
          <tr>
            <th scope="col" className="pr-4 pb-1 font-normal text-ink-soft">
              Line
            </th>
            <th scope="col" className="pb-1 font-normal text-ink-soft">
              As Kelvit reads it
            </th>
          </tr>
        </thead>
        <tbody>
          {told.rows.map((r) => (
            <tr key={r.line} className="border-t border-rim align-top">
              <td className="tabular py-1.5 pr-4 text-ink-soft">{r.line}</td>
              <td className="py-1.5">
                {r.trouble.length > 0 ? (
                  <span className="text-beet">
                    <span aria-hidden>✕ </span>
                    {r.trouble.join(' ')}
                  </span>
                ) : (
                  <>
                    <span aria-hidden className="text-brine">
                      ✓{' '}
                    </span>
                    {r.words}
                    {r.here && <span className="text-ink-soft">, here already</span>}
                  </>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {more > 0 && <p className="py-2 text-sm text-ink-soft">and {plural(more, 'row')} more</p>}
    </div>
  )
}
