import { searchFoods, shortName } from '@kelvit/core'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { useLoads } from '../api/queries'
import { cx } from '../ui/cx'
import { Sheet } from '../ui/sheet'
import { sideDoors, stations } from './places'

interface Hit {
  readonly key: string
  readonly name: string
  readonly about: string
  readonly to: string
}

const PLACES: readonly Hit[] = [
  ...[...stations, ...sideDoors].map((p) => ({
    key: p.path,
    name: p.name,
    about: 'page',
    to: p.path,
  })),
  { key: 'today', name: 'Today', about: 'page', to: '/' },
  { key: 'household', name: 'Household and members', about: 'page', to: '/household' },
  { key: 'weigh', name: 'Weigh in', about: 'do', to: '/harvest?weigh=1' },
  { key: 'take', name: 'Take a jar', about: 'do', to: '/pantry?take=1' },
  { key: 'yields', name: 'Our yields', about: 'page', to: '/harvest/yields' },
  { key: 'ways', name: 'Where people differ', about: 'page', to: '/methods/ways' },
  { key: 'jar', name: 'Mixed jar or soup', about: 'do', to: '/methods/jar' },
  { key: 'recipes', name: 'Family recipes', about: 'page', to: '/methods/recipes' },
  { key: 'hours', name: 'Kitchen hours', about: 'page', to: '/season/hours' },
  { key: 'what-if', name: 'What if…', about: 'do', to: '/season/what-if' },
  { key: 'plan', name: 'Plan a load', about: 'do', to: '/stove/plan' },
]

function useHits(text: string): readonly Hit[] {
  const loads = useLoads().data
  return useMemo(() => {
    const wanted = text.trim().toLowerCase()
    if (wanted === '') return PLACES
    const foods = searchFoods(wanted).map((f): Hit =>
      f.kind === 'food'
        ? {
            key: f.food.id,
            name: shortName(f.food),
            about: 'how to can it',
            to: `/methods?food=${f.food.id}`,
          }
        : {
            key: f.refused.id,
            name: f.refused.name,
            about: 'no tested process',
            to: `/methods?food=${f.refused.id}`,
          },
    )
    const batches = (loads ?? [])
      .filter((l) => l.code.toLowerCase().startsWith(wanted))
      .map((l): Hit => ({
        key: l.id,
        name: `Batch ${l.code}`,
        about: 'load',
        to: `/stove/${l.id}`,
      }))
    const places = PLACES.filter((p) => p.name.toLowerCase().includes(wanted))
    return [...places, ...foods, ...batches].slice(0, 9)
  }, [text, loads])
}

/** One box for foods, batches, pages and actions. */
export function Finder({
  open,
  onOpenChange,
}: {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
}) {
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title="Find">
      <FinderBox done={() => onOpenChange(false)} />
    </Sheet>
  )
}

function FinderBox({ done }: { readonly done: () => void }) {
  const [text, setText] = useState('')
  const [at, setAt] = useState(0)
  const navigate = useNavigate()
  const hits = useHits(text)
  const here = Math.min(at, Math.max(0, hits.length - 1))
  const go = (hit: Hit | undefined): void => {
    if (!hit) return
    done()
    void navigate(hit.to)
  }
  const onKeyDown = (e: React.KeyboardEvent): void => {
    if (e.key === 'ArrowDown') setAt(Math.min(hits.length - 1, here + 1))
    else if (e.key === 'ArrowUp') setAt(Math.max(0, here - 1))
    else if (e.key === 'Enter') go(hits[here])
    else return
    e.preventDefault()
  }
  return (
    <div>
      <input
        role="combobox"
        aria-expanded
        aria-controls="finder-hits"
        aria-activedescendant={hits[here] ? `hit-${hits[here].key}` : undefined}
        aria-label="Foods, batches, pages, actions"
        placeholder="Foods, batches, pages, actions"
        className="mb-2 min-h-12 w-full rounded-md border-[1.5px] border-kettle bg-crock px-3 text-lg"
        value={text}
        onChange={(e) => {
          setText(e.target.value)
          setAt(0)
        }}
        onKeyDown={onKeyDown}
        // The box was opened to type in.
        autoFocus
      />
      <ul id="finder-hits" role="listbox" aria-label="Found">
        {hits.map((h, i) => (
          <li
            key={h.key}
            id={`hit-${h.key}`}
            role="option"
            aria-selected={i === here}
            className={cx(
              'flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded px-3',
              i === here && 'bg-kettle/12',
            )}
            onMouseEnter={() => setAt(i)}
            onClick={() => go(h)}
          >
            <span className="truncate">{h.name}</span>
            <span className="shrink-0 text-sm text-ink-soft">{h.about}</span>
          </li>
        ))}
      </ul>
      {hits.length === 0 && (
        <p className="px-3 py-2 text-ink-soft">Nothing by that name. Try another word for it.</p>
      )}
    </div>
  )
}
