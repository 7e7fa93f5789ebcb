import { dialTarget, gaugeScale, readNumber, toldIn, type GaugeScale } from '@kelvit/core'
import { useEffect, useState, type FormEvent } from 'react'
import { useHousehold } from '../household/session'
import { Button } from '../ui/button'
import type { LoadView } from './load-view'
import { Ask } from './step'
import type { Stove } from './use-stove'

/** A reading under the target counts by itself when nobody says otherwise, s. */
const COUNTS_AFTER_S = 10

interface ReadingPadProps {
  readonly view: LoadView
  readonly stove: Stove
}

/** Gauge readings in one tap around the target, or typed. A low one is asked about before it counts. */
export function ReadingPad({ view, stove }: ReadingPadProps) {
  const [low, setLow] = useState<number>()
  const { setup } = view.load
  const gauge = gaugeScale(toldIn(setup, useHousehold().household.units))
  const target = gauge.target(dialTarget(setup))
  const note = (figure: number): void => {
    setLow(undefined)
    const read = `${gauge.say(figure)} ${gauge.unit}`
    stove.say(
      { kind: 'reading', psi: gauge.toPsi(figure) },
      figure < target && view.state.stage === 'processing'
        ? `${read}: below ${gauge.say(target)}. The time starts again.`
        : `${read} noted.`,
    )
  }
  const read = (figure: number): void => {
    if (view.state.stage === 'processing' && setup.regulatedBy === 'dial' && figure < target)
      setLow(figure)
    else note(figure)
  }
  if (low !== undefined)
    return (
      <LowReading
        read={gauge.say(low)}
        target={gauge.say(target)}
        yes={() => note(low)}
        no={() => setLow(undefined)}
      />
    )
  return <Keys view={view} stove={stove} gauge={gauge} target={target} read={read} />
}

interface LowReadingProps {
  readonly read: string
  readonly target: string
  readonly yes: () => void
  readonly no: () => void
}

/** A slip of the finger is asked about; silence means that it did read that. */
function LowReading({ read, target, yes, no }: LowReadingProps) {
  const [left, setLeft] = useState(COUNTS_AFTER_S)
  useEffect(() => {
    const timer = window.setInterval(() => setLeft((s) => s - 1), 1000)
    return () => window.clearInterval(timer)
  }, [])
  useEffect(() => {
    if (left <= 0) yes()
    // Counted once, when the seconds are over.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [left <= 0])
  return (
    <Ask
      question={`${read} is below ${target}: is that right?`}
      no={no}
      noWords="No, that’s a typo"
    >
      <Button size="stove" look="stop" onClick={yes}>
        It read {read}
        <span className="text-base font-normal" aria-hidden>
          counts in {Math.max(0, left)} s
        </span>
      </Button>
    </Ask>
  )
}

interface KeysProps extends ReadingPadProps {
  readonly gauge: GaugeScale
  readonly target: number
  readonly read: (figure: number) => void
}

/** The highest that a dial reads, psi. */
const MOST_PSI = 30

function Keys({ view, stove, gauge, target, read }: KeysProps) {
  const [typed, setTyped] = useState<string>()
  const { setup } = view.load
  const last = view.state.readings.at(-1)?.psi
  const first = view.state.stage === 'climbing' && view.state.restarts === 0
  const figures = (first ? [-12, -6, -2, 0, 1] : [-1, 0, 1, 2, 3])
    .map((steps) => target + steps * gauge.step)
    .filter((f) => f >= 0)
  const most = Math.floor(gauge.reading(MOST_PSI))
  const typedIn = typed?.trim() ? readNumber(typed) : undefined
  const figure = typedIn?.ok ? typedIn.value : undefined
  const fits = figure !== undefined && figure >= 0 && figure <= most
  const wrong =
    typedIn && !typedIn.ok
      ? typedIn.sentence
      : typedIn && !fits
        ? `A reading is from 0 to ${most} ${gauge.unit}.`
        : undefined
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    if (!fits) return
    setTyped(undefined)
    read(figure)
  }
  const label =
    setup.regulatedBy === 'dial'
      ? `Gauge reads, ${gauge.unit}`
      : `Gauge reads, ${gauge.unit} (a note: the weight regulates)`
  return (
    <div role="group" aria-label={label} className="flex flex-col gap-1.5 max-sm:w-full">
      <p className="text-[15px] text-ink-soft">
        {label}
        {setup.gaugeErrorPsi !== 0 &&
          `. This dial reads ${gauge.off(setup.gaugeErrorPsi)} ${setup.gaugeErrorPsi > 0 ? 'high' : 'low'}: ${gauge.say(target)} on it is the tested ${gauge.say(gauge.target(setup.psi))}`}
      </p>
      <div className="grid grid-cols-3 gap-2.5 sm:flex sm:flex-wrap">
        {figures.map((f) => (
          <Button
            key={f}
            size="stove"
            className="min-w-18 px-3!"
            look={last !== undefined && Math.abs(last - gauge.toPsi(f)) < 1e-6 ? 'main' : 'plain'}
            disabled={!stove.may}
            onClick={() => read(f)}
          >
            {gauge.say(f)}
          </Button>
        ))}
        {typed === undefined ? (
          <Button size="stove" className="px-3!" disabled={!stove.may} onClick={() => setTyped('')}>
            Other
          </Button>
        ) : (
          <form onSubmit={submit} className="col-span-3 flex flex-wrap items-center gap-2">
            <input
              aria-label={`Another reading, ${gauge.unit}`}
              aria-invalid={wrong !== undefined}
              inputMode="decimal"
              value={typed}
              // It was asked for by the button just pressed.
              autoFocus
              onChange={(e) => setTyped(e.target.value)}
              className="tabular min-h-16 w-24 rounded-md border-[1.5px] border-kettle bg-crock px-3 text-xl aria-invalid:border-beet"
            />
            <Button type="submit" size="stove" className="px-3!" disabled={!fits}>
              Note
            </Button>
            {wrong && (
              <p role="alert" className="text-[15px] text-beet">
                {wrong}
              </p>
            )}
          </form>
        )}
      </div>
    </div>
  )
}
