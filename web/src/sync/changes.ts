import { paths, type LoadEventRow, type LoadWithEvents, type NewLoadEvent } from '@kelvit/contract'
import type { LoadSetup } from '@kelvit/core'
import { useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import { basis, isMeasured, nowIso } from './clock'
import { withEvent } from './loads'
import { isLogged, reached } from './log'
import { sendOut, waitingToSend } from './outbox'
import { requestPlaced, type Method } from './request'

/**
 * Saves a change; done when the lists it concerns have it. The log brings those that are
 * rows by themselves; others, and all of them when nothing is heard, are read anew.
 */
export function useSave(...lists: readonly string[]) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: async (change: { method: Method; path: string; body?: unknown }) => {
      const { body, seq } = await requestPlaced<unknown>(change.method, change.path, change.body)
      const heard = await reached(seq)
      await Promise.all(
        lists
          .filter((key) => !(heard && isLogged(key)))
          .map((key) => client.invalidateQueries({ queryKey: [key] })),
      )
      return body
    },
  })
}

/** Says what happened at the stove: shown at once, kept here until the server has it. */
export function useSay(load: LoadWithEvents, by: string) {
  const client = useQueryClient()
  return (event: Omit<NewLoadEvent, 'at'>, setup: LoadSetup = load.setup): string => {
    const id = uuidv7()
    const body: NewLoadEvent = { ...event, at: nowIso() }
    const path = `${paths.loads}/${load.id}/events/${id}`
    showEvent(client, load.id, eventRow(load.id, id, by, body), setup)
    // A clock that may be off is put right by what the same clock shows as it sends.
    sendOut({ path, body, ...(isMeasured() ? {} : { unmeasured: basis() }) })
    return id
  }
}

const eventRow = (loadId: string, id: string, by: string, e: NewLoadEvent): LoadEventRow => ({
  id,
  loadId,
  at: e.at,
  happenedAt: e.happenedAt ?? null,
  heardAt: null,
  kind: e.kind,
  by,
  psi: e.psi ?? null,
  text: e.text ?? null,
  eventId: e.eventId ?? null,
  source: null,
  doubtIds: e.doubtIds ?? null,
  seen: e.seen ?? null,
})

function showEvent(client: QueryClient, loadId: string, row: LoadEventRow, setup: LoadSetup): void {
  void client.cancelQueries({ queryKey: ['loads'] })
  client.setQueryData<readonly LoadWithEvents[]>(['loads'], (loads) =>
    loads?.map((l) => (l.id === loadId ? withEvent(l, row, setup) : l)),
  )
  client.setQueryData<LoadWithEvents | null>(
    ['load', loadId],
    (one) => one && withEvent(one, row, setup),
  )
}

/** Lists that are to be read anew as soon as nothing waits here. */
const owed = new Set<string>()

/** Lists are only read anew when nothing waits here, or a fresh list would undo what is shown. */
export const refetchWhenSent = (client: QueryClient, keys: readonly string[]): void => {
  for (const key of keys) owed.add(key)
  if (waitingToSend().length > 0) return
  for (const key of owed) void client.invalidateQueries({ queryKey: [key] })
  owed.clear()
}
