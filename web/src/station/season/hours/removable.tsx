import type { ReactNode } from 'react'
import { Button } from '../../../ui/button'

/** A line of a list; who may takes it off. */
export function Removable({
  onRemove,
  children,
}: {
  readonly onRemove: (() => void) | undefined
  readonly children: ReactNode
}) {
  return (
    <li className="flex items-center justify-between gap-3 border-t border-rim py-1 first:border-0">
      <span>{children}</span>
      {onRemove && (
        <Button size="small" look="quiet" onClick={onRemove}>
          Remove
        </Button>
      )}
    </li>
  )
}
