import { paths, type Jar, type NewLabels } from '@kelvit/contract'
import {
  LABEL_SHEETS,
  onShelf,
  ownSheet,
  whyNotSheet,
  type LabelSheet,
  type OwnGrid,
  saidFood,
} from '@kelvit/core'
import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { useToday } from '../../household/session'
import { plural, showDate } from '../../household/words'
import { keepHere, keptHere } from '../../sync/on-device'
import { useJars } from '../../sync/queries'
import { requestFile } from '../../sync/request'
import { Button, ButtonLink } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Refusal, Skeleton } from '../../ui/states'
import { LabelPreview } from './label-preview'
import { OwnGridForm } from './own-grid-form'

const MOST = 500
const LAST_SHEET = 'kelvit.label-sheet'
const BESIDES = 'kelvit.label-words'

/** What labels say besides, as this device printed them the last time. */
interface Besides {
  readonly size: boolean
  readonly month: boolean
  readonly cost: boolean
  readonly ranBy: boolean
}

function rememberedBesides(): Besides {
  const kept = keptHere(BESIDES)?.split(' ') ?? []
  const was = (key: keyof Besides): boolean => kept.includes(key)
  return { size: was('size'), month: was('month'), cost: was('cost'), ranBy: was('ranBy') }
}

/** Labels for jars on the shelf: which, on what sheet, from which cell on; seen before they are printed. */
export function Page() {
  const jars = useJars()
  const shelf = useMemo(() => onShelf(jars.data ?? []), [jars.data])
  return (
    <Sheet
      question="What goes on the labels?"
      actions={<ButtonLink to="/pantry">Back to the shelf</ButtonLink>}
    >
      {!jars.data && <Skeleton />}
      {jars.data && shelf.length === 0 && (
        <Empty title="No jars here yet">You can print labels for jars on the shelf.</Empty>
      )}
      {shelf.length > 0 && <Labels jars={shelf} />}
    </Sheet>
  )
}

/** Jars of one batch, or of one line of a count. */
interface Batch {
  readonly code: string
  readonly words: string
  readonly jars: readonly Jar[]
}

function batchesOf(jars: readonly Jar[], today: string): readonly Batch[] {
  const all = new Map<string, Jar[]>()
  for (const jar of jars) {
    const code = jar.code.replace(/-\d+$/, '')
    all.set(code, [...(all.get(code) ?? []), jar])
  }
  return [...all]
    .map(([code, list]) => ({
      code,
      jars: [...list].sort((a, b) => a.code.localeCompare(b.code, 'en', { numeric: true })),
      cannedOn: list[0]?.cannedOn ?? '',
      words: `${code}: ${[...new Set(list.map((j) => saidFood(j.foodId)))].join(', ')}, ${showDate(list[0]?.cannedOn ?? today, today)}, ${plural(list.length, 'jar')}`,
    }))
    .sort((a, b) => b.cannedOn.localeCompare(a.cannedOn))
}

function Labels({ jars }: { readonly jars: readonly Jar[] }) {
  const [search] = useSearchParams()
  const today = useToday()
  const batches = useMemo(() => batchesOf(jars, today), [jars, today])
  const asked = search.get('jars')?.split(',') ?? []
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    () => new Set(asked.length > 0 ? asked : (batches[0]?.jars.map((j) => j.id) ?? [])),
  )
  const [sheetId, setSheetId] = useState(() => remembered() ?? 'letter-30')
  const [own, setOwn] = useState<OwnGrid>(START_GRID)
  const [start, setStart] = useState(1)
  const [byBatch, setByBatch] = useState(false)
  const [initials, setInitials] = useState('')
  const [price, setPrice] = useState('')
  const [besides, setBesides] = useState<Besides>(rememberedBesides)
  const change = (more: Partial<Besides>): void => {
    const next = { ...besides, ...more }
    setBesides(next)
    keepHere(
      BESIDES,
      (['size', 'month', 'cost', 'ranBy'] as const).filter((k) => next[k]).join(' '),
    )
  }
  const sheet =
    sheetId === 'own' ? ownSheet(own) : (LABEL_SHEETS.find((s) => s.id === sheetId) ?? FIRST)
  const why = whyNotSheet(sheet)
  const each = sheet.columns * sheet.rows
  const wanted = jars.filter((j) => chosen.has(j.id))
  const begin = Math.min(start, each)
  const job: NewLabels = {
    sheet: sheetId,
    ...(sheetId === 'own' ? { own } : {}),
    start: begin,
    jarIds: wanted.map((j) => j.id),
    byBatch,
    initials: initials.trim(),
    price: price.trim(),
    ...besides,
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[22rem_minmax(0,1fr)]">
      <div className="flex flex-col gap-5">
        <Panel label="Which jars">
          <h2 className="mb-2">Which jars</h2>
          <Choose batches={batches} chosen={chosen} choose={setChosen} />
        </Panel>
        <Panel label="What sheet" className="flex flex-col gap-3">
          <ChoiceField
            label="Label sheet, by its dimensions"
            value={sheetId}
            choices={[
              ...LABEL_SHEETS.map((s) => [s.id, s.name] as const),
              ['own', 'Another sheet: I’ll measure it'],
            ]}
            onChange={(e) => {
              setSheetId(e.target.value)
              remember(e.target.value)
            }}
          />
          {sheetId === 'own' && <OwnGridForm grid={own} change={setOwn} />}
          <Refusal of={why} />
          <ChoiceField
            label="A code"
            value={byBatch ? 'batch' : 'jar'}
            choices={[
              ['jar', 'for each jar'],
              ['batch', 'for each batch'],
            ]}
            onChange={(e) => setByBatch(e.target.value === 'batch')}
          />
          <ChoiceField
            label="Dates"
            value={besides.month ? 'month' : 'day'}
            choices={[
              ['day', 'day, month and year'],
              ['month', 'month and year'],
            ]}
            onChange={(e) => change({ month: e.target.value === 'month' })}
          />
          <Tick label="The size of the jar" on={besides.size} set={(size) => change({ size })} />
          <Tick label="What its produce cost" on={besides.cost} set={(cost) => change({ cost })} />
          <Tick
            label="Initials of who ran the load"
            on={besides.ranBy}
            set={(ranBy) => change({ ranBy })}
          />
          <div className="grid grid-cols-2 gap-3">
            <TextField
              label="Other initials"
              maxLength={12}
              value={initials}
              onChange={(e) => setInitials(e.target.value)}
            />
            <TextField
              label="Price"
              placeholder="4.50 per lb"
              maxLength={24}
              value={price}
              onChange={(e) => setPrice(e.target.value)}
            />
          </div>
          <p className="text-sm text-ink-soft">
            Selling home-canned food needs a license and a scheduled process. Kelvit is for
            households.
          </p>
        </Panel>
      </div>
      <Print job={job} sheet={why ? undefined : sheet} jars={wanted} setStart={setStart} />
    </div>
  )
}

interface TickProps {
  readonly label: string
  readonly on: boolean
  readonly set: (on: boolean) => void
}

const Tick = ({ label, on, set }: TickProps) => (
  <label className="flex min-h-11 items-center gap-2 font-semibold">
    <input
      type="checkbox"
      className="size-5"
      checked={on}
      onChange={(e) => set(e.target.checked)}
    />
    {label}
  </label>
)

/** The sheets as they come out of the printer, and the press that makes them. */
function Print({
  job,
  sheet,
  jars,
  setStart,
}: {
  readonly job: NewLabels
  readonly sheet: LabelSheet | undefined
  readonly jars: readonly Jar[]
  readonly setStart: (start: number) => void
}) {
  const [busy, setBusy] = useState(false)
  const [trouble, setTrouble] = useState<unknown>()
  const tooMany = jars.length > MOST
  const print = (): void => {
    setBusy(true)
    setTrouble(undefined)
    requestFile(paths.labels, job, 'kelvit-labels.pdf')
      .catch(setTrouble)
      .finally(() => setBusy(false))
  }
  return (
    <Panel label="Preview" rim={sheet && jars.length > 0 ? 'done' : 'plain'}>
      <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
        <p className="text-ink-soft">
          {tooMany
            ? `At most ${MOST} labels are printed at once.`
            : `${plural(jars.length, 'label')}. Press a cell to start there if the cells before it are used.`}
        </p>
        <Button
          look="main"
          disabled={!sheet || jars.length === 0 || tooMany || busy}
          onClick={print}
        >
          {busy ? 'Making the PDF…' : 'Make the PDF'}
        </Button>
      </div>
      <Refusal of={trouble} className="mb-3" />
      {sheet && (
        <LabelPreview
          sheet={sheet}
          jars={jars.slice(0, MOST)}
          job={job}
          begin={(cell) => setStart(cell)}
        />
      )}
      <p className="mt-3 text-sm text-ink-soft">
        Print at 100%, not “fit to page”. Wash the jars first, or the labels won’t stick.
      </p>
    </Panel>
  )
}

function Choose({
  batches,
  chosen,
  choose,
}: {
  readonly batches: readonly Batch[]
  readonly chosen: ReadonlySet<string>
  readonly choose: (chosen: ReadonlySet<string>) => void
}) {
  return (
    <ul className="max-h-72 overflow-y-auto" aria-label="Batches">
      {batches.map((b) => {
        const here = b.jars.filter((j) => chosen.has(j.id)).length
        return (
          <li key={b.code} className="border-t border-rim first:border-0">
            <label className="flex min-h-11 cursor-pointer items-center gap-3 text-[15px]">
              <input
                type="checkbox"
                className="size-5 shrink-0 accent-(--kettle)"
                checked={here === b.jars.length}
                ref={(box) => {
                  if (box) box.indeterminate = here > 0 && here < b.jars.length
                }}
                onChange={(e) => {
                  const next = new Set(chosen)
                  for (const j of b.jars)
                    if (e.target.checked) next.add(j.id)
                    else next.delete(j.id)
                  choose(next)
                }}
              />
              <span>{b.words}</span>
            </label>
          </li>
        )
      })}
    </ul>
  )
}

const [FIRST_SHEET] = LABEL_SHEETS
const START_GRID: OwnGrid = {
  page: 'letter',
  columns: 3,
  rows: 8,
  width: 66,
  height: 30,
  pitchX: 69,
  pitchY: 33,
  round: false,
}
const FIRST: LabelSheet = FIRST_SHEET ?? ownSheet(START_GRID)

const remembered = (): string | undefined => keptHere(LAST_SHEET) ?? undefined
const remember = (id: string): void => void keepHere(LAST_SHEET, id)
