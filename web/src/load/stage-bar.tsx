import { STOVE_STAGES } from '@kelvit/core'
import { cx } from '../ui/cx'
import type { LoadView } from './load-view'
import { STAGE_WORDS } from './sentences'

/** Where the load is: done, running, still to come; widths follow the usual minutes. */
export function StageBar({ view, small }: { readonly view: LoadView; readonly small?: boolean }) {
  const { state, load, canner, now } = view
  const here = STOVE_STAGES.indexOf(state.stage)
  const past = state.stage === 'standing' || state.stage === 'checked'
  const m = canner?.stageMinutes
  const width: Readonly<Record<string, number>> = {
    processing: Math.max(14, load.setup.minutes * 0.8),
    cooling: Math.max(14, (m?.coolMin ?? 35) * 0.6),
    heating: 14,
  }
  const share = now.clock.kind === 'down' ? 1 - now.clock.leftMs / now.clock.ofMs : 0.5
  return (
    <ol className="flex gap-1" aria-label="Stages">
      {STOVE_STAGES.map((stage, i) => {
        const done = past || i < here
        const running = i === here
        return (
          <li
            key={stage}
            // The word of the stage that runs is never cut.
            className={running && !small ? 'min-w-0 sm:min-w-max' : 'min-w-0'}
            style={{ flexGrow: width[stage] ?? 10, flexBasis: 0 }}
            {...(running ? { 'aria-current': 'step' as const } : {})}
          >
            <span
              className={cx('block h-2 overflow-hidden rounded-sm', done ? 'bg-brine' : 'bg-rim')}
            >
              {running && (
                <span
                  className="block h-full bg-brass"
                  style={{ width: `${Math.round(share * 100)}%` }}
                />
              )}
            </span>
            <span
              className={cx(
                'mt-1 block truncate text-[13.5px]',
                small
                  ? 'sr-only'
                  : running
                    ? 'font-bold max-sm:whitespace-nowrap max-sm:overflow-visible'
                    : 'text-ink-soft max-sm:sr-only',
              )}
            >
              {STAGE_WORDS[stage]}
              {stage === 'processing' && ` ${load.setup.minutes}`}
              <span className="sr-only">{done ? ', done' : running ? ', now' : ''}</span>
            </span>
          </li>
        )
      })}
    </ol>
  )
}
