import { answersAt, SOURCES, type Place } from '@kelvit/core/answers'
import { useFill } from '../household/answer-card'
import { Button, ButtonLink } from '../ui/button'
import { Sheet } from '../ui/sheet'
import { sideDoors, stations } from './places'

/** The place a path belongs to; Today where it belongs to none. */
const placeOf = (path: string): Place => {
  const first = path.split('/')[1] ?? ''
  return [...stations, ...sideDoors].some((p) => p.path === `/${first}`)
    ? (first as Place)
    : 'today'
}

interface AskedProps {
  readonly path: string
  readonly onOpenChange: (open: boolean) => void
  readonly find: () => void
}

/** What people ask at this station, each with its short answer. */
export function Asked({ path, onOpenChange, find }: AskedProps) {
  const place = placeOf(path)
  const fill = useFill()
  const name = [...stations, ...sideDoors].find((p) => p.path === `/${place}`)?.name ?? 'Today'
  return (
    <Sheet
      open
      wide
      onOpenChange={onOpenChange}
      title={`Questions at ${name}`}
      about="Short answers with their source and your kitchen’s own figures."
    >
      <ul>
        {answersAt(place).map((a) => (
          <li key={a.id} className="border-t border-rim first:border-0">
            <details>
              <summary className="flex min-h-11 cursor-pointer items-center font-semibold text-kettle">
                {a.ask}
              </summary>
              <p className="mb-2 max-w-prose leading-relaxed">{fill(a)}</p>
              <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
                <p className="text-sm text-ink-soft">{SOURCES[a.source]}</p>
                {a.act && (
                  <span onClick={() => onOpenChange(false)}>
                    <ButtonLink size="small" to={a.act[1]}>
                      {a.act[0]}
                    </ButtonLink>
                  </span>
                )}
              </div>
            </details>
          </li>
        ))}
      </ul>
      <Button className="mt-4" onClick={find}>
        Ask something else
      </Button>
    </Sheet>
  )
}
