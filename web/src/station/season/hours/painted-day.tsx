import { clockOf, closingOf, minuteOf } from '@kelvit/core'
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { useClock } from '../../../household/words'

/** The strip runs from six in the morning to two in the night. */
const FROM = 6 * 60
const TO = 26 * 60
const STEP = 30
const SHORTEST = 60

export interface Stretch {
  readonly opens: string
  readonly closes: string
}

/** Midnight at the end of a day is 24:00; what is later is of the next. */
const textOf = (minute: number): string => clockOf(minute > 24 * 60 ? minute - 24 * 60 : minute)
const shareOf = (minute: number): number => (100 * (minute - FROM)) / (TO - FROM)

/** "5–9:30 pm": as short as the strip. */
function spanWords(from: string, until: string): string {
  const short = (t: string): string => t.replace(':00', '')
  const same = from.slice(-2) === until.slice(-2) && /m$/.test(from)
  return `${short(same ? from.slice(0, -3) : from)}–${short(until)}`
}

/** The hours over the strips. */
export function HoursAxis() {
  const clock = useClock()
  return (
    <div aria-hidden className="relative h-5 text-[13px] text-ink-soft">
      {[8, 12, 16, 20, 24].map((h) => (
        <span
          key={h}
          className={`absolute -translate-x-1/2 whitespace-nowrap ${h % 12 === 0 ? '' : 'hidden sm:inline'}`}
          style={{ left: `${shareOf(h * 60)}%` }}
        >
          {h === 24 ? 'midnight' : h === 12 ? 'noon' : clock(h * 60).replace(':00', '')}
        </span>
      ))}
    </div>
  )
}

interface PaintedDayProps {
  readonly name: string
  /** Empty where nobody cans. */
  readonly opens: string
  readonly closes: string
  readonly may: boolean
  /** Null clears the day. */
  readonly paint: (stretch: Stretch | null) => void
}

/** A day’s hours as a strip: drag over it to paint them, or move either end by the arrow keys. */
export function PaintedDay({ name, opens, closes, may, paint }: PaintedDayProps) {
  const clock = useClock()
  const strip = useRef<HTMLDivElement>(null)
  const [drawn, setDrawn] = useState<{ readonly a: number; readonly b: number }>()
  const there = opens !== '' && closes !== ''
  const kept = there ? { from: minuteOf(opens), until: closingOf(opens, closes) } : undefined
  const shown = drawn
    ? { from: Math.min(drawn.a, drawn.b), until: Math.max(drawn.a, drawn.b) + STEP }
    : kept
  const minuteAt = (e: PointerEvent): number => {
    const box = strip.current?.getBoundingClientRect()
    const share = box ? (e.clientX - box.left) / box.width : 0
    const minute = FROM + Math.floor((share * (TO - FROM)) / STEP) * STEP
    return Math.min(TO - STEP, Math.max(FROM, minute))
  }
  const put = (from: number, until: number): void =>
    paint({ opens: textOf(from), closes: textOf(Math.max(until, from + SHORTEST)) })
  const up = (): void => {
    if (!drawn) return
    setDrawn(undefined)
    put(Math.min(drawn.a, drawn.b), Math.max(drawn.a, drawn.b) + STEP)
  }
  const onKey = (end: 'from' | 'until') => (e: KeyboardEvent) => {
    const by = e.key === 'ArrowRight' ? STEP : e.key === 'ArrowLeft' ? -STEP : 0
    if (e.key === 'Delete' || e.key === 'Backspace') paint(null)
    else if (by === 0) return
    else if (!kept) put(17 * 60, 21 * 60)
    else if (end === 'from')
      put(Math.max(FROM, Math.min(kept.until - SHORTEST, kept.from + by)), kept.until)
    else put(kept.from, Math.min(TO, Math.max(kept.from + SHORTEST, kept.until + by)))
    e.preventDefault()
  }
  const end = (which: 'from' | 'until') => (
    <span
      key={which}
      role="slider"
      tabIndex={may ? 0 : -1}
      aria-label={`${name}, ${which}`}
      aria-valuemin={FROM}
      aria-valuemax={TO}
      aria-valuenow={kept?.[which] ?? FROM}
      aria-valuetext={kept ? clock(kept[which] % (24 * 60)) : 'no canning'}
      aria-disabled={!may}
      onKeyDown={may ? onKey(which) : undefined}
      className="absolute inset-y-0 w-3 -translate-x-1/2 rounded-sm"
      style={{ left: `${shareOf(shown?.[which] ?? 17 * 60)}%` }}
    />
  )
  return (
    <div
      ref={strip}
      className={`relative h-11 touch-none overflow-visible rounded-md border border-rim bg-[repeating-linear-gradient(90deg,transparent_0_calc(10%-1px),var(--rim)_calc(10%-1px)_10%)] ${may ? 'cursor-crosshair' : ''}`}
      onPointerDown={(e) => {
        if (!may || e.button !== 0) return
        e.currentTarget.setPointerCapture(e.pointerId)
        setDrawn({ a: minuteAt(e), b: minuteAt(e) })
      }}
      onPointerMove={(e) => drawn && setDrawn({ ...drawn, b: minuteAt(e) })}
      onPointerUp={up}
      onPointerCancel={() => setDrawn(undefined)}
    >
      {shown ? (
        <span
          className="absolute inset-y-1 flex items-center justify-center overflow-hidden rounded bg-kettle/25 text-[13px] font-semibold whitespace-nowrap text-ink ring-2 ring-kettle/60"
          style={{
            left: `${shareOf(shown.from)}%`,
            width: `${shareOf(shown.until) - shareOf(shown.from)}%`,
          }}
        >
          <span className="max-sm:text-[11px]">
            {spanWords(clock(shown.from % (24 * 60)), clock(shown.until % (24 * 60)))}
          </span>
        </span>
      ) : (
        <span className="absolute inset-0 content-center pl-3 text-[14px] text-ink-soft">
          no canning
        </span>
      )}
      {end('from')}
      {end('until')}
    </div>
  )
}
