import type { Jar } from '@kelvit/contract'
import { countJars, type TooMany, shortFood, saidFood } from '@kelvit/core'
import { Link } from 'react-router'
import { useHousehold } from '../../household/session'
import { useTakeJars } from '../../household/take'
import { tintOf } from '../../household/tints'
import { addWeek, plural, showDate } from '../../household/words'
import { Button } from '../../ui/button'
import { Panel } from '../../ui/panel'

/** A short list of what to eat this week, so that nothing passes its best. */
export function Pull({
  jars,
  tooMany,
  today,
}: {
  readonly jars: readonly Jar[]
  readonly tooMany: readonly TooMany[]
  readonly today: string
}) {
  const takeJars = useTakeJars()
  const { may } = useHousehold()
  const alike = (a: Jar, b: Jar): boolean => a.foodId === b.foodId && a.jar === b.jar
  const groups = jars
    .filter((j, i) => jars.findIndex((x) => alike(x, j)) === i)
    .map((first) => jars.filter((j) => alike(j, first)))
  return (
    <Panel rim={jars.length > 0 ? 'due' : 'done'} label="Pull this week">
      <header className="mb-2 flex items-baseline justify-between gap-3">
        <h2>Pull this week</h2>
        <p className="tabular text-[15px] whitespace-nowrap text-ink-soft">
          {showDate(today)} – {showDate(addWeek(today))}
        </p>
      </header>
      {jars.length === 0 && (
        <p className="leading-relaxed text-ink-soft">
          Nothing has to be eaten this week. Take what you like, the oldest first.
        </p>
      )}
      <ul>
        {groups.map((group) => {
          const [jar] = group
          if (!jar) return null
          return (
            <li
              key={jar.id}
              className="flex min-h-15 items-center gap-3 border-t border-rim py-1.5 first:border-0"
            >
              <span
                aria-hidden
                className="h-5 w-3.5 rounded-sm"
                style={{ background: tintOf(jar.foodId) }}
              />
              <span className="grow leading-snug">
                <strong>
                  {countJars(group.length, jar.jar)} {saidFood(jar.foodId)}
                </strong>
                <span className="block text-[15px] text-ink-soft">{reason(jar, today)}</span>
              </span>
              <Button
                size="small"
                disabled={!may('helper')}
                onClick={() =>
                  takeJars({
                    foodId: jar.foodId,
                    jar: jar.jar,
                    count: 1,
                    why: 'eaten',
                    preferred: [jar.id],
                  })
                }
                aria-label={`Take one jar of ${shortFood(jar.foodId)}`}
              >
                Take
              </Button>
            </li>
          )
        })}
      </ul>
      {tooMany.length > 0 && (
        <div className="mt-3 border-t border-rim pt-3 text-[15px] leading-relaxed">
          <h3 className="mb-1">More than you’ll eat in time</h3>
          <ul className="tabular">
            {tooMany.map((t) => (
              <li key={t.foodId} className="flex justify-between gap-3">
                <Link to={`/pantry/food/${t.foodId}`} className="text-kettle underline">
                  {plural(t.jars, 'jar')} of {saidFood(t.foodId)}
                </Link>
                <span className="text-ink-soft">best by {showDate(t.by, today)}</span>
              </li>
            ))}
          </ul>
          <p className="mt-1 text-ink-soft">
            Give some away, eat it more often, or can less next season.
          </p>
        </div>
      )}
    </Panel>
  )
}

const reason = (jar: Jar, today: string): string =>
  jar.process === 'unknown'
    ? 'process unknown: soon, or not at all'
    : jar.useSoon
      ? 'lost some liquid'
      : jar.bestBy < today
        ? `best was by ${showDate(jar.bestBy, today)}`
        : `best by ${showDate(jar.bestBy, today)}`
