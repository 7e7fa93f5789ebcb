interface TintedProps {
  readonly tint: string
}

/** Plants in a row of the garden, as long beside the longest as it is. */
export function BedRow({ share, tint }: TintedProps & { readonly share: number }) {
  return (
    <span
      aria-hidden
      className="block h-4 min-w-4 rounded-full border-b-[5px] border-[#8a6f5c]/70"
      style={{
        width: `${Math.max(4, share * 100)}%`,
        background: `radial-gradient(circle at 6px 50%, ${tint} 4px, transparent 4.5px) 0 0 / 12px 11px repeat-x`,
      }}
    />
  )
}

/** More than these are drawn as these, with a plus. */
const MOST_BASKETS = 8
const MOST_JARS = 72

/** Baskets of produce; the last is as full as it gets. */
export function Baskets({ count, tint }: TintedProps & { readonly count: number }) {
  const shown = Math.min(MOST_BASKETS, Math.ceil(count - 0.05))
  return (
    <span aria-hidden className="flex flex-wrap items-center gap-1">
      {Array.from({ length: shown }, (_, i) => {
        const full = Math.max(0.12, Math.min(1, count - i))
        return (
          <svg key={i} viewBox="0 0 24 20" className="h-5 w-6">
            <clipPath id={`fill-${Math.round(full * 100)}`}>
              <rect x={0} y={20 - 20 * full} width={24} height={20 * full} />
            </clipPath>
            <path
              d="M1.5 4 h21 l-3 14.5 h-15 z"
              fill={tint}
              clipPath={`url(#fill-${Math.round(full * 100)})`}
            />
            <path
              d="M1.5 4 h21 l-3 14.5 h-15 z M3 9 h18 M4 14 h16"
              className="fill-none stroke-ink"
            />
          </svg>
        )
      })}
      {count > MOST_BASKETS && <span className="text-ink-soft">+</span>}
    </span>
  )
}

/** Jars: those that are to be canned are full, those still good by then are outlined. */
export function NextJars({
  good,
  toCan,
  tint,
}: TintedProps & { readonly good: number; readonly toCan: number }) {
  const all = good + toCan
  return (
    <span aria-hidden className="flex flex-wrap items-center gap-[3px]">
      {Array.from({ length: Math.min(all, MOST_JARS) }, (_, i) => (
        <span
          key={i}
          className="h-3.5 w-2.5 rounded-[3px] border-t-[3px]"
          style={
            i < good
              ? { borderColor: tint, outline: `1px solid ${tint}` }
              : { background: tint, borderColor: 'var(--color-ink-soft)' }
          }
        />
      ))}
      {all > MOST_JARS && <span className="text-ink-soft">+</span>}
    </span>
  )
}
