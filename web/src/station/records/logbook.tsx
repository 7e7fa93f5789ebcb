import type { LogbookLine } from '@kelvit/contract'
import { dateAt, foods, shortName, VERDICT_WORDS, type Verdict } from '@kelvit/core'
import { useEffect, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { LidRow, SketchOfLoad } from '../../chart/load-sketch'
import { portionWords } from '../../household/portion-words'
import { useHousehold, useToday } from '../../household/session'
import { plural, showDate } from '../../household/words'
import { useCanners, useLoads } from '../../sync/queries'
import { useLogbook } from '../../sync/record-queries'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { lineOfLoad } from './line-of-load'

const JUDGED: readonly (readonly [Verdict | '', string])[] = [
  ['', 'All'],
  ['as-tested', 'As tested'],
  ['longer', 'Longer than tested'],
  ['in-doubt', 'In doubt'],
  ['not-processed', 'Not as tested'],
]
/** What the address may ask the logbook for. */
const ASKS = ['q', 'judged', 'canner', 'food'] as const
type Asks = (typeof ASKS)[number]

/** Words are sent when somebody has stopped typing for so long, ms. */
const PAUSE_MS = 300

/** Every load that is over with its judgement, the newest first; found by words, judgement, canner and food. */
export function Logbook() {
  const [search, setSearch] = useSearchParams()
  const asked = new URLSearchParams(
    ASKS.flatMap((key) => {
      const value = search.get(key)
      return value ? [[key, value]] : []
    }),
  ).toString()
  const ask = (key: Asks, value: string): void =>
    setSearch(
      (now) => {
        if (value === '') now.delete(key)
        else now.set(key, value)
        return now
      },
      { replace: true },
    )
  const book = useLogbook(asked)
  const recent = useLoads()
  const zone = useHousehold().household.zone
  const canners = useCanners().data ?? []
  const today = useToday()
  const told = book.data?.pages.flatMap((p) => p.rows)
  // Without a network what this device has is better than nothing; it cannot search it all.
  const lines =
    told ?? (book.isError && asked === '' ? recent.data?.flatMap(lineOfLoad) : undefined)
  const wide = Math.max(LEAST_MINUTES, ...(lines ?? []).map((l) => l.sketch?.minutes ?? 0))
  return (
    <Panel label="Logbook">
      <h2 className="mb-3">Logbook</h2>
      <div className="mb-4 grid grid-cols-2 gap-3 xl:grid-cols-4">
        <Words value={search.get('q') ?? ''} onValue={(q) => ask('q', q)} />
        <ChoiceField
          label="Judged"
          value={search.get('judged') ?? ''}
          choices={JUDGED}
          onChange={(e) => ask('judged', e.target.value)}
        />
        <ChoiceField
          label="Food"
          value={search.get('food') ?? ''}
          choices={[['', 'All foods'], ...foods.map((f) => [f.id, shortName(f)] as const)]}
          onChange={(e) => ask('food', e.target.value)}
        />
        <ChoiceField
          label="Canner"
          value={search.get('canner') ?? ''}
          choices={[['', 'All canners'], ...canners.map((c) => [c.id, c.name] as const)]}
          onChange={(e) => ask('canner', e.target.value)}
        />
      </div>
      {book.isError && !told && <Trouble error={book.error} retry={() => void book.refetch()} />}
      {book.isError && !told && lines && (
        <p className="mt-3 text-[15px] text-ink-soft">
          On this device: {plural(lines.length, 'load')} recently.
        </p>
      )}
      {book.isPending && <Skeleton />}
      {told?.length === 0 && (
        <Empty title={asked === '' ? 'No load has finished yet' : 'Nothing in the logbook matches'}>
          {asked === ''
            ? 'When your first load is done, we show it here with its judgement.'
            : 'Try fewer words, or another judgement.'}
        </Empty>
      )}
      <ol
        className={`grid grid-cols-[repeat(auto-fill,minmax(min(11.5rem,100%),1fr))] gap-3 ${book.isPlaceholderData ? 'opacity-60' : ''}`}
      >
        {lines?.map((l) => (
          <Evening
            key={l.id}
            line={l}
            minutes={wide}
            on={showDate(dateAt(Date.parse(l.startsAt), zone), today)}
            canner={canners.find((c) => c.id === l.cannerId)?.name ?? ''}
          />
        ))}
      </ol>
      {book.hasNextPage && (
        <Button
          className="mt-3"
          disabled={book.isFetchingNextPage}
          onClick={() => void book.fetchNextPage()}
        >
          {book.isFetchingNextPage ? 'One moment…' : 'Older loads'}
        </Button>
      )}
    </Panel>
  )
}

/** Words to look for; what is typed stands, and is asked for when the typing rests. */
function Words({
  value,
  onValue,
}: {
  readonly value: string
  readonly onValue: (words: string) => void
}) {
  const [typed, setTyped] = useState(value)
  useEffect(() => {
    if (typed.trim() === value) return
    const timer = setTimeout(() => onValue(typed.trim()), PAUSE_MS)
    return () => clearTimeout(timer)
  })
  return (
    <TextField
      label="Words"
      type="search"
      maxLength={200}
      placeholder="note, batch"
      value={typed}
      onChange={(e) => setTyped(e.target.value)}
    />
  )
}

const MARKS: Readonly<Record<Verdict, readonly [mark: string, look: string]>> = {
  open: ['…', 'text-ink-soft'],
  'as-tested': ['✓', 'text-brine'],
  longer: ['✓', 'text-brine'],
  'in-doubt': ['?', 'text-squash'],
  'not-processed': ['✕', 'text-beet'],
}
const RIMS: Partial<Record<Verdict, string>> = {
  'in-doubt': 'border-2 border-squash',
  'not-processed': 'border-2 border-beet',
}
/** Evenings that are seen together are drawn at least so wide, minutes. */
const LEAST_MINUTES = 90

/** One evening as a small picture: quiet when it was like all others, loud when it was not. */
function Evening({
  line,
  canner,
  on,
  minutes,
}: {
  readonly line: LogbookLine
  readonly canner: string
  readonly on: string
  readonly minutes: number
}) {
  const [mark, look] = MARKS[line.verdict]
  return (
    <li
      className={`flex flex-col gap-1.5 rounded-md p-3 leading-snug ${RIMS[line.verdict] ?? 'border border-rim'}`}
    >
      <span className="flex items-baseline justify-between gap-2 text-[15px] text-ink-soft">
        <span className="tabular">{on}</span>
        <span className="font-mono text-sm">
          <span className="sr-only">batch </span>
          {line.code}
        </span>
      </span>
      <Link
        to={`/stove/${line.id}/record`}
        className="font-semibold text-kettle underline decoration-1"
      >
        {portionWords(line.portions.map((p) => ({ ...p, jars: p.filled ?? p.jars })))}
      </Link>
      <span className="-mt-1 text-[15px] text-ink-soft">{canner}</span>
      {line.sketch && (
        <SketchOfLoad
          sketch={line.sketch}
          minutes={minutes}
          loud={RIMS[line.verdict] !== undefined}
        />
      )}
      <span className="mt-auto flex flex-wrap items-center justify-between gap-2 text-[15px]">
        <span className={look}>
          <span aria-hidden>{mark} </span>
          {VERDICT_WORDS[line.verdict]}
        </span>
        <LidRow sealed={line.sealed} unsealed={line.unsealed} />
      </span>
      {line.reason !== '' && <span className={`text-[15px] ${look}`}>{line.reason}</span>}
    </li>
  )
}
