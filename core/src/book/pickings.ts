import { addDays, daysBetween } from '../time/dates'

interface Picking {
  readonly id: string
  readonly version: number
  readonly state: string
  /** ISO plain date. */
  readonly arrivedOn: string
  readonly plantingId: string | null
}

/** An expected picking whose day has come, with those of its bed that come after it. */
export interface PickingDue<L extends Picking> {
  readonly lot: L
  readonly later: readonly L[]
}

/** Expected lots whose day is today or over: somebody looks whether they are in. The longest expected first. */
export function pickingsDue<L extends Picking>(
  lots: readonly L[],
  today: string,
): readonly PickingDue<L>[] {
  const expected = lots.filter((l) => l.state === 'expected')
  return expected
    .filter((l) => l.arrivedOn <= today)
    .sort((a, b) => a.arrivedOn.localeCompare(b.arrivedOn))
    .map((lot) => ({
      lot,
      later: expected.filter(
        (l) => l.plantingId !== null && l.plantingId === lot.plantingId && l.arrivedOn > today,
      ),
    }))
}

/** A lot with the day on which it comes in now. */
export interface PickingMove {
  readonly id: string
  readonly version: number
  readonly arrivedOn: string
  readonly state: 'expected' | 'in-house'
}

/**
 * A picking that isn’t ripe yet comes so many days from today, and the bed’s later ones are
 * as much later: what is late once is late altogether.
 */
export function notYet<L extends Picking>(
  { lot, later }: PickingDue<L>,
  today: string,
  days: number,
): readonly PickingMove[] {
  const by = daysLate(lot.arrivedOn, today) + days
  const move = ({ id, version, arrivedOn }: L): PickingMove => ({
    ...{ id, version, state: 'expected' },
    arrivedOn: addDays(arrivedOn, by),
  })
  return [move(lot), ...later.map(move)]
}

/** A picking that is in; where it was late, the bed’s later ones are as much later. */
export function isIn<L extends Picking>(
  { lot, later }: PickingDue<L>,
  today: string,
): readonly PickingMove[] {
  const late = daysLate(lot.arrivedOn, today)
  return [
    { id: lot.id, version: lot.version, arrivedOn: today, state: 'in-house' },
    ...(late === 0 ? [] : later).map(({ id, version, arrivedOn }): PickingMove => ({
      ...{ id, version, state: 'expected' },
      arrivedOn: addDays(arrivedOn, late),
    })),
  ]
}

const daysLate = (expected: string, today: string): number =>
  Math.max(0, daysBetween(expected, today))
