import { paths, type Jar, type NewTake } from '@kelvit/contract'
import {
  countJars,
  dateAt,
  stateAfter,
  takeJars,
  type JarToTake,
  type Taken,
  shortFood,
  saidFood,
} from '@kelvit/core'
import { useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import { nowIso, nowMs } from '../sync/clock'
import { showAndSend } from '../sync/log'
import { useNotify } from '../ui/notice'
import { useHousehold } from './session'
import { asDecided } from './set-aside'

/** A jar as taking reads it. */
const asToTake = (jar: Jar): JarToTake => ({ ...jar, ...asDecided(jar), hold: jar.hold })

type Wish = Omit<NewTake, 'at'>

/** Which jars a wish would get by what this device knows. */
export function wouldTake(
  jars: readonly Jar[],
  wish: Pick<Wish, 'foodId' | 'jar' | 'count' | 'why' | 'preferred'>,
  now: number,
  zone: string,
): Taken<Jar> {
  const { jars: taken, ...rest } = takeJars(
    jars.map(asToTake),
    { ...wish, onDate: dateAt(now, zone) },
    now,
  )
  return { ...rest, jars: taken.flatMap(({ id }) => jars.find((j) => j.id === id) ?? []) }
}

const SAID: Readonly<Record<NewTake['why'], string>> = {
  eaten: 'taken',
  opened: 'opened: the rest is in the fridge',
  given: 'given away',
  discarded: 'thrown away',
  moved: 'moved',
}

/**
 * Takes jars off the shelf at once, with a way back: chosen here by what is known, decided
 * by the server when it hears of it, also hours later.
 */
export function useTakeJars(): (wish: Wish) => Taken<Jar> {
  const client = useQueryClient()
  const notify = useNotify()
  const { household } = useHousehold()
  return (wish) => {
    const known = client.getQueryData<readonly Jar[]>(['jars']) ?? []
    const taken = wouldTake(known, wish, nowMs(), household.zone)
    const [first] = taken.jars
    if (!first) return taken
    const at = nowIso()
    const after =
      wish.why === 'moved'
        ? { shelfId: wish.toShelfId ?? null }
        : { state: stateAfter(wish.why), stateAt: at }
    const path = `${paths.takes}/${uuidv7()}`
    const preferred = taken.jars.map((j) => j.id)
    const what =
      taken.jars.length === 1
        ? `${shortFood(first.foodId)} ${first.code}`
        : `${countJars(taken.jars.length, first.jar)} of ${saidFood(first.foodId)}`
    const words = `${what} ${SAID[wish.why]}`
    showAndSend(client, {
      path,
      words,
      body: { ...wish, count: preferred.length, preferred, at } satisfies NewTake,
      shows: { key: 'jars', rows: preferred.map((id) => ({ id, ...after })) },
    })
    notify.done(`${words}.`, () => {
      showAndSend(client, {
        path: `${path}/undo`,
        words: `${what} put back on the shelf`,
        body: { at: nowIso() },
        shows: {
          key: 'jars',
          rows: taken.jars.map(({ id, state, stateAt, shelfId }) => ({
            id,
            state,
            stateAt,
            shelfId,
          })),
        },
      })
    })
    return taken
  }
}

/** Most jars of a kind in one take. */
const MOST_AT_ONCE = 500

/** Moves jars to a shelf, or to none, as many as are meant; one way back for all of them. */
export function useMoveJars(): (jars: readonly Jar[], toShelfId: string | null) => void {
  const client = useQueryClient()
  const notify = useNotify()
  return (jars, toShelfId) => {
    const moves: { readonly path: string; readonly jars: readonly Jar[] }[] = []
    for (const kind of new Set(jars.map((j) => `${j.foodId} ${j.jar}`))) {
      const all = jars.filter((j) => `${j.foodId} ${j.jar}` === kind)
      for (let i = 0; i < all.length; i += MOST_AT_ONCE)
        moves.push({
          path: `${paths.takes}/${uuidv7()}`,
          jars: all.slice(i, i + MOST_AT_ONCE),
        })
    }
    for (const { path, jars: some } of moves) {
      const [first] = some
      if (!first) continue
      const preferred = some.map((j) => j.id)
      const { foodId, jar } = first
      showAndSend(client, {
        path,
        words: `${countJars(some.length, jar)} of ${saidFood(foodId)} moved`,
        body: {
          ...{ foodId, jar, count: preferred.length, preferred, toShelfId },
          why: 'moved',
          at: nowIso(),
        } satisfies NewTake,
        shows: { key: 'jars', rows: preferred.map((id) => ({ id, shelfId: toShelfId })) },
      })
    }
    notify.done(`${jars.length === 1 ? 'One jar' : `${jars.length} jars`} moved.`, () => {
      for (const { path, jars: some } of moves)
        showAndSend(client, {
          path: `${path}/undo`,
          words: `${countJars(some.length, some[0]?.jar ?? 'quart')} moved back`,
          body: { at: nowIso() },
          shows: { key: 'jars', rows: some.map(({ id, shelfId }) => ({ id, shelfId })) },
        })
    })
  }
}
