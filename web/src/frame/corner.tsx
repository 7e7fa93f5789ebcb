/** Looks of the corner button that opens the household's menu. */
export const CORNER =
  'ml-auto flex min-h-11 items-center gap-2 self-center rounded border-l border-white/25 px-3 text-[15px] text-on-strip hover:bg-white/10 lg:ml-1'

export function CornerName({ name }: { readonly name: string }) {
  return (
    <>
      <span className="max-w-36 truncate">{name}</span>
      <span aria-hidden className="text-xs">
        ▾
      </span>
    </>
  )
}

export interface MenuActions {
  readonly onFinder: () => void
  readonly onKeys: () => void
  readonly onSignOut: () => void
}
