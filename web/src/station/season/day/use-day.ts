import type { LoadWithEvents, Member } from '@kelvit/contract'
import {
  canBeOpen,
  clockOf,
  closingOf,
  kitchenOn,
  minuteOf,
  type DayKitchen,
  type DayPerson,
} from '@kelvit/core'
import { useMemo } from 'react'
import { useSearchParams } from 'react-router'
import type { SeasonView } from '../../../household/season'
import { useHousehold } from '../../../household/session'
import { entriesOn } from '../../../day/entries'
import { usualPeople } from '../../../day/kitchen'
import { tonight } from '../../../day/tonight'

const setOf = (text: string | null): ReadonlySet<string> =>
  new Set((text ?? '').split(',').filter(Boolean))
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
  const [search, setSearch] = useSearchParams()
  const usual = kitchenOn(view.records.calendar, date)
  const begun = tonight(date, now, usual, loads, view, household)
  const opens = isTime(search.get('from')) ? minuteOf(search.get('from') ?? '') : begun.opens
  const closes = isTime(search.get('until'))
    ? endOf(clockOf(opens), search.get('until') ?? '')
    : begun.closes
  const skip = setOf(search.get('skip'))
  const pints = setOf(search.get('pints'))
  const helpers = members.filter((m) => m.role !== 'viewer')
  const people = peopleFrom(search.get('who'), helpers, usual?.people ?? 1, opens, closes)
  const key = [...pints].join()
  const planned = useMemo(
    () => entriesOn(date, view, loads, household, setOf(key)),
    [date, view, loads, household, key],
  )
  // Hours that were typed are for trying: what is on the stove is no part of them.
  const all = search.has('from') ? planned : [...begun.running, ...planned]
  const entries = all.filter((e) => !skip.has(e.id))
  const kitchen: DayKitchen = {
    ...{ opens, closes, burners: household.settings.burners, people },
    gaps: usual?.gaps ?? [],
  }
  const change = (values: Readonly<Record<string, string | null>>): void =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before)
        for (const [name, value] of Object.entries(values))
          if (value === null || value === '') next.delete(name)
          else next.set(name, value)
        return next
      },
      { replace: true },
    )
  const toggle = (name: 'skip' | 'pints', id: string): void => {
    const now = new Set(name === 'skip' ? skip : pints)
    if (!now.delete(id)) now.add(id)
    change({ [name]: [...now].join() })
  }
  const setPeople = (next: readonly DayPerson[]): void =>
    change({
      who: next.map((p) => `${p.id}~${clockOf(p.from)}~${clockOf(p.until)}`).join() || 'nobody',
    })
  // Hours that were typed are meant as they are.
  const late = search.has('until') ? 0 : household.settings.lateMinutes
  return { usual, late, all, entries, kitchen, helpers, skip, pints, change, toggle, setPeople }
}

function peopleFrom(
  text: string | null,
  helpers: readonly Member[],
  usual: number,
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
