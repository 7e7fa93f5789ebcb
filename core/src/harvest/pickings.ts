import { addDays, daysBetween } from '../time/dates'

export interface Picking {
  readonly onDate: string
  readonly lb: number
}

/** Most pickings one planting is split into. */
export const MAX_PICKINGS = 24

/**
 * An expected total split into pickings over the harvest window, heavier in the
 * middle as beds bear. Weights are rounded to a tenth of a pound and keep the total.
 * @throws RangeError when the window or the number cannot be.
 */
export function splitPickings(
  totalLb: number,
  firstOn: string,
  lastOn: string,
  count: number,
): readonly Picking[] {
  const span = daysBetween(firstOn, lastOn)
  if (span < 0) throw new RangeError('the harvest window ends before it begins')
  if (!(Number.isInteger(count) && count >= 1 && count <= MAX_PICKINGS))
    throw new RangeError(`from 1 to ${MAX_PICKINGS} pickings`)
  if (!(totalLb > 0)) throw new RangeError('the expected total is more than nothing')
  const heights = Array.from(
    { length: count },
    (_, i) => 1 + Math.sin((Math.PI * (i + 0.5)) / count),
  )
  const sum = heights.reduce((a, b) => a + b, 0)
  const tenths = Math.max(count, Math.round(totalLb * 10))
  let given = 0
  let shared = 0
  return heights.map((h, i) => {
    shared += h
    const until = i === count - 1 ? tenths : Math.round((tenths * shared) / sum)
    const lb = Math.max(1, until - given) / 10
    given = until
    const on = addDays(firstOn, count === 1 ? 0 : Math.round((span * i) / (count - 1)))
    return { onDate: on, lb }
  })
}
