import type { Jar, Shelf } from '@kelvit/contract'
import { jarName, shortFood } from '@kelvit/core'
import {
  createColumnHelper,
  getCoreRowModel,
  getExpandedRowModel,
  getGroupedRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table'
import { useMemo, useState } from 'react'
import { showDate } from '../../household/words'
import { ChoiceField } from '../../ui/field'
import { SortTable } from '../../ui/sort-table'

const HELD = { free: '', 'in-doubt': 'in doubt', 'not-processed': 'not processed' } as const

const column = createColumnHelper<Jar>()

/** What jars may be gathered by. */
const GROUPS = [
  ['', 'One by one'],
  ['food', 'By food'],
  ['shelf', 'By shelf'],
  ['year', 'By year'],
] as const

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
  const [group, setGroup] = useState('')
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
      column.accessor((j) => shortFood(j.foodId), { id: 'food', header: 'Food' }),
      column.accessor((j) => jarName(j.jar, 1), { id: 'jar', header: 'Size' }),
      column.accessor('cannedOn', { header: 'Canned', cell: (c) => showDate(c.getValue(), today) }),
      column.accessor('bestBy', { header: 'Best by', cell: (c) => showDate(c.getValue(), today) }),
      column.accessor((j) => shelves.find((s) => s.id === j.shelfId)?.name ?? '', {
        id: 'shelf',
        header: 'Shelf',
      }),
      column.accessor((j) => HELD[j.hold ?? 'free'], { id: 'hold', header: 'Held' }),
      column.accessor((j) => j.cannedOn.slice(0, 4), { id: 'year', header: 'Year' }),
    ],
    [shelves, today, open],
  )
  const data = useMemo(() => [...jars], [jars])
  const gathered = useMemo(
    () => ({
      grouping: group === '' ? [] : [group],
      columnVisibility: { year: group === 'year' },
    }),
    [group],
  )
  const table = useReactTable({
    data,
    columns,
    state: { sorting, ...gathered },
    autoResetExpanded: false,
    autoResetPageIndex: false,
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getGroupedRowModel: getGroupedRowModel(),
    getExpandedRowModel: getExpandedRowModel(),
  })
  return (
    <>
      <ChoiceField
        label="Group"
        className="no-print mb-2 w-44"
        value={group}
        choices={GROUPS}
        onChange={(e) => setGroup(e.target.value)}
      />
      <SortTable table={table} caption="Jars on the shelf" />
    </>
  )
}
