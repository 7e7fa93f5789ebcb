import { paths, type ArchiveRead, type CsvKind } from '@kelvit/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useHousehold } from '../../household/session'
import { plural } from '../../household/words'
import { sentenceOf } from '../../sync/request'
import { sendFile } from '../../sync/send-file'
import { FileField } from '../../ui/file-field'
import { useNotify } from '../../ui/notice'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { RowsIn } from './rows-in'

/** The sheets that are written out, and what is in each. */
const SHEETS: readonly (readonly [CsvKind, string, string])[] = [
  ['pantry', 'Pantry', 'every jar there was, with its dates and shelf'],
  ['loads', 'Loads', 'a line a portion, with figures and judgement'],
  ['lots', 'Lots', 'what came in, with weights and prices'],
  ['needs', 'Needs', 'what the house eats'],
  ['supplies', 'Supplies', 'salt, acid, bands, fuel'],
  ['gear', 'Gear', 'jars and boxes of lids'],
]
const LINK = 'font-semibold text-kettle underline decoration-1'

/** What goes out and comes in as files: sheets of rows, and the whole household. */
export function Page() {
  const { may } = useHousehold()
  return (
    <Sheet question="What goes in and out?" aside="rows for spreadsheets, and the whole household">
      <div className="flex flex-col gap-5">
        <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-2">
          <Panel label="Export">
            <h2 className="mb-2">Export</h2>
            <ul>
              {SHEETS.map(([kind, name, about]) => (
                <li key={kind} className="border-t border-rim first:border-0">
                  <a
                    href={`${paths.csv}/${kind}`}
                    download
                    className="grid min-h-11 grid-cols-[7rem_1fr] items-center gap-x-3 py-1 text-ink no-underline"
                  >
                    <span className={LINK}>{name}.csv</span>
                    <span className="text-[15px] text-ink-soft">{about}</span>
                  </a>
                </li>
              ))}
            </ul>
          </Panel>
          <Archive may={may('keeper')} />
        </div>
        {may('helper') && <RowsIn />}
      </div>
    </Sheet>
  )
}

/** Everything in one file, and back into an empty household. */
function Archive({ may }: { readonly may: boolean }) {
  const client = useQueryClient()
  const notify = useNotify()
  const [busy, setBusy] = useState(false)
  const [word, setWord] = useState<{ readonly text: string; readonly bad: boolean }>()
  const read = async (file: File): Promise<void> => {
    setBusy(true)
    setWord(undefined)
    try {
      const { rows, household } = await sendFile<ArchiveRead>(
        paths.archive,
        file,
        'application/zip',
      )
      await client.invalidateQueries()
      notify.done(`${household} is here: ${plural(rows, 'row')} imported.`)
    } catch (error) {
      setWord({ text: sentenceOf(error), bad: true })
    } finally {
      setBusy(false)
    }
  }
  return (
    <Panel label="The household archive">
      <h2 className="mb-2">The household archive</h2>
      <p className="mb-3 text-[15px] text-ink-soft">
        Everything in one ZIP: JSON with its schema, and spreadsheets. It has every fact and
        judgement, and no passphrases or tokens. Another Kelvit can read it into an empty household.
      </p>
      {!may && <p>Only a keeper can export or import it.</p>}
      {may && (
        <>
          <p className="mb-4">
            <a href={paths.archive} download className={LINK}>
              Export the archive
            </a>
          </p>
          <FileField
            label="Import an archive into this household"
            accept=".zip,application/zip"
            disabled={busy}
            onFile={(file) => void read(file)}
          >
            <p
              role={busy || word ? 'status' : undefined}
              className={`mt-1 text-sm ${word?.bad ? 'text-beet' : 'text-ink-soft'}`}
            >
              {busy ? 'Reading…' : (word?.text ?? 'Only works while this household is empty.')}
            </p>
          </FileField>
        </>
      )}
    </Panel>
  )
}
