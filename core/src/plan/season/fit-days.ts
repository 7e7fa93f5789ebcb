import { dayLoadOf } from '../day/from-load'
import { daySheet } from '../day/sheet'
import type { DayLoad } from '../day/types'
import { boardWith, placeLots } from './construct'
import { complaintsOf } from './check'
import { costOf, jarsOf, processMinutesOf } from './cost'
import type { PlanLoad, SeasonModel, SeasonPlan } from './model'
import { seeded } from './random'
import { Search } from './ruin'

/** Rounds of shortening days and placing what falls off them. */
const ROUNDS = 8
/** Search steps after each. */
const STEPS = 300
/** Long enough for any day to be laid out; what matters is when it ends. */
const ENDLESS_MIN = 72 * 60

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
    const end = known.get(key) ?? endOf(loads, people, model.burners)
    known.set(key, end)
    const by = end - minutes - model.lateMinutes
    if (by > 1e-6) found.set(day, Math.ceil(by))
  }
  return found
}

/** Minutes from opening to the last jar out, by a quick sheet. */
function endOf(loads: readonly DayLoad[], count: number, burners: number): number {
  const people = Array.from({ length: count }, (_, i) => ({
    id: String(i),
    name: '',
    from: 0,
    until: ENDLESS_MIN,
  }))
  const sheet = daySheet(loads, { opens: 0, closes: ENDLESS_MIN, burners, people }, 0)
  return sheet.outcome === 'sheet' ? sheet.finish : ENDLESS_MIN
}

/**
 * The plan changed so that its days end in time by their exact sheets, as far as
 * that can be had: days that run over are planned as if they were that much
 * shorter. Days with pinned loads stay as the keeper made them.
 */
export function fitDays(
  model: SeasonModel,
  plan: SeasonPlan,
  kept: readonly PlanLoad[],
  seed = 1,
): SeasonPlan {
  const pinned = new Set(kept.map((l) => l.day))
  const known = new Map<string, number>()
  let tight = model
  let now = plan
  for (let round = 0; round < ROUNDS; round++) {
    const over = [...overruns(model, now, known)].filter(([day]) => !pinned.has(day))
    if (over.length === 0) return now
    const by = new Map(over)
    const days = tight.days.map((d, i) => ({
      ...d,
      // More in late rounds, so that it comes to an end.
      minutes: Math.max(0, d.minutes - Math.ceil((by.get(i) ?? 0) * (round < 4 ? 1 : round / 3))),
    }))
    tight = { ...tight, days }
    const board = boardWith(tight, [...kept, ...now.loads.filter((l) => !l.pinned)])
    placeLots(board, board.urgent)
    const search = new Search(
      tight,
      kept,
      { plan: board.plan(), cost: board.cost() },
      seeded(seed + round),
    )
    search.run(STEPS, 0)
    now = search.best.plan
  }
  return now
}

/**
 * The cheaper of two plans that end in time: a plan that was there may still be
 * better than what fitting leaves of a new one.
 * @param old a plan that stood before; passed over when it cannot be done here or runs over.
 */
export function betterFit(model: SeasonModel, fitted: SeasonPlan, old: SeasonPlan): SeasonPlan {
  const holds = complaintsOf(model, old).length === 0 && overruns(model, old).size === 0
  return holds && costOf(model, old).total < costOf(model, fitted).total ? old : fitted
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
