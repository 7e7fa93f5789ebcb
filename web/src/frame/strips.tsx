import { lazy, Suspense, useEffect, useState } from 'react'
import { useLocation } from 'react-router'
import { isRunning } from '../household/facts'
import { plural, useTimes } from '../household/words'
import { useClockJumped, useMinute, useServerOff } from '../sync/clock'
import { useKeeps, useWaiting } from '../sync/outbox'
import { useLoads } from '../sync/queries'
import { useReach } from '../sync/reach'
import { useSomeRefused } from '../sync/refused-mark'
import { useNewVersion } from '../sync/service-worker'
import { Part } from '../ui/part'

const LATE_MS = 800

/** What there is to say of the way to the server: one calm line, only when there is something. */
export function Strips() {
  const waiting = useLateWaiting()
  const keeps = useKeeps()
  const refused = useSomeRefused()
  const { heard, at } = useReach()
  const { dayTime } = useTimes()
  const now = useMinute()
  const jumped = useClockJumped()
  const off = Math.round(useServerOff() / 60_000)
  const words = [
    jumped && 'This device’s clock jumped. Kelvit corrects what you record now.',
    off !== 0 &&
      `Somebody changed the clock of the computer that runs Kelvit. Minutes left are still right. Until the load is done, times of day here are ${plural(Math.abs(off), 'minute')} ${off > 0 ? 'slow' : 'fast'}.`,
    !heard &&
      `No network. This is what Kelvit knew ${at === null ? 'last' : `at ${dayTime(at, now)}`}.`,
    waiting > 0 &&
      `${waiting === 1 ? 'One change is' : `${waiting} changes are`} saved on this device. We’ll send it when Kelvit can be reached.`,
    !keeps &&
      (waiting > 0
        ? 'This browser can’t save anything. Keep this page open until everything is sent.'
        : 'This browser can’t save anything for Kelvit. What you record without a network is lost when you close the page.'),
  ].filter((w) => w !== false)
  return (
    <>
      {words.length > 0 && (
        <p
          role="status"
          className="no-print bg-brass px-4 py-1 text-center text-sm font-semibold text-crock"
        >
          {words.join(' ')}
        </p>
      )}
      <Part otherwise={null}>
        <Suspense>{refused && <NotTaken />}</Suspense>
      </Part>
      <NewVersion />
    </>
  )
}

const NotTaken = lazy(() => import('./refused').then((m) => ({ default: m.NotTaken })))

/** Changes that wait longer than a request takes. */
function useLateWaiting(): number {
  const waiting = useWaiting()
  const [late, setLate] = useState(false)
  useEffect(() => {
    if (waiting === 0) {
      setLate(false)
      return
    }
    const timer = window.setTimeout(() => setLate(true), LATE_MS)
    return () => window.clearTimeout(timer)
  }, [waiting])
  return late ? waiting : 0
}

/** A newer Kelvit is offered in a quiet moment: not while a load runs, and not over a form. */
function NewVersion() {
  const load = useNewVersion()
  const running = useLoads().data?.some(isRunning) ?? true
  const { pathname } = useLocation()
  const quiet = !running && /^\/(pantry|gear|records|household)?$/.test(pathname)
  if (!load || !quiet) return null
  return (
    <p className="no-print bg-kettle px-4 py-1 text-center text-sm font-semibold text-on-kettle">
      A newer Kelvit is ready.{' '}
      <button type="button" className="min-h-8 underline" onClick={load}>
        Update now
      </button>
    </p>
  )
}
