import { addDays, daysBetween, realDate, weekdayOf } from './dates'
import type { ClockHours } from '../words'

const HALF_DAY = 720
const DAY = 1440

/**
 * A time of day as the household says it: "5:30 pm" or "17:30".
 * @param minute minutes from midnight; past the end of the day it is the next one's time.
 */
export function sayTime(minute: number, hours: ClockHours): string {
  const whole = ((Math.round(minute) % DAY) + DAY) % DAY
  const past = String(whole % 60).padStart(2, '0')
  if (hours === 24) return `${String(Math.floor(whole / 60)).padStart(2, '0')}:${past}`
  const hour = Math.floor((whole % HALF_DAY) / 60)
  return `${hour === 0 ? 12 : hour}:${past} ${whole < HALF_DAY ? 'am' : 'pm'}`
}

/** A full hour along an axis: "5 pm" or "17:00". */
export const sayHour = (minute: number, hours: ClockHours): string =>
  sayTime(minute, hours).replace(/:00 (?=[ap]m)/, ' ')

const WORDS: Readonly<Record<string, number>> = { noon: HALF_DAY, midday: HALF_DAY, midnight: 0 }
const TIME = /^(\d{1,2})(?:[:.h]?([0-5]\d))?\s*(?:([ap])\.?\s*m?\.?)?$/

/**
 * The time of day that somebody typed: "5:30 pm", "17:30", "1730", "5p", "noon".
 * Without am or pm a small hour is the one of both that is nearer to what stood there.
 * @param near minutes from midnight of what stood there, or of what is usual.
 * @returns minutes from midnight; undefined for what is no time.
 */
export function readTime(text: string, near = HALF_DAY): number | undefined {
  const said = text.trim().toLowerCase()
  const word = WORDS[said]
  if (word !== undefined) return word
  const found = TIME.exec(said)
  if (!found) return undefined
  const [, hourText = '', minuteText = '0', half] = found
  const [hour, minute] = [Number(hourText), Number(minuteText)]
  if (half !== undefined)
    return hour >= 1 && hour <= 12
      ? (hour % 12) * 60 + minute + (half === 'p' ? HALF_DAY : 0)
      : undefined
  if (hour > 23) return hour === 24 && minute === 0 ? DAY : undefined
  const asSaid = hour * 60 + minute
  // "05:30" and "17:30" say which half of the day they mean; "5:30" does not.
  if (hour > 12 || hour === 0 || hourText.startsWith('0')) return asSaid
  const [morning, evening] = [asSaid % HALF_DAY, (asSaid % HALF_DAY) + HALF_DAY]
  return Math.abs(morning - near) < Math.abs(evening - near) ? morning : evening
}

/** Months as `sayDate` and `readDate` shorten them. */
export const MONTHS = 'jan feb mar apr may jun jul aug sep oct nov dec'.split(' ')
/** "14 Aug 2026" of a plain date, where the year has to stand with it. */
export function sayDate(iso: string): string {
  const month = MONTHS[Number(iso.slice(5, 7)) - 1] ?? ''
  return `${Number(iso.slice(8, 10))} ${month.charAt(0).toUpperCase()}${month.slice(1)} ${iso.slice(0, 4)}`
}

/** "Aug 2026" of a plain date. */
export const sayMonth = (iso: string): string => sayDate(iso).replace(/^\d+ /, '')

const DAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun']

/**
 * The plain date that somebody typed: "14 aug", "aug 14 2026", "2026-08-14", "sat",
 * "tomorrow". A day without a year is the one nearest to today; a weekday is the next one.
 * Figures alone ("8/14") are not read: half of the world means another day by them.
 * @param today ISO plain date.
 * @returns ISO plain date; undefined for what is none.
 */
export function readDate(text: string, today: string): string | undefined {
  const said = text.trim().toLowerCase()
  const near: Readonly<Record<string, number>> = { yesterday: -1, today: 0, tomorrow: 1 }
  const step = near[said]
  if (step !== undefined) return addDays(today, step)
  if (/^\d{4}-\d{2}-\d{2}$/.test(said)) return realDate(said)
  const words = said.split(/[\s,.]+/).filter(Boolean)
  const weekday = words.length === 1 ? DAYS.findIndex((d) => said.startsWith(d)) + 1 : 0
  if (weekday > 0) return addDays(today, ((weekday - weekdayOf(today) + 6) % 7) + 1)
  const month = MONTHS.findIndex((m) => words.some((w) => w.startsWith(m))) + 1
  const figures = words.filter((w) => /\d/.test(w))
  const numbers = figures.map((w) => (/^\d+(st|nd|rd|th)?$/.test(w) ? parseInt(w, 10) : 0))
  const [day, ...days] = numbers.filter((n) => n >= 1 && n <= 31)
  const [year, ...more] = numbers.filter((n) => n > 1900)
  // A figure that is neither, as in "20 aug 24", is not passed over: it might be the year.
  const all = numbers.length === (year === undefined ? 1 : 2) && days.length + more.length === 0
  if (month === 0 || day === undefined || !all) return undefined
  const thisYear = Number(today.slice(0, 4))
  const years = year === undefined ? [thisYear - 1, thisYear, thisYear + 1] : [year]
  const dates = years.flatMap((y) => realDate(`${y}-${two(month)}-${two(day)}`) ?? [])
  const away = (d: string): number => Math.abs(daysBetween(today, d))
  return dates.sort((a, b) => away(a) - away(b))[0]
}

const two = (n: number): string => String(n).padStart(2, '0')
