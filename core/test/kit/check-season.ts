import type { SeasonModel, SeasonPlan } from '../../src'

/**
 * Looks at a plan with nothing of the planner's own code: every rule said again
 * from the model's raw numbers. Gives what is wrong, in words.
 */
export function wrongs(model: SeasonModel, plan: SeasonPlan): string[] {
  const found: string[] = []
  const placed = new Map<number, number>()
  for (const load of plan.loads) {
    const canner = model.canners[load.canner]
    const day = model.days[load.day]
    if (!canner || !day) {
      found.push('no such canner or day')
      continue
    }
    if (load.day < (canner.from ?? 0)) found.push('on a canner whose dial is not tested')
    if (day.minutes <= 0) found.push(`closed on ${day.date}`)
    const lots = load.portions.map((p) => model.lots[p.lot]!)
    const jars = load.portions.reduce((n, p) => n + p.jars, 0)
    if (load.portions.some((p) => !Number.isInteger(p.jars) || p.jars < 1)) found.push('part jars')
    const { jar, mouth } = lots[0]!
    if (lots.some((l) => l.jar !== jar || l.mouth !== mouth)) found.push('jars of two kinds')
    const entry = canner.capacity[jar]
    const takes = typeof entry === 'number' ? entry : (entry?.[mouth] ?? 0)
    if (jars > takes) found.push(`${jars} jars where ${takes} fit`)
    if (jars < (jar === 'quart' || jar === 'pintAndHalf' ? 2 : 4)) found.push(`only ${jars} jars`)
    const processes = lots.map((l) => l.processes[load.canner])
    if (processes.some((p) => !p)) found.push('a refused process')
    if (new Set(processes.map((p) => p?.psi)).size > 1) found.push('two pressures')
    const minutes = processes.map((p) => p?.minutes ?? 0)
    if (Math.max(...minutes) - Math.min(...minutes) > 15) found.push('over-processed')
    for (const [i, p] of load.portions.entries()) {
      placed.set(p.lot, (placed.get(p.lot) ?? 0) + p.jars)
      if (load.day < lots[i]!.arrived) found.push('before it came in')
      if (load.day > lots[i]!.due) found.push('past its can-by')
    }
  }
  for (const [lot, n] of placed)
    if (n > model.lots[lot]!.jars) found.push('more jars than the lot has')
  return [...found, ...tooLong(model, plan), ...tooFew(model, plan)]
}

function tooLong(model: SeasonModel, plan: SeasonPlan): string[] {
  return model.days.flatMap((day, d) => {
    const loads = [
      ...plan.loads
        .filter((l) => l.day === d)
        .map((l) => {
          const s = model.canners[l.canner]!.stageMinutes
          const jars = l.portions.reduce((n, p) => n + p.jars, 0)
          const prep = l.portions.reduce((m, p) => m + p.jars * model.lots[p.lot]!.prepMinPerJar, 0)
          const process = Math.max(
            ...l.portions.map((p) => model.lots[p.lot]!.processes[l.canner]!.minutes),
          )
          return {
            canner: l.canner,
            hands: prep + s.fillMinFixed + s.fillMinPerJar * jars,
            run: runOf(s, process),
          }
        }),
      ...model.fixed
        .filter((f) => f.day === d)
        .map((f) => {
          const s = model.canners[f.canner]!.stageMinutes
          return {
            canner: f.canner,
            hands: f.prepMin + s.fillMinFixed + s.fillMinPerJar * f.jars,
            run: runOf(s, f.processMinutes),
          }
        }),
    ]
    if (loads.length === 0 || plan.loads.every((l) => l.day !== d)) return []
    const chains = [...new Set(loads.map((l) => l.canner))].map((c) => {
      const own = loads.filter((l) => l.canner === c)
      return Math.min(...own.map((l) => l.hands)) + own.reduce((m, l) => m + l.run, 0)
    })
    const later = loads.length - 1
    const runs = loads.map((l) => l.run)
    const waits = chains.length > model.burners
    const hands = loads.reduce((m, l) => m + l.hands, 0) / Math.max(1, day.people)
    const short = Math.max(0, loads.length - Math.max(1, day.people))
    const byHands = hands + Math.min(...runs) + 18 * short + (waits ? 20 : 0)
    const onBurners = Math.max(
      runs.reduce((m, r) => m + r, 0) / model.burners,
      Math.ceil(loads.length / model.burners) * Math.min(...runs),
    )
    const byBurners = waits ? Math.min(...loads.map((l) => l.hands)) + onBurners + 20 : 0
    const length = Math.max(Math.max(...chains, byBurners) + 2 * later, byHands)
    return length > day.minutes + model.lateMinutes + 1e-6
      ? [`${day.date} is ${length} minutes long`]
      : []
  })
}

const runOf = (s: SeasonModel['canners'][number]['stageMinutes'], process: number): number =>
  s.heatMin + s.ventMin + s.climbMin + process + s.coolMin + s.restMin + s.unloadMin

function tooFew(model: SeasonModel, plan: SeasonPlan): string[] {
  return model.supplies.flatMap((line) => {
    let drawn = 0
    for (let d = 0; d < model.days.length; d++) {
      for (const load of plan.loads.filter((l) => l.day === d))
        for (const p of load.portions) {
          const lot = model.lots[p.lot]!
          if (lot.mouth === line.mouth && (line.jar === null || line.jar === lot.jar))
            drawn += p.jars
        }
      for (const f of model.fixed)
        if (f.day === d && f.mouth === line.mouth && (line.jar === null || line.jar === f.jar))
          drawn += f.toFill
      if (drawn > line.stock[d]! + 1e-6) return [`${line.id} run out on ${model.days[d]!.date}`]
    }
    return []
  })
}
