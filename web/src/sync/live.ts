import { paths, type Change } from '@kelvit/contract'
import { useQueryClient, type QueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { refetchWhenSent } from './changes'
import { setClock } from './clock'
import { reached } from './reach'
import { heardFrom, placeToHear, readAnew, somethingRead, takeIn } from './log'

/** Words that come together are put in together. */
const TOGETHER_MS = 25
/** A stream that was refused is tried again after this. */
const ANEW_MS = 4000

/** Hears what was written on other devices, from where this one's lists are. */
export function useLive(): void {
  const client = useQueryClient()
  useEffect(() => {
    let stream: EventSource | undefined
    let timer: number | undefined
    let left = false
    const open = (): void => {
      if (left) return
      const now = listen(client)
      stream = now
      // A refusal, also a proxy's, closes it for good: then it is opened anew.
      now.addEventListener('error', () => {
        if (now.readyState === EventSource.CLOSED) timer = window.setTimeout(open, ANEW_MS)
      })
    }
    void somethingRead(client).then(open)
    return () => {
      left = true
      window.clearTimeout(timer)
      stream?.close()
      heardFrom(client, null)
    }
  }, [client])
}

function listen(client: QueryClient): EventSource {
  const stream = new EventSource(`${paths.live}?since=${placeToHear(client) ?? 0}`)
  let heard: Change[] = []
  let timer: number | undefined
  const put = (): void => {
    timer = undefined
    const changes = heard
    heard = []
    const stale = takeIn(client, changes)
    if (stale.length > 0) refetchWhenSent(client, stale)
  }
  stream.addEventListener('hello', (message: MessageEvent<string>) => {
    heardFrom(client, (JSON.parse(message.data) as { seq: number }).seq)
    reached(true)
    void setClock()
  })
  stream.addEventListener('change', (message: MessageEvent<string>) => {
    heard.push(JSON.parse(message.data) as Change)
    timer ??= window.setTimeout(put, TOGETHER_MS)
  })
  stream.addEventListener('reset', (message: MessageEvent<string>) => {
    heard = []
    readAnew(client, (JSON.parse(message.data) as { seq: number }).seq)
  })
  stream.addEventListener('clock', () => void setClock())
  stream.addEventListener('error', () => {
    heardFrom(client, null)
    reached(false)
    // Closed for good, it may be because nobody is signed in here any more.
    if (stream.readyState === EventSource.CLOSED)
      void client.invalidateQueries({ queryKey: ['session'] })
  })
  return stream
}
