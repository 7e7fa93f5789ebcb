import { paths, type Change } from '@kelvit/contract'
import { useQueryClient, type QueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { refetchWhenSent } from './changes'
import { setClock } from './clock'
import { reached } from './reach'
import { heardFrom, placeToHear, readAnew, somethingRead, takeIn } from './log'

/** Words that come together are put in together. */
const TOGETHER_MS = 25

/** Hears what was written on other devices, from where this one's lists are. */
export function useLive(): void {
  const client = useQueryClient()
  useEffect(() => {
    let stream: EventSource | undefined
    let left = false
    void somethingRead(client).then(() => {
      if (!left) stream = listen(client)
    })
    return () => {
      left = true
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
  })
  return stream
}
