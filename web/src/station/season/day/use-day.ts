import type { LoadWithEvents, Member } from '@kelvit/contract'
import {
  canBeOpen,
  clockOf,
  closingOf,
  kitchenOn,
  minuteOf,
  type DayKitchen,
  type DayPerson,
  type KitchenStretch,
} from '@kelvit/core'
import { useEffect, useMemo, useRef } from 'react'
import { useSearchParams } from 'react-router'
import type { SeasonView } from '../../../household/season'
import { useHousehold } from '../../../household/session'
import { entriesOn } from '../../../day/entries'
import { usualPeople } from '../../../day/kitchen'
import { tonight } from '../../../day/tonight'

const setOf = (text: string | null): ReadonlySet<string> =>
  new Set((text ?? '').split(',').filter(Boolean))
/** "load~canner,load~canner". */
const pairsOf = (text: string | null): ReadonlyMap<string, string> =>
  new Map(
    [...setOf(text)].flatMap((pair): [string, string][] => {
      const [load, canner] = pair.split('~')
      return load && canner ? [[load, canner]] : []
    }),
  )
/** What the address may say of a day beside the plan. */
const TRIED = ['from', 'until', 'who', 'skip', 'pints', 'on']
/** A time of the day or of the night after it, up to 30:00. */
const isTime = (t: string | null): t is string => /^([0-2]\d|30):[0-5]\d$/.test(t ?? '')

/** When a time ends that began at another: in the night after it, where that can be meant. */
const endOf = (from: string, until: string): number =>
  canBeOpen(from, until) ? closingOf(from, until) : minuteOf(until)

/**
 * A day's loads and kitchen. What is changed here stands in the address, so that
 * the same day can be opened again or sent to somebody.
 */
export function useDay(
  date: string,
  view: SeasonView,
  loads: readonly LoadWithEvents[],
  members: readonly Member[],
  now: number,
) {
  const { household } = useHousehold()
  const trial = useTrial(view)
  const { search, pints, skip } = trial
  const usual = kitchenOn(view.records.calendar, date)
  const begun = tonight(date, now, usual, loads, view, household)
  const opens = isTime(search.get('from')) ? minuteOf(search.get('from') ?? '') : begun.opens
  const closes = isTime(search.get('until'))
    ? endOf(clockOf(opens), search.get('until') ?? '')
    : begun.closes
  const helpers = members.filter((m) => m.role !== 'viewer')
  const expected = usualPeople(helpers, usual, opens, closes)
  const people = peopleFrom(search.get('who'), helpers, usual, opens, closes)
  const key = [...pints].join()
  const canners = search.get('on') ?? ''
  const planned = useMemo(() => {
    const elsewhere = pairsOf(canners)
    const stored = view.stored.map((l) => ({ ...l, cannerId: elsewhere.get(l.id) ?? l.cannerId }))
    return entriesOn(date, { ...view, stored }, loads, household, setOf(key))
  }, [date, view, loads, household, key, canners])
  // Hours that were typed are for trying: what is on the stove is no part of them.
  const all = search.has('from') ? planned : [...begun.running, ...planned]
  const entries = all.filter((e) => !skip.has(e.id))
  const kitchen: DayKitchen = {
    ...{ opens, closes, burners: household.settings.burners, people },
    gaps: usual?.gaps ?? [],
  }
  // Today's hours begin now; the day itself began when the kitchen opened.
  const opensAt = search.has('from') ? opens : (usual?.opens ?? opens)
  // Hours that were typed are meant as they are.
  const late = search.has('until') ? 0 : household.settings.lateMinutes
  return {
    ...{ usual, late, all, entries, kitchen, helpers, expected, opensAt },
    ...trial,
  }
}

/** What is tried of a day beside the plan, seen by nobody else until it is kept. */
function useTrial(view: SeasonView) {
  const [search, setSearch] = useSearchParams()
  const skip = setOf(search.get('skip'))
  const pints = setOf(search.get('pints'))
  const on = pairsOf(search.get('on'))
  // Two presses may come before the address has followed the first.
  const latest = useRef(search)
  useEffect(() => void (latest.current = search), [search])
  const change = (values: Readonly<Record<string, string | null>>): void => {
    const next = new URLSearchParams(latest.current)
    for (const [name, value] of Object.entries(values))
      if (value === null || value === '') next.delete(name)
      else next.set(name, value)
    latest.current = next
    setSearch(next, { replace: true })
  }
  const toggle = (name: 'skip' | 'pints', id: string): void => {
    const now = new Set(setOf(latest.current.get(name)))
    if (!now.delete(id)) now.add(id)
    change({ [name]: [...now].join() })
  }
  const putOn = (id: string, cannerId: string): void => {
    const stored = view.stored.find((l) => l.id === id)?.cannerId
    const next = new Map(pairsOf(latest.current.get('on'))).set(id, cannerId)
    if (cannerId === stored) next.delete(id)
    change({ on: [...next].map((pair) => pair.join('~')).join() })
  }
  const setPeople = (next: readonly DayPerson[]): void =>
    change({
      who: next.map((p) => `${p.id}~${clockOf(p.from)}~${clockOf(p.until)}`).join() || 'nobody',
    })
  const forget = (): void => change(Object.fromEntries(TRIED.map((name) => [name, null])))
  const changed = TRIED.some((name) => search.has(name))
    ? {
        hours: search.has('from') || search.has('until'),
        hands: search.has('who'),
        pints: pints.size > 0,
      }
    : undefined
  return { search, skip, pints, on, changed, change, toggle, putOn, setPeople, forget }
}

function peopleFrom(
  text: string | null,
  helpers: readonly Member[],
  usual: KitchenStretch | null,
  opens: number,
  closes: number,
): readonly DayPerson[] {
  if (text === null) return usualPeople(helpers, usual, opens, closes)
  return text.split(',').flatMap((part): DayPerson[] => {
    const [id, from, until] = part.split('~')
    const member =
      helpers.find((m) => m.id === id) ??
      usualPeople(helpers, usual, opens, closes).find((p) => p.id === id)
    if (!member || !isTime(from ?? null) || !isTime(until ?? null)) return []
    return [
      {
        id: member.id,
        name: member.name,
        from: minuteOf(from ?? ''),
        until: endOf(from ?? '', until ?? ''),
      },
    ]
  })
}
