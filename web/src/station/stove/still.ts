import { useEffect, useState } from 'react'

/** So long after the last touch nobody is in the middle of something, ms. */
const IN_HAND_MS = 20_000
const TYPED_INTO = 'input, textarea, select'

/**
 * Which load stands first. It gives way to one that needs somebody more urgently, but never
 * under a finger, and never while something is being typed.
 */
export function useStill(
  first: string | undefined,
  running: readonly string[],
): string | undefined {
  const [held, setHeld] = useState(first)
  const [inHand, setInHand] = useState(false)
  useEffect(() => {
    let timer: number | undefined
    const touch = (): void => {
      window.clearTimeout(timer)
      setInHand(true)
      timer = window.setTimeout(() => setInHand(false), IN_HAND_MS)
    }
    const on = ['pointerdown', 'keydown'] as const
    for (const kind of on) document.addEventListener(kind, touch, true)
    return () => {
      window.clearTimeout(timer)
      for (const kind of on) document.removeEventListener(kind, touch, true)
    }
  }, [])
  const typing = document.activeElement?.matches(TYPED_INTO) ?? false
  const stays = held !== undefined && running.includes(held) && (inHand || typing)
  if (!stays && held !== first) setHeld(first)
  return stays ? held : first
}
