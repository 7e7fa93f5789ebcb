import { gaugeScale } from '../quantity/format'
import type { Psi } from '../quantity/units'
import type { PressureIn } from '../quantity/format'
import type { Burner } from '../words'
import type { HeatSet, LoadState } from './state'

/** Where the heat stood in one load, in the cook's own words. */
export interface HeatMemory {
  /** When the canner began to climb, epoch ms. */
  readonly at: number
  readonly jars: number
  /** What brought it up; null where nobody said. */
  readonly climb: string | null
  /** The first lower setting on the way up, with the reading before it where there is one, psi. */
  readonly eased: { readonly setting: string; readonly psi: Psi | null } | null
  /** What held it: the setting that stood longest at pressure. */
  readonly held: string | null
  /** What the canner stood on, where that was said. */
  readonly burner?: Burner
}

/** How one load was heated; undefined where nobody noted it. */
export function heatOf(state: LoadState, jars: number, burner?: Burner): HeatMemory | undefined {
  const { heats, entered, readings } = state
  const up = entered.climbing
  if (heats.length === 0 || up === undefined) return undefined
  const atPressure = entered.processing ?? Infinity
  const end = state.heatOffAt ?? entered.cooling ?? heats.at(-1)?.at ?? up
  const climb = heats.findLast((h) => h.at <= up) ?? heats.find((h) => h.at < atPressure)
  const next = heats.find((h) => h.at > Math.max(up, climb?.at ?? up) && h.at <= atPressure)
  const read = next && readings.findLast((r) => r.at <= next.at)
  return {
    ...{ at: up, jars, climb: climb?.setting ?? null },
    eased: next ? { setting: next.setting, psi: read?.psi ?? null } : null,
    held: longest(heats, atPressure, end),
    ...(burner ? { burner } : {}),
  }
}

/** The setting that stood longest between two moments. */
function longest(heats: readonly HeatSet[], from: number, until: number): string | null {
  if (!(until > from)) return null
  const stood = new Map<string, number>()
  for (const [i, h] of heats.entries()) {
    const to = Math.min(until, heats[i + 1]?.at ?? until)
    const ms = to - Math.max(from, h.at)
    if (ms > 0) stood.set(h.setting, (stood.get(h.setting) ?? 0) + ms)
  }
  return [...stood].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null
}

/** Loads whose jars differ by at most this share of the larger are heated alike. */
const ALIKE = 0.3

/**
 * The last load of about this size on this burner, else the last of any size; undefined where none
 * was noted. A knob of another burner says nothing.
 */
export function heatLike(
  past: readonly HeatMemory[],
  jars: number,
  burner?: Burner | null,
): HeatMemory | undefined {
  const alike = (m: HeatMemory): boolean =>
    Math.abs(m.jars - jars) <= ALIKE * Math.max(m.jars, jars)
  const latest = past
    .filter((m) => !m.burner || !burner || m.burner === burner)
    .sort((a, b) => b.at - a.at)
  return latest.find(alike) ?? latest[0]
}

/** "Last time, with 7 jars: high to 9 psi, then 5. Held at 3½." */
export function heatWords(m: HeatMemory, units: PressureIn): string {
  const gauge = gaugeScale(units)
  const to = (psi: Psi | null): string =>
    psi === null ? '' : ` to ${gauge.say(gauge.reading(psi))} ${gauge.unit}`
  const up = m.climb
    ? m.eased
      ? `${m.climb}${to(m.eased.psi)}, then ${m.eased.setting}. `
      : `${m.climb} on the way up. `
    : m.eased
      ? `${m.eased.setting} on the way up. `
      : ''
  const held = m.held ? `${up ? 'Held' : 'held'} at ${m.held}.` : ''
  return `Last time, with ${m.jars === 1 ? '1 jar' : `${m.jars} jars`}: ${up}${held}`.trim()
}
