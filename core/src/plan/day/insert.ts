import { below, seeded } from '../search/random'
import { Hands } from './hands'
import { offsets, type DayProblem, type LoadNodes } from './problem'
import { Profile } from './profile'
import {
  FILLED_WAITS_MIN,
  OPENED_WAITS_MIN,
  WATCHED_AT_ONCE,
  type Absence,
  type DayLoad,
} from './types'

/** Up to so many loads every order is tried. */
const ALL_ORDERS = 5
/** The steps of a day in the order in which they are put in, and how long filled jars wait. */
interface Plan {
  /** Loads; each time one is named its next step is put in. */
  readonly order: readonly number[]
  /** By load, minutes between filled and heat on. */
  readonly delays: readonly number[]
}

/** Of so many tries one changes a wait instead of the order. */
const DELAY_EACH = 4
/** Steps put elsewhere, in search of a better order. */
const TRIES = 800
/** The same for one that ends no earlier and is easier. */
const TIDY_TRIES = 150

/** Where the times of a running load are. */
interface Begun {
  readonly prepare: readonly number[]
  readonly fill: number
  readonly heat: number
  readonly unload: number
}

/** What a day has to give; watching and burners only where they can run short. */
class Desk {
  private readonly hands: Hands
  private readonly watch: Profile | undefined
  private readonly burners: Profile | undefined
  private readonly canners: ReadonlyMap<string, Profile>
  private readonly gaps: readonly Absence[]

  constructor(
    { loads, people, present, burners, away, gaps }: DayProblem,
    private end: number,
  ) {
    this.gaps = gaps
    this.canners = new Map(loads.map((l) => [l.cannerId, new Profile(1, end)]))
    const count = this.canners.size
    const watched = people * WATCHED_AT_ONCE
    this.hands = new Hands(present, end)
    this.watch = away.length > 0 || count > watched ? new Profile(watched, end) : undefined
    this.burners = count > burners ? new Profile(burners, end) : undefined
    for (const a of away) this.watch?.take(a.from, a.until, WATCHED_AT_ONCE)
  }

  /** As another was at first, for a day that ends earlier. */
  renew(from: Desk, end: number): void {
    this.end = end
    this.hands.renew(from.hands, end)
    if (from.watch) this.watch?.renew(from.watch, end)
    if (from.burners) this.burners?.renew(from.burners, end)
    for (const [id, profile] of from.canners) this.canners.get(id)?.renew(profile, end)
  }

  /** Puts a piece of preparation in as early as it goes; gives its beginning, if there is one. */
  prepare(from: number, minutes: number): number | undefined {
    const at = this.hands.earliest(from, minutes)
    if (at >= this.end) return undefined
    this.hands.take(at, at + minutes)
    return at
  }

  /**
   * Fills and runs a load as early as it goes once it is prepared; gives its times.
   * @param delay minutes that the filled jars wait before the heat, for the sake of others.
   */
  run(
    load: DayLoad,
    prepared: number,
    delay: number,
  ): { fill: number; heat: number; unload: number } | undefined {
    const { stages } = load
    let fill = prepared + stages.cook
    while (fill < this.end) {
      fill = this.hands.earliest(fill, stages.fill)
      const back = this.alone(fill - stages.cook, fill)
      if (back !== undefined) {
        fill = back + stages.cook
        continue
      }
      const filled = fill + stages.fill
      const heat = this.earliestHeat(load, filled + delay)
      if (heat >= this.end) return undefined
      if (heat <= filled + FILLED_WAITS_MIN) return this.take(load, fill, heat)
      fill = heat - FILLED_WAITS_MIN - stages.fill
    }
    return undefined
  }

  /** When the heat can be turned on at the earliest, with everything after it as it must be. */
  private earliestHeat(load: DayLoad, from: number): number {
    const { climb, unload } = load.stages
    const off = offsets(load)
    const canner = this.canners.get(load.cannerId)
    // Each of them says from when on at the earliest; whoever is asked first, all agree at the same minute.
    const later = (heat: number): number => {
      const last = heat + off.out + unload
      const taken = canner?.lastFull(heat, last) ?? -1
      if (taken >= 0) return taken + 1
      const burning = this.burners?.lastFull(heat, last) ?? -1
      if (burning >= 0) return burning + 1
      const watching = this.watch?.lastFull(heat, heat + off.cool) ?? -1
      if (watching >= 0) return watching + 1
      const climbing = this.hands.lastFull(heat + off.climb, heat + off.climb + climb)
      if (climbing >= 0) return climbing - off.climb + 1
      const back = this.alone(heat + off.rest, heat + off.out)
      if (back !== undefined && back - off.rest > heat) return back - off.rest
      const out = this.hands.earliest(heat + off.out, unload)
      if (out - off.out - OPENED_WAITS_MIN > heat) return out - off.out - OPENED_WAITS_MIN
      const emptied = Math.max(
        canner?.lastFull(last, out + unload) ?? -1,
        this.burners?.lastFull(last, out + unload) ?? -1,
      )
      return emptied >= 0 ? emptied + 1 : heat
    }
    let heat = from
    while (heat + off.out + unload <= this.end) {
      const next = later(heat)
      if (next <= heat) return heat
      heat = next
    }
    return this.end
  }

  /** A load that is on already: what is left of it, from the beginning of the day on. */
  begin(load: DayLoad, pieces: number): Begun {
    const { prepare, cook, fill } = load.stages
    const piece = prepare / pieces
    const starts = Array.from({ length: pieces }, (_, k) => k * piece)
    for (const at of starts) this.hands.take(at, at + piece)
    const filling = prepare + cook
    return { prepare: starts, ...this.take(load, filling, filling + fill) }
  }

  /** When somebody is there again, where nobody is for a part of a span that needs somebody. */
  private alone(from: number, to: number): number | undefined {
    return this.gaps.find((g) => g.from < to && g.until > from)?.until
  }

  private take(load: DayLoad, fill: number, heat: number) {
    const { stages } = load
    const off = offsets(load)
    this.hands.take(fill, fill + stages.fill)
    this.hands.take(heat + off.climb, heat + off.climb + stages.climb)
    this.watch?.take(heat, heat + off.cool, 1)
    const unload = this.hands.earliest(heat + off.out, stages.unload)
    const out = unload + stages.unload
    this.hands.take(unload, out)
    this.canners.get(load.cannerId)?.take(heat, out, 1)
    this.burners?.take(heat, out, 1)
    return { fill, heat, unload }
  }
}

/**
 * A good schedule quickly: step by step, each step as early as hands, eyes, canner
 * and burner allow, also into the gaps that others left. First load after load, in
 * every order when they are few; then the best order is bettered step by step.
 * @param bound a schedule that finishes by this, minutes from opening, is not bettered.
 * @param tidy of schedules that finish equally early, looks for the easier one, beyond the bound.
 * @returns the time of every node, minutes from opening; undefined when no order goes.
 */
export function insertLoads(
  problem: DayProblem,
  bound: number,
  tidy = false,
): { readonly times: Float64Array; readonly finish: number } | undefined {
  const { loads, nodes } = problem
  const start = problem.network.earliest()
  if (!start) return undefined
  const end = horizon(problem)
  const [empty, desk] = [new Desk(problem, end), new Desk(problem, end)]
  const steps = nodes.map((n) => n.prepare.length + 1)
  const begun = loads.map((load, i) =>
    load.running ? empty.begin(load, nodes[i]?.prepare.length ?? 1) : undefined,
  )
  const open = loads.flatMap((load, i) => (load.running ? [] : [i]))
  let best: (Plan & { times: Float64Array; finish: number; ease: number }) | undefined
  /** Puts the steps in as a plan says, and keeps the plan when it is the best; gives when it ends, if that is early enough. */
  const run = ({ order, delays }: Plan, latest: number): number | undefined => {
    // An order that ends later than the best is of no use; one that ends with it is.
    desk.renew(empty, latest)
    const times = start.slice()
    const done = loads.map(() => 0)
    const ready = loads.map(() => 0)
    let finish = placeBegun(problem, begun, times)
    if (finish > latest) return undefined
    for (const i of order) {
      const [load, at] = [loads[i] as DayLoad, nodes[i] as LoadNodes]
      const piece = at.prepare[done[i] ?? 0]
      done[i] = (done[i] ?? 0) + 1
      if (piece !== undefined) {
        const minutes = load.stages.prepare / at.prepare.length
        const from = desk.prepare(ready[i] ?? 0, minutes)
        if (from === undefined) return undefined
        times[piece] = from
        ready[i] = from + minutes
        continue
      }
      const placed = desk.run(load, ready[i] ?? 0, delays[i] ?? 0)
      if (!placed) return undefined
      times[at.fill] = placed.fill
      times[at.heat] = placed.heat
      times[at.unload] = placed.unload
      finish = Math.max(finish, placed.unload + load.stages.unload)
    }
    const ease = tidy ? easeOf(problem, times) : 0
    const equal = best !== undefined && finish <= best.finish + 1e-6
    if (finish < latest || (equal && ease < (best?.ease ?? 0) - 1e-6))
      best = { times, finish, order, delays, ease }
    return finish
  }
  const judge = triedOnce(run, () => best?.finish ?? end)
  const whole = (order: readonly number[]): Plan => ({
    order: order.flatMap((i) => Array.from({ length: steps[i] ?? 0 }, () => i)),
    delays: loads.map(() => 0),
  })
  const done = (): boolean => !tidy && best !== undefined && best.finish <= bound + 1e-6
  const orders = open.length <= ALL_ORDERS ? everyOrder(loads, open) : [open]
  for (const order of orders) if (!done()) judge(whole(order))
  if (best && open.length > 0 && !done()) climb(best, judge, done, tidy ? TIDY_TRIES : TRIES)
  return best
}

/**
 * How little ease a day has, minutes: how late the first canner is lit, and how long each is
 * taken from its first heat to its last jar, idle times between its loads included.
 */
export function easeOf({ loads, nodes }: DayProblem, times: Float64Array): number {
  const spans = new Map<string, { from: number; to: number }>()
  for (const [i, load] of loads.entries()) {
    const at = nodes[i]
    if (!at) continue
    const from = times[at.heat] ?? 0
    const to = (times[at.unload] ?? 0) + load.stages.unload
    const had = spans.get(load.cannerId) ?? { from, to }
    spans.set(load.cannerId, { from: Math.min(had.from, from), to: Math.max(had.to, to) })
  }
  const taken = [...spans.values()]
  const first = Math.min(...taken.map((s) => s.from))
  return taken.length === 0 ? 0 : taken.reduce((m, s) => m + s.to - s.from, first)
}

/** Long enough for all loads one after the other when everybody is there. */
const horizon = ({ loads, away }: DayProblem): number =>
  loads.reduce(
    (m, l) =>
      m + Object.values(l.stages).reduce((a, b) => a + b, 0) + FILLED_WAITS_MIN + OPENED_WAITS_MIN,
    1,
  ) + away.reduce((m, a) => Math.max(m, a.until), 0)

/**
 * Whether a plan ends early enough, each plan tried once: the latest end only comes nearer,
 * so one that was tried ends when it did, or is too late for good.
 * @param run when a plan ends, minutes from opening, if that is not after the latest.
 */
function triedOnce(
  run: (plan: Plan, latest: number) => number | undefined,
  latest: () => number,
): (plan: Plan) => boolean {
  const ends = new Map<string, number>()
  return (plan) => {
    const key = keyOf(plan)
    const known = ends.get(key)
    if (known !== undefined) return known <= latest()
    const finish = run(plan, latest())
    ends.set(key, finish ?? Infinity)
    return finish !== undefined
  }
}

/** Writes the times of what is on already; gives when the last of it is out. */
function placeBegun(
  { loads, nodes }: DayProblem,
  begun: readonly (Begun | undefined)[],
  times: Float64Array,
): number {
  let finish = 0
  for (const [i, b] of begun.entries()) {
    const at = nodes[i]
    if (!b || !at) continue
    for (const [k, node] of at.prepare.entries()) times[node] = b.prepare[k] ?? 0
    times[at.fill] = b.fill
    times[at.heat] = b.heat
    times[at.unload] = b.unload
    finish = Math.max(finish, b.unload + (loads[i]?.stages.unload ?? 0))
  }
  return finish
}

const keyOf = ({ order, delays }: Plan): string => `${order.join()}/${delays.join()}`

/** All orders of some loads, those with like loads exchanged left out. */
function* everyOrder(
  loads: readonly DayLoad[],
  open: readonly number[],
): Generator<readonly number[]> {
  const kinds = loads.map((l) => JSON.stringify([l.cannerId, l.stages]))
  function* from(order: readonly number[]): Generator<readonly number[]> {
    if (order.length === open.length) yield order
    const seen = new Set<string>()
    for (const i of open) {
      const kind = kinds[i] ?? ''
      if (order.includes(i) || seen.has(kind)) continue
      seen.add(kind)
      yield* from([...order, i])
    }
  }
  yield* from([])
}

/** Betters a plan by taking one step out and putting it elsewhere, or by letting filled jars wait. */
function climb(
  start: Plan,
  judge: (plan: Plan) => boolean,
  done: () => boolean,
  tries: number,
): void {
  const random = seeded(start.order.length)
  let plan = start
  for (let n = 0; n < tries && !done(); n++) {
    const order = [...plan.order]
    let { delays } = plan
    if (below(random, DELAY_EACH) === 0) {
      const i = below(random, delays.length)
      const delay = below(random, FILLED_WAITS_MIN + 1)
      delays = delays.map((d, k) => (k === i ? delay : d))
    } else {
      const [step] = order.splice(below(random, order.length), 1)
      order.splice(below(random, order.length + 1), 0, step as number)
    }
    const tried = { order, delays }
    if (judge(tried)) plan = tried
  }
}
