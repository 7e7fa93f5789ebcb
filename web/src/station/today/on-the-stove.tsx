import type { CannerRead, LoadWithEvents } from '@kelvit/contract'
import { loadAt, showClock } from '@kelvit/core'
import { useHousehold } from '../../household/session'
import { useNow } from '../../sync/clock'
import { stateOf } from '../../sync/loads'
import { ButtonLink } from '../../ui/button'
import { ClockText } from '../../ui/clock-text'
import { Panel } from '../../ui/panel'

/** Every canner that runs, with its clock, readable from the table. */
export function OnTheStove({
  loads,
  canners,
}: {
  readonly loads: readonly LoadWithEvents[]
  readonly canners: readonly CannerRead[]
}) {
  const { units } = useHousehold().household
  const now = useNow()
  return (
    <Panel
      rim="running"
      label="On the stove"
      className="flex flex-wrap items-end justify-between gap-x-10 gap-y-5"
    >
      {loads.map((load) => {
        const { clock, prompt } = loadAt(load.setup, stateOf(load), now, units)
        const seconds =
          clock.kind === 'down'
            ? clock.leftMs / 1000
            : clock.kind === 'up'
              ? clock.passedMs / 1000
              : 0
        return (
          <div key={load.id}>
            <p className="text-ink-soft">
              <strong className="font-head text-lg text-ink">
                {canners.find((c) => c.id === load.cannerId)?.name}
              </strong>
              , {load.stage}
            </p>
            <p className="clock mt-1 text-[4rem]" role="timer">
              <ClockText text={showClock(seconds)} />
            </p>
            <p className="mt-1 text-ink-soft">
              {prompt ? 'wants a look now' : clock.kind === 'down' ? 'left' : 'so far'}
            </p>
          </div>
        )
      })}
      <ButtonLink to="/stove" look="main">
        Go to the stove
      </ButtonLink>
    </Panel>
  )
}
