import { dayLoadOf } from '../day/from-load'
import { dayFinish } from '../day/sheet'
import type { DayLoad } from '../day/types'
import { boardWith, placeLots } from './construct'
import { dayLengths, jarsOf, processMinutesOf } from './cost'
import type { PlanLoad, SeasonModel, SeasonPlan } from './model'
import type { Standing } from './ruin'

/** Long enough for any day to be laid out; what matters is when it ends. */
const ENDLESS_MIN = 72 * 60
/** A quick sheet that is late by no more than this may be bettered by so many branchings. */
const WORTH_A_LOOK_MIN = 40
const STEPS = 150
/** Rounds of making a plan again on shorter days. */
const MOST_ROUNDS = 20

/**
 * Days of a plan whose exact sheet ends later than they may, and by how many
 * minutes: the plan's own estimate of a day is close, not exact.
 * @param known ends of days that were laid out before, by what is in them.
 */
export function overruns(
  model: SeasonModel,
  plan: SeasonPlan,
  known = new Map<string, number>(),
): ReadonlyMap<number, number> {
  const found = new Map<number, number>()
  for (const day of new Set(plan.loads.map((l) => l.day))) {
    const { minutes = 0, people = 1 } = model.days[day] ?? {}
    const here = plan.loads.filter((l) => l.day === day)
    const loads = [...here.map((l, i) => plannedLoad(model, l, i)), ...fixedLoads(model, day)]
    const key = JSON.stringify([people, loads])
    const end = known.get(key) ?? endOf(loads, people, model.burners, minutes + model.lateMinutes)
    known.set(key, end)
    const by = end - minutes - model.lateMinutes
    if (by > 1e-6) found.set(day, Math.ceil(by))
  }
  return found
}

/** Minutes from opening to the last jar out: by a quick sheet, by a better one when that ends too late. */
function endOf(loads: readonly DayLoad[], count: number, burners: number, latest: number): number {
  const people = Array.from({ length: count }, (_, i) => ({
    id: String(i),
    name: '',
    from: 0,
    until: ENDLESS_MIN,
  }))
  const end = (steps: number): number =>
    dayFinish(loads, { opens: 0, closes: ENDLESS_MIN, burners, people }, steps) ?? ENDLESS_MIN
  const quick = end(0)
  return quick > latest && quick <= latest + WORTH_A_LOOK_MIN ? end(STEPS) : quick
}

/**
 * A season whose days are as short as their exact sheets have shown them to be:
 * where a sheet takes longer than the estimate of the day, the day is planned with
 * that much less. Days with pinned loads stay as the keeper made them.
 */
export class ShorterDays {
  /** The season to plan with. */
  model: SeasonModel
  private readonly pinned: ReadonlySet<number>
  private readonly known = new Map<string, number>()

  constructor(
    private readonly whole: SeasonModel,
    kept: readonly PlanLoad[],
  ) {
    this.model = whole
    this.pinned = new Set(kept.map((l) => l.day))
  }

  /** Shortens the days of a plan that run over by their sheets; gives those days. */
  shorten(plan: SeasonPlan): readonly number[] {
    const over = this.over(plan)
    const estimates = dayLengths(this.whole, plan)
    const days = this.model.days.map((day, d) => {
      const by = over.get(d)
      if (by === undefined) return day
      const { minutes = 0 } = this.whole.days[d] ?? {}
      const latest = minutes + this.whole.lateMinutes
      // How much the estimate was short; always more than before, so that it comes to an end.
      const short = by + latest - (estimates[d] ?? 0)
      return {
        ...day,
        minutes: Math.max(0, Math.floor(Math.min(day.minutes - 1, minutes - short))),
      }
    })
    this.model = { ...this.model, days }
    return [...over.keys()]
  }

  /** What fits of a plan into the shorter days, filled up with what fell off. */
  refit(plan: SeasonPlan, kept: readonly PlanLoad[]): Standing {
    const board = boardWith(this.model, [...kept, ...plan.loads.filter((l) => !l.pinned)])
    placeLots(board, board.urgent)
    return { plan: board.plan(), cost: board.cost() }
  }

  /** A plan without the smallest loads of the days that still run over. */
  strip(plan: SeasonPlan): SeasonPlan {
    let { loads } = plan
    for (let over = this.over(plan); over.size > 0; over = this.over({ loads })) {
      const drop = new Set(
        [...over.keys()].map((day) =>
          loads
            .filter((l) => l.day === day)
            .reduce((least, l) => (jarsOf(l) < jarsOf(least) ? l : least)),
        ),
      )
      loads = loads.filter((l) => !drop.has(l))
    }
    return { loads }
  }

  private over(plan: SeasonPlan): ReadonlyMap<number, number> {
    const found = [...overruns(this.whole, plan, this.known)]
    return new Map(found.filter(([day]) => !this.pinned.has(day)))
  }
}

/**
 * A way of planning held to the same rule: made again on shorter days until every
 * day ends in time by its sheet.
 */
export function endingInTime(
  model: SeasonModel,
  kept: readonly PlanLoad[],
  make: (model: SeasonModel, kept: readonly PlanLoad[]) => SeasonPlan,
): SeasonPlan {
  const days = new ShorterDays(model, kept)
  let plan = make(model, kept)
  for (let round = 0; round < MOST_ROUNDS && days.shorten(plan).length > 0; round++)
    plan = make(days.model, kept)
  return days.strip(plan)
}

function plannedLoad(model: SeasonModel, load: PlanLoad, index: number): DayLoad {
  const canner = model.canners[load.canner]
  if (!canner) throw new RangeError('a load names a canner the model does not have')
  const lots = load.portions.map((p) => model.lots[p.lot])
  return dayLoadOf({
    id: `planned ${index}`,
    cannerId: canner.id,
    canBy: model.days[Math.min(...lots.map((l) => l?.due ?? 0))]?.date ?? '2000-01-01',
    jar: lots[0]?.jar ?? 'quart',
    jars: jarsOf(load),
    prepMin: load.portions.reduce(
      (m, p) => m + p.jars * (model.lots[p.lot]?.prepMinPerJar ?? 0),
      0,
    ),
    processMinutes: processMinutesOf(model, load),
    stageMinutes: canner.stageMinutes,
  })
}

const fixedLoads = (model: SeasonModel, day: number): DayLoad[] =>
  model.fixed
    .filter((f) => f.day === day)
    .flatMap((f, i): DayLoad[] => {
      const canner = model.canners[f.canner]
      const canBy = model.days[day]?.date ?? '2000-01-01'
      return canner
        ? [
            dayLoadOf({
              ...f,
              id: `fixed ${i}`,
              cannerId: canner.id,
              canBy,
              stageMinutes: canner.stageMinutes,
            }),
          ]
        : []
    })
