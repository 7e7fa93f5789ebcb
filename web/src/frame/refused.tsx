import type { NewLoadEvent } from '@kelvit/contract'
import { recordLines, type UnitSystem } from '@kelvit/core'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useHousehold } from '../household/session'
import { useTimes } from '../household/words'
import { nowMs } from '../sync/clock'
import { showAndSend } from '../sync/log'
import { letGo, openRefused, useRefused, type RefusedChange } from '../sync/refused'
import { Button } from '../ui/button'
import { Sheet } from '../ui/sheet'

/** What somebody had said, in a few words. */
function whatItWas(change: RefusedChange, units: UnitSystem): string {
  const { path, method, body, words } = change
  if (words !== undefined) return words
  if (path.includes('/events/')) {
    const said = body as NewLoadEvent
    const at = Date.parse(said.happenedAt ?? said.at)
    const [line] = recordLines([{ ...said, id: change.id, at, happenedAt: at } as never], units)
    return `At the stove: ${line?.words ?? 'something that happened'}`
  }
  if (path.startsWith('/api/counts/')) return 'A count of a shelf'
  if (path.startsWith('/api/lots/'))
    return method === 'DELETE'
      ? 'A weigh-in taken back'
      : `Weighed in: ${(body as { said?: string }).said ?? 'a lot'}`
  return 'Something you recorded'
}

/** What the server refused stays in sight until somebody has looked at it. */
export function NotTaken() {
  const { member, household } = useHousehold()
  const { length } = useRefused()
  const [open, setOpen] = useState(false)
  useEffect(
    () => openRefused({ memberId: member.id, householdId: household.id }),
    [member.id, household.id],
  )
  if (length === 0 && !open) return null
  return (
    <>
      {length > 0 && (
        <p
          role="status"
          className="no-print bg-squash px-4 py-1 text-center text-sm font-semibold text-crock"
        >
          {length === 1 ? 'One change was' : `${length} changes were`} not taken.{' '}
          <button type="button" className="min-h-8 underline" onClick={() => setOpen(true)}>
            See why
          </button>
        </p>
      )}
      {open && <RefusedChanges onOpenChange={setOpen} />}
    </>
  )
}

/** What the server would not take: what it was, why not, and what to do about it. */
function RefusedChanges({ onOpenChange }: { readonly onOpenChange: (o: boolean) => void }) {
  const refused = useRefused()
  const client = useQueryClient()
  const { household } = useHousehold()
  const { dayTime } = useTimes()
  const again = ({ id, path, method, body, words, shows, unmeasured }: RefusedChange): void => {
    void letGo(id)
    showAndSend(client, {
      path,
      ...(method ? { method } : {}),
      ...(body === undefined ? {} : { body }),
      ...(words === undefined ? {} : { words }),
      ...(shows ? { shows } : {}),
      ...(unmeasured ? { unmeasured } : {}),
    })
  }
  return (
    <Sheet
      open
      onOpenChange={onOpenChange}
      title="Not taken"
      about="Kelvit didn’t take these changes. They’re kept here until you decide."
    >
      {refused.length === 0 && <p>Nothing is left to decide.</p>}
      <ul className="flex flex-col gap-4">
        {refused.map((r) => (
          <li key={r.id} className="border-t border-rim pt-3">
            <p className="font-semibold">{whatItWas(r, household.units)}</p>
            <p className="text-ink-soft">{dayTime(Date.parse(r.at), nowMs())}</p>
            <p className="mt-1">{r.why}</p>
            <div className="mt-2 flex flex-wrap gap-3">
              <Button size="small" onClick={() => again(r)}>
                Try again
              </Button>
              <Button size="small" look="quiet" onClick={() => void letGo(r.id)}>
                Let it go
              </Button>
            </div>
          </li>
        ))}
      </ul>
    </Sheet>
  )
}
