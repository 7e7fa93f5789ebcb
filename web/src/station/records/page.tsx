import type { LoadWithEvents, SealRate } from '@kelvit/contract'
import { rateOf, VERDICT_WORDS, type Verdict } from '@kelvit/core'
import { useMemo } from 'react'
import { Link, useSearchParams } from 'react-router'
import { foodName } from '../../household/food-name'
import { portionWords } from '../../household/portion-words'
import { useToday } from '../../household/session'
import { plural, showDate } from '../../household/words'
import { useCanners, useLoads, usePastLoads, useSealRates } from '../../sync/queries'
import { Button } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'

/** What the loads taught: how each was judged, and how many jars sealed by what. */
export function Page() {
  return (
    <Sheet question="What did we learn?" aside="every load, and what its lids say">
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <Logbook />
        <Seals />
      </div>
    </Sheet>
  )
}

const isOver = (l: LoadWithEvents): boolean => ['checked', 'aborted', 'standing'].includes(l.stage)

const CHOICES: readonly (readonly [Verdict | '', string])[] = [
  ['', 'Every judgement'],
  ['as-tested', 'As tested'],
  ['longer', 'Longer than tested'],
  ['in-doubt', 'In doubt'],
  ['not-processed', 'Not as tested'],
]

/** Every load with its judgement, the newest first. */
function Logbook() {
  const [recent, past] = [useLoads(), usePastLoads()]
  const canners = useCanners().data ?? []
  const today = useToday()
  const [search, setSearch] = useSearchParams()
  const wanted = search.get('judged') ?? ''
  const loads = useMemo(
    () =>
      [
        ...new Map(
          [...(recent.data ?? []), ...(past.data?.pages.flatMap((p) => p.rows) ?? [])].map((l) => [
            l.id,
            l,
          ]),
        ).values(),
      ]
        .filter(isOver)
        .filter((l) => wanted === '' || l.judgement.verdict === wanted)
        .sort((a, b) => b.startsAt.localeCompare(a.startsAt)),
    [recent.data, past.data, wanted],
  )
  const broken = [recent, past].find((q) => q.isError && !q.data)
  return (
    <Panel label="Logbook">
      <header className="mb-3 flex flex-wrap items-end justify-between gap-3">
        <h2>Logbook</h2>
        <ChoiceField
          label="Judged"
          className="w-52"
          value={wanted}
          choices={CHOICES}
          onChange={(e) =>
            setSearch(e.target.value === '' ? {} : { judged: e.target.value }, { replace: true })
          }
        />
      </header>
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && recent.isPending && <Skeleton />}
      {recent.data && loads.length === 0 && (
        <Empty title={wanted === '' ? 'No load is over yet' : 'No load was judged so'}>
          {past.hasNextPage && 'Among those that are shown; there are older ones.'}
        </Empty>
      )}
      <ol>
        {loads.map((l) => (
          <Line
            key={l.id}
            load={l}
            today={today}
            canner={canners.find((c) => c.id === l.cannerId)?.name ?? ''}
          />
        ))}
      </ol>
      {past.hasNextPage && (
        <Button
          className="mt-3"
          disabled={past.isFetchingNextPage}
          onClick={() => void past.fetchNextPage()}
        >
          {past.isFetchingNextPage ? 'One moment…' : 'Older loads'}
        </Button>
      )}
    </Panel>
  )
}

const MARKS: Readonly<Record<Verdict, readonly [mark: string, look: string]>> = {
  open: ['…', 'text-ink-soft'],
  'as-tested': ['✓', 'text-brine'],
  longer: ['✓', 'text-brine'],
  'in-doubt': ['?', 'text-squash'],
  'not-processed': ['✕', 'text-beet'],
}

function Line({
  load,
  canner,
  today,
}: {
  readonly load: LoadWithEvents
  readonly canner: string
  readonly today: string
}) {
  const { verdict, reasons } = load.judgement
  const [mark, look] = MARKS[verdict]
  return (
    <li className="grid grid-cols-[5.5rem_1fr] gap-x-4 border-t border-rim py-2.5 first:border-0">
      <span className="tabular text-ink-soft">{showDate(load.startsAt.slice(0, 10), today)}</span>
      <div className="leading-snug">
        <Link
          to={`/stove/${load.id}/record`}
          className="font-semibold text-kettle underline decoration-1"
        >
          {portionWords(load.portions)}
        </Link>
        <span className="text-ink-soft">
          , batch {load.code}, {canner.toLowerCase()}
        </span>
        <span className={`block text-[15px] ${look}`}>
          <span aria-hidden>{mark} </span>
          {VERDICT_WORDS[verdict]}
          {(verdict === 'in-doubt' || verdict === 'not-processed') &&
            reasons[0] &&
            `. ${reasons[0].sentence}`}
        </span>
      </div>
    </li>
  )
}

const BY = [
  ['food', 'By food'],
  ['canner', 'By canner'],
  ['lids', 'By lids'],
] as const

/** How many jars sealed: a bar for what may really be so, a mark for what was seen. */
function Seals() {
  const rates = useSealRates()
  if (rates.isError) return <Trouble error={rates.error} retry={() => void rates.refetch()} />
  if (!rates.data) return <Skeleton />
  return (
    <Panel label="Seals">
      <h2 className="mb-1">How many sealed</h2>
      <p className="mb-2 text-[15px] text-ink-soft">
        The bar is what it may really be, nineteen times in twenty; the mark is what was seen.
      </p>
      {rates.data.length === 0 && <p className="py-2">No lid has been pressed yet.</p>}
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
  const name = rate.by === 'food' ? foodName(rate.name) : rate.name
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
