import type { Session } from '@kelvit/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { wipeCache } from '../sync/cache'
import { tellLeft } from './hear-leaving'
import { wipeDevice } from './leaving'
import { unsentOf } from '../sync/outbox'
import { Button } from '../ui/button'

interface EndedProps {
  /** Who was signed in until now. */
  readonly session: Session
  /** Where to sign in again and come back here. */
  readonly signIn: string
}

/**
 * The session ended elsewhere: by its time, by "sign out everywhere", by another tab, or by
 * removal. What this device knew of the household is wiped at once; what wasn't sent is asked about.
 */
export function Ended({ session, signIn }: EndedProps) {
  const client = useQueryClient()
  const [unsent, setUnsent] = useState<number>()
  const whose = { memberId: session.member.id, householdId: session.household.id }
  const { memberId, householdId } = whose
  useEffect(() => {
    const owner = { memberId, householdId }
    wipeCache()
    client.removeQueries({ predicate: (q) => q.queryKey[0] !== 'session' })
    const go = (): void => window.location.replace(`${signIn}&ended=1`)
    void unsentOf(owner).then(
      async (n) => {
        if (n > 0) tellLeft()
        else await wipeDevice(owner)
        if (n > 0) setUnsent(n)
        else go()
      },
      () => go(),
    )
  }, [client, memberId, householdId, signIn])
  if (unsent === undefined) return null
  const one = unsent === 1
  return (
    <main id="page" className="mx-auto max-w-2xl px-6 py-16">
      <h1 className="mb-3">You’re signed out</h1>
      <p className="mb-2 text-lg leading-relaxed">
        {one ? 'One change' : `${unsent} changes`} that {session.member.name} made on this device{' '}
        {one ? 'isn’t' : 'aren’t'} sent yet.
      </p>
      <p className="mb-6 leading-relaxed text-ink-soft">
        Sign in again as {session.member.name} and Kelvit sends {one ? 'it' : 'them'}. Everything
        else that this device knew of {session.household.name} is cleared.
      </p>
      <div className="flex flex-wrap gap-3">
        <Button look="main" onClick={() => window.location.assign(`${signIn}&ended=1`)}>
          Sign in and send {one ? 'it' : 'them'}
        </Button>
        <Button
          look="stop"
          onClick={() => void wipeDevice(whose).finally(() => window.location.replace('/sign-in'))}
        >
          Throw {one ? 'it' : 'them'} away
        </Button>
      </div>
    </main>
  )
}
