import { paths, type Household, type Session } from '@kelvit/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useHousehold } from './session'
import { useNotify } from '../ui/notice'
import { useSave } from '../sync/changes'
import { sentenceOf } from '../sync/request'

type Change = Parameters<ReturnType<typeof useSave>['mutate']>[0]

/**
 * Keeps what is changed in a place, one after another: what comes while something is on its way
 * waits for it and goes with the version it left; of several that wait the last one stands.
 * What is due is shown as if it were kept already. A refusal is said, and nothing more is sent.
 */
export function useInTurn<T>(
  list: string,
  /** Asked for when it is sent, so that it reads what is newest then. */
  changeOf: (what: T) => Change,
  kept?: (what: T) => void,
) {
  const { mutate, isPending } = useSave(list)
  const notify = useNotify()
  const [due, setDue] = useState<T>()
  useEffect(() => {
    if (due === undefined || isPending) return
    mutate(changeOf(due), {
      onSuccess: () => {
        setDue((now) => (now === due ? undefined : now))
        kept?.(due)
      },
      onError: (e) => {
        setDue(undefined)
        notify.trouble(sentenceOf(e))
      },
    })
  })
  return { due, keep: setDue }
}

export type SettingsChange = Partial<Household['settings']>

/** The household's settings as they are when a change to them is sent. */
export function useSettingsInTurn(kept: (change: SettingsChange) => void) {
  const client = useQueryClient()
  const { household } = useHousehold()
  return useInTurn<SettingsChange>(
    'session',
    (change) => {
      const { version, settings } =
        client.getQueryData<Session>(['session'])?.household ?? household
      return {
        method: 'PATCH',
        path: paths.household,
        body: { version, settings: { ...settings, ...change } },
      }
    },
    kept,
  )
}

/** What is typed and differs from what was kept: it came after it. */
export const typedSince = <T extends object>(typed: Partial<T>, sent: Partial<T>): Partial<T> =>
  Object.fromEntries(
    Object.entries(typed).filter(([key, value]) => value !== sent[key as keyof T]),
  ) as Partial<T>
