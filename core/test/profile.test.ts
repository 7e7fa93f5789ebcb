// What is taken of a day's canners, burners, eyes and hands, held against a count of every minute.
import fc from 'fast-check'
import { expect, test } from 'vitest'
import { Profile } from '../src/plan/day/profile'

const END = 60

/** The same, minute by minute. */
class Minutes {
  private taken = Array.from({ length: END }, () => 0)
  constructor(
    readonly units: number,
    public end: number,
  ) {}
  take(from: number, to: number, units: number): void {
    this.taken = this.taken.map((n, m) => (m >= from && m < to && m < this.end ? n + units : n))
  }
  private isFull = (m: number): boolean => m >= this.end || (this.taken[m] ?? 0) >= this.units
  private minutes = (from: number, to: number): number[] =>
    Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i)
  lastFull(from: number, to: number): number {
    if (to > this.end) return this.end
    return this.minutes(from, to).findLast(this.isFull) ?? -1
  }
  earliest(from: number, minutes: number): number {
    const fits = (at: number) => !this.minutes(at, at + minutes).some(this.isFull)
    return this.minutes(from, this.end - minutes + 1).find(fits) ?? this.end
  }
  renew(from: Minutes, end: number): void {
    this.taken = [...from.taken]
    this.end = end
  }
}

const minute = fc.integer({ min: 0, max: END })
const span = fc.tuple(minute, minute, fc.integer({ min: 1, max: 2 }))
const spans = fc.array(span, { maxLength: 12 })

/** All that can be asked of a day, each beginning on a line of its own. */
const told = (day: Pick<Profile, 'lastFull' | 'earliest'>): string =>
  Array.from({ length: END + 1 }, (_, from) =>
    Array.from({ length: (END + 4 - from) / 3 }, (_, i) => {
      const minutes = 3 * i
      return `${day.lastFull(from, from + minutes)} ${day.earliest(from, minutes)}`
    }).join(),
  ).join('\n')

const expectAlike = (profile: Profile, minutes: Minutes): void =>
  expect(told(profile)).toBe(told(minutes))

test('every span is as free and as full as its minutes, also on a shorter day begun again', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 3 }),
      spans,
      spans,
      minute,
      spans,
      (units, first, left, end, again) => {
        const profiles = [new Profile(units, END), new Profile(units, END)] as const
        const minutes = [new Minutes(units, END), new Minutes(units, END)] as const
        for (const both of [profiles, minutes]) {
          for (const s of first) both[0].take(...s)
          // What was taken before it is begun again is forgotten.
          for (const s of left) both[1].take(...s)
        }
        expectAlike(profiles[1], minutes[1])
        profiles[1].renew(profiles[0], end)
        minutes[1].renew(minutes[0], end)
        for (const both of [profiles, minutes]) for (const s of again) both[1].take(...s)
        expectAlike(profiles[1], minutes[1])
        expectAlike(profiles[0], minutes[0])
      },
    ),
    { numRuns: 40 },
  )
  // Every minute of many days is compared: a busy machine takes its time.
}, 30_000)
