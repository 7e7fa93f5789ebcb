import type { CannerRead, Household, LoadWithEvents, Lot } from '@kelvit/contract'
import {
  canBy,
  estimateJars,
  feet,
  JAR_SIZES,
  learnYield,
  lookUpProcess,
  lotYields,
  offerWays,
  publishedYield,
  type Food,
  type FoodForm,
  type JarEstimate,
  type JarSize,
  type Mouth,
  type Pack,
  type Pounds,
  type ProcessAnswer,
  type Storage,
  type Way,
  type YieldBelief,
  type GaugeHere,
} from '@kelvit/core'
import { gaugeOf } from '../../app/gauge'

/** The tested pack of a form that the household likes, else the one there is. */
const packFor = (form: FoodForm, liked: Pack): Pack =>
  form.packs.find((p) => p.pack === liked)?.pack ?? form.packs[0]?.pack ?? 'hot'

export interface HarvestAnswer {
  readonly belief: YieldBelief
  readonly ownLots: number
  readonly estimate: JarEstimate
  /** The same harvest in every size that is tested for the form. */
  readonly sizes: readonly JarEstimate[]
  readonly ways: readonly Way[]
  /** The process on each canner that may be used, or why it is refused there. */
  readonly processes: readonly ProcessAnswer[]
  /** The first of them that is tested, else the refusal. */
  readonly process: ProcessAnswer | undefined
  /** The gauges of the canners that may be used, in the order of `processes`. */
  readonly gauges: readonly GaugeHere[]
  readonly canByRoom: string
  readonly canByCool: string
}

interface Asked {
  readonly food: Food
  readonly form: FoodForm
  readonly pounds: Pounds
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly household: Household
  readonly canners: readonly CannerRead[]
  readonly lots: readonly Lot[]
  readonly loads: readonly LoadWithEvents[]
  readonly arrivedOn: string
}

const processOn = (
  canner: CannerRead,
  household: Household,
  form: FoodForm,
  jar: JarSize,
  pack?: Pack,
): ProcessAnswer =>
  lookUpProcess({
    form: form.id,
    pack: pack ?? packFor(form, household.settings.defaultPack),
    jar,
    gauge: canner.regulatedBy,
    altitudeFt: feet(household.altitudeFt),
    rules: { cushionPsi: household.settings.cushionPsi },
  })

/** All that a weigh-in line answers, computed here without asking the server. */
export function answerHarvest(q: Asked): HarvestAnswer {
  const own = lotYields(
    q.lots,
    q.loads.flatMap((l) => l.portions),
    q.form.id,
    q.arrivedOn,
  ).filter((y) => !y.excluded)
  const belief = learnYield(publishedYield(q.form), own)
  const estimate = estimateJars(q.pounds, belief, q.jar)
  const fit = q.canners.filter((c) => !c.retired && c.blocks.length === 0)
  const processes = fit.map((c) => processOn(c, q.household, q.form, q.jar))
  const ways = offerWays(
    { jars: estimate.likely, jar: q.jar, mouth: q.mouth, prepMinPerQuart: q.food.prepMinPerQuart },
    fit.map((c, i) => ({ ...c, processMinutes: minutesOf(processes[i]) })),
  )
  return {
    belief,
    ownLots: own.length,
    estimate,
    sizes: JAR_SIZES.filter((s) => q.form.minutes[s] !== undefined).map((s) =>
      estimateJars(q.pounds, belief, s),
    ),
    ways,
    processes,
    gauges: fit.map(gaugeOf),
    process: processes.find((p) => p.outcome === 'process') ?? processes[0],
    canByRoom: canBy(q.food, q.arrivedOn, 'room'),
    canByCool: canBy(q.food, q.arrivedOn, 'cool'),
  }
}

const minutesOf = (p: ProcessAnswer | undefined): number | null =>
  p?.outcome === 'process' ? p.minutes : null

/** Where produce of a food is kept unless somebody says otherwise: in the cool when it keeps longer there. */
export const usualStorage = (food: Food): Storage =>
  food.keepsDays.cool > food.keepsDays.room ? 'cool' : 'room'
