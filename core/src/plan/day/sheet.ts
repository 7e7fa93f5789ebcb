import { daysBetween } from '../../time/dates'
import { showMinutes } from '../../quantity/format'
import { gatherPreparation } from './gather'
import { assignHands } from './people'
import { dayProblem, nodesOf, offsets, type LoadNodes } from './problem'
import { earliestFinish, easier, endsBy, type Found } from './search'
import {
  LONG_DAY_MIN,
  type DayChange,
  type DayDoesNotFit,
  type DayKitchen,
  type DayLoad,
  type DayPerson,
  type DaySheet,
  type DayTask,
} from './types'

/** Branchings for a whole sheet; small days need a few hundred, large ones are good without. */
const STEPS = { small: 800, large: 400 } as const
/** Up to so many loads a day is small. */
const SMALL_DAY = 6
/** Branchings for each change that is tried when a day does not fit. */
const STEPS_PER_CHANGE = 300
/** Loads that are tried to be left out when a day does not fit. */
const MOST_LEFT_OUT = 3

/**
 * Places every stage of every load of a day: finishes as early as can be, then
 * with as few people as can be, then the earliest can-by first. No load starts
 * unless its jars are out before the kitchen closes. When they do not all fit it
 * says why, and the smallest changes that would make them fit.
 * @param steps branchings at most; with 0 only a quick good sheet is made.
 */
export function daySheet(
  loads: readonly DayLoad[],
  kitchen: DayKitchen,
  steps: number = loads.length > SMALL_DAY ? STEPS.large : STEPS.small,
): DaySheet | DayDoesNotFit {
  const impossible = cannotBe(loads, kitchen)
  if (impossible) return impossible
  const order = [...loads].sort((a, b) => daysBetween(b.canBy, a.canBy) || a.id.localeCompare(b.id))
  const open = kitchen.closes - kitchen.opens
  let found = earliestFinish(dayProblem(order, kitchen), open, steps)
  if (!found) {
    const longer = ifTheyStayed(order, kitchen, steps)
    // A search with no evening to keep to may find the order that the other missed.
    if (!longer || longer.finish > open) return doesNotFit(order, kitchen, longer, steps)
    found = longer
  }
  const [fewest, people] = withFewest(order, kitchen, found, steps)
  const there = { ...kitchen, people }
  const problem = dayProblem(order, there)
  // What is made at once is not looked over.
  const { times: chosen } = steps > 0 ? easier(problem, fewest) : fewest
  const times = gatherPreparation(problem, chosen)
  return {
    outcome: 'sheet',
    tasks: tasksOf(order, there, times),
    finish: kitchen.opens + fewest.finish,
    people: people.length,
    optimal: found.proven,
    bound: kitchen.opens + found.bound,
  }
}

/** The same day running over, with whoever stays to the end. */
const runningOver = (k: DayKitchen, late: number): DayKitchen => ({
  ...k,
  closes: k.closes + late,
  people: k.people.map((p) => (p.until >= k.closes ? { ...p, until: p.until + late } : p)),
})

/**
 * A day's sheet as the household keeps it: past closing only when it doesn't fit before.
 * @param late how far past closing it may run, minutes.
 * @param steps as for `daySheet`.
 */
export function sheetOfDay(
  loads: readonly DayLoad[],
  kitchen: DayKitchen,
  late: number,
  steps?: number,
): DaySheet | DayDoesNotFit {
  const inTime = daySheet(loads, kitchen, steps)
  if (inTime.outcome === 'sheet' || late <= 0) return inTime
  const over = daySheet(loads, runningOver(kitchen, late), steps)
  return over.outcome === 'sheet' ? over : inTime
}

/**
 * When a day is over at the earliest that is found, minutes from midnight: the finish of
 * its sheet without the sheet. Undefined when it does not fit into its hours.
 */
export function dayFinish(
  loads: readonly DayLoad[],
  kitchen: DayKitchen,
  steps: number,
): number | undefined {
  if (cannotBe(loads, kitchen)) return undefined
  const found = earliestFinish(dayProblem(loads, kitchen), kitchen.closes - kitchen.opens, steps)
  return found && kitchen.opens + found.finish
}

/** Whether a day's loads can be done within its hours; the first way that is found will do. */
export const dayFits = (loads: readonly DayLoad[], kitchen: DayKitchen, steps: number): boolean =>
  !cannotBe(loads, kitchen) &&
  endsBy(dayProblem(loads, kitchen), kitchen.closes - kitchen.opens, steps)

function cannotBe(loads: readonly DayLoad[], kitchen: DayKitchen): DayDoesNotFit | undefined {
  const no = (reason: DayDoesNotFit['reason'], sentence: string): DayDoesNotFit => ({
    outcome: 'does-not-fit',
    reason,
    sentence,
    changes: [],
  })
  if (kitchen.closes <= kitchen.opens) return no('closed', 'The kitchen isn’t open on this day.')
  const there = kitchen.people.filter((p) => p.until > kitchen.opens && p.from < kitchen.closes)
  if (there.length === 0 && loads.length > 0)
    return no('nobody', 'Nobody is in the kitchen while it’s open. Add who helps and when.')
  return undefined
}

/** The same finish with fewer people, those who are there longest first. */
function withFewest(
  loads: readonly DayLoad[],
  kitchen: DayKitchen,
  all: Found,
  steps: number,
): readonly [Found, readonly DayPerson[]] {
  const byHours = [...kitchen.people].sort((a, b) => b.until - b.from - (a.until - a.from))
  for (let n = 1; n < byHours.length; n++) {
    const people = byHours.slice(0, n)
    const found = earliestFinish(
      dayProblem(loads, { ...kitchen, people }),
      all.finish,
      Math.min(STEPS_PER_CHANGE, steps),
    )
    if (found && found.finish <= all.finish + 1e-6) return [found, people]
  }
  return [all, kitchen.people]
}

/** The stages on the clock, each hand task given to somebody who is free. */
function tasksOf(
  loads: readonly DayLoad[],
  kitchen: DayKitchen,
  times: Float64Array,
): readonly DayTask[] {
  const nodes = nodesOf(loads)
  const tasks = loads.flatMap((load, i) =>
    stagesOf(load, nodes[i] as LoadNodes, times, kitchen.opens),
  )
  const hands = tasks.filter((t) => NEEDS_ONE.has(t.stage) && t.to > t.from)
  const { gaps = [] } = kitchen
  const given = assignHands(
    hands,
    kitchen.people.map((p) => ({ ...p, gaps })),
  )
  const who = new Map(hands.map((t, i) => [t, kitchen.people[given?.[i] ?? -1]?.id ?? null]))
  return tasks.map((t) => ({ ...t, person: who.get(t) ?? null }))
}

const NEEDS_ONE: ReadonlySet<string> = new Set(['prepare', 'fill', 'climb', 'unload'])

function stagesOf(load: DayLoad, nodes: LoadNodes, times: Float64Array, opens: number): DayTask[] {
  const { stages } = load
  const off = offsets(load)
  const at = (node: number): number => opens + (times[node] ?? 0)
  const heat = at(nodes.heat)
  const task = (stage: DayTask['stage'], from: number, minutes: number): DayTask => ({
    loadId: load.id,
    stage,
    from,
    to: from + minutes,
    person: null,
  })
  const piece = stages.prepare / nodes.prepare.length
  return [
    ...nodes.prepare.map((n) => task('prepare', at(n), piece)),
    task('cook', at(nodes.fill) - stages.cook, stages.cook),
    task('fill', at(nodes.fill), stages.fill),
    task('heat', heat, stages.heat),
    task('vent', heat + off.vent, stages.vent),
    task('climb', heat + off.climb, stages.climb),
    task('process', heat + off.process, stages.process),
    task('cool', heat + off.cool, stages.cool),
    task('rest', heat + off.rest, stages.rest),
    task('unload', at(nodes.unload), stages.unload),
  ].filter((t) => t.to > t.from)
}

/** The earliest finish when whoever stays to the end would stay as long as it takes. */
function ifTheyStayed(
  loads: readonly DayLoad[],
  kitchen: DayKitchen,
  steps: number,
): Found | undefined {
  const people = kitchen.people.map((p) =>
    p.until >= kitchen.closes ? { ...p, until: p.until + LONG_DAY_MIN } : p,
  )
  return earliestFinish(
    dayProblem(loads, { ...kitchen, people }),
    LONG_DAY_MIN,
    Math.min(STEPS.large, steps),
  )
}

/** Why the loads do not fit, and what is the least that would make them. */
function doesNotFit(
  loads: readonly DayLoad[],
  kitchen: DayKitchen,
  longer: Found | undefined,
  steps: number,
): DayDoesNotFit {
  const open = kitchen.closes - kitchen.opens
  const changes: DayChange[] = []
  if (longer) {
    const minutes = Math.ceil(longer.finish - open)
    // What is on already began when it did.
    const begun = loads.some((l) => l.running)
    if (!begun && kitchen.opens - minutes >= 0 && fitsEarlier(loads, kitchen, minutes, steps))
      changes.push({ kind: 'open-earlier', minutes })
    changes.push({ kind: 'close-later', minutes })
  }
  const helper = { id: 'helper', name: 'a helper', from: kitchen.opens, until: kitchen.closes }
  if (fits(loads, { ...kitchen, people: [...kitchen.people, helper] }, steps))
    changes.push({ kind: 'one-person-more' })
  const laterFirst = loads.filter((l) => !l.running).sort((a, b) => daysBetween(a.canBy, b.canBy))
  for (const load of laterFirst.slice(0, MOST_LEFT_OUT))
    if (
      fits(
        loads.filter((l) => l !== load),
        kitchen,
        steps,
      )
    ) {
      changes.push({ kind: 'leave-out', loadId: load.id })
      break
    }
  const over = longer ? Math.ceil(longer.finish - open) : null
  return {
    outcome: 'does-not-fit',
    reason: 'too-long',
    sentence:
      over === null
        ? 'These loads don’t fit into one day with the people you have.'
        : loads.length === 1
          ? `This load takes ${showMinutes(over)} longer than the kitchen is open.`
          : `These loads take ${showMinutes(over)} longer than the kitchen is open.`,
    changes,
  }
}

const fits = (loads: readonly DayLoad[], kitchen: DayKitchen, steps: number): boolean =>
  earliestFinish(
    dayProblem(loads, kitchen),
    kitchen.closes - kitchen.opens,
    Math.min(STEPS_PER_CHANGE, steps),
  ) !== undefined

function fitsEarlier(
  loads: readonly DayLoad[],
  kitchen: DayKitchen,
  minutes: number,
  steps: number,
): boolean {
  const opens = kitchen.opens - minutes
  const people = kitchen.people.map((p) => (p.from <= kitchen.opens ? { ...p, from: opens } : p))
  return fits(loads, { ...kitchen, opens, people }, steps)
}
