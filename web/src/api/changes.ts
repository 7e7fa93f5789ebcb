import {
  paths,
  type Jar,
  type JarState,
  type LoadEventRow,
  type LoadWithEvents,
  type NewLoadEvent,
} from '@kelvit/contract'
import { foldLoad, type LoadSetup } from '@kelvit/core'
import { useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import { nowIso } from '../app/session'
import { sendOut, waitingToSend } from '../sync/outbox'
import { request, type Method } from './request'

/** Saves a change and renews the lists it concerns. */
export function useSave(...lists: readonly string[]) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: { method: Method; path: string; body?: unknown }) =>
      request<unknown>(change.method, change.path, change.body),
    onSuccess: () => Promise.all(lists.map((key) => client.invalidateQueries({ queryKey: [key] }))),
  })
}

/** A stored event as the fold reads it. */
export const asEvents = (rows: readonly LoadEventRow[]) =>
  rows.map((e) => ({ ...e, at: Date.parse(e.at) }))
export const stateOf = (load: LoadWithEvents) => foldLoad(load.setup, asEvents(load.events))

/** Says what happened at the stove: shown at once, kept here until the server has it. */
export function useSay(load: LoadWithEvents, by: string) {
  const client = useQueryClient()
  return (event: Omit<NewLoadEvent, 'at'>, setup: LoadSetup = load.setup): string => {
    const id = uuidv7()
    const body: NewLoadEvent = { ...event, at: nowIso() }
    const path = `${paths.loads}/${load.id}/events/${id}`
    showEvent(client, load.id, eventRow(load.id, id, by, body), setup)
    sendOut({ path, body })
    return id
  }
}

const eventRow = (loadId: string, id: string, by: string, e: NewLoadEvent): LoadEventRow => ({
  id,
  loadId,
  at: e.at,
  kind: e.kind,
  by,
  psi: e.psi ?? null,
  text: e.text ?? null,
  eventId: e.eventId ?? null,
})

function showEvent(client: QueryClient, loadId: string, row: LoadEventRow, setup: LoadSetup): void {
  void client.cancelQueries({ queryKey: ['loads'] })
  client.setQueryData<readonly LoadWithEvents[]>(['loads'], (loads) =>
    loads?.map((l) => {
      if (l.id !== loadId) return l
      const events = [...l.events, row]
      return { ...l, setup, events, stage: foldLoad(setup, asEvents(events)).stage }
    }),
  )
}

/** Takes a jar off the shelf, or puts it back. */
export function useSetFate() {
  const client = useQueryClient()
  return (jar: Jar, state: JarState): void => {
    const at = nowIso()
    void client.cancelQueries({ queryKey: ['jars'] })
    client.setQueryData<readonly Jar[]>(['jars'], (jars) =>
      jars?.map((j) => (j.id === jar.id ? { ...j, state, stateAt: at } : j)),
    )
    sendOut({ path: `${paths.jars}/${jar.id}/fate`, body: { state, at } })
  }
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
