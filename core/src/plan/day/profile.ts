/** How much of something is taken, minute by minute. */
export class Profile {
  private readonly taken: Uint8Array

  constructor(
    readonly units: number,
    public end: number,
  ) {
    this.taken = new Uint8Array(end)
  }

  take(from: number, to: number, units: number): void {
    const { taken } = this
    const until = Math.min(to, this.end)
    for (let m = from; m < until; m++) taken[m] = (taken[m] as number) + units
  }

  /** The last minute of a span in which there is none left; -1 when there always is. */
  lastFull(from: number, to: number): number {
    const { taken, units } = this
    if (to > this.end) return this.end
    for (let m = to - 1; m >= from; m--) if ((taken[m] as number) >= units) return m
    return -1
  }

  /** The first beginning from which a span of minutes is free; `end` when there is none. */
  earliest(from: number, minutes: number): number {
    let at = from
    while (at + minutes <= this.end) {
      const full = this.lastFull(at, at + minutes)
      if (full < 0) return at
      at = full + 1
    }
    return this.end
  }

  /** As another was at first, but only so long. */
  renew(from: Profile, end: number): void {
    this.end = end
    this.taken.set(from.taken.subarray(0, end))
  }
}
