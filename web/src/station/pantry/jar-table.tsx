import type { Jar, Shelf } from '@kelvit/contract'
import { jarName } from '@kelvit/core'
import {
  createColumnHelper,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table'
import { useMemo, useState } from 'react'
import { showDate } from '../../household/words'
import { SortTable } from '../../ui/sort-table'
import { foodName } from '../../household/food-name'

const HELD = { free: '', 'in-doubt': 'in doubt', 'not-processed': 'not processed' } as const

const column = createColumnHelper<Jar>()

/** The same jars as a table that can be sorted. */
export function JarTable({
  jars,
  shelves,
  today,
  open,
}: {
  readonly jars: readonly Jar[]
  readonly shelves: readonly Shelf[]
  readonly today: string
  readonly open: (jar: Jar) => void
}) {
  const [sorting, setSorting] = useState<SortingState>([{ id: 'bestBy', desc: false }])
  const columns = useMemo(
    () => [
      column.accessor('code', {
        header: 'Jar',
        cell: (c) => (
          <button
            type="button"
            className="min-h-11 font-mono font-semibold text-kettle underline"
            onClick={() => open(c.row.original)}
          >
            {c.getValue()}
          </button>
        ),
      }),
      column.accessor((j) => foodName(j.foodId), { id: 'food', header: 'Food' }),
      column.accessor((j) => jarName(j.jar, 1), { id: 'jar', header: 'Size' }),
      column.accessor('cannedOn', { header: 'Canned', cell: (c) => showDate(c.getValue(), today) }),
      column.accessor('bestBy', { header: 'Best by', cell: (c) => showDate(c.getValue(), today) }),
      column.accessor((j) => shelves.find((s) => s.id === j.shelfId)?.name ?? '', {
        id: 'shelf',
        header: 'Shelf',
      }),
      column.accessor((j) => HELD[j.hold ?? 'free'], { id: 'hold', header: 'Held' }),
    ],
    [shelves, today, open],
  )
  const data = useMemo(() => [...jars], [jars])
  const table = useReactTable({
    data,
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  })
  return <SortTable table={table} caption="Jars on the shelf" />
}
