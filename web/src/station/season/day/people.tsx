import { TimeBox } from '../../../household/time-field'
import { clockOf, minuteOf, type DayPerson } from '@kelvit/core'
import { Panel } from '../../../ui/panel'
import type { useDay } from './use-day'

/** Kitchen hours of this day and who helps, for trying; the sheet follows at once. */
export function DayPeople({ day }: { readonly day: ReturnType<typeof useDay> }) {
  const { kitchen, helpers, setPeople, change } = day
  const put = (p: DayPerson): void =>
    setPeople(kitchen.people.map((other) => (other.id === p.id ? p : other)))
  return (
    <Panel label="Hours and hands">
      <h2 className="mb-2">Hours and hands</h2>
      <div className="grid grid-cols-2 items-center gap-2.5 sm:grid-cols-[minmax(0,1fr)_8.4rem_8.4rem]">
        <span className="col-span-2 font-semibold sm:col-span-1">Kitchen</span>
        <Time
          label="Kitchen from"
          value={kitchen.opens}
          set={(m) => change({ from: clockOf(m) })}
        />
        <Time
          label="Kitchen until"
          value={kitchen.closes}
          set={(m) => change({ until: clockOf(m) })}
        />
        {helpers.map((h) => {
          const person = kitchen.people.find((p) => p.id === h.id)
          return (
            <div key={h.id} className="contents">
              <label className="col-span-2 flex min-h-11 items-center gap-3 sm:col-span-1">
                <input
                  type="checkbox"
                  className="size-6 accent-kettle"
                  checked={person !== undefined}
                  onChange={() =>
                    setPeople(
                      person
                        ? kitchen.people.filter((p) => p.id !== h.id)
                        : [
                            ...kitchen.people,
                            { id: h.id, name: h.name, from: kitchen.opens, until: kitchen.closes },
                          ],
                    )
                  }
                />
                {h.name}
              </label>
              {person ? (
                <>
                  <Time
                    label={`${h.name} from`}
                    value={person.from}
                    set={(from) => put({ ...person, from })}
                  />
                  <Time
                    label={`${h.name} until`}
                    value={person.until}
                    set={(until) => put({ ...person, until })}
                  />
                </>
              ) : (
                <span className="col-span-2 text-[15px] text-ink-soft">not there</span>
              )}
            </div>
          )
        })}
      </div>
    </Panel>
  )
}

function Time({
  label,
  value,
  set,
}: {
  label: string
  value: number
  set: (minute: number) => void
}) {
  return (
    <TimeBox
      label={label}
      value={clockOf(Math.min(value, 23 * 60 + 59))}
      onChange={(time) => time && set(minuteOf(time))}
      className="px-2"
    />
  )
}
