/** A constraint between two times: `to` is at least `from` plus `gap`. */
export interface Link {
  readonly from: number
  readonly to: number
  readonly gap: number
}

/**
 * Earliest times under constraints between them (longest paths). Node 0 is the
 * opening of the kitchen, at 0; a link to it bounds a time from above.
 */
export class Network {
  private readonly out: Link[][]
  private readonly raised: Uint16Array
  private readonly waits: Uint8Array

  constructor(
    readonly size: number,
    links: readonly Link[],
  ) {
    this.out = Array.from({ length: size }, () => [])
    for (const link of links) this.out[link.from]?.push(link)
    this.raised = new Uint16Array(size)
    this.waits = new Uint8Array(size)
  }

  /** The earliest times; undefined when the constraints cannot all hold. */
  earliest(): Float64Array | undefined {
    const all = Array.from({ length: this.size }, (_, i) => i)
    return this.settle(new Float64Array(this.size), all, [])
  }

  /**
   * The earliest times after some more links.
   * @param before times that hold without the new links.
   * @param added all links on top of the network's own; the last `fresh` of them are new.
   */
  with(before: Float64Array, added: readonly Link[], fresh = 1): Float64Array | undefined {
    const from = added.slice(added.length - fresh).map((l) => l.from)
    return this.settle(before.slice(), from, added)
  }

  private settle(
    times: Float64Array,
    queue: number[],
    added: readonly Link[],
  ): Float64Array | undefined {
    // A time that is looked at again more often than there are times is in a circle that has no end.
    this.raised.fill(0)
    this.waits.fill(0)
    const most = this.size
    for (let head = 0; head < queue.length; head++) {
      const node = queue[head] ?? 0
      this.waits[node] = 0
      for (const link of this.out[node] ?? [])
        if (!this.pull(link, times, queue, most)) return undefined
      for (const link of added)
        if (link.from === node && !this.pull(link, times, queue, most)) return undefined
    }
    return times
  }

  private pull(link: Link, times: Float64Array, queue: number[], most: number): boolean {
    const at = (times[link.from] ?? 0) + link.gap
    if (at <= (times[link.to] ?? 0) + 1e-9) return true
    if (link.to === 0) return false
    times[link.to] = at
    if (this.waits[link.to] === 0) {
      const count = (this.raised[link.to] ?? 0) + 1
      if (count > most) return false
      this.raised[link.to] = count
      this.waits[link.to] = 1
      queue.push(link.to)
    }
    return true
  }
}
