// Small words that a device keeps for itself; a private window may keep nothing.

export function keptHere(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    return null
  }
}

/** Keeps a text, or forgets it for null. @returns whether this device keeps anything. */
export function keepHere(key: string, text: string | null): boolean {
  try {
    if (text === null) localStorage.removeItem(key)
    else localStorage.setItem(key, text)
    return true
  } catch {
    return false
  }
}
