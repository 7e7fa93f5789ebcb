import { paths, type Jar } from '@kelvit/contract'
import { ageOf, onShelf, tooManyOf } from '@kelvit/core'
import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { useJars, useShelves } from '../../sync/queries'
import { useFoodStocks } from '../../household/food-stock'
import { usePull } from '../../household/pull'
import { useHousehold, useToday } from '../../household/session'
import { plural } from '../../household/words'
import { Button, ButtonLink } from '../../ui/button'
import { MoreActions } from '../../ui/more-actions'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { filterJars, NOWHERE } from './filter'
import { FilterBar, useShelfFilter } from './filter-bar'
import { JarSheet } from './jar-sheet'
import { JarTable } from './jar-table'
import { Pull } from './pull'
import { SetAside } from './set-aside'
import { ShelfDrawing } from './shelf-drawing'
import { arrange } from './shelf-view'
import { TakeSheet } from './take-sheet'

export function Page() {
  const jars = useJars()
  const shelves = useShelves()
  const today = useToday()
  const { may } = useHousehold()
  const [search, setSearch] = useSearchParams()
  const change = (to: (s: URLSearchParams) => void): void =>
    setSearch(
      (s) => {
        to(s)
        return s
      },
      { replace: true },
    )
  const shelf = useMemo(() => onShelf(jars.data ?? []), [jars.data])
  const broken = [jars, shelves].find((q) => q.isError && !q.data)
  const past = shelf.filter((j) => ageOf(j, today) !== 'best').length
  return (
    <Sheet
      question="What is on the shelf?"
      aside={
        jars.data && `${plural(shelf.length, 'jar')}${past > 0 ? ` · ${past} past their best` : ''}`
      }
      actions={
        <>
          <MoreActions>
            {may('helper') && <ButtonLink to="/pantry/count">Count a shelf</ButtonLink>}
            <ButtonLink to="/pantry/labels">Labels</ButtonLink>
            <ButtonLink to="/pantry/shelves">Shelves</ButtonLink>
            <ButtonLink to="/pantry/foods">How long it lasts</ButtonLink>
          </MoreActions>
          {may('helper') && (
            <Button look="main" onClick={() => change((s) => s.set('take', '1'))}>
              Take a jar
            </Button>
          )}
        </>
      }
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !(jars.data && shelves.data) && <Skeleton />}
      {jars.data && <SetAside jars={jars.data} />}
      {jars.data && shelves.data && shelf.length === 0 && <NoJars />}
      {jars.data && shelves.data && shelf.length > 0 && (
        <Shelves
          jars={shelf}
          shelves={shelves.data}
          today={today}
          table={search.get('as') === 'table'}
          show={(as) => change((s) => s.set('as', as))}
          look={([jar]) =>
            change((s) => {
              if (!jar) return
              s.set('as', 'table')
              s.set('food', jar.foodId)
              s.set('place', jar.shelfId ?? NOWHERE)
            })
          }
        />
      )}
      {search.has('take') && jars.data && (
        <TakeSheet jars={shelf} onClose={() => change((s) => s.delete('take'))} today={today} />
      )}
    </Sheet>
  )
}

const NoJars = () => (
  <Empty
    title="No jars here yet"
    action={
      <div className="flex flex-wrap gap-2.5">
        <ButtonLink to="/harvest?weigh=1" look="main">
          Weigh in a harvest
        </ButtonLink>
        <ButtonLink to="/pantry/count">Add the jars you already have</ButtonLink>
      </div>
    }
  >
    Jars appear here when you check the lids of a load. Add the jars you already have with a first
    count.
  </Empty>
)

function Shelves({
  jars,
  shelves,
  today,
  table,
  show,
  look,
}: {
  readonly jars: readonly Jar[]
  readonly shelves: Parameters<typeof arrange>[1]
  readonly today: string
  readonly table: boolean
  readonly show: (as: 'table' | 'shelves') => void
  /** Shows jars of one kind and place as a table. */
  readonly look: (jars: readonly Jar[]) => void
}) {
  const [open, setOpen] = useState<Jar>()
  const pull = usePull()
  const stocks = useFoodStocks()
  const pullIds = useMemo(() => new Set(pull?.jars.map((j) => j.id)), [pull])
  const filter = useShelfFilter()
  const shown = useMemo(() => filterJars(jars, filter, today), [jars, filter, today])
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
      <Panel label="Shelves">
        <FilterBar jars={jars} shelves={shelves}>
          <Button
            look="quiet"
            size="small"
            aria-pressed={table}
            onClick={() => show(table ? 'shelves' : 'table')}
          >
            {table ? 'As shelves' : 'As a table'}
          </Button>
        </FilterBar>
        <p role="status" className="text-ink-soft">
          {shown.length < jars.length && `${shown.length} of ${plural(jars.length, 'jar')}`}
        </p>
        {shown.length === 0 && <p className="py-4 text-ink-soft">No jars match.</p>}
        {table && shown.length > 0 && (
          <JarTable jars={shown} shelves={shelves} today={today} open={setOpen} />
        )}
        {table && (
          <a
            href={paths.pantryCsv}
            download
            className="no-print mt-2 inline-flex min-h-11 items-center font-semibold text-kettle underline"
          >
            All jars as CSV
          </a>
        )}
        {!table && shown.length > 0 && (
          <>
            {arrange(shown, shelves).map((row, _, rows) => (
              <ShelfDrawing
                key={row.id}
                row={row}
                shelves={rows.length}
                today={today}
                pull={pullIds}
                open={setOpen}
                openStack={look}
              />
            ))}
            <p className="mt-2 text-sm text-ink-soft">
              A tall label means much time left at its best; no label means none. A dot above the
              lid: eat it this week. A red dot: check it first. Crossed out: don’t eat. A number:
              that many in the stack.
            </p>
          </>
        )}
      </Panel>
      <Pull jars={pull?.jars ?? []} tooMany={tooManyOf(stocks ?? [])} today={today} />
      {open && <JarSheet jar={open} onClose={() => setOpen(undefined)} today={today} />}
    </div>
  )
}
