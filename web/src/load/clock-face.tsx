import { dialTarget, gaugeScale, showClock, showMinutes, toldIn } from '@kelvit/core'
import { useHousehold } from '../household/session'
import { useTimes } from '../household/words'
import { ClockText } from '../ui/clock-text'
import type { LoadView } from './load-view'

/** The clock in very large figures, and what it counts. */
export function ClockFace({ view, small }: { readonly view: LoadView; readonly small?: boolean }) {
  const { clock } = view.now
  const about = useAbout(view)
  if (clock.kind === 'none') return null
  const seconds = (clock.kind === 'down' ? clock.leftMs : clock.passedMs) / 1000
  const hours = view.state.stage === 'standing'
  return (
    <div className="flex flex-wrap items-end gap-x-6 gap-y-1">
      <p
        role="timer"
        className={
          small ? 'clock text-[3.4rem] sm:text-[4rem]' : 'clock text-[4.6rem] sm:text-[7.2rem]'
        }
      >
        <ClockText
          text={
            hours
              ? showMinutes(Math.ceil(seconds / 60))
              : showClock(clock.kind === 'down' ? Math.ceil(seconds) : Math.floor(seconds))
          }
        />
      </p>
      <div className="pb-1.5 leading-snug">
        <p className={small ? '' : 'text-xl'}>{about.main}</p>
        {about.more && <p className="text-balance text-ink-soft">{about.more}</p>}
      </div>
    </div>
  )
}

function useAbout({ load, state, now, canner, at }: LoadView): { main: string; more?: string } {
  const { time, dayTime } = useTimes()
  const gauge = gaugeScale(toldIn(load.setup, useHousehold().household.units))
  const m = canner?.stageMinutes
  const ends = now.clock.kind === 'down' ? now.clock.endsAt : 0
  switch (state.stage) {
    case 'heating':
      return { main: 'on the heat', more: m ? `usually about ${Math.round(m.heatMin)} min` : '' }
    case 'venting':
      return state.steamSteadySince === null
        ? { main: 'since the steam faltered' }
        : { main: 'left of 10 minutes', more: `weight on at ${time(ends)}` }
    case 'climbing':
      return {
        main:
          load.setup.regulatedBy === 'dial'
            ? `climbing to ${gauge.say(gauge.target(dialTarget(load.setup)))} ${gauge.unit}`
            : 'until the weight rocks',
        more:
          state.restarts > 0
            ? `${showMinutes(state.lostMs / 60_000)} of process lost so far`
            : m
              ? `usually about ${Math.round(m.climbMin)} min`
              : '',
      }
    case 'processing':
      return {
        main: `left of ${load.setup.minutes} minutes`,
        more: `heat off at ${time(ends)}${m ? ` · open after about ${time(ends + (m.coolMin + load.setup.restMinutes) * 60_000)}` : ''}`,
      }
    case 'cooling':
      return { main: 'since heat off', more: m ? `usually about ${Math.round(m.coolMin)} min` : '' }
    case 'resting':
      return { main: `left of ${load.setup.restMinutes} minutes`, more: `lid off at ${time(ends)}` }
    case 'standing':
      return { main: 'until the lids may be pressed', more: `from ${dayTime(ends, at)}` }
    case 'preparing':
    case 'filling':
      return { main: `since ${time(state.since)}` }
    default:
      return { main: '' }
  }
}
