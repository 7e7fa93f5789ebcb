import { showDay } from '../household/words'

/** A load in two seasons that are laid over each other. */
export interface PairBlock {
  readonly fate: 'stays' | 'comes' | 'goes'
  readonly tint: string
  /** What is in it: "7 quarts of beets". */
  readonly words: string
}

export interface PairDay {
  readonly date: string
  readonly blocks: readonly PairBlock[]
}

const ORDER: readonly PairBlock['fate'][] = ['stays', 'comes', 'goes']
const STRUCK =
  'linear-gradient(to top right, transparent calc(50% - 1px), var(--color-ink-soft) calc(50% - 1px) calc(50% + 1px), transparent calc(50% + 1px))'

/** Loads that stay are filled, those that come have a dark edge, those that go are struck through. */
function Block({ fate, tint, words }: PairBlock) {
  if (fate === 'goes')
    return (
      <span
        title={`${words} goes`}
        className="h-3.5 rounded-[3px] border border-dashed border-ink-soft"
        style={{ backgroundImage: STRUCK }}
      />
    )
  return (
    <span
      title={fate === 'comes' ? `${words} comes` : words}
      className={`h-3.5 rounded-[3px] ${fate === 'comes' ? 'border-2 border-ink' : 'opacity-70'}`}
      style={{ background: tint }}
    />
  )
}

/** A season over another, day by day, its loads stacked; the words beside it say the same. */
export function SeasonPair({
  days,
  words,
}: {
  readonly days: readonly PairDay[]
  readonly words: string
}) {
  const most = Math.max(1, ...days.map((d) => d.blocks.length))
  return (
    <div role="img" aria-label={words}>
      <div className="flex items-end gap-px border-b border-rim" style={{ height: most * 16 + 4 }}>
        {days.map((day) => (
          <div key={day.date} className="flex min-w-0 flex-1 flex-col-reverse gap-0.5">
            {ORDER.flatMap((fate) => day.blocks.filter((b) => b.fate === fate)).map((b, i) => (
              <Block key={i} {...b} />
            ))}
          </div>
        ))}
      </div>
      <Weeks days={days} />
    </div>
  )
}

/** Room for a date under a drawing that is as narrow as a phone, in share of its width. */
const LABEL_SHARE = 0.13

/** Saturdays, as many as have room. */
function Weeks({ days }: { readonly days: readonly PairDay[] }) {
  const saturdays = days.flatMap(({ date }, i) => (showDay(date).startsWith('Sat') ? [i] : []))
  const every = Math.max(1, Math.ceil((LABEL_SHARE * days.length) / 7))
  return (
    <div className="relative h-6 text-[13px] text-ink-soft">
      {saturdays
        .filter((_, i) => i % every === 0)
        .filter((i) => i / days.length <= 1 - LABEL_SHARE)
        .map((i) => (
          <span
            key={i}
            className="absolute top-0 border-l border-rim pl-1 whitespace-nowrap"
            style={{ left: `${(i / days.length) * 100}%` }}
          >
            {showDay(days[i]?.date ?? '').replace('Sat ', '')}
          </span>
        ))}
    </div>
  )
}

/** What the marks mean. */
export function PairKey() {
  return (
    <ul className="flex flex-wrap gap-x-6 gap-y-1 text-[15px] text-ink-soft">
      {(
        [
          ['stays', 'a load as it is now'],
          ['comes', 'comes'],
          ['goes', 'goes'],
        ] as const
      ).map(([fate, words]) => (
        <li key={fate} className="flex items-center gap-2">
          <span aria-hidden className="flex w-5 flex-col">
            <Block fate={fate} tint="#7f9a48" words="" />
          </span>
          {words}
        </li>
      ))}
    </ul>
  )
}
