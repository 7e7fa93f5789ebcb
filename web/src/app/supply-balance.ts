import type {
  Household,
  Jar,
  JarGroup,
  LidLot,
  LoadWithEvents,
  Lot,
  Supply,
} from '@kelvit/contract'
import {
  balanceSupplies,
  formOf,
  fullJars,
  likelyJars,
  quartsOf,
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
  readonly today: string
}

/** What the lots in the house and on the way will draw, each by its can-by day. */
function plannedJars({ household, lots, loads, today }: Stocked): readonly PlannedJars[] {
  const portions = loads.flatMap((l) => l.portions)
  return lots
    .filter((l) => l.state === 'in-house' || l.state === 'expected')
    .flatMap((lot): PlannedJars[] => {
      const form = formOf(lot.formId)?.form
      if (!form) return []
      const likely = likelyJars({ lots, loads, today }, lot)
      const filled = portions
        .filter((p) => p.lotId === lot.id)
        .reduce((n, p) => n + (p.filled ?? 0), 0)
      const acid = quartsOf(lot.jar) <= 0.5 ? form.acid?.perPint : form.acid?.perQuart
      return [
        {
          by: lot.canBy < today ? today : lot.canBy,
          jar: lot.jar,
          mouth: portions.find((p) => p.lotId === lot.id)?.mouth ?? 'regular',
          jars: Math.max(0, likely - filled),
          saltTspPerJar: household.settings.salt
            ? (form.saltTspPerQuart ?? 0) * quartsOf(lot.jar)
            : 0,
          citricAcidTspPerJar: acid?.citricAcidTsp ?? 0,
        },
      ]
    })
    .filter((p) => p.jars > 0)
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
