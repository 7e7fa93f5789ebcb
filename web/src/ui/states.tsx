import type { ReactNode } from 'react'
import { sentenceOf } from '../sync/request'
import { Button } from './button'
import { cx } from './cx'
import { Panel } from './panel'

/** Nothing yet, and the one next step. */
export function Empty({
  title,
  children,
  action,
}: {
  readonly title: string
  readonly children?: ReactNode
  readonly action?: ReactNode
}) {
  return (
    <div className="flex flex-col items-start gap-3 py-6">
      <h2>{title}</h2>
      {children && <p className="max-w-prose text-ink-soft">{children}</p>}
      {action}
    </div>
  )
}

/** Trouble in place: what went wrong, and a way to try again. */
export function Trouble({
  error,
  retry,
}: {
  readonly error: unknown
  readonly retry?: () => void
}) {
  return (
    <Panel rim="stop" className="flex flex-wrap items-center justify-between gap-4">
      <p role="alert">{sentenceOf(error)}</p>
      {retry && <Button onClick={retry}>Try again</Button>}
    </Panel>
  )
}

/** Why a form was not taken, where it was sent: an error, a sentence, or nothing yet. */
export function Refusal({
  of,
  className,
}: {
  readonly of: unknown
  readonly className?: string | undefined
}) {
  if (!of) return null
  return (
    <p role="alert" className={cx('text-beet', className)}>
      {typeof of === 'string' ? of : sentenceOf(of)}
    </p>
  )
}

/** The shape of content that is on its way. */
export function Skeleton({ rows = 3 }: { readonly rows?: number }) {
  return (
    <div role="status" aria-label="Loading" className="flex flex-col gap-4 py-2">
      <div className="skeleton h-48 w-full" />
      {Array.from({ length: rows }, (_, i) => (
        <div key={i} className="skeleton h-6 w-3/4" />
      ))}
    </div>
  )
}
