const others =
  typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('kelvit-leaving')

/** Tells other tabs that nobody is signed in here any more. */
export const tellLeft = (): void => others?.postMessage('left')

/** Hears that somebody signed out in another tab. Returns how to stop. */
export function hearLeaving(left: () => void): () => void {
  others?.addEventListener('message', left)
  return () => others?.removeEventListener('message', left)
}
