import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'

interface SheetProps {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
  readonly title: string
  readonly about?: string
  readonly wide?: boolean
  readonly children: ReactNode
}

/** A sheet over the page for one short task. */
export function Sheet({ open, onOpenChange, title, about, wide, children }: SheetProps) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Dialog.Content
          {...(about ? {} : { 'aria-describedby': undefined })}
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
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
