import type { JarSize, Mouth } from '../words'
import { quartsOf } from '../method/jar-size'
import { capacityFor, minimumFor, splitJars } from './capacity'
import { handsMinutes, stageSpans, totalMinutes } from './stages'
import type { CannerFacts } from './types'

/** A canner that may be used, as far as dividing a harvest needs it. */
export interface WayCanner extends CannerFacts {
  readonly id: string
  /** Minutes this food takes at this canner's gauge; null when the process is refused there. */
  readonly processMinutes: number | null
}

export interface WayLoad {
  readonly cannerId: string
  readonly jars: number
}

/** One way to put up a number of jars. Times in minutes, estimates. */
export interface Way {
  readonly loads: readonly WayLoad[]
  /** Jars that are eaten, frozen or kept for another load. */
  readonly left: number
  /** From the first knife to the last jar out, with the next load prepared while one cools. */
  readonly totalMin: number
  readonly handsMin: number
}

interface Wanted {
  readonly jars: number
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly prepMinPerQuart: number
  /** Minutes that it boils or simmers before it is filled. */
  readonly cookMin?: number
}

const MOST_WAYS = 3

/**
 * At most three ways to can a harvest with the canners at hand: each canner
 * alone, all of them side by side, and only full loads with the odd jars kept.
 * Fewest loads first, then the shortest. Empty when no canner takes such jars.
 */
export function offerWays(wanted: Wanted, canners: readonly WayCanner[]): readonly Way[] {
  const able = canners.filter((c) => fits(wanted, c))
  const alone = able.flatMap((c) => aloneWays(wanted, c))
  const both = sideBySide(wanted, able)
  const ways = [...alone, ...(both ? [both] : [])].sort(
    (a, b) => a.left - b.left || a.loads.length - b.loads.length || a.totalMin - b.totalMin,
  )
  const different = ways.filter((w, i) => ways.findIndex((x) => keyOf(x) === keyOf(w)) === i)
  const full = different.filter((w) => w.left > 0).slice(0, 1)
  const whole = different.filter((w) => w.left === 0).slice(0, MOST_WAYS - full.length)
  return [...whole, ...full]
}

/** Why a harvest cannot be canned by itself with the canners at hand. */
export type NoWay =
  | { readonly why: 'no-canner' }
  /** No canner takes jars of this size and mouth. */
  | { readonly why: 'no-room' }
  /** Fewer jars than any of them may be run with. */
  | { readonly why: 'too-few'; readonly least: number }

/** Why `offerWays` found none; asked only then. */
export function whyNoWay(wanted: Wanted, canners: readonly WayCanner[]): NoWay {
  if (canners.length === 0) return { why: 'no-canner' }
  const able = canners.filter((c) => fits(wanted, c))
  if (able.length === 0) return { why: 'no-room' }
  return { why: 'too-few', least: Math.min(...able.map((c) => minimumFor(c.minimum, wanted.jar))) }
}

const fits = (wanted: Wanted, c: WayCanner): boolean =>
  c.processMinutes !== null &&
  capacityFor(c.capacity, wanted.jar, wanted.mouth) >= minimumFor(c.minimum, wanted.jar)

const keyOf = (w: Way): string => w.loads.map((l) => `${l.cannerId}:${l.jars}`).join() + w.left

function aloneWays(wanted: Wanted, canner: WayCanner): readonly Way[] {
  const capacity = capacityFor(canner.capacity, wanted.jar, wanted.mouth)
  return splitJars(wanted.jars, capacity, minimumFor(canner.minimum, wanted.jar)).map((split) =>
    timed(
      wanted,
      split.loads.map((jars) => ({ cannerId: canner.id, jars })),
      split.left,
      [canner],
    ),
  )
}

/** All canners at once, each next load to the one that is free first. */
function sideBySide(wanted: Wanted, canners: readonly WayCanner[]): Way | undefined {
  if (canners.length < 2) return undefined
  const free = canners.map((c) => ({ canner: c, at: 0 }))
  const loads: WayLoad[] = []
  let rest = wanted.jars
  while (rest > 0) {
    free.sort((a, b) => a.at - b.at)
    const next = free[0]
    if (!next) break
    const capacity = capacityFor(next.canner.capacity, wanted.jar, wanted.mouth)
    const least = minimumFor(next.canner.minimum, wanted.jar)
    const jars =
      rest - capacity > 0 && rest - capacity < least ? rest - least : Math.min(capacity, rest)
    if (jars < least) break
    loads.push({ cannerId: next.canner.id, jars })
    next.at += loadMinutes(wanted, jars, next.canner).busy
    rest -= jars
  }
  return loads.length > 1 ? timed(wanted, loads, rest, canners) : undefined
}

function loadMinutes(wanted: Wanted, jars: number, canner: WayCanner) {
  const spans = stageSpans(
    { ...wanted, jars, processMinutes: canner.processMinutes ?? 0 },
    canner.stageMinutes,
  )
  const prepare = jars * quartsOf(wanted.jar) * wanted.prepMinPerQuart
  return { prepare, busy: totalMinutes(spans) - prepare, hands: handsMinutes(spans) }
}

function timed(
  wanted: Wanted,
  loads: readonly WayLoad[],
  left: number,
  canners: readonly WayCanner[],
): Way {
  let first = 0
  let hands = 0
  const busy = new Map<string, number>()
  for (const [i, load] of loads.entries()) {
    const canner = canners.find((c) => c.id === load.cannerId)
    if (!canner) continue
    const m = loadMinutes(wanted, load.jars, canner)
    if (i === 0) first = m.prepare
    hands += m.hands
    busy.set(load.cannerId, (busy.get(load.cannerId) ?? 0) + m.busy)
  }
  // One pair of hands: however many canners there are, hands-on time does not overlap itself.
  return {
    loads,
    left,
    handsMin: hands,
    totalMin: Math.max(hands, first + Math.max(0, ...busy.values())),
  }
}
