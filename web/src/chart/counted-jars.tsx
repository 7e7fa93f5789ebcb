import type { JarSize } from '@kelvit/core'
import type { KeyboardEvent } from 'react'
import { JAR_DRAWN, JarGlyph } from '../ui/jar-glyph'

interface CountedJarsProps {
  /** As many as should be there. */
  readonly expected: number
  /** Undefined until somebody counted. */
  readonly counted: number | undefined
  readonly size: JarSize
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
 * after it are missing; the pale ones at the end are for jars that nobody recorded.
 */
export function CountedJars({ expected, counted, size, tint, name, count }: CountedJarsProps) {
  const { w, h } = JAR_DRAWN[size]
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
            <svg
              width={w + 2}
              height={h + 1}
              viewBox={`-1 ${-h} ${w + 2} ${h + 1}`}
              aria-hidden
              className="block"
              opacity={there && counted !== undefined ? 1 : missing ? 0.9 : there ? 0.55 : 0.3}
            >
              <JarGlyph size={size} tint={there ? tint : 'none'} held={missing} />
            </svg>
          </span>
        )
      })}
    </div>
  )
}
