/**
 * Season plans on generated seasons with fixed seeds, as ratios within one run: the improved
 * plan against the best known of each season, against first come, first canned and against
 * earliest can-by first (both mended where a day runs over); with --long also against a ten
 * times longer search, with --milp against the whole season as one program given a minute,
 * with --large on 150 lots and three canners and on 400 lots. Every plan but that program's
 * ends all its days in time by exact sheets.
 */
import {
  construct,
  costOf,
  endingInTime,
  earliestCanBy,
  firstCome,
  improve,
  overruns,
  USUAL_EFFORT,
  type ImproveEffort,
  type SeasonModel,
} from '../core/src'
import { wrongs } from '../core/test/kit/check-season'
import { makeSeason } from '../core/test/kit/seasons'
import {
  loadSolver,
  proveBound,
  windowOf,
  windowProgram,
  type Solver,
} from '../core/test/kit/bound'

const flag = (name: string): boolean => process.argv.includes(`--${name}`)
const option = (name: string, usual: number): number => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? usual : Number(process.argv[at + 1])
}
const seconds = (from: number): number => (performance.now() - from) / 1000

/** The dearest known about the ten seasons: what the best plan anybody found costs. */
const BEST_KNOWN = [2185, 2414, 3258, 2260, 1909, 3658, 2035, 4213, 3811, 2283]

function run(model: SeasonModel, effort: ImproveEffort, seed = 1) {
  const from = performance.now()
  const search = improve(model, [], seed, effort)
  let first = Infinity
  let cost = Infinity
  let longest = 0
  let last = from
  let step = search.next()
  while (!step.done) {
    if (step.value.cost < cost - 1e-6 && cost < Infinity && first === Infinity)
      first = seconds(from)
    cost = step.value.cost
    longest = Math.max(longest, performance.now() - last)
    last = performance.now()
    step = search.next()
  }
  const total = costOf(model, step.value)
  return { plan: step.value, cost: total, first, all: seconds(from), longest }
}

/** The best a whole season as one program finds in a minute, if what it finds can be done. */
function wholeSeason(model: SeasonModel, solve: Solver): number {
  const days = model.days.map((_, d) => d)
  const { window } = windowOf(model, [], days, Infinity)
  const { program, read } = windowProgram(model, window)
  const { values } = solve(program, { nodes: 1e6, gap: 0.005, seconds: 60, thorough: true })
  if (!values) return Infinity
  const plan = { loads: read(values) }
  return wrongs(model, plan).length > 0 ? Infinity : costOf(model, plan).total
}

const solve = await loadSolver()
const count = option('seeds', 10)
const ratios: Record<string, number[]> = { first: [], canBy: [], long: [], known: [] }
const cpu = (): number => process.cpuUsage().user / 1e6
console.log(
  'seed  lots jars days canners | ÷ best known | ÷ first come, ÷ earliest can-by | construct ms, first better s, end s, CPU s | jars lost, loads, days: first come → improved | gap',
)
for (let seed = 1; seed <= count; seed++) {
  const model = makeSeason(seed)
  const byHand = costOf(model, endingInTime(model, [], firstCome))
  const canBy = costOf(model, endingInTime(model, [], earliestCanBy))
  construct(model)
  const from = performance.now()
  const made = construct(model)
  const constructMs = performance.now() - from
  const began = cpu()
  const best = run(model, USUAL_EFFORT)
  const used = cpu() - began
  const wrong = [...wrongs(model, made), ...wrongs(model, best.plan)]
  if (overruns(model, best.plan).size > 0) wrong.push('a day runs over by its sheet')
  if (wrong.length > 0) throw new Error(`seed ${seed}: ${wrong.join('; ')}`)
  const proof = proveBound(model, best.plan, solve)
  const a = best.cost.total / byHand.total
  const b = best.cost.total / canBy.total
  ratios.first?.push(a)
  ratios.canBy?.push(b)
  const known = BEST_KNOWN[seed - 1]
  const c0 = known === undefined ? NaN : best.cost.total / known
  if (known !== undefined) ratios.known?.push(c0)
  let more = ''
  if (flag('long') || flag('milp')) {
    const effort = { heats: USUAL_EFFORT.heats * 10 }
    const long = flag('long') ? run(model, effort, 2).cost.total : Infinity
    const whole = flag('milp') ? wholeSeason(model, solve) : Infinity
    const c = best.cost.total / Math.min(best.cost.total, long, whole)
    ratios.long?.push(c)
    more = ` | ÷ best of longer ${c.toFixed(3)}${flag('milp') ? ` (one program: ${whole === Infinity ? 'nothing that can be done' : (best.cost.total / whole).toFixed(3)})` : ''}`
  }
  const jars = model.lots.reduce((n, l) => n + l.jars, 0)
  console.log(
    `${seed}  ${model.lots.length} ${jars} ${model.days.length} ${model.canners.length} | ${c0.toFixed(3)} | ${a.toFixed(3)}, ${b.toFixed(3)} | ${constructMs.toFixed(0)}, ${best.first.toFixed(2)}, ${best.all.toFixed(1)}, ${used.toFixed(1)} | ${byHand.lost},${byHand.loads},${byHand.days} → ${best.cost.lost},${best.cost.loads},${best.cost.days} | ${(proof.gap * 100).toFixed(0)}%${more}`,
  )
}
const mean = (x: readonly number[]): number => x.reduce((n, y) => n + y, 0) / Math.max(1, x.length)
if (ratios.known?.length)
  console.log(
    `÷ best known: mean ${mean(ratios.known).toFixed(3)} (wanted ≤ 1.01), worst ${Math.max(...ratios.known).toFixed(3)} (wanted ≤ 1.02)`,
  )
console.log(`mean ÷ first come ${mean(ratios.first ?? []).toFixed(3)} (wanted ≤ 0.58)`)
console.log(`mean ÷ earliest can-by ${mean(ratios.canBy ?? []).toFixed(3)} (wanted ≤ 0.80)`)
if (ratios.long?.length)
  console.log(
    `within 1.05 of the best of longer runs: ${ratios.long.filter((r) => r <= 1.05).length} of ${ratios.long.length} (wanted 9 of 10)`,
  )

if (flag('large'))
  for (const [lots, days, canners] of [
    [150, 120, 3],
    [400, 120, 3],
  ] as const) {
    const model = makeSeason(21, { lots, days, canners })
    const best = run(model, USUAL_EFFORT)
    const byHand = costOf(model, endingInTime(model, [], firstCome)).total
    console.log(
      `${lots} lots, ${canners} canners: ${best.cost.total.toFixed(0)}, ÷ first come ${(best.cost.total / byHand).toFixed(3)}, ${best.all.toFixed(1)} s, late days ${overruns(model, best.plan).size}`,
    )
  }

if (flag('growth')) {
  console.log('growth: lots, construct ms, improve s, s per lot ÷ that at 25 lots')
  let base = 0
  for (const lots of [25, 50, 100, 200, 400]) {
    const model = makeSeason(3, { lots, days: Math.round(lots * 1.2), canners: 2 })
    const from = performance.now()
    construct(model)
    const constructMs = performance.now() - from
    const { all } = run(model, USUAL_EFFORT)
    base ||= all / lots
    console.log(
      `${lots}, ${constructMs.toFixed(0)}, ${all.toFixed(1)}, ${(all / lots / base).toFixed(2)}`,
    )
  }
}
