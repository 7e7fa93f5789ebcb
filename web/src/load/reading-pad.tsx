import { psi as toPsi, dialTarget, kitchenNumber } from '@kelvit/core'
import { useEffect, useState, type FormEvent } from 'react'
import { Button } from '../ui/button'
import { amountOf } from './amount'
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
  const target = dialTarget(setup)
  const note = (psi: number): void => {
    setLow(undefined)
    stove.say(
      { kind: 'reading', psi: toPsi(psi) },
      psi < target && view.state.stage === 'processing'
        ? `${kitchenNumber(psi)} psi: below ${kitchenNumber(target)}. The whole time again.`
        : `${kitchenNumber(psi)} psi noted.`,
    )
  }
  const read = (psi: number): void => {
    if (view.state.stage === 'processing' && setup.regulatedBy === 'dial' && psi < target)
      setLow(psi)
    else note(psi)
  }
  if (low !== undefined)
    return (
      <LowReading psi={low} target={target} yes={() => note(low)} no={() => setLow(undefined)} />
    )
  return <Keys view={view} stove={stove} target={target} read={read} />
}

interface LowReadingProps {
  readonly psi: number
  readonly target: number
  readonly yes: () => void
  readonly no: () => void
}

/** A slip of the finger is asked about; silence means that it did read that. */
function LowReading({ psi, target, yes, no }: LowReadingProps) {
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
      question={`${kitchenNumber(psi)} is below ${kitchenNumber(target)}: did it read that?`}
      no={no}
      noWords="No, a slip"
    >
      <Button size="stove" look="stop" onClick={yes}>
        It read {kitchenNumber(psi)}
        <span className="text-base font-normal" aria-hidden>
          counts in {Math.max(0, left)} s
        </span>
      </Button>
    </Ask>
  )
}

interface KeysProps extends ReadingPadProps {
  readonly target: number
  readonly read: (psi: number) => void
}

function Keys({ view, stove, target, read }: KeysProps) {
  const [typed, setTyped] = useState<string>()
  const { setup } = view.load
  const last = view.state.readings.at(-1)?.psi
  const first = view.state.stage === 'climbing' && view.state.restarts === 0
  const steps = first ? [-6, -3, -1, 0, 0.5] : [-0.5, 0, 0.5, 1, 1.5]
  const psi = typed === undefined ? undefined : amountOf(typed)
  const fits = psi !== undefined && psi >= 0 && psi <= 30
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    if (!fits) return
    setTyped(undefined)
    read(psi)
  }
  const label =
    setup.regulatedBy === 'dial'
      ? 'Gauge reads, psi'
      : 'Gauge reads, psi (a note: the weight regulates)'
  return (
    <div role="group" aria-label={label} className="flex flex-col gap-1.5 max-sm:w-full">
      <p className="text-[15px] text-ink-soft">
        {label}
        {setup.gaugeErrorPsi !== 0 &&
          `. This dial reads ${kitchenNumber(Math.abs(setup.gaugeErrorPsi))} ${setup.gaugeErrorPsi > 0 ? 'high' : 'low'}: ${kitchenNumber(target)} there is the tested ${kitchenNumber(setup.psi)}`}
      </p>
      <div className="grid grid-cols-3 gap-2.5 sm:flex sm:flex-wrap">
        {steps.map((d) => (
          <Button
            key={d}
            size="stove"
            className="min-w-18 px-3!"
            look={last === target + d ? 'main' : 'plain'}
            disabled={!stove.may}
            onClick={() => read(target + d)}
          >
            {kitchenNumber(target + d)}
          </Button>
        ))}
        {typed === undefined ? (
          <Button size="stove" className="px-3!" disabled={!stove.may} onClick={() => setTyped('')}>
            Other
          </Button>
        ) : (
          <form onSubmit={submit} className="col-span-3 flex flex-wrap items-center gap-2">
            <input
              aria-label="Another reading, psi"
              aria-invalid={typed !== '' && !fits}
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
            {typed !== '' && !fits && (
              <p role="alert" className="text-[15px] text-beet">
                A reading is from 0 to 30 psi.
              </p>
            )}
          </form>
        )}
      </div>
    </div>
  )
}
