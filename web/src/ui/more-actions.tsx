import { ChevronDown } from 'lucide-react'
import type { ReactNode } from 'react'

/** The other actions of a page: beside each other where there is room, folded on a phone. */
export function MoreActions({ children }: { readonly children: ReactNode }) {
  return (
    <>
      <div className="hidden flex-wrap gap-2.5 md:flex">{children}</div>
      <details className="relative md:hidden">
        <summary className="flex min-h-11 cursor-pointer list-none items-center gap-1 rounded-md border-[1.5px] border-rim px-3.5 font-semibold text-kettle">
          More <ChevronDown size={16} aria-hidden />
        </summary>
        <div className="absolute right-0 z-20 mt-1 flex w-64 max-w-[80vw] flex-col gap-1.5 rounded-md border border-rim bg-crock p-2 shadow-lg">
          {children}
        </div>
      </details>
    </>
  )
}
