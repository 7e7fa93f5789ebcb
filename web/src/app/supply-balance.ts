import type {
  Household,
  Jar,
  JarGroup,
  LidLot,
  LoadWithEvents,
  Lot,
  SeasonLoad,
  Supply,
} from '@kelvit/contract'
import {
  balanceSupplies,
  formOf,
  fullJars,
  likelyJars,
  quartsOf,
  type JarSize,
  type Mouth,
  type PlannedJars,
  type SupplyBalance,
} from '@kelvit/core'

interface Stocked {
  readonly household: Household
  readonly groups: readonly JarGroup[]
  readonly lids: readonly LidLot[]
  readonly supplies: readonly Supply[]
  readonly jars: readonly Jar[]
  readonly lots: readonly Lot[]
  readonly loads: readonly LoadWithEvents[]
  /** Loads of the season plan that are still to come. */
  readonly plan: readonly SeasonLoad[]
  readonly today: string
}

/** Jars of one form on a day, with what goes into them. */
function jarsBy(
  household: Household,
  by: string,
  what: { readonly formId: string; readonly jar: JarSize; readonly mouth: Mouth },
  jars: number,
): readonly PlannedJars[] {
  const form = formOf(what.formId)?.form
  if (!form || jars <= 0) return []
  const quarts = quartsOf(what.jar)
  const acid = quarts <= 0.5 ? form.acid?.perPint : form.acid?.perQuart
  const saltTspPerJar = household.settings.salt ? (form.saltTspPerQuart ?? 0) * quarts : 0
  const { jar, mouth } = what
  const citricAcidTspPerJar = acid?.citricAcidTsp ?? 0
  return [{ by, jar, mouth, jars, saltTspPerJar, citricAcidTspPerJar }]
}

/** What the lots in the house and on the way will draw: on the season plan's days, the rest by its can-by. */
function plannedJars({ household, lots, loads, plan, today }: Stocked): readonly PlannedJars[] {
  const portions = loads.flatMap((l) => l.portions)
  const notBefore = (day: string): string => (day < today ? today : day)
  return lots
    .filter((l) => l.state === 'in-house' || l.state === 'expected')
    .flatMap((lot): readonly PlannedJars[] => {
      const filled = portions
        .filter((p) => p.lotId === lot.id)
        .reduce((q, p) => q + (p.filled ?? 0) * quartsOf(p.jar), 0)
      const planned = plan.flatMap((l) =>
        l.portions.flatMap((p) => (p.lotId === lot.id ? [{ p, on: l.onDate }] : [])),
      )
      const mouth = portions.find((p) => p.lotId === lot.id)?.mouth ?? 'regular'
      // By volume: a load of the plan may have another size than the lot has by now.
      const placed = planned.reduce((q, { p }) => q + p.jars * quartsOf(p.jar), filled)
      const rest = likelyJars({ lots, loads, today }, lot) - Math.round(placed / quartsOf(lot.jar))
      return [
        ...planned.flatMap(({ p, on }) => jarsBy(household, notBefore(on), p, p.jars)),
        ...jarsBy(household, notBefore(lot.canBy), { ...lot, mouth }, rest),
      ]
    })
}

function onHandOf({ groups, lids, supplies, jars, loads }: Stocked): ReadonlyMap<string, number> {
  const onHand = new Map<string, number>()
  const add = (id: string, n: number): void => void onHand.set(id, (onHand.get(id) ?? 0) + n)
  for (const g of groups)
    add(
      `jars ${g.jar} ${g.mouth}`,
      Math.max(0, g.owned - g.broken - fullJars(jars, loads, g.jar, g.mouth)),
    )
  for (const l of lids) add(`lids ${l.mouth}`, l.left)
  for (const s of supplies) add(s.kind, s.amount)
  return onHand
}

/** Supplies against the season, the first shortage first. */
export const seasonBalance = (s: Stocked): readonly SupplyBalance[] =>
  balanceSupplies(plannedJars(s), onHandOf(s))
