import { useEffect } from 'react'
import { useNavigate } from 'react-router'
import { stations } from './places'
import { beginCatching, catchKey } from './typed-ahead'

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(input|textarea|select)$/i.test(target.tagName))

/** A sheet that has the focus owns its keys, Escape above all. */
const isInSheet = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('[role=dialog]') !== null

/** Single keys that work on every page, and never while somebody types. */
export function useKeys(on: { finder: () => void; keys: () => void }): void {
  const navigate = useNavigate()
  useEffect(() => {
    const hear = (e: KeyboardEvent): void => {
      if (isInSheet(e.target)) return
      if (!e.ctrlKey && !e.metaKey && !e.altKey && !isTyping(e.target) && catchKey(e.key)) {
        e.preventDefault()
        return
      }
      if (
        e.ctrlKey ||
        e.metaKey ||
        e.altKey ||
        isTyping(e.target) ||
        document.querySelector('[role=dialog]')
      )
        return
      const station = stations[Number(e.key) - 1]
      if (e.key === '/') {
        beginCatching()
        on.finder()
      } else if (e.key === '?') on.keys()
      else if (e.key === 'w') void navigate('/harvest?weigh=1')
      else if (e.key === 't') void navigate('/pantry?take=1')
      else if (e.key === '0') void navigate('/')
      else if (/^[1-5]$/.test(e.key) && station) void navigate(station.path)
      else return
      e.preventDefault()
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [navigate, on])
}
