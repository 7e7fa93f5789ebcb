import { paths, type Calling, type NewCalling } from '@kelvit/contract'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { request } from '../sync/request'
import { endCalls } from './end-calls'

/** Why this browser cannot be called while it is locked, in a sentence; undefined where it can. */
export function whyNotCalled(): string | undefined {
  if (!window.isSecureContext)
    return 'Open Kelvit by its https address. A browser can only be called from there.'
  if (!('serviceWorker' in navigator) || !('PushManager' in window))
    return /iPhone|iPad/.test(navigator.userAgent)
      ? 'Add Kelvit to your home screen and open it from there. Then it can call this device.'
      : 'This browser can’t be called while it’s locked. Another browser may be able to.'
  if (typeof Notification !== 'undefined' && Notification.permission === 'denied')
    return 'This browser blocks notifications from Kelvit. Allow them in its settings.'
  return undefined
}

/** How this device is called while nobody looks at it. */
export const useCalling = () =>
  useQuery({
    queryKey: ['calling'],
    queryFn: () => request<Calling>('GET', paths.calling),
    staleTime: 0,
  })

/** On a slow network the first worker takes this long to fetch what it keeps; after that it isn’t coming, ms. */
const PATIENCE_MS = 30_000

const worker = (): Promise<ServiceWorkerRegistration> =>
  Promise.race([
    navigator.serviceWorker.ready,
    new Promise<never>((_, fail) =>
      window.setTimeout(
        () => fail(new Error('Kelvit isn’t ready on this device yet. Try again in a moment.')),
        PATIENCE_MS,
      ),
    ),
  ])

/** base64url as the bytes that a browser wants. */
const bytesOf = (text: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(text.replace(/-/g, '+').replace(/_/g, '/')), (c) => c.charCodeAt(0))

async function subscribed(publicKey: string): Promise<PushSubscription> {
  const { pushManager } = await worker()
  const options = { userVisibleOnly: true, applicationServerKey: bytesOf(publicKey) }
  try {
    return await pushManager.subscribe(options)
  } catch {
    // It may have been asked for by another Kelvit, with another key.
    await (await pushManager.getSubscription())?.unsubscribe()
    return pushManager.subscribe(options)
  }
}

/** Turns the calls of this device on, off, and to other times. */
export function useSetCalling() {
  const client = useQueryClient()
  const settle = (now: Calling): void => {
    client.setQueryData(['calling'], now)
    void client.invalidateQueries({ queryKey: ['devices'] })
  }
  return {
    /** Rejects with a sentence. */
    turnOn: async ({ publicKey, from, until }: Calling): Promise<void> => {
      if (!publicKey) throw new Error('Kelvit isn’t set up to call locked devices.')
      if ((await Notification.requestPermission()) !== 'granted')
        throw new Error(
          'This browser blocks notifications from Kelvit. Allow them in its settings.',
        )
      const said = await subscribed(publicKey).catch((error: unknown) => {
        if (error instanceof DOMException)
          throw new Error(
            'This browser couldn’t reach its push service. That needs the internet once.',
          )
        throw error
      })
      const { endpoint = '', keys } = said.toJSON()
      const body: NewCalling = {
        endpoint,
        p256dh: keys?.p256dh ?? '',
        auth: keys?.auth ?? '',
        from,
        until,
      }
      settle(await request<Calling>('PUT', paths.calling, body))
    },
    turnOff: async (): Promise<void> => {
      await request('DELETE', paths.calling)
      await endCalls()
      settle(await request<Calling>('GET', paths.calling))
    },
    test: () => request<{ readonly inSeconds: number }>('POST', paths.callingTest, {}),
  }
}
