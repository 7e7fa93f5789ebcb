import { useEffect, useRef, useState, type RefObject } from 'react'

/** The width an element has, px, so that a drawing's text keeps its size on every screen. */
export function useWidth(first: number): [RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(first)
  useEffect(() => {
    const watch = new ResizeObserver(
      ([entry]) => entry && setWidth(Math.max(240, Math.floor(entry.contentRect.width))),
    )
    if (ref.current) watch.observe(ref.current)
    return () => watch.disconnect()
  }, [])
  return [ref, width]
}
