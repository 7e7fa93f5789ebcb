import { readCalendar, UnreadableCalendar } from '../formats/ical-read'
import type { Done, Jobs } from './jobs'

/** Lays a calendar file out, in a thread beside the server. */
export default function calendar({ text, zone, from, until }: Jobs['calendar']): Done<'calendar'> {
  try {
    return { ok: true, result: readCalendar(text, zone, from, until) }
  } catch (error) {
    if (error instanceof UnreadableCalendar) return { ok: false, sentence: error.message }
    throw error
  }
}
