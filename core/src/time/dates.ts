import { Temporal } from 'temporal-polyfill'

/** Whole days from one plain date to another, negative when it is past. */
export const daysBetween = (from: string, to: string): number =>
  Temporal.PlainDate.from(from).until(Temporal.PlainDate.from(to), { largestUnit: 'day' }).days

/** A plain date a number of days later; part days round down, since they shorten what is left. */
export const addDays = (date: string, days: number): string =>
  Temporal.PlainDate.from(date)
    .add({ days: Math.floor(days) })
    .toString()

/** The household's plain date at an instant, ISO. */
export const dateAt = (epochMs: number, zone: string): string =>
  Temporal.Instant.fromEpochMilliseconds(epochMs).toZonedDateTimeISO(zone).toPlainDate().toString()
