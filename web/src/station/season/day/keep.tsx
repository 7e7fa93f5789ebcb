import { clockOf } from '@kelvit/core'
import { useState } from 'react'
import { useQueryClient } from '@tanstack/react-query'
import type { SeasonView } from '../../../household/season'
import { useHousehold } from '../../../household/session'
import { useClock } from '../../../household/words'
import { useKitchenExceptions } from '../../../sync/queries'
import { sentenceOf } from '../../../sync/request'
import { Button } from '../../../ui/button'
import { useNotify } from '../../../ui/notice'
import { Panel } from '../../../ui/panel'
import { putOddDay } from '../odd-day'
import { useSavePlan } from '../plan/use-save-plan'
import { changesOf } from './changes'
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
    ...(changed?.hands && part
      ? ['From when until when somebody helps is for trying. Only who is there is kept.']
      : []),
    ...(changed?.pints
      ? ['Pints are for trying. Start that load from here to can it in pints.']
      : []),
  ]
}

/** Writes the changes down: the day's hours and hands first, then its loads. */
function useKeep(date: string, day: Day, view: SeasonView) {
  const known = useKitchenExceptions().data ?? []
  const { save } = useSavePlan()
  const client = useQueryClient()
  const notify = useNotify()
  const [keeping, setKeeping] = useState(false)
  const keep = async ({ plan, moves }: ReturnType<typeof changesOf>): Promise<void> => {
    setKeeping(true)
    try {
      const { kitchen, changed } = day
      let alsoBack: (() => void) | undefined
      if (changed?.hours || changed?.hands) {
        const takeBack = await putOddDay(known, {
          onDate: date,
          opens: clockOf(day.opensAt),
          closes: clockOf(kitchen.closes % (24 * 60)),
          people: kitchen.people.length,
          who: kitchen.people.map((p) => p.name),
        })
        const readAgain = () => client.invalidateQueries({ queryKey: ['kitchen-exceptions'] })
        alsoBack = () =>
          void takeBack()
            .then(readAgain)
            .catch((error) => notify.trouble(sentenceOf(error)))
        await readAgain()
      }
      const { model } = view.season
      if (!moves) notify.done('Day changed.', alsoBack)
      else if (!(await save(model, plan, view.stored, 'Day changed.', alsoBack))) return
      day.forget()
    } catch (error) {
      notify.trouble(sentenceOf(error))
    } finally {
      setKeeping(false)
    }
  }
  return { keep, keeping }
}
