import type { JarSize } from '../../words'
import type { StageMinutes } from '../../load/types'
import { stageSpans, totalMinutes } from '../../load/stages'
import { quartsOf } from '../../method/jar-size'

/**
 * What exact day sheets take longer than the three bounds below, on average: for
 * every load after the first, where a canner's chain or the burners bind; where
 * hands bind, for every load there is no other pair of hands for, since there is
 * climbing and unloading to do as well; and when there are more canners than
 * burners, so that one waits. Fitted to the sheets of generated seasons, whose
 * estimates are a few minutes long on average and 11 minutes off.
 */
export const LATER_LOAD_MIN = { chain: 2, hands: 18 } as const
const BURNER_WAIT_MIN = 20

/** A load as the length of a day sees it, minutes. */
export interface LoadTimes {
  readonly canner: number
  /** Hands before the canner is loaded: prepare and fill. */
  readonly hands: number
  /** From heat on to the last jar out. */
  readonly run: number
  /** Boiled or simmered before it is filled, without hands. */
  readonly cook?: number
}

const BEFORE_HEAT: ReadonlySet<string> = new Set(['prepare', 'cook', 'fill'])

/** Times of a load from what it holds. */
export function loadTimes(
  canner: number,
  stages: StageMinutes,
  jars: number,
  prepMin: number,
  processMinutes: number,
  cookMin = 0,
): LoadTimes {
  return {
    canner,
    hands: prepMin + stages.fillMinFixed + stages.fillMinPerJar * jars,
    run: runMinutes(stages, processMinutes),
    ...(cookMin > 0 ? { cook: cookMin } : {}),
  }
}

/** Minutes from heat on to the last jar out: they do not depend on how many jars there are. */
export const runMinutes = (stages: StageMinutes, processMinutes: number): number =>
  totalMinutes(
    stageSpans({ jars: 0, jar: 'quart', prepMinPerQuart: 0, processMinutes }, stages).filter(
      (s) => !BEFORE_HEAT.has(s.stage),
    ),
  )

/** Hands-on minutes of preparing one jar. */
export const prepPerJar = (jar: JarSize, prepMinPerQuart: number): number =>
  quartsOf(jar) * prepMinPerQuart

/**
 * About how long a canning day lasts, minutes: a canner runs its loads one after
 * the other once the first is filled; hands fill every load before the last one
 * runs; canners share burners. An estimate; the day sheet says it exactly.
 */
export function dayLength(loads: readonly LoadTimes[], people: number, burners: number): number {
  const tally = new DayTally(Math.max(0, ...loads.map((l) => l.canner)) + 1)
  for (const load of loads) tally.add(load)
  return tally.length(people, burners)
}

/** Adds up the loads of a day without keeping them; used again for the next day. */
export class DayTally {
  private readonly lead: Float64Array
  private readonly runs: Float64Array
  private hands = 0
  private count = 0
  private shortestRun = Infinity

  constructor(canners: number) {
    this.lead = new Float64Array(canners).fill(Infinity)
    this.runs = new Float64Array(canners)
  }

  clear(): void {
    for (let c = 0; c < this.runs.length; c++) {
      this.lead[c] = Infinity
      this.runs[c] = 0
    }
    this.hands = 0
    this.count = 0
    this.shortestRun = Infinity
  }

  add({ canner, hands, run, cook = 0 }: LoadTimes): void {
    this.hands += hands
    this.count += 1
    if (run < this.shortestRun) this.shortestRun = run
    if (hands + cook < (this.lead[canner] ?? 0)) this.lead[canner] = hands + cook
    this.runs[canner] = (this.runs[canner] ?? 0) + run
  }

  /** Minutes from the first knife to the last jar out; 0 when nothing was added. */
  length(people: number, burners: number): number {
    if (this.shortestRun === Infinity) return 0
    let longestChain = 0
    let allRuns = 0
    let used = 0
    let shortestLead = Infinity
    for (let c = 0; c < this.runs.length; c++) {
      const lead = this.lead[c] ?? Infinity
      if (lead === Infinity) continue
      const runs = this.runs[c] ?? 0
      used += 1
      allRuns += runs
      if (lead < shortestLead) shortestLead = lead
      if (lead + runs > longestChain) longestChain = lead + runs
    }
    const later = this.count - 1
    const wait = used > burners ? BURNER_WAIT_MIN : 0
    const hands = Math.max(1, people)
    const byHands =
      this.hands / hands +
      this.shortestRun +
      LATER_LOAD_MIN.hands * Math.max(0, this.count - hands) +
      wait
    // A load stays on one burner, so that of three loads on two one waits for a whole run.
    const inTurn = Math.ceil(this.count / Math.max(1, burners)) * this.shortestRun
    const onBurners = Math.max(allRuns / Math.max(1, burners), inTurn)
    const chain =
      used > burners ? Math.max(longestChain, shortestLead + onBurners + wait) : longestChain
    return Math.max(chain + LATER_LOAD_MIN.chain * later, byHands)
  }
}
