import type { Calling } from '@kelvit/contract'
import { minuteOf } from '@kelvit/core'
import { useEffect, useState } from 'react'
import { plural, useClock } from '../household/words'
import { sentenceOf } from '../sync/request'
import { Button } from '../ui/button'
import { ChoiceField } from '../ui/field'
import { useCalling, useSetCalling, whyNotCalled } from './calling'

const HOURS = ['05:00', '06:00', '07:00', '08:00', '09:00'] as const
const NIGHTS = ['21:00', '22:00', '23:00', '00:00', '01:00', '02:00'] as const

/** Whether and when this device is called while it is locked, what that can do, and a try. */
export function WhileLocked() {
  const calling = useCalling()
  const [trouble, setTrouble] = useState<string>()
  /** What was pressed and isn't settled yet. */
  const [wanted, setWanted] = useState<boolean>()
  const busy = wanted !== undefined
  const { turnOn, turnOff } = useSetCalling()
  const why = whyNotCalled()
  const now = calling.data
  const run = (on: boolean, work: Promise<void>): void => {
    setWanted(on)
    setTrouble(undefined)
    void work
      .catch((error: unknown) => setTrouble(sentenceOf(error)))
      .finally(() => setWanted(undefined))
  }
  return (
    <section aria-label="While this device is locked" className="border-t border-rim pt-3">
      <h3 className="mb-1 font-semibold">While this device is locked</h3>
      <p className="mb-2 text-[15px] text-ink-soft">
        An open page calls with sound, but a locked phone puts pages to sleep. Kelvit can call this
        device by a notification instead. That needs the internet, for Kelvit and for this device.
      </p>
      {why && !now?.on && (
        <p role="status" className="text-[15px] text-squash">
          {why}
        </p>
      )}
      {now?.publicKey === null && (
        <p role="status" className="text-[15px] text-squash">
          Kelvit isn’t set up to call locked devices.
        </p>
      )}
      {now?.publicKey && (!why || now.on) && (
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-6 shrink-0 accent-kettle"
            checked={wanted ?? now.on}
            disabled={busy}
            onChange={(e) => run(e.target.checked, e.target.checked ? turnOn(now) : turnOff())}
          />
          Call this device while it’s locked
        </label>
      )}
      {wanted && !now?.on && (
        <p role="status" className="text-[15px] text-ink-soft">
          Getting this device ready. The first time can take half a minute.
        </p>
      )}
      {trouble && (
        <p role="alert" className="text-[15px] text-squash">
          {trouble}
        </p>
      )}
      {now?.on && <Times now={now} set={(next) => run(true, turnOn(next))} />}
      {now?.on && <Try now={now} again={() => void calling.refetch()} />}
    </section>
  )
}

function Times({ now, set }: { readonly now: Calling; readonly set: (next: Calling) => void }) {
  const clock = useClock()
  const always = now.from === null || now.until === null
  const choices = (hours: readonly string[], chosen: string | null) =>
    [...new Set([...hours, ...(chosen ? [chosen] : [])])].map(
      (h) => [h, clock(minuteOf(h))] as const,
    )
  return (
    <div className="flex flex-wrap items-end gap-3 py-1">
      <ChoiceField
        label="When"
        choices={[
          ['always', 'at any time'] as const,
          ['between', 'only between two times'] as const,
        ]}
        value={always ? 'always' : 'between'}
        onChange={(e) =>
          set({
            ...now,
            ...(e.target.value === 'always'
              ? { from: null, until: null }
              : { from: '06:00', until: '23:00' }),
          })
        }
      />
      {!always && (
        <>
          <ChoiceField
            label="From"
            choices={choices(HOURS, now.from)}
            value={now.from ?? ''}
            onChange={(e) => set({ ...now, from: e.target.value })}
          />
          <ChoiceField
            label="Until"
            choices={choices(NIGHTS, now.until)}
            value={now.until ?? ''}
            onChange={(e) => set({ ...now, until: e.target.value })}
          />
        </>
      )}
    </div>
  )
}

/** After the moment in which the call must have come, ms. */
const LATER_MS = 4000

function Try({ now, again }: { readonly now: Calling; readonly again: () => void }) {
  const { test } = useSetCalling()
  const [left, setLeft] = useState<number>()
  const [trouble, setTrouble] = useState<string>()
  useEffect(() => {
    if (left === undefined || left < 0) return
    const timer = window.setTimeout(() => {
      setLeft(left - 1)
      if (left === 0) window.setTimeout(again, LATER_MS)
    }, 1000)
    return () => window.clearTimeout(timer)
  }, [left, again])
  const start = (): void => {
    setTrouble(undefined)
    void test()
      .then(({ inSeconds }) => setLeft(inSeconds))
      .catch((error: unknown) => setTrouble(sentenceOf(error)))
  }
  return (
    <div className="flex flex-col gap-2 py-1">
      <div>
        <Button size="small" onClick={start} disabled={left !== undefined && left >= 0}>
          Call me in ten seconds
        </Button>
      </div>
      <p role="status" className="text-[15px]">
        {left !== undefined && left >= 0
          ? `Lock this device now. It should call in ${plural(left, 'second')}.`
          : now.reached === true
            ? 'The last call was sent. If you didn’t hear it, check the notification settings of this device and its quiet hours.'
            : now.reached === false
              ? 'The last call couldn’t be sent. Without the internet a locked device isn’t called: leave the page open instead.'
              : ''}
      </p>
      {trouble && (
        <p role="alert" className="text-[15px] text-squash">
          {trouble}
        </p>
      )}
    </div>
  )
}
