import type { ReactNode } from 'react'
import { cx } from './cx'

export type Rim = 'plain' | 'running' | 'done' | 'due' | 'stop'

const RIMS: Readonly<Record<Rim, string>> = {
  plain: 'border-t-kettle',
  running: 'border-t-brass',
  done: 'border-t-brine',
  due: 'border-t-squash',
  stop: 'border-t-beet',
}

interface PanelProps {
  readonly rim?: Rim
  readonly className?: string
  readonly label?: string
  readonly children: ReactNode
}

/** A surface with a coloured rim on its top edge, like an enamel pan; the rim tells the state. */
export function Panel({ rim = 'plain', className, label, children }: PanelProps) {
  return (
    <section
      aria-label={label}
      className={cx(
        'rounded-md border border-t-[3px] border-rim bg-crock p-5',
        RIMS[rim],
        className,
      )}
    >
      {children}
    </section>
  )
}

/** A short, calm caution, always above the action it concerns. */
export function Caution({
  children,
  className,
}: {
  readonly children: ReactNode
  readonly className?: string
}) {
  return (
    <p
      role="note"
      className={cx(
        'rounded-md border border-t-[3px] border-rim border-t-beet bg-crock px-4 py-2 text-[15px] leading-relaxed',
        className,
      )}
    >
      {children}
    </p>
  )
}
