/**
 * Season plans read out in words, a day a line, for somebody who asks "would I do this?":
 *   npm run bench -- words [--seeds 3]
 * Each season is planned three times, as a household may lean its days.
 */
import {
  costOf,
  dayLengths,
  foodOf,
  improve,
  jarsOf,
  LEANING_WEIGHTS,
  PLAIN_WEIGHTS,
  processMinutesOf,
  shortName,
  showMinutes,
  USUAL_EFFORT,
  type KeeperWeights,
  type SeasonModel,
  type SeasonPlan,
} from '../core/src'
import { makeSeason } from '../core/test/kit/seasons'

const option = (name: string, usual: number): number => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? usual : Number(process.argv[at + 1])
}

function plan(model: SeasonModel): SeasonPlan {
  const search = improve(model, [], 1, USUAL_EFFORT)
  let step = search.next()
  while (!step.done) step = search.next()
  return step.value
}

function readOut(model: SeasonModel, made: SeasonPlan): void {
  const lengths = dayLengths(model, made)
  for (const [d, day] of model.days.entries()) {
    const loads = made.loads.filter((l) => l.day === d)
    if (loads.length === 0) continue
    const words = loads.map((l) => {
      const inside = l.portions.map((p) => {
        const lot = model.lots[p.lot]
        const food = foodOf(lot?.foodId ?? '')
        return `${p.jars} ${lot?.jar} ${food ? shortName(food).toLowerCase() : ''}${lot && lot.due - d <= 1 ? ' (last day)' : ''}`
      })
      return `[${'ABC'.charAt(l.canner)} ${processMinutesOf(model, l)} min, ${jarsOf(l)}: ${inside.join(' + ')}]`
    })
    console.log(
      `  ${day.date} open ${showMinutes(day.minutes)}, ${day.people} there, takes ${showMinutes(lengths[d] ?? 0)}: ${words.join(' ')}`,
    )
  }
}

const WAYS: readonly (readonly [string, KeeperWeights])[] = [
  ['bare figures', PLAIN_WEIGHTS],
  ['fewer, longer days', LEANING_WEIGHTS.fewer],
  ['something between', LEANING_WEIGHTS.even],
  ['short evenings', LEANING_WEIGHTS.short],
]
for (let seed = 31; seed < 31 + option('seeds', 3); seed++) {
  const bare = makeSeason(seed, { lots: 24, days: 45, canners: 2 })
  for (const [name, weights] of WAYS) {
    const model = { ...bare, weights }
    const made = plan(model)
    const c = costOf(bare, made)
    const { lost, spare } = costOf(model, made)
    const small = made.loads.flatMap((l) => l.portions).filter((p) => p.jars <= 2).length
    console.log(
      `season ${seed}, ${name}: ${lost} lost, ${spare} to eat, freeze or give, ${c.loads} loads, ${c.days} days (${c.inARow} in a row), longest ${showMinutes(c.longest)}, ${c.lateDays} past closing by ${showMinutes(c.late)}, ${c.portions} portions (${small} of two jars or fewer), ${c.foods} foods beyond two, bare cost ${c.total.toFixed(0)}`,
    )
    if (!process.argv.includes('--short')) readOut(bare, made)
  }
}
