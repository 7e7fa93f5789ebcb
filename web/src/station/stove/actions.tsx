import type { NewLoadEvent } from '@kelvit/contract'
import { dialTarget, kitchenNumber, RETRACTABLE, whyNot, type LoadEventKind } from '@kelvit/core'
import { useState, type FormEvent, type ReactNode } from 'react'
import { asEvents, useSay } from '../../api/changes'
import { useHousehold } from '../../app/session'
import { Button } from '../../ui/button'
import { cx } from '../../ui/cx'
import { useNotify } from '../../ui/notice'
import { FillForm } from './fill-form'
import type { LoadView } from './load-view'

export interface Stove {
  readonly say: (event: Omit<NewLoadEvent, 'at'>, words: string) => void
  /** Why an event does not fit now; undefined when it does. */
  readonly whyNot: (kind: LoadEventKind) => string | undefined
  readonly may: boolean
}

/** What a person may say about a load right now. */
export function useStove({ load, at, fresh }: LoadView): Stove {
  const { member, may } = useHousehold()
  const notify = useNotify()
  const send = useSay(load, member.name)
  return {
    may: may('helper'),
    whyNot: (kind) => whyNot(load.setup, asEvents(load.events), { id: 'ffffffff', at, kind }),
    say: (event, words) => {
      const starts = event.kind === 'started' && fresh?.outcome === 'process'
      const id = send(event, starts ? fresh.setup : load.setup)
      notify.done(
        words,
        RETRACTABLE.has(event.kind)
          ? () => void send({ kind: 'retracted', eventId: id })
          : undefined,
      )
    },
  }
}

interface StepProps {
  readonly stove: Stove
  readonly kind: LoadEventKind
  readonly words: string
  readonly done: string
  readonly look?: 'main' | 'plain' | 'stop'
}

/** One button for one event; greyed with its reason while it does not fit. */
function Step({ stove, kind, words, done, look = 'main' }: StepProps) {
  const why = stove.whyNot(kind)
  return (
    <span className="flex flex-col gap-1">
      <Button
        size="stove"
        look={look}
        disabled={why !== undefined || !stove.may}
        onClick={() => stove.say({ kind }, done)}
      >
        {words}
      </Button>
      {why && <span className="max-w-72 text-sm text-ink-soft">{why}</span>}
    </span>
  )
}

/** The buttons of the stage the load is in. */
export function Actions({ view }: { readonly view: LoadView }) {
  const stove = useStove(view)
  const { state, load } = view
  const step = (kind: LoadEventKind, words: string, done: string, look?: StepProps['look']) => (
    <Step stove={stove} kind={kind} words={words} done={done} {...(look ? { look } : {})} />
  )
  switch (state.stage) {
    case 'planned':
      return view.fresh?.outcome === 'refused'
        ? null
        : step('started', 'Start this load', 'Load started.')
    case 'preparing':
      return step('filling-began', 'Jars hot, vent clear', 'Filling.')
    case 'filling':
      return <FillForm view={view} stove={stove} />
    case 'heating':
      return step('steam-steady', 'Steam is steady', 'Venting: 10 minutes.')
    case 'venting':
      return (
        <Row>
          {state.steamSteadySince === null
            ? step('steam-steady', 'Steam is steady again', 'Venting: 10 minutes from now.')
            : step('weight-on', 'Weight is on', 'Climbing.')}
          {state.steamSteadySince !== null &&
            step(
              'steam-faltered',
              'Steam faltered',
              'The 10 minutes start again when it is steady.',
              'stop',
            )}
        </Row>
      )
    case 'climbing':
      return load.setup.regulatedBy === 'dial' ? (
        <ReadingPad view={view} stove={stove} />
      ) : (
        step('at-pressure', 'The weight rocks', 'The clock runs.')
      )
    case 'processing': {
      const over = view.now.clock.kind === 'down' && view.now.clock.leftMs === 0
      const heatOff = over && step('heat-off', 'Heat is off', 'Cooling.')
      const fell = step(
        'pressure-fell',
        'Pressure fell',
        'The whole time starts again at pressure.',
        'stop',
      )
      if (load.setup.regulatedBy === 'weighted')
        return (
          <Row>
            {step(
              'still-rocking',
              'Still rocking',
              'Noted.',
              view.now.prompt?.kind === 'look' ? 'main' : 'plain',
            )}
            {heatOff}
            <span className="sm:ml-auto">{fell}</span>
          </Row>
        )
      return (
        <div className="flex flex-col gap-4">
          <ReadingPad view={view} stove={stove}>
            <span className="sm:ml-auto">{fell}</span>
          </ReadingPad>
          {heatOff}
        </div>
      )
    }
    case 'cooling':
      return <Cooling view={view} stove={stove} />
    case 'resting':
      return step('opened', 'Lid is off', 'Take the jars out.')
    case 'unloading':
      return step('unloaded', 'All jars are out', 'They stand 12 to 24 hours.')
    default:
      return null
  }
}

const Row = ({ children }: { readonly children: ReactNode }) => (
  <div className="flex flex-wrap items-start gap-3">{children}</div>
)

function Cooling({ view, stove }: { readonly view: LoadView; readonly stove: Stove }) {
  const { state, load } = view
  const zero =
    load.setup.regulatedBy === 'dial' || view.canner?.gauge === 'both'
      ? 'Gauge is at zero'
      : 'No pressure left'
  const mark = (kind: 'pressure-zero' | 'lock-dropped', words: string, at: number | null) => (
    <Button
      size="stove"
      aria-pressed={at !== null}
      disabled={at !== null || !stove.may}
      className={cx(at !== null && 'border-brine! text-brine! opacity-100!')}
      onClick={() => stove.say({ kind }, `${words}.`)}
    >
      {at !== null && <span aria-hidden>✓</span>} {words}
    </Button>
  )
  return (
    <Row>
      {mark('pressure-zero', zero, state.pressureZeroAt)}
      {mark('lock-dropped', 'Lock has dropped', state.lockDroppedAt)}
      {state.pressureZeroAt !== null && state.lockDroppedAt !== null && (
        <Step stove={stove} kind="weight-off" words="Weight is off" done="Resting." />
      )}
    </Row>
  )
}

interface ReadingPadProps {
  readonly view: LoadView
  readonly stove: Stove
  readonly children?: ReactNode
}

/** Gauge readings in one tap around the target, or typed. */
function ReadingPad({ view, stove, children }: ReadingPadProps) {
  const [typed, setTyped] = useState<string>()
  const target = dialTarget(view.load.setup)
  const last = view.state.readings.at(-1)?.psi
  const first = view.state.stage === 'climbing' && view.state.restarts === 0
  const steps = first ? [-6, -3, -1, 0, 0.5] : [-0.5, 0, 0.5, 1, 1.5]
  const read = (psi: number): void => {
    stove.say(
      { kind: 'reading', psi },
      psi < target
        ? `${kitchenNumber(psi)} psi: below target.`
        : `${kitchenNumber(psi)} psi noted.`,
    )
    setTyped(undefined)
  }
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    const psi = Number((typed ?? '').replace(',', '.'))
    if (typed?.trim() && psi >= 0 && psi <= 30) read(psi)
  }
  return (
    <div role="group" aria-label="Gauge reads">
      <p className="mb-1.5 text-[15px] text-ink-soft">Gauge reads, psi</p>
      <div className="flex flex-wrap items-start gap-2.5">
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
          <Button
            size="stove"
            look="quiet"
            className="px-3!"
            disabled={!stove.may}
            onClick={() => setTyped('')}
          >
            Other
          </Button>
        ) : (
          <form onSubmit={submit} className="flex gap-2">
            <input
              aria-label="Another reading, psi"
              inputMode="decimal"
              value={typed}
              // It was asked for by the button just pressed.
              autoFocus
              onChange={(e) => setTyped(e.target.value)}
              className="tabular min-h-16 w-18 rounded-md border-[1.5px] border-kettle bg-crock px-3 text-xl"
            />
            <Button type="submit" size="stove" className="px-3!" disabled={typed.trim() === ''}>
              Note
            </Button>
          </form>
        )}
        {children}
      </div>
    </div>
  )
}
