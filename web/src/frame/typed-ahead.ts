/**
 * Letters typed between the key that opens the finder and the moment its box stands ready:
 * they belong to the box, and to no shortcut.
 */
let ahead: string | null = null

/** From now on letters are kept for the box that is about to open. */
export const beginCatching = (): void => {
  ahead = ''
}

/** The letters that came meanwhile; the box takes over from here. */
export function takeCaught(): string {
  const text = ahead ?? ''
  ahead = null
  return text
}

/** Takes a key for the box that is about to open; false when none is. */
export function catchKey(key: string): boolean {
  if (ahead === null) return false
  if (key === 'Escape') ahead = null
  else if (key === 'Backspace') ahead = ahead.slice(0, -1)
  else if (key.length === 1) ahead += key
  return true
}
