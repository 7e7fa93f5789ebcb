import { X } from 'lucide-react'
import { Toast } from 'radix-ui'
import { Button } from './button'

export interface Notice {
  readonly id: number
  readonly text: string
  readonly undo?: (() => void) | undefined
  readonly bad: boolean
}

const SHOW_MS = 9000

/** Short words at the foot of the page, with undo; read out politely, swept away or left to go. */
export function Toasts({
  notices,
  drop,
}: {
  readonly notices: readonly Notice[]
  readonly drop: (id: number) => void
}) {
  return (
    <Toast.Provider label="Done" duration={SHOW_MS} swipeDirection="down">
      {notices.map((n) => (
        <Toast.Root
          type="background"
          key={n.id}
          onOpenChange={(open) => open || drop(n.id)}
          className={`pointer-events-auto flex max-w-xl items-center gap-3 rounded-md border border-t-[3px] border-rim bg-crock py-1.5 pr-1.5 pl-4 shadow-lg ${n.bad ? 'border-t-beet' : 'border-t-brine'}`}
        >
          <Toast.Description>{n.text}</Toast.Description>
          {n.undo && (
            <Toast.Action altText={`Undo: ${n.text}`} asChild onClick={n.undo}>
              <Button size="small">Undo</Button>
            </Toast.Action>
          )}
          <Toast.Close asChild>
            <Button look="quiet" size="small" aria-label="Close">
              <X size={18} aria-hidden />
            </Button>
          </Toast.Close>
        </Toast.Root>
      ))}
      <Toast.Viewport
        label="What was done ({hotkey})"
        className="no-print pointer-events-none fixed inset-x-4 bottom-20 z-40 flex flex-col items-center gap-2 md:bottom-6"
      />
    </Toast.Provider>
  )
}
