// What the service worker does when this device is called, and when a call is pressed. Read by sw.js.
/* global self, clients */
'use strict'

const ICON = '/icon-192.png'

/** An open page in sight calls by itself, with its own sound. */
const inSight = async () =>
  (await clients.matchAll({ type: 'window', includeUncontrolled: true })).some(
    (page) => page.visibilityState === 'visible',
  )

async function call(message) {
  const { kind, tag, body, url, heard } = message
  const shown = await self.registration.getNotifications({ tag })
  if (kind === 'quiet') {
    // A browser wants something shown for each message: what was there goes quiet.
    if (shown.length > 0 || !(await inSight()))
      await self.registration.showNotification('Kelvit', { body, tag, icon: ICON, silent: true, data: { url } }) // prettier-ignore
    return
  }
  if (kind === 'call' && (await inSight())) return
  await self.registration.showNotification('Kelvit', {
    body,
    tag,
    icon: ICON,
    renotify: true,
    requireInteraction: kind === 'call',
    vibrate: [300, 120, 300],
    actions: heard ? [{ action: 'heard', title: 'Turn the alarm off' }] : [],
    data: { url, heard },
  })
}

/** Opens the page of what was called for, or comes to one that is open. */
async function open(url) {
  const [page] = await clients.matchAll({ type: 'window', includeUncontrolled: true })
  if (page) {
    await page.focus()
    if ('navigate' in page) await page.navigate(url)
  } else await clients.openWindow(url)
}

/** Quiet on every device; where that can't be said, the page is opened. */
async function sayHeard({ loadId, prompt }, url) {
  // This device's clock may be wrong: with the time of sending beside it the server puts it right.
  const at = new Date().toISOString()
  const answer = await fetch(`/api/loads/${loadId}/events/${crypto.randomUUID()}`, {
    method: 'PUT',
    credentials: 'same-origin',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ kind: 'prompt-heard', text: prompt, at, sentAt: at }),
  }).catch(() => undefined)
  if (!answer?.ok || !answer.headers.has('kelvit-answer')) await open(url)
}

self.addEventListener('push', (event) => {
  const message = event.data?.json()
  if (message) event.waitUntil(call(message))
})

self.addEventListener('notificationclick', (event) => {
  const { url = '/', heard } = event.notification.data ?? {}
  event.notification.close()
  event.waitUntil(event.action === 'heard' && heard ? sayHeard(heard, url) : open(url))
})

// The browser has moved this device to another address at its push service.
self.addEventListener('pushsubscriptionchange', (event) => {
  const options = event.oldSubscription?.options
  if (!options) return
  event.waitUntil(
    self.registration.pushManager.subscribe(options).then((next) => {
      const { endpoint, keys } = next.toJSON()
      return fetch('/api/calling', {
        method: 'PUT',
        credentials: 'same-origin',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ endpoint, ...keys }),
      })
    }),
  )
})
