/**
 * How much of something is taken, over the minutes of a day: stretches one after the other,
 * each with what is taken in it. A day has few of them and many minutes.
 */
export class Profile {
  /** Where each stretch begins; it goes to where the next one does, the last one to the end. */
  private readonly starts: number[] = [0]
  private readonly taken: number[] = [0]
  /** How many stretches there are; what the lists hold beyond is left over. */
  private count = 1

  constructor(
    readonly units: number,
    public end: number,
  ) {}

  take(from: number, to: number, units: number): void {
    const until = Math.min(to, this.end)
    if (until <= from) return
    const { taken } = this
    const first = this.cutAt(from)
    const next = this.cutAt(until)
    for (let k = first; k < next; k++) taken[k] = (taken[k] as number) + units
  }

  /** The last minute of a span in which there is none left; -1 when there always is. */
  lastFull(from: number, to: number): number {
    if (to > this.end) return this.end
    const { starts, taken, units } = this
    let until = to
    for (let k = this.holding(to - 1); until > from; k--) {
      if ((taken[k] as number) >= units) return until - 1
      until = starts[k] as number
    }
    return -1
  }

  /** The first beginning from which a span of minutes is free; `end` when there is none. */
  earliest(from: number, minutes: number): number {
    const { starts, taken, units, end, count } = this
    let at = from
    for (let k = this.holding(from); at + minutes <= end; k++) {
      const until = k + 1 < count ? (starts[k + 1] as number) : end
      if ((taken[k] as number) >= units && minutes > 0) at = until
      else if (at + minutes <= until) return at
    }
    return end
  }

  /** As another was at first, but only so long. */
  renew(from: Profile, end: number): void {
    this.end = end
    const { starts, taken } = this
    const { count } = from
    this.count = count
    for (let k = 0; k < count; k++) {
      starts[k] = from.starts[k] as number
      taken[k] = from.taken[k] as number
    }
  }

  /** The stretch that a minute lies in. */
  private holding(minute: number): number {
    const { starts } = this
    let k = this.count - 1
    while (k > 0 && (starts[k] as number) > minute) k--
    return k
  }

  /** The stretch that begins at a minute, made where there was none. */
  private cutAt(minute: number): number {
    const { starts, taken } = this
    const held = this.holding(minute)
    if (starts[held] === minute) return held
    for (let k = this.count++; k > held; k--) {
      starts[k] = starts[k - 1] as number
      taken[k] = taken[k - 1] as number
    }
    starts[held + 1] = minute
    return held + 1
  }
}
