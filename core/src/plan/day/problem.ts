import { Network, type Link } from './network'
import {
  FILLED_WAITS_MIN,
  LONG_DAY_MIN,
  OPENED_WAITS_MIN,
  pieces,
  WATCHED_AT_ONCE,
  type Absence,
  type DayKitchen,
  type DayLoad,
} from './types'

/** A moment: some minutes after a node's time. */
interface Moment {
  readonly node: number
  readonly plus: number
}

/** Something that takes units of a resource from one moment to another. */
export interface Span {
  readonly start: Moment
  readonly end: Moment
  readonly takes: number
}

/** A span of somebody's hands or eyes; at least `tail` minutes of the load follow it. */
export interface HandSpan extends Span {
  readonly minutes: number
  readonly tail: number
}

/** What only so many can use at once. */
export interface Resource {
  /** A canner's own runs, one after the other. */
  readonly canner?: true
  readonly units: number
  readonly spans: readonly Span[]
}

/** A day as times, constraints and resources. Minutes from opening. */
export interface DayProblem {
  readonly network: Network
  readonly resources: readonly Resource[]
  /** Nodes whose time plus minutes is the end of a load. */
  readonly ends: readonly { readonly node: number; readonly minutes: number }[]
  /** All hand work, that with the longest tail first. */
  readonly hands: readonly HandSpan[]
  readonly people: number
  /** When each of them is there, minutes from opening. */
  readonly present: readonly Presence[]
  readonly burners: number
  /** When somebody is not there, minutes from opening. */
  readonly away: readonly Absence[]
  /** When nobody is, minutes from opening: a weight is not taken off by itself. */
  readonly gaps: readonly Absence[]
  readonly loads: readonly DayLoad[]
  readonly nodes: readonly LoadNodes[]
}

/** When somebody is there: from, until, and not in between. */
export interface Presence {
  readonly from: number
  readonly until: number
  readonly gaps?: readonly Absence[]
}

/** Where a load's times are: its pieces of preparation, then filling, heat on, unloading. */
export interface LoadNodes {
  readonly prepare: readonly number[]
  readonly fill: number
  readonly heat: number
  readonly unload: number
}

export function nodesOf(loads: readonly DayLoad[]): readonly LoadNodes[] {
  let next = 1
  return loads.map((load) => ({
    prepare: Array.from({ length: pieces(load.stages.prepare) }, () => next++),
    fill: next++,
    heat: next++,
    unload: next++,
  }))
}

/** Minutes after heat on at which each rigid stage begins. */
export function offsets({ stages: s }: DayLoad) {
  const vent = s.heat
  const climb = vent + s.vent
  const process = climb + s.climb
  const cool = process + s.process
  const rest = cool + s.cool
  return { heat: 0, vent, climb, process, cool, rest, out: rest + s.rest }
}

/** States a day as a problem for the search. */
export function dayProblem(loads: readonly DayLoad[], kitchen: DayKitchen): DayProblem {
  const nodes = nodesOf(loads)
  const size = 1 + nodes.reduce((n, l) => n + l.prepare.length + 3, 0)
  const each = loads.map((load, i) => [load, nodes[i] as LoadNodes] as const)
  const links: Link[] = each.flatMap(([load, at]) => chainOf(load, at))
  const absent = absencesOf(loads, kitchen)
  const fixed = absent.map((a, k) => ({ node: size + k, ...a }))
  for (const f of fixed)
    links.push({ from: 0, to: f.node, gap: f.from }, { from: f.node, to: 0, gap: -f.from })
  const hands = each.flatMap(([load, at]) => handsOf(load, at)).sort((a, b) => b.tail - a.tail)
  const away = (takes: number): Span[] =>
    fixed.map((f) => lasting(f.node, 0, f.until - f.from, takes))
  const gaps = gapsOf(kitchen)
  const canners = [...new Set(loads.map((l) => l.cannerId))]
  const onStove = each.map(([load, at]): Span => inCanner(load, at))
  const watched = each.map(([load, at]) => lasting(at.heat, 0, offsets(load).cool, 1))
  const people = kitchen.people.length
  return {
    network: new Network(size + fixed.length, links),
    // Canners first: their order says most about when the day ends.
    resources: [
      ...canners.map((id) => ({
        canner: true as const,
        units: 1,
        spans: onStove.filter((_, i) => loads[i]?.cannerId === id),
      })),
      ...(canners.length > kitchen.burners ? [{ units: kitchen.burners, spans: onStove }] : []),
      { units: people, spans: [...hands, ...away(1)] },
      {
        units: people * WATCHED_AT_ONCE,
        spans: [...watched, ...away(WATCHED_AT_ONCE)],
      },
      ...restingApart(each, fixed, gaps),
    ],
    ends: each.map(([load, at]) => ({ node: at.unload, minutes: load.stages.unload })),
    hands,
    people,
    present: kitchen.people.map((p) => ({
      from: Math.max(0, p.from - kitchen.opens),
      until: p.until - kitchen.opens,
      gaps,
    })),
    gaps,
    burners: kitchen.burners,
    away: absent,
    loads,
    nodes,
  }
}

function chainOf(load: DayLoad, at: LoadNodes): Link[] {
  const { prepare, cook, fill } = load.stages
  const { out } = offsets(load)
  const piece = prepare / at.prepare.length
  const first = at.prepare[0] ?? 0
  return [
    { from: 0, to: first, gap: 0 },
    ...at.prepare.map((node, k): Link => {
      const next = at.prepare[k + 1]
      // What is cooked is cooked right before it is filled.
      return next === undefined
        ? { from: node, to: at.fill, gap: piece + cook }
        : { from: node, to: next, gap: piece }
    }),
    { from: at.fill, to: at.heat, gap: fill },
    { from: at.heat, to: at.fill, gap: -fill - FILLED_WAITS_MIN },
    { from: at.heat, to: at.unload, gap: out },
    { from: at.unload, to: at.heat, gap: -out - OPENED_WAITS_MIN },
    ...(load.running ? [{ from: firstOf(load, at), to: 0, gap: -delayOf(load) }] : []),
  ]
}

/** Where a running load is: at the first of its times that is not over. */
function firstOf(load: DayLoad, at: LoadNodes): number {
  const { prepare, cook, fill } = load.stages
  if (prepare > 0) return at.prepare[0] ?? 0
  if (cook + fill > 0) return at.fill
  return offsets(load).out > 0 ? at.heat : at.unload
}
const delayOf = ({ stages }: DayLoad): number => (stages.prepare > 0 ? 0 : stages.cook)

const lasting = (node: number, plus: number, minutes: number, takes: number): Span => ({
  start: { node, plus },
  end: { node, plus: plus + minutes },
  takes,
})

/** The canner is taken from heat on until its last jar is out, also while jars wait in it. */
const inCanner = (load: DayLoad, at: LoadNodes): Span => ({
  start: { node: at.heat, plus: 0 },
  end: { node: at.unload, plus: load.stages.unload },
  takes: 1,
})

function handsOf(load: DayLoad, at: LoadNodes): HandSpan[] {
  const { prepare, cook, fill, climb, unload } = load.stages
  const off = offsets(load)
  const run = off.out + unload
  const piece = prepare / at.prepare.length
  const span = (node: number, plus: number, minutes: number, tail: number): HandSpan => ({
    ...lasting(node, plus, minutes, 1),
    minutes,
    tail,
  })
  return [
    ...at.prepare.map((node, k) =>
      span(node, 0, piece, prepare - (k + 1) * piece + cook + fill + run),
    ),
    span(at.fill, 0, fill, run),
    span(at.heat, off.climb, climb, run - off.process),
    span(at.unload, 0, unload, 0),
  ].filter((s) => s.minutes > 0)
}

/** Errands, minutes from opening. */
const gapsOf = ({ gaps = [], opens }: DayKitchen): readonly Absence[] =>
  gaps
    .map((g) => ({ from: Math.max(0, g.from - opens), until: g.until - opens }))
    .filter((g) => g.until > g.from)

/**
 * Rests that do not begin while nobody is there, since somebody takes the weight off, and
 * pots that are not left on the fire. Only where there are errands.
 */
function restingApart(
  each: readonly (readonly [DayLoad, LoadNodes])[],
  fixed: readonly (Absence & { readonly node: number })[],
  gaps: readonly Absence[],
): Resource[] {
  if (gaps.length === 0) return []
  const rests = each.flatMap(([load, at]) => [
    lasting(at.heat, offsets(load).rest, load.stages.rest, 1),
    ...(load.stages.cook > 0 ? [lasting(at.fill, -load.stages.cook, load.stages.cook, 1)] : []),
  ])
  const away = gaps.flatMap((g) => {
    const over = fixed.find((f) => f.from <= g.from && f.until >= g.until)
    return over ? [lasting(over.node, g.from - over.from, g.until - g.from, 2 * each.length)] : []
  })
  return [{ units: 2 * each.length, spans: [...rests, ...away] }]
}

/**
 * When somebody who helps that day is not there, errands included, one after the other:
 * whoever has gone does not come back, however long it gets.
 */
function absencesOf(loads: readonly DayLoad[], kitchen: DayKitchen): readonly Absence[] {
  const loadsTake = loads.reduce(
    (m, l) =>
      m + offsets(l).out + l.stages.unload + l.stages.prepare + l.stages.cook + l.stages.fill,
    0,
  )
  const never = Math.max(LONG_DAY_MIN, kitchen.closes - kitchen.opens) + loadsTake
  return kitchen.people.flatMap((p) => {
    const from = Math.max(0, p.from - kitchen.opens)
    const until = p.until - kitchen.opens
    return joined([
      ...(from > 0 ? [{ from: 0, until: from }] : []),
      ...gapsOf(kitchen),
      ...(until < never ? [{ from: Math.max(0, until), until: never }] : []),
    ])
  })
}

/** Absences in their order, those that touch as one. */
const joined = (absences: readonly Absence[]): readonly Absence[] =>
  [...absences]
    .sort((a, b) => a.from - b.from)
    .reduce<Absence[]>((all, next) => {
      const last = all.at(-1)
      if (last && next.from <= last.until)
        all[all.length - 1] = { from: last.from, until: Math.max(last.until, next.until) }
      else all.push(next)
      return all
    }, [])
