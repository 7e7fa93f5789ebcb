import type { Jar, LoadWithEvents } from '@kelvit/contract'
import { Command } from 'cmdk'
import { searchFoods, shortName } from '@kelvit/core'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { useJars, useLoads } from '../sync/queries'
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
  const [loads, jars] = [useLoads().data, useJars().data]
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
    const batches = batchesOf(loads ?? [], jars ?? []).filter(({ name }) =>
      name.toLowerCase().slice('batch '.length).startsWith(wanted),
    )
    const places = PLACES.filter((p) => p.name.toLowerCase().includes(wanted))
    return [...places, ...foods, ...batches].slice(0, 9)
  }, [text, loads, jars])
}

/** Batches of the loads that are not long over, and of every jar in the house. */
function batchesOf(loads: readonly LoadWithEvents[], jars: readonly Jar[]): readonly Hit[] {
  const hit = (id: string, code: string, to: string): [string, Hit] => [
    id,
    { key: id, name: `Batch ${code}`, about: 'load', to },
  ]
  return [
    ...new Map([
      ...jars.flatMap(({ loadId, code }) =>
        loadId ? [hit(loadId, code.replace(/-\d+$/, ''), `/stove/${loadId}/record`)] : [],
      ),
      ...loads.map((l) => hit(l.id, l.code, `/stove/${l.id}`)),
    ]).values(),
  ]
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
  const navigate = useNavigate()
  const hits = useHits(text)
  const go = (hit: Hit): void => {
    done()
    void navigate(hit.to)
  }
  return (
    // What fits is found here, by the words of the field; the box only moves among it.
    <Command shouldFilter={false} loop label="Find">
      <Command.Input
        aria-label="Foods, batches, pages, actions"
        placeholder="Foods, batches, pages, actions"
        className="mb-2 min-h-12 w-full rounded-md border-[1.5px] border-kettle bg-crock px-3 text-lg"
        value={text}
        onValueChange={setText}
        // The box was opened to type in.
        autoFocus
      />
      <Command.List label="Found">
        {hits.map((h) => (
          <Command.Item
            key={h.key}
            value={h.key}
            onSelect={() => go(h)}
            className="flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded px-3 data-[selected=true]:bg-kettle/12"
          >
            <span className="truncate">{h.name}</span>
            <span className="shrink-0 text-sm text-ink-soft">{h.about}</span>
          </Command.Item>
        ))}
        {hits.length === 0 && (
          <p className="px-3 py-2 text-ink-soft">Nothing by that name. Try another word for it.</p>
        )}
      </Command.List>
    </Command>
  )
}
