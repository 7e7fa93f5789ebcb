import { Temporal } from 'temporal-polyfill'

/** Days and times of the demo, counted from its today, in its household's zone. */
export interface DemoDays {
  readonly now: number
  readonly today: string
  /** Plain date some days from today. */
  on(days: number): string
  /** Epoch ms at a clock time some days from today. */
  at(days: number, time: string): number
}

export function demoDays(now: number, zone: string): DemoDays {
  const today = Temporal.Instant.fromEpochMilliseconds(now).toZonedDateTimeISO(zone).toPlainDate()
  return {
    now,
    today: today.toString(),
    on: (days) => today.add({ days }).toString(),
    at: (days, time) =>
      today.add({ days }).toZonedDateTime({ timeZone: zone, plainTime: time }).epochMilliseconds,
  }
}
