import type { HouseCanner } from '../load/types'
import { restingHere } from '../load/stages'
import { offerWays, whyNoWay, type NoWay, type Way } from '../load/ways'
import { JAR_SIZES } from '../words'
import { processFor, kitchenOf, packLiked } from '../kitchen'
import type { JarOf } from '../method/mixed-name'
import type { Food, FoodForm, HouseholdRules, ProcessAnswer } from '../method/data/types'
import type { GaugeHere } from '../quantity/format'
import { type Pounds, type Feet, type Psi } from '../quantity/units'
import { countJars } from '../method/jar-size'
import type { JarSize, Mouth, Pack } from '../words'
import type { WeighIn } from './line'
import { canBy } from './can-by'
import {
  beliefOf,
  estimateJars,
  handsPerQuart,
  type JarEstimate,
  type YieldBelief,
} from './estimate'
import { cookMinutes } from './ahead'
import { countedLots, type LotYield } from './history'

export interface HarvestAnswer {
  readonly belief: YieldBelief
  readonly ownLots: number
  readonly estimate: JarEstimate
  /** The same harvest in every size that is tested for the form. */
  readonly sizes: readonly JarEstimate[]
  readonly ways: readonly Way[]
  /** Why there is no way; null where there is one. */
  readonly noWay: NoWay | null
  /** The process on each canner that may be used, or why it is refused there. */
  readonly processes: readonly ProcessAnswer[]
  /** The first of them that is tested, else the refusal. */
  readonly process: ProcessAnswer | undefined
  /** The gauges of the canners that may be used, in the order of `processes`. */
  readonly gauges: readonly GaugeHere[]
  readonly canByRoom: string
  readonly canByCool: string
}

interface CannerHere extends HouseCanner {
  /** Its newest gauge test; null when there is none. */
  readonly lastTest: { readonly testedOn: string; readonly errorPsi: Psi } | null
}

interface Asked {
  readonly food: Food
  readonly form: FoodForm
  readonly pounds: Pounds
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly household: {
    readonly altitudeFt: Feet
    readonly settings: {
      readonly defaultPack: Pack
      readonly restMinutes: number
    } & Required<HouseholdRules>
  }
  readonly canners: readonly CannerHere[]
  readonly yields: readonly LotYield[]
  /** ISO plain date. */
  readonly arrivedOn: string
  /** What is in the jars, where they hold several things. */
  readonly jarOf?: JarOf | null
}

const processOn = (
  canner: CannerHere,
  household: Asked['household'],
  form: FoodForm,
  jar: JarSize,
  pack?: Pack,
  jarOf?: JarOf | null,
): ProcessAnswer =>
  processFor(
    kitchenOf(household),
    { formId: form.id, jarOf, jar, pack: pack ?? packLiked(form, household.settings.defaultPack) },
    canner.regulatedBy,
  )

/** All that a weigh-in line answers, computed here without asking the server. */
export function answerHarvest(q: Asked): HarvestAnswer {
  const belief = beliefOf(q.form, q.yields, q.arrivedOn)
  const estimate = estimateJars(q.pounds, belief, q.jar)
  const fit = q.canners
    .filter((c) => !c.retired && c.blocks.length === 0)
    .map((c) => restingHere(c, q.household.settings))
  const processes = fit.map((c) => processOn(c, q.household, q.form, q.jar, undefined, q.jarOf))
  const wanted = {
    jars: estimate.likely,
    jar: q.jar,
    mouth: q.mouth,
    prepMinPerQuart: handsPerQuart(q.food, q.form),
    cookMin: cookMinutes([{ formId: q.form.id }]),
  }
  const able = fit.map((c, i) => ({ ...c, processMinutes: minutesOf(processes[i]) }))
  const ways = offerWays(wanted, able)
  return {
    belief,
    ownLots: countedLots(q.yields, q.form.id, q.arrivedOn).length,
    estimate,
    sizes: JAR_SIZES.filter((s) => q.form.minutes[s] !== undefined).map((s) =>
      estimateJars(q.pounds, belief, s),
    ),
    ways,
    noWay: ways.length === 0 ? whyNoWay(wanted, able) : null,
    processes,
    gauges: fit.map(gaugeOf),
    process: processes.find((p) => p.outcome === 'process') ?? processes[0],
    canByRoom: canBy(q.food, q.arrivedOn, 'room'),
    canByCool: canBy(q.food, q.arrivedOn, 'cool'),
  }
}

/** "1½ bu snap beans: about 23 quarts": what a line makes, in the largest jars it is tested in. */
export function answerLine(read: WeighIn, yields: readonly LotYield[], today: string): string {
  const form = read.food.forms[0]
  if (!form) return read.understood
  const jar = JAR_SIZES.filter((s) => form.minutes[s] !== undefined).at(-1) ?? 'pint'
  const { likely } = estimateJars(read.pounds, beliefOf(form, yields, today), jar)
  return `${read.understood}: ${likely === 0 ? 'not one whole jar' : `about ${countJars(likely, jar)}`}`
}

const minutesOf = (p: ProcessAnswer | undefined): number | null =>
  p?.outcome === 'process' ? p.minutes : null

/** The gauge that regulates a canner, with its error at the last test, psi; a weight has none. */
export const gaugeOf = (
  canner: Pick<CannerHere, 'regulatedBy' | 'lastTest' | 'dialMarks'>,
): GaugeHere => ({
  kind: canner.regulatedBy,
  ...(canner.dialMarks ? { marks: canner.dialMarks } : {}),
  errorPsi: canner.regulatedBy === 'dial' ? (canner.lastTest?.errorPsi ?? 0) : 0,
})
