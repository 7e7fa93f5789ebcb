import { type JarState } from '@kelvit/core'
import { paths, type Jar, type NewLoadEvent } from '@kelvit/contract'
import { useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import { nowIso } from './clock'
import { showAndSend } from './log'

/** Says what became of a jar. @param words the same as a sentence without its stop. */
export function useSetFate() {
  const client = useQueryClient()
  return (jar: Jar, state: JarState, words: string): void => {
    const at = nowIso()
    showAndSend(client, {
      words,
      path: `${paths.jars}/${jar.id}/fate`,
      body: { state, at },
      shows: { key: 'jars', rows: [{ id: jar.id, state, stateAt: at }] },
    })
  }
}

/** Tells that a jar lost its seal on the shelf: a fact of its load, and the jar is thrown away. */
export function useLoseSeal() {
  const client = useQueryClient()
  return (jar: Jar): void => {
    if (!jar.loadId) return
    const at = nowIso()
    showAndSend(client, {
      path: `${paths.loads}/${jar.loadId}/events/${uuidv7()}`,
      body: { kind: 'seal-lost', jarId: jar.id, at } satisfies NewLoadEvent,
      shows: {
        key: 'jars',
        rows: [{ id: jar.id, state: 'discarded', seal: 'unsealed', stateAt: at }],
      },
    })
  }
}
