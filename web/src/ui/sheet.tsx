import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import { useRef, useState, type FormEvent, type ReactNode } from 'react'
import { Button } from './button'

interface SheetProps {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
  readonly title: string
  readonly about?: string
  readonly wide?: boolean
  /** What is typed here is only to find something: it may go without a word. */
  readonly passing?: boolean
  readonly children: ReactNode
}

/** Whether something was written into a field, rather than chosen. */
const isWritten = (e: FormEvent): boolean => {
  const { target } = e
  if (target instanceof HTMLTextAreaElement) return target.value !== ''
  return target instanceof HTMLInputElement && !/^(checkbox|radio|range)$/.test(target.type)
}

/**
 * A sheet over the page for one short task. What was typed in it is not lost by Escape, a
 * press beside it or its cross: it asks first.
 */
export function Sheet({ open, onOpenChange, title, about, wide, passing, children }: SheetProps) {
  const written = useRef(false)
  const [asking, setAsking] = useState(false)
  const leave = (next: boolean): void => {
    if (!next && written.current && !passing) setAsking(true)
    else onOpenChange(next)
  }
  return (
    <Dialog.Root open={open} onOpenChange={leave}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Dialog.Content
          {...(about ? {} : { 'aria-describedby': undefined })}
          onInput={(e) => {
            if (isWritten(e)) written.current = true
          }}
          // Escape goes to what opened last, which may be a notice at the foot of the page, and
          // to nobody in a sheet's first moment. Pressed within the sheet it means the sheet.
          onKeyDown={(e) => {
            if (e.key === 'Escape' && !e.defaultPrevented) leave(false)
          }}
          className={`fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[calc(100vw-2rem)] -translate-x-1/2 overflow-y-auto rounded-md border border-t-[3px] border-rim border-t-kettle bg-crock p-5 shadow-2xl ${wide ? 'max-w-3xl' : 'max-w-xl'}`}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <div>
              <Dialog.Title className="text-xl">{title}</Dialog.Title>
              {about && <Dialog.Description className="text-ink-soft">{about}</Dialog.Description>}
            </div>
            <Dialog.Close
              aria-label="Close"
              className="-mt-1 -mr-1 grid size-11 place-items-center rounded-md text-ink-soft hover:bg-kettle/10"
            >
              <X size={20} aria-hidden />
            </Dialog.Close>
          </div>
          {asking && (
            <div
              role="alert"
              className="mb-3 flex flex-wrap items-center gap-3 rounded-md bg-squash/12 px-3 py-2"
            >
              <span className="grow font-semibold">What you typed isn’t saved yet.</span>
              <Button size="small" onClick={() => setAsking(false)}>
                Keep editing
              </Button>
              <Button
                size="small"
                look="quiet"
                onClick={() => {
                  written.current = false
                  onOpenChange(false)
                }}
              >
                Discard it
              </Button>
            </div>
          )}
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
