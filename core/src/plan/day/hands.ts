import type { Presence } from './problem'
import { Profile } from './profile'

/**
 * The people of a day, each with their own hours: what needs one pair of hands is given to
 * one person who is there all the while, never to half of one and half of another.
 */
export class Hands {
  private readonly people: readonly Profile[]
  /** Whoever goes home first is asked first. */
  private readonly asked: readonly number[]

  constructor(present: readonly Presence[], end: number) {
    this.people = present.map((p) => {
      const profile = new Profile(1, end)
      profile.take(0, Math.max(0, p.from), 1)
      for (const gap of p.gaps ?? []) profile.take(gap.from, gap.until, 1)
      profile.take(Math.max(0, p.until), end, 1)
      return profile
    })
    this.asked = present.map((_, i) => i).sort((a, b) => untilOf(present, a) - untilOf(present, b))
  }

  /** Gives a span to somebody who is free for all of it; nobody is asked when none is. */
  take(from: number, to: number): void {
    for (const i of this.asked)
      if (this.people[i]?.lastFull(from, to) === -1) {
        this.people[i]?.take(from, to, 1)
        return
      }
  }

  /** The last minute of a span that keeps everybody from doing it whole; -1 when somebody can. */
  lastFull(from: number, to: number): number {
    let least = Infinity
    for (const p of this.people) {
      const full = p.lastFull(from, to)
      if (full < 0) return -1
      if (full < least) least = full
    }
    return least === Infinity ? to : least
  }

  /** The first beginning from which somebody can do a span of minutes; the end when nobody can. */
  earliest(from: number, minutes: number): number {
    let first = Infinity
    for (const p of this.people) first = Math.min(first, p.earliest(from, minutes))
    return first
  }

  /** As others were at first, but only so long. */
  renew(from: Hands, end: number): void {
    for (const [i, p] of this.people.entries()) {
      const other = from.people[i]
      if (other) p.renew(other, end)
    }
  }
}

const untilOf = (present: readonly Presence[], i: number): number => present[i]?.until ?? 0
