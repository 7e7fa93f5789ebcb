import { paths } from '@kelvit/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { request, sentenceOf } from '../../sync/request'
import { wipeCache } from '../../sync/cache'

/** Sends a form that ends in being signed in; on success the application starts afresh at `to`. */
export function useEnter(to: string) {
  const client = useQueryClient()
  const [busy, setBusy] = useState(false)
  const [trouble, setTrouble] = useState<string>()
  const enter = async (path: string, body: unknown): Promise<void> => {
    setBusy(true)
    setTrouble(undefined)
    try {
      await request('POST', path, body)
      await mustBeIn()
      client.clear()
      wipeCache()
      window.location.assign(to)
    } catch (error) {
      setTrouble(sentenceOf(error))
      setBusy(false)
    }
  }
  return { enter, busy, trouble }
}

/** A browser that keeps no cookie would show "Sign in" again without a word. */
async function mustBeIn(): Promise<void> {
  await request('GET', paths.session).catch(() => {
    throw new Error(
      'You signed in, but this browser blocks Kelvit’s cookie. Allow cookies for this address and try again.',
    )
  })
}

/** Only pages of our own are gone on to. */
export const ownPath = (to: string | null): string => (to && /^\/(?![/\\])/.test(to) ? to : '/')
