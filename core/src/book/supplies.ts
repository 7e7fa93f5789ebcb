import type { JarSize, Mouth } from '../words'

export type SupplyKind = 'lids' | 'bands' | 'jars' | 'salt' | 'citric-acid' | 'vinegar' | 'fuel'

/** A thing that runs out: lids and bands by mouth, jars by size and mouth, the rest by amount. */
export interface SupplyKey {
  readonly kind: SupplyKind
  readonly mouth?: Mouth
  readonly jar?: JarSize
}

export const supplyId = (k: SupplyKey): string => [k.kind, k.jar, k.mouth].filter(Boolean).join(' ')

/** Jars that are to be filled by a day. */
export interface PlannedJars {
  readonly by: string
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
  readonly saltTspPerJar: number
  readonly citricAcidTspPerJar: number
}

export interface SupplyBalance {
  readonly id: string
  readonly key: SupplyKey
  readonly onHand: number
  readonly needed: number
  /** How many are missing in the end; 0 when there is enough. */
  readonly short: number
  /** The day on which it runs out, null when it lasts. */
  readonly shortOn: string | null
}

/** What one set of jars draws: a new lid each, a band and an empty jar each, and what goes inside. */
function drawsOf(p: PlannedJars): readonly (readonly [SupplyKey, number])[] {
  const draws: (readonly [SupplyKey, number])[] = [
    [{ kind: 'lids', mouth: p.mouth }, p.jars],
    [{ kind: 'bands', mouth: p.mouth }, p.jars],
    [{ kind: 'jars', jar: p.jar, mouth: p.mouth }, p.jars],
  ]
  if (p.saltTspPerJar > 0) draws.push([{ kind: 'salt' }, p.saltTspPerJar * p.jars])
  if (p.citricAcidTspPerJar > 0)
    draws.push([{ kind: 'citric-acid' }, p.citricAcidTspPerJar * p.jars])
  return draws
}

/**
 * Supplies on hand against the jars that are planned, in order of their days:
 * what runs short, when, and by how much. Salt and citric acid in teaspoons.
 * @param bandsComeBack the household takes bands off for storage: those of one day serve the next.
 */
export function balanceSupplies(
  planned: readonly PlannedJars[],
  onHand: ReadonlyMap<string, number>,
  bandsComeBack = false,
): readonly SupplyBalance[] {
  const balances = new Map<string, SupplyBalance>()
  /** Bands that are out on a day: the next day's jars take the same ones. */
  const out = new Map<string, number>()
  for (const p of [...planned].sort((a, b) => a.by.localeCompare(b.by)))
    for (const [key, amount] of drawsOf(p)) {
      const id = supplyId(key)
      const before = balances.get(id) ?? {
        id,
        key,
        onHand: onHand.get(id) ?? 0,
        needed: 0,
        short: 0,
        shortOn: null,
      }
      const day = `${id} ${p.by}`
      out.set(day, (out.get(day) ?? 0) + amount)
      const needed =
        bandsComeBack && key.kind === 'bands'
          ? Math.max(before.needed, out.get(day) ?? 0)
          : before.needed + amount
      const short = Math.max(0, needed - before.onHand)
      balances.set(id, {
        ...before,
        needed,
        short,
        shortOn: before.shortOn ?? (short > 1e-9 ? p.by : null),
      })
    }
  return [...balances.values()].sort(
    (a, b) => (a.shortOn ?? '9999').localeCompare(b.shortOn ?? '9999') || a.id.localeCompare(b.id),
  )
}
