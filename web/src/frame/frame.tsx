import { paths } from '@kelvit/contract'
import { useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { Navigate, Outlet, useLocation } from 'react-router'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useAlarm } from '../alarm/use-alarm'
import { useWorse } from '../alarm/use-worse'
import { refetchWhenSent } from '../sync/changes'
import { putAnswer, showWaiting } from '../sync/log'
import { sessionQuery } from '../sync/queries'
import { request } from '../sync/request'
import { hearLeaving } from './hear-leaving'
import { openOutbox, useWaiting } from '../sync/outbox'
import { AskContext } from '../ui/ask'
import { Loose, Part } from '../ui/part'
import { useNotify } from '../ui/notice'
import { Skeleton } from '../ui/states'
import { useKeys } from './keys'
import { useKeepWarm } from '../sync/keep-warm'
import { useLive } from '../sync/live'
import { SignedIn, useHousehold } from '../household/session'
import { Strips } from './strips'
import { FootStrip, StationFacts, WorkStrip } from './work-strip'

const KeyList = lazy(() => import('./key-list').then((m) => ({ default: m.KeyList })))
const Asked = lazy(() => import('./asked').then((m) => ({ default: m.Asked })))
const Finder = lazy(() => import('./finder').then((m) => ({ default: m.Finder })))

const Leave = lazy(() => import('./leave').then((m) => ({ default: m.Leave })))

const Ended = lazy(() => import('./ended').then((m) => ({ default: m.Ended })))

/** The signed-in part: strip, page, finder; or the way to sign in. */
export function Frame() {
  const { data: session } = useSuspenseQuery(sessionQuery)
  const { pathname, search } = useLocation()
  const before = useRef(session)
  useEffect(() => {
    if (session) before.current = session
  }, [session])
  const signIn = `/sign-in?to=${encodeURIComponent(pathname + search)}`
  if (!session && before.current) return <Ended session={before.current} signIn={signIn} />
  if (!session) return <Navigate to={signIn} replace />
  // Another member, another page: nothing of the one before is carried over.
  return (
    <SignedIn value={session}>
      <Inside key={session.member.id} />
    </SignedIn>
  )
}

function Inside() {
  const [finder, setFinder] = useState(false)
  const [keys, setKeys] = useState(false)
  const { pathname } = useLocation()
  const [asking, setAsking] = useState<string>()
  const ask = useCallback(() => setAsking(pathname), [pathname])
  const client = useQueryClient()
  const notify = useNotify()
  useLive()
  useKeepWarm()
  useKeys(useMemo(() => ({ finder: () => setFinder(true), keys: () => setKeys(true) }), []))
  const { member, household } = useHousehold()
  const [leaving, setLeaving] = useState(false)
  const waiting = useWaiting()
  const whose = useMemo(
    () => ({ memberId: member.id, householdId: household.id }),
    [member.id, household.id],
  )
  useEffect(() => {
    const look = (): void => void client.invalidateQueries({ queryKey: sessionQuery.queryKey })
    const stop = hearLeaving(look)
    const close = openOutbox(whose, {
      ended: look,
      refused: (sentence) => {
        notify.trouble(sentence)
        void client.invalidateQueries()
      },
      read: () => showWaiting(client),
      delivered: () => refetchWhenSent(client, []),
      answered: (change, answer) => {
        putAnswer(client, change.path, answer)
        // Whoever was answered has a network to fetch this by.
        void import('../sync/otherwise').then(({ saidOtherwise }) => {
          const otherwise = saidOtherwise(change, answer)
          if (!otherwise) return
          notify.trouble(otherwise)
          void client.invalidateQueries({ queryKey: ['jars'] })
        })
      },
    })
    return () => {
      stop()
      close()
    }
  }, [client, notify, whose])
  const leave = (): void => {
    // On a shared device nothing of this house stays behind, also when the server is away.
    void request('DELETE', paths.session)
      .catch(() => undefined)
      .then(async () => (await import('./leaving')).wipeDevice(whose))
      .finally(() => {
        client.clear()
        window.location.assign('/sign-in')
      })
  }
  const signOut = (): void => {
    if (waiting > 0) setLeaving(true)
    else leave()
  }
  return (
    <StationFacts>
      <WorkStrip
        onFinder={() => setFinder(true)}
        onKeys={() => setKeys(true)}
        onSignOut={signOut}
      />
      <Strips />
      <Part otherwise={null}>
        <Alarm />
      </Part>
      <Part place={String(leaving)} otherwise={UNFETCHED}>
        <Suspense>
          {leaving && <Leave waiting={waiting} stay={() => setLeaving(false)} leave={leave} />}
        </Suspense>
      </Part>
      <AskContext.Provider value={ask}>
        <Suspense
          fallback={
            <div className="mx-auto max-w-[1248px] px-6 pt-8">
              <Skeleton />
            </div>
          }
        >
          <Part place={pathname}>
            <Outlet />
          </Part>
        </Suspense>
      </AskContext.Provider>
      <FootStrip />
      <Part place={`${finder} ${asking} ${keys}`} otherwise={UNFETCHED}>
        <Suspense>{finder && <Finder open onOpenChange={setFinder} />}</Suspense>
        <Suspense>
          {asking && (
            <Asked
              path={asking}
              onOpenChange={(o) => !o && setAsking(undefined)}
              find={() => {
                setAsking(undefined)
                setFinder(true)
              }}
            />
          )}
        </Suspense>
        <Suspense>{keys && <KeyList open onOpenChange={setKeys} />}</Suspense>
      </Part>
    </StationFacts>
  )
}

/** Instead of a part whose code is not on this device yet. */
const UNFETCHED = <Loose>Not on this device yet. Connect, then try again.</Loose>

/** Heard from every page. Of its own, so that a second that passes draws nothing anew. */
function Alarm() {
  useAlarm()
  useWorse()
  return null
}
