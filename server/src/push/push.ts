import { createHash } from 'node:crypto'
import webPush from 'web-push'

/** Where a device is called, and its keys for what it is told. */
export interface Called {
  readonly endpoint: string
  readonly p256dh: string
  readonly auth: string
}

/** What a device is told; its service worker shows it. */
export interface PushMessage {
  readonly kind: 'call' | 'quiet' | 'test'
  /** What comes again under the same tag stands in place of what was there. */
  readonly tag: string
  readonly body: string
  /** The page that a press opens. */
  readonly url: string
  /** What "Turn the alarm off" says, and of which load. */
  readonly heard?: { readonly loadId: string; readonly prompt: string }
}

export type Sent = 'sent' | 'gone' | 'failed'

/** Sends to devices through their browsers' push services. */
export interface Pusher {
  readonly publicKey: string
  /** Whether an address is one of a push service that Kelvit may send to. */
  readonly knows: (endpoint: string) => boolean
  readonly send: (to: Called, message: PushMessage) => Promise<Sent>
}

export interface PushKeys {
  readonly publicKey: string
  readonly privateKey: string
}

/** A new pair of keys by which push services know this Kelvit (VAPID, RFC 8292), base64url. */
export const newPushKeys = (): PushKeys => webPush.generateVAPIDKeys()

/**
 * Domains of the push services of the usual browsers. A browser says by itself where it is
 * called; without this list whoever signs in could make Kelvit send to any machine.
 */
const SERVICES = [
  'fcm.googleapis.com',
  'push.services.mozilla.com',
  'notify.windows.com',
  'push.apple.com',
]

/** What was not delivered within this is not told any more, s. */
const LIVES_S = 300
const PATIENCE_MS = 10_000
const GONE = new Set([404, 410])

interface PusherOptions {
  readonly keys: PushKeys
  /** Who runs this Kelvit, for a push service that has a complaint: a mailto: or https: address. */
  readonly contact: string
  /** Further hosts of push services, with their port where it is not the usual one. */
  readonly hosts: readonly string[]
  /** Domains of push services; those of the usual browsers when left out. */
  readonly services?: readonly string[]
}

export function pusherOf({ keys, contact, hosts, services = SERVICES }: PusherOptions): Pusher {
  const knows = (endpoint: string): boolean => {
    if (!URL.canParse(endpoint)) return false
    const url = new URL(endpoint)
    if (hosts.includes(url.host)) return true
    return (
      url.protocol === 'https:' &&
      url.port === '' &&
      services.some((s) => `.${url.hostname}`.endsWith(`.${s}`))
    )
  }
  return {
    publicKey: keys.publicKey,
    knows,
    send: async ({ endpoint, p256dh, auth }, message) => {
      if (!knows(endpoint)) return 'gone'
      try {
        const { method, headers, body } = webPush.generateRequestDetails(
          { endpoint, keys: { p256dh, auth } },
          JSON.stringify(message),
          {
            vapidDetails: { subject: contact, ...keys },
            TTL: LIVES_S,
            urgency: message.kind === 'quiet' ? 'normal' : 'high',
            topic: createHash('sha256').update(message.tag).digest('base64url').slice(0, 32),
          },
        )
        const answer = await fetch(endpoint, {
          method,
          headers: headers as Record<string, string>,
          ...(body ? { body } : {}),
          redirect: 'error',
          signal: AbortSignal.timeout(PATIENCE_MS),
        })
        await answer.body?.cancel()
        return answer.ok ? 'sent' : GONE.has(answer.status) ? 'gone' : 'failed'
      } catch {
        return 'failed'
      }
    },
  }
}
