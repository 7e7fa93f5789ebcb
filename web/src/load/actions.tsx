import { hasLock, isDown, restMs, showClock, type LoadEventKind } from '@kelvit/core'
import { useState } from 'react'
import { useTimes } from '../household/words'
import { Button } from '../ui/button'
import { cx } from '../ui/cx'
import { FillForm } from './fill-form'
import { JarsSeen } from './jars-seen'
import type { LoadView } from './load-view'
import { ReadingPad } from './reading-pad'
import { Ask, Row, Step } from './step'
import { useStove, type Stove } from './use-stove'
import { WhenField } from './when-field'

interface PartProps {
  readonly view: LoadView
  readonly stove: Stove
}

/** The buttons of the stage the load is in: the main one first. */
export function Actions({ view }: { readonly view: LoadView }) {
  const stove = useStove(view)
  const { state } = view
  switch (state.stage) {
    case 'planned':
      return <Start view={view} stove={stove} />
    case 'preparing':
      return (
        <Step
          stove={stove}
          event={{ kind: 'filling-began' }}
          words="Filling begins"
          done="Filling."
        />
      )
    case 'filling':
      return <FillForm view={view} stove={stove} />
    case 'heating':
      return (
        <Step
          stove={stove}
          event={{ kind: 'steam-steady' }}
          words="Steam is steady"
          done="Venting: 10 minutes."
        />
      )
    case 'venting':
      return <Venting view={view} stove={stove} />
    case 'climbing':
      return <Climbing view={view} stove={stove} />
    case 'processing':
      return <Processing view={view} stove={stove} />
    case 'cooling':
      return <Cooling view={view} stove={stove} />
    case 'resting':
      return <Resting view={view} stove={stove} />
    case 'unloading':
      return <Unloading view={view} stove={stove} />
    default:
      return null
  }
}

function Start({ view, stove }: PartProps) {
  if (view.fresh?.outcome === 'refused' || (view.canner?.blocks.length ?? 0) > 0) return null
  return (
    <Step
      stove={stove}
      event={{ kind: 'started' }}
      words="Start this load"
      done="Load started."
      doubt={
        view.canner?.inspectedOn === null
          ? `${view.canner.name} hasn’t been checked yet: vent clear, seal good, plug soft, lid on its marks, base flat. Is everything in order?`
          : undefined
      }
      sure="I checked: all in order"
    />
  )
}

function Venting({ view, stove }: PartProps) {
  const { state, now } = view
  if (state.steamSteadySince === null)
    return (
      <Step
        stove={stove}
        event={{ kind: 'steam-steady' }}
        words="Steam is steady again"
        done="Venting: 10 minutes from now."
      />
    )
  const left = now.clock.kind === 'down' ? now.clock.leftMs : 0
  return (
    <Row>
      <Step
        stove={stove}
        event={{ kind: 'weight-on' }}
        words="Weight is on"
        done="Climbing."
        doubt={
          left > 0
            ? `${showClock(Math.ceil(left / 1000))} of the ten minutes are left. Is the weight on already? Leave it on: turn the heat off, let the pressure fall to zero, then take it off and vent again.`
            : undefined
        }
        sure="It is on already"
      />
      <Step
        stove={stove}
        event={{ kind: 'steam-faltered' }}
        words="Steam faltered"
        done="The 10 minutes start again when the steam is steady."
        look="stop"
      />
    </Row>
  )
}

/** Whether the canner has a dial beside the weight that regulates it. */
const hasDialToo = ({ load, canner }: LoadView): boolean =>
  load.setup.regulatedBy === 'weighted' && canner?.gauge === 'both'

function Climbing({ view, stove }: PartProps) {
  if (view.load.setup.regulatedBy === 'dial') return <ReadingPad view={view} stove={stove} />
  return (
    <div className="flex flex-col gap-4">
      <Step
        stove={stove}
        event={{ kind: 'at-pressure' }}
        words="The weight is rocking"
        done="The clock is running."
      />
      {hasDialToo(view) && <ReadingPad view={view} stove={stove} />}
    </div>
  )
}

function Processing({ view, stove }: PartProps) {
  const { now, load } = view
  const left = now.clock.kind === 'down' ? now.clock.leftMs : 0
  const dial = load.setup.regulatedBy === 'dial'
  const fell = (
    <Step
      stove={stove}
      event={{ kind: 'pressure-fell' }}
      words="Pressure fell"
      done="The time starts again at pressure."
      look="stop"
    />
  )
  const heatOff = left === 0 && (
    <Step stove={stove} event={{ kind: 'heat-off' }} words="Heat is off" done="Cooling." />
  )
  // Early it is told under "Something happened", where what follows from it stands beside it.
  if (dial)
    return (
      <div className="flex flex-col gap-4">
        {heatOff}
        <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
          <ReadingPad view={view} stove={stove} />
          <span className="sm:ml-auto">{fell}</span>
        </div>
      </div>
    )
  return (
    <div className="flex flex-col gap-4">
      <Row>
        {heatOff}
        <Step
          stove={stove}
          event={{ kind: 'still-rocking' }}
          words="Still rocking"
          done="Noted."
          look={now.prompt?.kind === 'look' || left > 0 ? 'main' : 'plain'}
        />
        <span className="sm:ml-auto">{fell}</span>
      </Row>
      {hasDialToo(view) && <ReadingPad view={view} stove={stove} />}
    </div>
  )
}

function Cooling({ view, stove }: PartProps) {
  const { state, load, canner } = view
  const { setup } = load
  const zero =
    setup.regulatedBy === 'dial' || canner?.gauge === 'both'
      ? 'Gauge is at zero'
      : 'No pressure left'
  const mark = (kind: LoadEventKind, words: string, at: number | null) => (
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
  const early = view.judgement.reasons.some((r) => r.code === 'process-short')
  const down = isDown(state, setup)
  return (
    <div className="flex flex-col gap-4">
      {early && (
        <Row>
          <Step
            stove={stove}
            event={{ kind: 'heat-on' }}
            words="Heat is back on"
            done="The time starts again at pressure."
          />
        </Row>
      )}
      <Row>
        {mark('pressure-zero', zero, state.pressureZeroAt)}
        {hasLock(setup) && mark('lock-dropped', 'Lock has dropped', state.lockDroppedAt)}
        {down && (
          <Step
            stove={stove}
            event={{ kind: 'weight-off' }}
            words="Weight is off"
            done="Resting."
          />
        )}
      </Row>
    </div>
  )
}

function Resting({ view, stove }: PartProps) {
  const left = view.now.clock.kind === 'down' ? view.now.clock.leftMs : 0
  const rest = restMs(view.load.setup) / 60_000
  return (
    <Step
      stove={stove}
      event={{ kind: 'opened' }}
      words="Lid is off"
      done="Take the jars out."
      doubt={
        left > 0
          ? `It rests ${rest} minutes; ${showClock(Math.ceil(left / 1000))} are left. Did you take the lid off already?`
          : undefined
      }
      sure="It is off already"
    />
  )
}

/** Said this long after the lid came off, it is asked when the jars came out, ms. */
const ASK_WHEN_MS = 30 * 60_000

function Unloading({ view, stove }: PartProps) {
  const [asking, setAsking] = useState(false)
  const [when, setWhen] = useState<string>()
  const { dayTime } = useTimes()
  const since = view.state.since
  const late = view.at - since > ASK_WHEN_MS
  const done = 'Leave them alone for 12 to 24 hours.'
  if (!asking)
    return (
      <div className="flex flex-col gap-4">
        <Button
          size="stove"
          look="main"
          className="self-start"
          disabled={!stove.may}
          onClick={() => (late ? setAsking(true) : stove.say({ kind: 'unloaded' }, done))}
        >
          All jars are out
        </Button>
        <JarsSeen view={view} />
      </div>
    )
  return (
    <Ask
      question={`The lid came off ${dayTime(since, view.at)}. When did the jars come out?`}
      no={() => setAsking(false)}
      noWords="They’re still in"
    >
      <WhenField value={when} onChange={setWhen} at={view.at} />
      <Button
        size="stove"
        look="main"
        disabled={when === undefined}
        onClick={() => stove.say({ kind: 'unloaded', happenedAt: when ?? null }, done)}
      >
        Then
      </Button>
      <Button
        size="stove"
        onClick={() =>
          stove.say({ kind: 'unloaded', happenedAt: new Date(view.at).toISOString() }, done)
        }
      >
        Just now
      </Button>
    </Ask>
  )
}
