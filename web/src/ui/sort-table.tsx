import { flexRender, type RowData, type Table } from '@tanstack/react-table'

const ARIA = { asc: 'ascending', desc: 'descending' } as const

/** A table whose columns sort by their heads. */
export function SortTable<T extends RowData>({
  table,
  caption,
}: {
  readonly table: Table<T>
  readonly caption: string
}) {
  return (
    <div className="relative overflow-x-auto" role="region" aria-label={caption} tabIndex={0}>
      <table className="w-full min-w-[560px] text-left text-[15px]">
        <caption className="sr-only">{caption}</caption>
        <thead>
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
        <tbody className="tabular">
          {table.getRowModel().rows.map((row) => (
            <tr key={row.id} className="border-t border-rim">
              {row.getVisibleCells().map((cell) => (
                <td key={cell.id} className="py-0.5 pr-4">
                  {flexRender(cell.column.columnDef.cell, cell.getContext())}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
