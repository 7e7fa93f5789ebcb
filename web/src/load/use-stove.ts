import type { NewLoadEvent } from '@kelvit/contract'
import { mayTakeBack } from '@kelvit/core'
import { createContext, useContext } from 'react'
import { useSay } from '../sync/changes'
import { useHousehold } from '../household/session'
import { useNotify } from '../ui/notice'
import type { LoadView } from './load-view'

/** What a person may say about a load right now. */
export interface Stove {
  /** Tells a fact; the words come back as a notice, with a way back where there is one. */
  readonly say: (event: Omit<NewLoadEvent, 'at'>, words: string) => void
  readonly may: boolean
  readonly mayLookInto: boolean
  readonly me: string
}

/**
 * Where facts go instead of into the household's record: a practice load's own list. Under
 * it nothing that is said reaches the server.
 */
export const PracticeVoice = createContext<((event: Omit<NewLoadEvent, 'at'>) => void) | undefined>(
  undefined,
)

export function useStove({ load, fresh }: LoadView): Stove {
  const { member, may } = useHousehold()
  const notify = useNotify()
  const send = useSay(load, member.name)
  const practise = useContext(PracticeVoice)
  if (practise)
    return { may: true, mayLookInto: false, me: member.name, say: (event) => practise(event) }
  return {
    may: may('helper'),
    mayLookInto: may('keeper'),
    me: member.name,
    say: (event, words) => {
      const starts = event.kind === 'started' && fresh?.outcome === 'process'
      const id = send(event, starts ? fresh.setup : load.setup)
      notify.done(
        words,
        mayTakeBack(event.kind) ? () => void send({ kind: 'retracted', eventId: id }) : undefined,
      )
    },
  }
}
