import { kitchenNumber, type SupplyBalance } from '@kelvit/core'
import { Download, Printer } from 'lucide-react'
import { saveFile } from '../../sync/request'
import { useCallback } from 'react'
import { useSeasonLoads } from '../../sync/queries'
import { useSeasonBalance } from '../../household/season-balance'
import { useToday } from '../../household/session'
import { supplyName } from '../../household/supply-words'
import { showDay } from '../../household/words'
import { Button } from '../../ui/button'
import { Panel } from '../../ui/panel'

/** What runs short over the lots in the house and on the way, with the day on it. */
export function Shopping() {
  const today = useToday()
  const plan = (useSeasonLoads().data ?? []).filter((l) => l.onDate >= today)
  const balances = useSeasonBalance() ?? []
  const short = balances.filter((b) => b.shortOn !== null)
  const [firstShort] = short
  const download = useCallback(() => void saveCsv(short), [short])
  return (
    <Panel rim={short.length > 0 ? 'due' : 'done'} label="Shopping list">
      <h2 className="mb-1">
        {firstShort
          ? `Short from ${showDay(firstShort.shortOn ?? today)}`
          : 'You have enough for every lot'}
      </h2>
      <p className="mb-3 leading-relaxed text-ink-soft">
        {short.length > 0
          ? plan.length > 0
            ? 'We count the lots in the house and on the way: planned lots on their day, the others on their can-by day.'
            : 'We count the lots in the house and on the way, each on its can-by day.'
          : 'You have jars, lids and bands for every lot in the house and on the way.'}
      </p>
      <div className="relative overflow-x-auto">
        <table className="w-full text-left text-[15px]">
          <thead className="text-ink-soft">
            <tr>
              {['', 'on hand', 'needed', 'buy', 'by'].map((h, i) => (
                <th
                  key={i}
                  scope="col"
                  className={`py-1 font-normal ${i > 0 ? 'pl-3 text-right' : ''}`}
                >
                  {h || <span className="sr-only">Supply</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="tabular">
            {balances.map((b) => (
              <tr key={b.id} className="border-t border-rim">
                <th scope="row" className="py-2 font-semibold">
                  {supplyName(b)}
                </th>
                <td className="pl-3 text-right">{kitchenNumber(b.onHand)}</td>
                <td className="pl-3 text-right">{kitchenNumber(b.needed)}</td>
                <td className={`pl-3 text-right ${b.short > 0 ? 'font-bold text-squash' : ''}`}>
                  {b.short > 0 ? kitchenNumber(b.short) : '–'}
                </td>
                <td className="pl-3 text-right whitespace-nowrap">
                  {b.shortOn ? showDay(b.shortOn) : ''}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {short.length > 0 && (
        <div className="no-print mt-4 flex flex-wrap gap-2.5">
          <Button size="small" onClick={() => window.print()}>
            <Printer size={18} aria-hidden /> Print
          </Button>
          <Button size="small" onClick={download}>
            <Download size={18} aria-hidden /> CSV
          </Button>
        </div>
      )}
    </Panel>
  )
}

/** The library is fetched when somebody wants the file. */
async function saveCsv(short: readonly SupplyBalance[]): Promise<void> {
  const { stringify } = await import('csv-stringify/browser/esm/sync')
  const rows = short.map((b) => [supplyName(b), b.short, b.shortOn ?? ''])
  const text = stringify([['supply', 'buy', 'by'], ...rows], { record_delimiter: 'windows' })
  saveFile('kelvit-shopping.csv', new Blob([text], { type: 'text/csv' }))
}
