import { shortFood } from '@kelvit/core'
import type { Jar, Shelf } from '@kelvit/contract'
import type { ReactNode } from 'react'
import { useSearchParams } from 'react-router'
import { Button } from '../../ui/button'
import { NOWHERE, type ShelfFilter } from './filter'

const KEYS = ['food', 'place', 'age', 'state'] as const

/** The filter as the address has it, and how to change it. */
export function useShelfFilter(): ShelfFilter {
  const [search] = useSearchParams()
  const [food, place, age, state] = KEYS.map((k) => search.get(k) ?? '')
  return { food: food ?? '', place: place ?? '', age: age ?? '', state: state ?? '' }
}

/** Looks at a part of the pantry: by food, place, age and state. */
export function FilterBar({
  jars,
  shelves,
  children,
}: {
  readonly jars: readonly Jar[]
  readonly shelves: readonly Shelf[]
  readonly children?: ReactNode
}) {
  const filter = useShelfFilter()
  const [, setSearch] = useSearchParams()
  const set = (key: string, value: string): void =>
    setSearch(
      (s) => {
        if (value === '') s.delete(key)
        else s.set(key, value)
        return s
      },
      { replace: true },
    )
  const foods = [...new Set(jars.map((j) => j.foodId))].sort((a, b) =>
    shortFood(a).localeCompare(shortFood(b)),
  )
  const fields: readonly (readonly [
    (typeof KEYS)[number],
    string,
    (readonly [string, string])[],
  ])[] = [
    ['food', 'Food', [['', 'Every food'], ...foods.map((f) => [f, shortFood(f)] as const)]],
    [
      'place',
      'Place',
      [
        ['', 'Every shelf'],
        ...shelves.map((s) => [s.id, s.name] as const),
        [NOWHERE, 'On no shelf'],
      ],
    ],
    [
      'age',
      'Age',
      [
        ['', 'Every age'],
        ['best', 'At their best'],
        ['past-best', 'Past their best'],
        ['review', 'Due for a check'],
      ],
    ],
    [
      'state',
      'State',
      [
        ['', 'Every state'],
        ['sound', 'Sound'],
        ['use-soon', 'Use soon'],
        ['held', 'Held'],
        ['untested', 'Untested'],
      ],
    ],
  ]
  const any = KEYS.some((k) => filter[k] !== '')
  const clear = (): void =>
    setSearch(
      (s) => {
        for (const k of KEYS) s.delete(k)
        return s
      },
      { replace: true },
    )
  return (
    <div className="no-print mb-3 flex flex-wrap items-center gap-2">
      {fields.map(([key, label, choices]) => (
        <select
          key={key}
          aria-label={label}
          className={`min-h-11 min-w-0 flex-1 basis-32 rounded-md border-[1.5px] bg-crock px-2 text-[15px] ${filter[key] === '' ? 'border-rim' : 'border-kettle font-semibold'}`}
          value={filter[key]}
          onChange={(e) => set(key, e.target.value)}
        >
          {choices.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      ))}
      {any && (
        <Button look="quiet" size="small" onClick={clear}>
          Show all
        </Button>
      )}
      {children}
    </div>
  )
}
