import type { LoadEventKind, LoadStage } from '@kelvit/core'
import { STOVE_STAGES } from '@kelvit/core'
import { useState } from 'react'
import { Button } from '../ui/button'
import { Sheet } from '../ui/sheet'
import type { LoadView } from './load-view'
import { useStove } from './use-stove'
import { WhenField } from './when-field'

interface Happening {
  readonly kind: LoadEventKind
  readonly words: string
  /** What becomes of the clock and of the jars. */
  readonly follows: string
  /** When it can have happened: from this stage on, up to that one; told at any later time too. */
  readonly from: LoadStage
  readonly asksWhen?: true
  readonly asksWords?: true
  readonly only?: 'dial' | 'weighted'
}

const HAPPENINGS: readonly Happening[] = [
  {
    kind: 'pressure-fell',
    words: 'The pressure had fallen',
    follows:
      'The time starts again from when the pressure was back. If nobody knows when, we set the jars aside.',
    from: 'processing',
    asksWhen: true,
  },
  {
    kind: 'heat-off',
    words: 'The heat went off',
    follows:
      'Heat lost: start the time again at pressure. If it happened earlier, we set the jars aside.',
    from: 'heating',
    asksWhen: true,
  },
  {
    kind: 'heat-on',
    words: 'The heat is back on',
    follows:
      'The time starts from zero at pressure. If no pressure was left, vent for ten minutes first.',
    from: 'cooling',
  },
  {
    kind: 'steam-doubtful',
    words: 'The steam was never steady',
    follows:
      'Turn the heat off and let the pressure fall to zero on its own. Then take the weight off and vent ten minutes again. If the load is over, we set the jars aside.',
    from: 'venting',
  },
  {
    kind: 'wrong-weight',
    words: 'The wrong weight was on',
    follows:
      'Turn the heat off and let the pressure fall to zero on its own. Then take the weight off, vent ten minutes, and put the right one on. If the load is over, we set the jars aside.',
    from: 'climbing',
    only: 'weighted',
  },
  {
    kind: 'water-low',
    words: 'The water is low or gone',
    follows:
      'Turn the heat off now. Add no cold water. The load wasn’t processed: open it when it’s cold and start over.',
    from: 'heating',
    asksWhen: true,
  },
  {
    kind: 'lid-not-locked',
    words: 'The lid was not on its marks',
    follows:
      'If there’s no pressure yet, lock the lid and heat again. If there’s pressure, turn the heat off, wait until it’s gone, and start over. If the load is over, we set the jars aside.',
    from: 'heating',
  },
  {
    kind: 'weight-lifted',
    words: 'Somebody lifted the weight',
    follows:
      'Turn the heat off and let the pressure fall to zero on its own. Then vent again; the time starts over. If it’s cooling, the jars weren’t processed as tested.',
    from: 'climbing',
    asksWhen: true,
  },
  {
    kind: 'weight-off',
    words: 'The weight is off already',
    follows:
      'If nobody saw the gauge at zero and the lock down first, we set the jars aside. Let it rest ten minutes now.',
    from: 'cooling',
  },
  {
    kind: 'opened-early',
    words: 'It was opened too early',
    follows: 'Cooling is part of the process. These jars weren’t processed as tested.',
    from: 'climbing',
    asksWhen: true,
  },
  {
    kind: 'jar-broken',
    words: 'A jar broke in the canner',
    follows: 'Count it as broken when you check the seals. The other jars are fine.',
    from: 'heating',
  },
  {
    kind: 'left-overnight',
    words: 'The jars stayed in for hours',
    follows: 'We set them aside. Ask your extension service before anybody eats from them.',
    from: 'cooling',
  },
  {
    kind: 'pressure-zero',
    words: 'The gauge is at zero',
    follows: 'If it’s still running, vent ten minutes again before it climbs.',
    from: 'climbing',
  },
  {
    kind: 'note',
    words: 'Something else',
    follows: 'We keep it in the record, in your words.',
    from: 'preparing',
    asksWords: true,
  },
]

const rank = (stage: LoadStage): number => {
  const at = STOVE_STAGES.indexOf(stage)
  return at < 0 ? STOVE_STAGES.length : at
}

/** What can be told of a load at this stage: everything that can have happened by now. */
export const happeningsOf = (view: LoadView): readonly Happening[] =>
  HAPPENINGS.filter(
    (h) =>
      rank(view.state.stage) >= rank(h.from) &&
      (h.only === undefined || h.only === view.load.setup.regulatedBy) &&
      (h.kind !== 'weight-off' || view.state.stage === 'cooling') &&
      (h.kind !== 'heat-on' || ['cooling', 'resting'].includes(view.state.stage)) &&
      (h.kind !== 'pressure-zero' || ['climbing', 'processing'].includes(view.state.stage)),
  )

/** The rare things, always in the same place: two taps, and what follows said beside each. */
export function Happened({ view }: { readonly view: LoadView }) {
  const [open, setOpen] = useState(false)
  const [chosen, setChosen] = useState<Happening>()
  const stove = useStove(view)
  if (!stove.may || view.state.stage === 'planned' || view.state.stage === 'aborted') return null
  const close = (): void => {
    setOpen(false)
    setChosen(undefined)
  }
  const tell = (h: Happening, more: { happenedAt?: string; text?: string } = {}): void => {
    stove.say({ kind: h.kind, ...more }, `Recorded: ${h.words.toLowerCase()}.`)
    close()
  }
  return (
    <>
      <Button look="quiet" className="self-start" onClick={() => setOpen(true)}>
        Something happened…
      </Button>
      <Sheet
        open={open}
        onOpenChange={(o) => (o ? setOpen(true) : close())}
        title={chosen ? chosen.words : 'What happened?'}
        about={chosen ? chosen.follows : 'We record it and tell you whether the jars are safe.'}
      >
        {chosen ? (
          <Details
            view={view}
            of={chosen}
            tell={(more) => tell(chosen, more)}
            back={() => setChosen(undefined)}
          />
        ) : (
          <ul className="flex flex-col">
            {happeningsOf(view).map((h) => (
              <li key={h.kind} className="border-t border-rim first:border-0">
                <button
                  type="button"
                  className="flex min-h-14 w-full flex-col items-start justify-center rounded-md px-2 py-2 text-left hover:bg-kettle/10"
                  onClick={() => (h.asksWhen || h.asksWords ? setChosen(h) : tell(h))}
                >
                  <strong className="text-kettle">{h.words}</strong>
                  <span className="text-[15px] text-ink-soft">{h.follows}</span>
                </button>
              </li>
            ))}
          </ul>
        )}
      </Sheet>
    </>
  )
}

interface DetailsProps {
  readonly view: LoadView
  readonly of: Happening
  readonly tell: (more: { happenedAt?: string; text?: string }) => void
  readonly back: () => void
}

/** The second tap: now, at a time, nobody knows; or in words. */
function Details({ view, of, tell, back }: DetailsProps) {
  const [when, setWhen] = useState<string>()
  const [text, setText] = useState('')
  if (of.asksWords)
    return (
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault()
          if (text.trim()) tell({ text: text.trim() })
        }}
      >
        <label className="flex flex-col gap-1 font-semibold">
          In your words
          <textarea
            rows={3}
            maxLength={400}
            value={text}
            onChange={(e) => setText(e.target.value)}
            className="rounded-md border-[1.5px] border-rim bg-crock p-3 font-normal"
          />
        </label>
        <div className="flex gap-3">
          <Button type="submit" look="main" disabled={!text.trim()}>
            Record it
          </Button>
          <Button onClick={back}>Back</Button>
        </div>
      </form>
    )
  const running = ['heating', 'venting', 'climbing', 'processing', 'cooling', 'resting'].includes(
    view.state.stage,
  )
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-end gap-3">
        <Button size="stove" look={running ? 'main' : 'plain'} onClick={() => tell({})}>
          {running ? 'Just now' : 'Nobody knows when'}
        </Button>
        <WhenField value={when} onChange={setWhen} at={view.at} label="or at" />
        <Button
          size="stove"
          disabled={when === undefined}
          onClick={() => when !== undefined && tell({ happenedAt: when })}
        >
          At that time
        </Button>
      </div>
      <Button className="self-start" onClick={back}>
        Back
      </Button>
    </div>
  )
}
