import { paths } from '@kelvit/contract'
import { clockOf } from '@kelvit/core'
import { useState } from 'react'
import { useQueryClient } from '@tanstack/react-query'
import { storedLoad, type SeasonView } from '../../../household/season'
import { useHousehold } from '../../../household/session'
import { useClock } from '../../../household/words'
import { useKitchenExceptions } from '../../../sync/queries'
import { request, sentenceOf } from '../../../sync/request'
import { Button } from '../../../ui/button'
import { useNotify } from '../../../ui/notice'
import { Panel } from '../../../ui/panel'
import { putOddDay } from '../odd-day'
import { changesOf, type DayChanges } from './changes'
import type { useDay } from './use-day'

type Day = ReturnType<typeof useDay>

interface KeepProps {
  readonly date: string
  readonly day: Day
  readonly view: SeasonView
}

/** What was changed of this day, what follows from it, and how all devices get to see it. */
export function KeepChanges({ date, day, view }: KeepProps) {
  const { may } = useHousehold()
  const { keep, keeping } = useKeep(date, day, view)
  const handed = useHandsWords(day)
  if (!day.changed) return null
  const changes = changesOf(day, view)
  return (
    <Panel rim="due" className="mb-5" label="What you changed">
      <div className="flex flex-wrap items-start justify-between gap-x-6 gap-y-3">
        <div className="max-w-prose" role="status">
          <h2>Only you see these changes so far</h2>
          <ul className="mt-1 list-disc pl-5 leading-relaxed">
            {[...handed, ...changes.sentences].map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ul>
          {changes.refused && (
            <p role="alert" className="mt-2 font-semibold text-beet">
              {changes.refused}
            </p>
          )}
        </div>
        <div className="flex flex-wrap gap-2.5">
          {may('helper') && (
            <Button
              look="main"
              disabled={keeping || changes.refused !== null}
              onClick={() => void keep(changes)}
            >
              {keeping ? 'Saving…' : 'Keep for everybody'}
            </Button>
          )}
          <Button onClick={day.forget}>Back to the plan</Button>
        </div>
      </div>
    </Panel>
  )
}

/** Who is there, and from when until when, as far as it was changed. */
function useHandsWords({ changed, kitchen, expected }: Day): readonly string[] {
  const clock = useClock()
  const names = (people: Day['kitchen']['people']) => people.map((p) => p.name)
  const gone = names(expected).filter((n) => !names(kitchen.people).includes(n))
  const here = names(kitchen.people).filter((n) => !names(expected).includes(n))
  const part = kitchen.people.some((p) => p.from > kitchen.opens || p.until < kitchen.closes)
  return [
    ...(changed?.hours ? [`The kitchen is free until ${clock(kitchen.closes)}.`] : []),
    ...gone.map((n) => `${n} isn’t there.`),
    ...here.map((n) => `${n} helps.`),
    ...(changed?.hands && part ? ['Kelvit saves who helps, but not when.'] : []),
    ...(changed?.pints ? ['Pints aren’t kept. Start that load from here to can it in pints.'] : []),
  ]
}

/**
 * Writes the changes down, each by itself: the day's hours and hands first, then its loads.
 * What is elsewhere in the plan is not touched, also where it cannot be canned as it stands.
 */
function useKeep(date: string, day: Day, { season: { model }, stored }: SeasonView) {
  const known = useKitchenExceptions().data ?? []
  const client = useQueryClient()
  const notify = useNotify()
  const [keeping, setKeeping] = useState(false)
  const readAgain = async (): Promise<void> => {
    for (const list of ['kitchen-exceptions', 'season-loads'])
      await client.invalidateQueries({ queryKey: [list] })
  }
  const orSay = (done: Promise<void>): Promise<void> =>
    done
      .catch((error: unknown) => notify.trouble(sentenceOf(error)))
      .finally(() => void readAgain())
  const write = async ({ moves }: DayChanges, back: (() => Promise<unknown>)[]): Promise<void> => {
    const { kitchen, changed } = day
    if (changed?.hours || changed?.hands)
      back.push(
        await putOddDay(known, {
          onDate: date,
          opens: clockOf(day.opensAt),
          closes: clockOf(kitchen.closes % (24 * 60)),
          people: kitchen.people.length,
          who: kitchen.people.map((p) => p.name),
        }),
      )
    for (const { id, to } of moves) {
      const was = stored.find((l) => l.id === id)
      if (!was) continue
      const path = `${paths.seasonLoads}/${id}`
      if (to) {
        const { id: _same, ...place } = storedLoad(model, to, id)
        await request('PATCH', path, { ...place, version: was.version })
      } else await request('DELETE', path)
      const version = to ? was.version + 1 : null
      back.push(() =>
        request('POST', `${paths.changes}/undo`, { table: 'season_loads', id, version }),
      )
    }
  }
  const keep = async (changes: DayChanges): Promise<void> => {
    setKeeping(true)
    const back: (() => Promise<unknown>)[] = []
    const takeBack = async (): Promise<void> => {
      for (const one of back.toReversed()) await one()
    }
    await orSay(
      write(changes, back).then(() => {
        notify.done('Day changed.', () => void orSay(takeBack()))
        day.forget()
      }),
    )
    setKeeping(false)
  }
  return { keep, keeping }
}
