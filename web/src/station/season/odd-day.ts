import { weekdayOf, type KitchenHours } from '@kelvit/core'
import { paths, type KitchenExceptionRow, type UndoWish } from '@kelvit/contract'
import { v7 as uuidv7 } from 'uuid'
import { request } from '../../sync/request'

type OddDay = Omit<KitchenExceptionRow, 'id' | 'version' | 'note' | 'who'> &
  Partial<Pick<KitchenExceptionRow, 'note' | 'who'>>

/**
 * Makes a day one that is not like its weekday, in place of what was said of it before.
 * @returns how to take that back.
 */
export async function putOddDay(
  known: readonly KitchenExceptionRow[],
  day: OddDay,
): Promise<() => Promise<void>> {
  const old = known.find((e) => e.onDate === day.onDate)
  if (old) await request('DELETE', `${paths.kitchenExceptions}/${old.id}`)
  const body = { note: old?.note ?? '', ...day }
  const { id, version } = await request<KitchenExceptionRow>(
    'PUT',
    `${paths.kitchenExceptions}/${uuidv7()}`,
    body,
  )
  const takeBack = (row: Pick<UndoWish, 'id' | 'version'>) =>
    request('POST', `${paths.changes}/undo`, { table: 'kitchen_exceptions', ...row })
  return async () => {
    await takeBack({ id, version })
    if (old) await takeBack({ id: old.id, version: null })
  }
}

/** How many there are on a day that gets hours of its own: as on its weekday, else as on the days with canning. */
export function usualHands(hours: readonly KitchenHours[], date: string): number {
  const busy = hours.filter((h) => h.people > 0 && h.opens !== null)
  return (busy.find((h) => h.weekday === weekdayOf(date)) ?? busy[0])?.people ?? 1
}
