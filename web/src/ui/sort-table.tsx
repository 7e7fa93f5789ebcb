import { flexRender, type Row, type RowData, type Table } from '@tanstack/react-table'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useRef } from 'react'

const ARIA = { asc: 'ascending', desc: 'descending' } as const

/** More rows than this are not all drawn at once. */
const MANY = 60
const ROW_PX = 48

/** A table whose columns sort by their heads; of a long one only the rows in sight are drawn. */
export function SortTable<T extends RowData>({
  table,
  caption,
}: {
  readonly table: Table<T>
  readonly caption: string
}) {
  const { rows } = table.getRowModel()
  const box = useRef<HTMLDivElement>(null)
  const long = rows.length > MANY
  return (
    <div
      ref={box}
      className={`relative overflow-x-auto ${long ? 'max-h-[70vh] overflow-y-auto' : ''}`}
      role="region"
      aria-label={caption}
      tabIndex={0}
    >
      <table className="w-full min-w-[560px] text-left text-[15px]" aria-rowcount={rows.length + 1}>
        <caption className="sr-only">{caption}</caption>
        <thead className="sticky top-0 z-10 bg-crock">
          <tr>
            {table.getFlatHeaders().map((h) => {
              const sorted = h.column.getIsSorted()
              return (
                <th
                  key={h.id}
                  scope="col"
                  className="pr-4 font-normal text-ink-soft"
                  aria-sort={sorted ? ARIA[sorted] : 'none'}
                >
                  {h.column.getCanSort() ? (
                    <button
                      type="button"
                      className="min-h-11"
                      onClick={h.column.getToggleSortingHandler()}
                    >
                      {flexRender(h.column.columnDef.header, h.getContext())}
                      <span aria-hidden>
                        {' '}
                        {sorted === 'asc' ? '↑' : sorted === 'desc' ? '↓' : ''}
                      </span>
                    </button>
                  ) : (
                    flexRender(h.column.columnDef.header, h.getContext())
                  )}
                </th>
              )
            })}
          </tr>
        </thead>
        {long ? (
          <InSight rows={rows} box={box} columns={table.getVisibleLeafColumns().length} />
        ) : (
          <tbody className="tabular">
            {rows.map((row) => (
              <Line key={row.id} row={row} />
            ))}
          </tbody>
        )}
      </table>
    </div>
  )
}

/** The rows in sight and a few around them; what is above and below is empty height. */
function InSight<T extends RowData>({
  rows,
  box,
  columns,
}: {
  readonly rows: readonly Row<T>[]
  readonly box: React.RefObject<HTMLDivElement | null>
  readonly columns: number
}) {
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
  })
  const items = virtual.getVirtualItems()
  const above = items[0]?.start ?? 0
  const below = virtual.getTotalSize() - (items.at(-1)?.end ?? 0)
  return (
    <tbody className="tabular">
      {above > 0 && <Gap height={above} columns={columns} />}
      {items.map(({ index }) => {
        const row = rows[index]
        return row && <Line key={row.id} row={row} at={index + 2} />
      })}
      {below > 0 && <Gap height={below} columns={columns} />}
    </tbody>
  )
}

const Gap = ({ height, columns }: { readonly height: number; readonly columns: number }) => (
  <tr aria-hidden>
    <td colSpan={columns} style={{ height, padding: 0 }} />
  </tr>
)

/** A group as one row that opens and closes. */
function GroupLine<T extends RowData>({
  row,
  at,
}: {
  readonly row: Row<T>
  readonly at: number | undefined
}) {
  const name = String(row.groupingValue ?? '')
  return (
    <tr className="h-12 border-t border-rim bg-enamel" aria-rowindex={at}>
      <th scope="rowgroup" colSpan={row.getVisibleCells().length} className="text-left">
        <button
          type="button"
          className="min-h-11 font-semibold"
          aria-expanded={row.getIsExpanded()}
          onClick={row.getToggleExpandedHandler()}
        >
          <span aria-hidden>{row.getIsExpanded() ? '▾' : '▸'}</span> {name === '' ? 'none' : name}{' '}
          <span className="font-normal text-ink-soft">{row.subRows.length}</span>
        </button>
      </th>
    </tr>
  )
}

/** One row; `at` is its place in the whole table, the head counted. */
function Line<T extends RowData>({ row, at }: { readonly row: Row<T>; readonly at?: number }) {
  if (row.getIsGrouped()) return <GroupLine row={row} at={at} />
  return (
    <tr className="h-12 border-t border-rim" aria-rowindex={at}>
      {row.getVisibleCells().map((cell) => (
        <td key={cell.id} className="py-0.5 pr-4">
          {flexRender(cell.column.columnDef.cell, cell.getContext())}
        </td>
      ))}
    </tr>
  )
}
