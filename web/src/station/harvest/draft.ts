import { useState } from 'react'

/**
 * Typed text that survives a reload of this window.
 * @param given what it begins with whatever was typed before; null for that.
 */
export function useDraft(
  key: string,
  given: string | null = null,
): [string, (text: string) => void] {
  const name = `kelvit.draft.${key}`
  const [text, setText] = useState(() => {
    if (given !== null) return given
    try {
      return sessionStorage.getItem(name) ?? ''
    } catch {
      return ''
    }
  })
  const write = (next: string): void => {
    setText(next)
    try {
      sessionStorage.setItem(name, next)
    } catch {
      // Without storage the text lives as long as the page.
    }
  }
  return [text, write]
}
