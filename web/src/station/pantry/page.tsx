import { paths, type Jar } from '@kelvit/contract'
import { ageOf, onShelf } from '@kelvit/core'
import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { useJars, useShelves } from '../../sync/queries'
import { usePull } from '../../household/pull'
import { useHousehold, useToday } from '../../household/session'
import { plural } from '../../household/words'
import { Button, ButtonLink } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { JarTable } from './jar-table'
import { Pull } from './pull'
import { ShelfDrawing } from './shelf-drawing'
import { SetAside } from './set-aside'
import { arrange } from './shelf-view'
import { JarSheet, TakeSheet } from './take'

export function Page() {
  const jars = useJars()
  const shelves = useShelves()
  const today = useToday()
  const { may } = useHousehold()
  const [search, setSearch] = useSearchParams()
  const table = search.get('as') === 'table'
  const show = (as: string): void =>
    setSearch(
      (s) => {
        s.set('as', as)
        return s
      },
      { replace: true },
    )
  const shelf = useMemo(() => onShelf(jars.data ?? []), [jars.data])
  const broken = [jars, shelves].find((q) => q.isError && !q.data)
  const past = shelf.filter((j) => ageOf(j, today) !== 'best').length
  const closeTake = (): void =>
    setSearch(
      (s) => {
        s.delete('take')
        return s
      },
      { replace: true },
    )
  return (
    <Sheet
      question="What is on the shelf?"
      aside={
        jars.data && `${plural(shelf.length, 'jar')}${past > 0 ? ` · ${past} past their best` : ''}`
      }
      actions={
        <>
          <Button
            look="quiet"
            aria-pressed={table}
            onClick={() => show(table ? 'shelves' : 'table')}
          >
            {table ? 'Show the shelves' : 'Show as a table'}
          </Button>
          <a
            href={paths.pantryCsv}
            download
            className="inline-flex min-h-11 items-center rounded-md px-3.5 font-semibold text-kettle hover:bg-kettle/10"
          >
            Export as CSV
          </a>
          {may('helper') && (
            <Button look="main" onClick={() => setSearch({ take: '1' })}>
              Take a jar
            </Button>
          )}
        </>
      }
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !(jars.data && shelves.data) && <Skeleton />}
      {jars.data && <SetAside jars={jars.data} />}
      {jars.data && shelves.data && shelf.length === 0 && (
        <Empty
          title="No jar stands here yet"
          action={
            <ButtonLink to="/harvest?weigh=1" look="main">
              Weigh in a harvest
            </ButtonLink>
          }
        >
          Jars come here by themselves when a load is run and its lids are checked.
        </Empty>
      )}
      {jars.data && shelves.data && shelf.length > 0 && (
        <Shelves jars={shelf} shelves={shelves.data} today={today} table={table} />
      )}
      {search.has('take') && jars.data && (
        <TakeSheet jars={shelf} onClose={closeTake} today={today} />
      )}
    </Sheet>
  )
}

function Shelves({
  jars,
  shelves,
  today,
  table,
}: {
  readonly jars: readonly Jar[]
  readonly shelves: Parameters<typeof arrange>[1]
  readonly today: string
  readonly table: boolean
}) {
  const [open, setOpen] = useState<Jar>()
  const pull = usePull()
  const pullIds = useMemo(() => new Set(pull?.jars.map((j) => j.id)), [pull])
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
      <Panel label="Shelves">
        {table ? (
          <JarTable jars={jars} shelves={shelves} today={today} open={setOpen} />
        ) : (
          <>
            {arrange(jars, shelves).map((row) => (
              <ShelfDrawing key={row.id} row={row} today={today} pull={pullIds} open={setOpen} />
            ))}
            <p className="mt-2 text-sm text-ink-soft">
              A jar is filled as high as the best time it has left. A dot over the lid: pull this
              week; beet-red: look it over.
            </p>
          </>
        )}
      </Panel>
      <Pull jars={pull?.jars ?? []} tooMany={pull?.tooMany ?? []} today={today} />
      {open && <JarSheet jar={open} onClose={() => setOpen(undefined)} today={today} />}
    </div>
  )
}
