import type { SealRate } from '@kelvit/contract'
import { rateOf, shortFood } from '@kelvit/core'
import { plural } from '../../household/words'
import { useSealRates } from '../../sync/record-queries'
import { Panel } from '../../ui/panel'
import { Skeleton, Trouble } from '../../ui/states'

const BY = [
  ['food', 'By food'],
  ['canner', 'By canner'],
  ['lids', 'By lids'],
] as const

/** How many jars sealed: a bar for what may really be so, a mark for what was seen. */
export function Seals() {
  const rates = useSealRates()
  if (rates.isError) return <Trouble error={rates.error} retry={() => void rates.refetch()} />
  if (!rates.data) return <Skeleton />
  return (
    <Panel label="Seals">
      <h2 className="mb-1">How many sealed</h2>
      <p className="mb-2 text-[15px] text-ink-soft">
        Jars canned in the last two years. The bar is the 95% likely range. The mark is what you
        counted.
      </p>
      {rates.data.length === 0 && <p className="py-2">No seals checked yet.</p>}
      {BY.map(([by, words]) => {
        const rows = rates.data.filter((r) => r.by === by)
        return (
          rows.length > 0 && (
            <section key={by} className="border-t border-rim pt-3 pb-1">
              <h3 className="mb-1">{words}</h3>
              <ul>
                {rows.map((r) => (
                  <SealLine key={r.name} rate={r} />
                ))}
              </ul>
            </section>
          )
        )
      })}
    </Panel>
  )
}

/** Below this share nothing is drawn: seals are good or the house has a problem. */
const FROM = 0.5

function SealLine({ rate }: { readonly rate: SealRate }) {
  const { share, from, to, tooFew } = rateOf(rate.sealed, rate.jars)
  const at = (n: number): string => `${(Math.max(0, n - FROM) / (1 - FROM)) * 100}%`
  const name = rate.by === 'food' ? shortFood(rate.name) : rate.name
  return (
    <li className="grid grid-cols-[1fr_8rem] items-center gap-x-4 py-1.5 text-[15px]">
      <span className="leading-snug">
        {name}
        <span className="tabular block text-sm text-ink-soft">
          {rate.sealed} of {plural(rate.jars, 'jar')}
          {tooFew ? ': too few to tell' : `, ${Math.round(share * 100)}%`}
        </span>
      </span>
      <span
        role="img"
        aria-label={`${Math.round(from * 100)} to ${Math.round(to * 100)}%`}
        className="relative h-4 rounded-sm bg-rim/40"
      >
        <span
          className={`absolute inset-y-0 rounded-sm ${tooFew ? 'bg-ink-soft/40' : 'bg-brine/60'}`}
          style={{ left: at(from), right: `calc(100% - ${at(to)})` }}
        />
        <span
          className="absolute inset-y-[-2px] w-[3px] bg-ink"
          style={{ left: `calc(${at(share)} - 1.5px)` }}
        />
      </span>
    </li>
  )
}
