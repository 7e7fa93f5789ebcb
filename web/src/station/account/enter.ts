import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { request, sentenceOf } from '../../api/request'

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
      client.clear()
      window.location.assign(to)
    } catch (error) {
      setTrouble(sentenceOf(error))
      setBusy(false)
    }
  }
  return { enter, busy, trouble }
}

/** Only pages of our own are gone on to. */
export const ownPath = (to: string | null): string => (to && /^\/(?![/\\])/.test(to) ? to : '/')
