import {
  STOVE_STAGES,
  type GaugeKind,
  type JarSize,
  type LoadStage,
  type Mouth,
  type Pack,
} from '../words'
import { processFor, type Kitchen } from '../kitchen'
import type { JarOf } from '../method/mixed-name'
import { mixedLoad } from '../method/mixed-load'
import type { Process, Refusal } from '../method/data/types'
import { countJars } from '../method/jar-size'
import type { Burner, DialMarks } from '../words'
import { minutes, psi, type Psi } from '../quantity/units'
import { capacityFor, minimumFor } from './capacity'
import { restOf } from './stages'
import type { LoadSetup } from './setup'
import type { CannerFacts } from './types'

/** Jars that tend to lose liquid stay in the open canner at least so long, min. */
const OPEN_MINUTES = 5
const SIPHONS = /^tomato/

/** What a load is run at depends on this, as it stands at the moment of asking. */
export interface FiguresQuery {
  readonly portions: readonly {
    readonly formId: string
    readonly pack: Pack
    readonly jar: JarSize
    /** What is in the jars, where they hold several things. */
    readonly jarOf?: JarOf | null
  }[]
  readonly regulatedBy: GaugeKind
  /** Error of the dial at its last test, psi, reads high positive; a weight has none. */
  readonly gaugeErrorPsi: Psi
  /** What its dial is marked in; null as the household reads. */
  readonly marks?: DialMarks | null
  readonly burner?: Burner | null
  /** The canner's own rest, min. */
  readonly restMin: number
  readonly kitchen: Kitchen
  /** How the lid is closed: a metal seal has clamps and no lock that drops. */
  readonly seal?: 'gasket' | 'metal'
  /** The shortest cooling the canner is known for, min. */
  readonly coolMin?: number
  /** How long filling all jars takes, min. */
  readonly fillMin?: number
  /** When jars that are processed again must be at pressure, epoch ms. */
  readonly againBy?: number
}

export interface Figures {
  readonly outcome: 'process'
  readonly setup: LoadSetup
  /** The tested process of each portion, in order. */
  readonly processes: readonly Process[]
}

/**
 * What a load runs at: the tested process of each portion, one pressure for all of
 * them, the longest time, the gauge's own error. Looked up when a load is planned and
 * again when it is started, by the page and by the server alike.
 * @returns psi and minutes, or the first refusal met.
 * @throws RangeError for an altitude or rules that are no plausible numbers.
 */
export function figuresFor(query: FiguresQuery): Figures | Refusal {
  const processes: Process[] = []
  for (const p of query.portions) {
    const found = processFor(query.kitchen, p, query.regulatedBy)
    if (found.outcome === 'refused') return found
    processes.push(found)
  }
  const together = mixedLoad(processes)
  if (together.outcome === 'refused') return together
  return {
    outcome: 'process',
    processes,
    setup: {
      regulatedBy: query.regulatedBy,
      psi: together.psi,
      minutes: together.minutes,
      gaugeErrorPsi: query.regulatedBy === 'dial' ? query.gaugeErrorPsi : psi(0),
      restMinutes: restOf(query, query.kitchen.restMinutes),
      ...(query.marks ? { marks: query.marks } : {}),
      ...(query.burner ? { burner: query.burner } : {}),
      ...(query.seal === 'metal' ? { lock: false } : {}),
      ...openWait(processes, query.kitchen),
      ...(query.coolMin === undefined ? {} : { coolMinutes: minutes(query.coolMin) }),
      ...(query.fillMin === undefined ? {} : { fillMinutes: minutes(query.fillMin) }),
      ...(query.againBy === undefined ? {} : { againBy: query.againBy }),
    },
  }
}

/** The least that jars of a food wait in the open canner, min: five for those that tend to lose liquid. */
export const leastOpenMinutes = (foodId: string): number =>
  SIPHONS.test(foodId) ? OPEN_MINUTES : 0

/**
 * How long the jars wait in the open canner: as the house does it, or this food; those that
 * tend to lose liquid at least their five minutes, which alone are judged.
 */
function openWait(
  processes: readonly Process[],
  { openMinutes = 0, foodOpenMinutes = {} }: Kitchen,
): Pick<LoadSetup, 'openMinutes' | 'openLeastMinutes'> {
  const least = Math.max(0, ...processes.map((p) => leastOpenMinutes(p.foodId)))
  const own = processes.map((p) => foodOpenMinutes[p.foodId] ?? openMinutes)
  const wait = Math.max(least, ...own)
  return wait === 0
    ? {}
    : { openMinutes: minutes(wait), ...(wait > least ? { openLeastMinutes: minutes(least) } : {}) }
}

/** A figure that is not what the load was planned at. */
export interface FigureChange {
  readonly what: 'regulatedBy' | 'psi' | 'minutes' | 'gaugeErrorPsi' | 'restMinutes'
  readonly from: number | string
  readonly to: number | string
}

const FIGURES = ['regulatedBy', 'psi', 'minutes', 'gaugeErrorPsi', 'restMinutes'] as const

/** What differs between the figures of the plan and those of now, psi and minutes; empty when nothing does. */
export const changedFigures = (planned: LoadSetup, now: LoadSetup): readonly FigureChange[] =>
  FIGURES.filter((what) => planned[what] !== now[what]).map((what) => ({
    what,
    from: planned[what],
    to: now[what],
  }))

interface JarsToLoad {
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
}

/**
 * Why these jars cannot go into a canner together, by its manual's figures: more than
 * it takes, a size or mouth it does not take, or fewer than its minimum load.
 * Undefined when they can. Portions without jars do not count.
 */
export function whyNotTogether(
  portions: readonly JarsToLoad[],
  canner: Pick<CannerFacts, 'capacity' | 'minimum'> & { readonly name: string },
): { readonly reason: 'capacity' | 'minimum'; readonly sentence: string } | undefined {
  const filled = portions.filter((p) => p.jars > 0)
  let share = 0
  for (const p of filled) {
    const takes = capacityFor(canner.capacity, p.jar, p.mouth)
    if (takes === 0)
      return {
        reason: 'capacity',
        sentence: `${canner.name} doesn’t take ${p.mouth}-mouth jars of this size, by its manual.`,
      }
    share += p.jars / takes
  }
  if (share > 1 + 1e-9)
    return {
      reason: 'capacity',
      sentence: `${canner.name} doesn’t take that many jars at once. Make it two loads.`,
    }
  const [first] = filled
  const jars = filled.reduce((n, p) => n + p.jars, 0)
  const least = Math.min(
    ...(first ? filled : portions).map((p) => minimumFor(canner.minimum, p.jar)),
  )
  if (jars < least)
    return {
      reason: 'minimum',
      sentence: `${canner.name} needs at least ${countJars(least, (first ?? portions[0])?.jar ?? 'quart')} in a load.`,
    }
  return undefined
}

/** Why no lid is locked on a canner in which another batch still stands. */
export const stillHolds = (canner: string, batch: string): string =>
  `${canner} still has batch ${batch} in it. Unload it first.`

/** Whether a load's jars are in its locked canner at this stage, so that no second load may go in. */
export const isInCanner = (stage: LoadStage): boolean =>
  STOVE_STAGES.indexOf(stage) >= STOVE_STAGES.indexOf('heating')
