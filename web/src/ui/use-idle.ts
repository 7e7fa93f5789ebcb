import { useEffect, useState } from 'react'

/** The longest wait for a quiet moment, ms. */
const LONGEST_MS = 3000

/** Whether the browser had a quiet moment since this part appeared: what is heavy waits for it. */
export function useIdle(): boolean {
  const [idle, setIdle] = useState(false)
  useEffect(() => {
    // Not every browser can say when it is idle; a moment after the paint is near enough.
    if (typeof requestIdleCallback === 'undefined') {
      const timer = setTimeout(() => setIdle(true), 500)
      return () => clearTimeout(timer)
    }
    const asked = requestIdleCallback(() => setIdle(true), { timeout: LONGEST_MS })
    return () => cancelIdleCallback(asked)
  }, [])
  return idle
}
