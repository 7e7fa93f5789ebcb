import { paths, type CannerRead } from '@kelvit/contract'
import { inspectionFor } from '@kelvit/core'
import { useState } from 'react'
import { useToday } from '../../household/session'
import { WhyHere } from '../../household/why-here'
import { useSave } from '../../sync/changes'
import { sentenceOf } from '../../sync/request'
import { Button } from '../../ui/button'
import { cx } from '../../ui/cx'
import { useNotify } from '../../ui/notice'
import { Sheet } from '../../ui/sheet'

type Found = 'good' | 'wrong'

/**
 * The points to go through before the season, and before a canner that was bought used:
 * none passes by itself, each is looked at and said.
 */
export function Inspection({
  canner,
  onClose,
}: {
  readonly canner: CannerRead
  readonly onClose: () => void
}) {
  const points = inspectionFor(canner.seal)
  const [found, setFound] = useState<Readonly<Record<string, Found>>>({})
  const save = useSave('canners')
  const notify = useNotify()
  const today = useToday()
  const left = points.filter((p) => found[p.id] === undefined).length
  const wrong = points.filter((p) => found[p.id] === 'wrong')
  const say = (id: string, what: Found): void => setFound({ ...found, [id]: what })
  const put = (): void =>
    save.mutate(
      {
        method: 'PATCH',
        path: `${paths.canners}/${canner.id}`,
        body: {
          version: canner.version,
          inspectedOn: today,
          defects: wrong.map((p) => p.wrong),
        },
      },
      {
        onSuccess: () => {
          notify.done(
            wrong.length === 0 ? `${canner.name} is in order.` : `${canner.name} can’t be used.`,
          )
          onClose()
        },
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  return (
    <Sheet
      open
      onOpenChange={(o) => !o && onClose()}
      title={`Check ${canner.name}`}
      about="Check each point. If anything is wrong, don’t use the canner."
    >
      <ul className="mb-3">
        {points.map((p) => (
          <li key={p.id} className="border-t border-rim py-1.5 first:border-0">
            <fieldset className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
              <legend className="sr-only">{p.look}</legend>
              <span aria-hidden className="min-w-40 flex-1">
                {p.look}
              </span>
              <span className="flex gap-1.5">
                <Point
                  name={p.id}
                  words="in order"
                  on={found[p.id] === 'good'}
                  tone="brine"
                  choose={() => say(p.id, 'good')}
                />
                <Point
                  name={p.id}
                  words="wrong"
                  on={found[p.id] === 'wrong'}
                  tone="beet"
                  choose={() => say(p.id, 'wrong')}
                />
              </span>
            </fieldset>
          </li>
        ))}
      </ul>
      <WhyHere ids={['vent-pipe', 'gasket', 'overpressure-plug']} />
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Button look="main" onClick={put} disabled={left > 0 || save.isPending}>
          {left > 0 ? `${left} to check` : 'Checked today'}
        </Button>
        {left === points.length && (
          <Button
            onClick={() => setFound(Object.fromEntries(points.map((p) => [p.id, 'good' as const])))}
          >
            I checked each point: all in order
          </Button>
        )}
      </div>
    </Sheet>
  )
}

interface PointProps {
  readonly name: string
  readonly words: string
  readonly on: boolean
  readonly tone: 'brine' | 'beet'
  readonly choose: () => void
}

const Point = ({ name, words, on, tone, choose }: PointProps) => (
  <label
    className={cx(
      'flex min-h-11 cursor-pointer items-center gap-2 rounded-md border-[1.5px] px-3 font-semibold',
      on && tone === 'brine' && 'border-brine bg-brine/12 text-brine',
      on && tone === 'beet' && 'border-beet bg-beet/12 text-beet',
      !on && 'border-rim text-ink-soft',
    )}
  >
    <input type="radio" name={name} className="size-5" checked={on} onChange={choose} />
    {words}
  </label>
)
