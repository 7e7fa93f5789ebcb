import type { KeyboardEvent } from 'react'

interface CountedJarsProps {
  /** As many as should be there. */
  readonly expected: number
  /** Undefined until somebody counted. */
  readonly counted: number | undefined
  readonly tint: string
  readonly name: string
  readonly count: (n: number) => void
}

/** Steps of the keys that move by more than one jar. */
const ROW = 10
/** Places for jars beyond those that should be there. */
const MORE = 3

/**
 * Jars of a kind as they should stand on the shelf: touch the last one that is there. Those
 * after it are missing; the hollow ones at the end are for jars that nobody recorded.
 */
export function CountedJars({ expected, counted, tint, name, count }: CountedJarsProps) {
  const shown = Math.max(expected, counted ?? 0) + MORE
  const onKey = (e: KeyboardEvent): void => {
    const now = counted ?? expected
    const to =
      e.key === 'ArrowRight' || e.key === 'ArrowUp'
        ? now + 1
        : e.key === 'ArrowLeft' || e.key === 'ArrowDown'
          ? now - 1
          : e.key === 'PageUp'
            ? now + ROW
            : e.key === 'PageDown'
              ? now - ROW
              : e.key === 'Home'
                ? 0
                : e.key === 'End'
                  ? expected
                  : undefined
    if (to === undefined) return
    e.preventDefault()
    count(Math.max(0, to))
  }
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`${name}: touch the last jar that is there`}
      aria-valuemin={0}
      aria-valuemax={shown}
      aria-valuenow={counted ?? expected}
      aria-valuetext={
        counted === undefined ? `not counted; ${expected} should be here` : `${counted} counted`
      }
      onKeyDown={onKey}
      className="flex flex-wrap gap-y-1.5 border-b-[5px] border-[#8d7a5e] pb-0 dark:border-[#5d513f]"
    >
      {Array.from({ length: shown }, (_, i) => {
        const there = counted === undefined ? i < expected : i < counted
        const missing = counted !== undefined && i >= counted && i < expected
        return (
          <span
            key={i}
            onClick={() => count(i + 1 === counted ? i : i + 1)}
            className="flex h-11 w-[30px] cursor-pointer items-end justify-center"
          >
            <svg width={22} height={36} viewBox="0 0 22 36" aria-hidden className="block">
              <rect
                x={4}
                y={1}
                width={14}
                height={5}
                rx={1.5}
                fill={there ? '#8d8678' : 'none'}
                stroke="var(--ink-soft)"
                strokeWidth={there ? 0 : 1}
              />
              <path
                d="M4 7 h14 q3 3 3 8 V32 q0 3 -3 3 H4 q-3 0 -3 -3 V15 q0 -5 3 -8 z"
                fill={there ? tint : 'none'}
                opacity={there && counted === undefined ? 0.45 : 1}
                stroke={missing ? 'var(--squash)' : 'var(--ink-soft)'}
                strokeWidth={1.2}
                strokeDasharray={there || missing ? undefined : '3 3'}
              />
              {missing && (
                <path d="M5 14 L17 30 M17 14 L5 30" stroke="var(--squash)" strokeWidth={2} />
              )}
            </svg>
          </span>
        )
      })}
    </div>
  )
}
