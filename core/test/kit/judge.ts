// An independent judge of a load's evening, written from the rules of the work by looking at
// the whole evening at once. It shares no code with the fold that it holds to account.
import type { LoadEvent, LoadEventKind, LoadSetup } from '@kelvit/core'

export type Finding = 'sound' | 'doubt' | 'lost'
const M = 60_000
const H = 60 * M
const worse = (a: Finding, b: Finding): Finding =>
  a === 'lost' || b === 'lost' ? 'lost' : a === 'doubt' || b === 'doubt' ? 'doubt' : 'sound'

const STOPS_OR_BREAKS = new Set<LoadEventKind>([
  'steam-faltered', 'pressure-fell', 'heat-off', 'pressure-zero', 'lock-dropped', 'opened',
  'unloaded', 'wrong-weight', 'water-low', 'lid-not-locked', 'steam-doubtful', 'weight-lifted',
  'opened-early',
]) // prettier-ignore
interface Fact {
  readonly kind: LoadEventKind
  readonly t: number
  readonly e: LoadEvent
  readonly i: number
}
interface Stretch {
  /** Index of the fact that began it. */
  readonly i: number
  readonly from: number
  /** As far as somebody saw it hold. */
  readonly to: number
  /** The fact that ended it. */
  readonly end: Fact | undefined
}

/** What became of the jars of an evening whose jars are out. */
export function judgeEvening(setup: LoadSetup, events: readonly LoadEvent[]): Finding {
  const struck = new Set(events.flatMap((e) => (e.kind === 'withdrawn' ? [e.eventId] : [])))
  const known = events.filter((e) => !struck.has(e.id))
  const whole = verdictOf(setup, known)
  // What a simulated gauge alone, or a device that was away, makes complete is in doubt.
  const real = known.filter((e) => e.source !== 'simulated' && !isLate(e, known))
  return real.length === known.length || whole !== 'sound'
    ? whole
    : verdictOf(setup, real) === 'sound'
      ? 'sound'
      : 'doubt'
}

const STARTS = new Set<LoadEventKind>(['steam-steady', 'weight-on', 'reading', 'at-pressure', 'still-rocking', 'heat-on', 'weight-off']) // prettier-ignore
const isLate = (e: LoadEvent, all: readonly LoadEvent[]): boolean =>
  STARTS.has(e.kind) &&
  (e.heardAt ?? e.at) - e.at >= 2 * M &&
  all.some(
    (f) =>
      (STARTS.has(f.kind) || STOPS_OR_BREAKS.has(f.kind)) &&
      f.at > e.at &&
      (f.heardAt ?? f.at) < (e.heardAt ?? e.at),
  )

function timeline(events: readonly LoadEvent[]): Fact[] {
  const t = (e: LoadEvent): number =>
    STOPS_OR_BREAKS.has(e.kind) && e.happenedAt != null ? Math.min(e.happenedAt, e.at) : e.at
  return [...events]
    .sort((a, b) => t(a) - t(b) || a.at - b.at || (a.id < b.id ? -1 : 1))
    .map((e, i) => ({ kind: e.kind, t: t(e), e, i }))
}

function verdictOf(setup: LoadSetup, events: readonly LoadEvent[]): Finding {
  const facts = timeline(events)
  const dial = setup.regulatedBy === 'dial'
  const target = setup.psi + setup.gaugeErrorPsi
  const up = (f: Fact): boolean =>
    dial
      ? f.kind === 'reading' && f.e.psi! >= target - 1e-9
      : f.kind === 'at-pressure' || f.kind === 'still-rocking'
  const breaks = (f: Fact): boolean =>
    [
      'pressure-fell', 'heat-off', 'pressure-zero', 'lock-dropped', 'weight-off', 'opened',
      'opened-early', 'unloaded', 'water-low', 'lid-not-locked', 'steam-doubtful',
      'steam-faltered', 'weight-lifted',
    ].includes(f.kind) ||
    (f.kind === 'wrong-weight' && !dial) ||
    (dial && f.kind === 'reading' && f.e.psi! < target - 1e-9) // prettier-ignore
  const stretches: Stretch[] = []
  for (let i = 0; i < facts.length; i++) {
    if (!up(facts[i]!) || !isLit(facts.slice(0, i), stretches.length > 0)) continue
    let j = i
    let seen = facts[i]!.t
    // Steam that is steady again after a start without venting is a new beginning.
    const airy = ventingOf(facts, { i, from: facts[i]!.t }, dial) === 'lost'
    const ends = (f: Fact): boolean => breaks(f) || (airy && f.kind === 'steam-steady')
    while (j + 1 < facts.length && !ends(facts[j + 1]!)) if (up(facts[++j]!)) seen = facts[j]!.t
    const end = facts[j + 1]
    const said = end?.kind === 'heat-off' || (end?.kind === 'pressure-fell' && end.e.happenedAt != null) // prettier-ignore
    stretches.push({ i, from: facts[i]!.t, to: said ? end.t : seen, end })
    i = j
  }
  const full = stretches.filter((s) => s.to - s.from >= setup.minutes * M)
  const last = full.at(-1)
  if (!last) return 'lost'
  return [
    ventingOf(facts, last, dial),
    standingOf(facts, stretches, last, setup),
    unseenIn(facts, last, up, dial),
    openingOf(facts, last, setup),
    wordsAfter(facts, last, setup),
  ].reduce(worse, 'sound')
}

/** Whether the lid is on and the heat too, as far as anybody said. */
function isLit(before: readonly Fact[], wasUp: boolean): boolean {
  const last = (...kinds: LoadEventKind[]): number =>
    before.findLast((f) => kinds.includes(f.kind))?.i ?? -1
  if (wasUp && last('unloaded') >= 0) return false
  const lid = last('opened', 'opened-early')
  const locked = last('locked')
  if (wasUp && lid > locked) return false
  return Math.max(last('heat-on'), wasUp ? -1 : last('steam-steady'), locked > lid ? locked * Number(wasUp && lid >= 0) : -1) >= last('heat-off', 'water-low') // prettier-ignore
}

/** Ten unbroken minutes of steam, and no air let in since. */
function ventingOf(
  facts: readonly Fact[],
  { i, from }: Pick<Stretch, 'i' | 'from'>,
  dial: boolean,
): Finding {
  const before = facts.slice(0, i)
  const steady = before.findLast((f) => f.kind === 'steam-steady')
  if (!steady) return 'lost'
  const ons = before.filter((f) => f.kind === 'weight-on')
  if (ons.some((on) => isVented(before, on) && keptClosed(before, on, from, dial))) return 'sound'
  const untold = before.some(
    (f) => f.kind === 'steam-steady' && from - f.t >= 10 * M && isUnbroken(before.slice(f.i + 1)),
  )
  return untold ? 'doubt' : 'lost'
}

const isVented = (before: readonly Fact[], on: Fact): boolean =>
  before.some(
    (f) =>
      f.kind === 'steam-steady' &&
      on.t - f.t >= 10 * M &&
      isUnbroken(before.filter((x) => x.i > f.i && x.i < on.i)),
  )

const isUnbroken = (between: readonly Fact[]): boolean =>
  !between.some((x) => ['steam-faltered', 'steam-doubtful', 'lid-not-locked', 'opened', 'opened-early', 'heat-off', 'water-low', 'weight-on'].includes(x.kind)) // prettier-ignore

/** No air came in between: never at zero, opened or without its weight, and never cold. */
function keptClosed(before: readonly Fact[], on: Fact, from: number, dial: boolean): boolean {
  const since = before.filter((f) => f.i > on.i)
  const letsAirIn: LoadEventKind[] = ['pressure-zero', 'lock-dropped', 'weight-off', 'opened', 'opened-early', 'unloaded', 'water-low', 'lid-not-locked', 'steam-doubtful', 'steam-faltered', 'weight-lifted'] // prettier-ignore
  if (since.some((f) => letsAirIn.includes(f.kind) || (f.kind === 'wrong-weight' && !dial)))
    return false
  const rose = since.find((f) => f.kind === 'reading' && f.e.psi! > 0)
  if (dial && rose && since.some((f) => f.i > rose.i && f.e.psi === 0)) return false
  const off = since.findLast((f) => f.kind === 'heat-off')
  const word = since.findLast((f) => f.kind === 'reading' && f.e.psi! > 0)
  const cold = off && from - Math.max(off.t, word?.t ?? 0) > 20 * M
  return !cold || since.some((f) => f.kind === 'heat-on' && f.t - off.t <= 20 * M)
}

/** How long food stood without heat: before the first steam, and from a broken process to the next. */
function standingOf(
  facts: readonly Fact[],
  all: readonly Stretch[],
  last: Stretch,
  setup: LoadSetup,
): Finding {
  const steam = facts.find((f) => f.kind === 'steam-steady')
  const filled =
    facts.find((f) => f.kind === 'locked') ?? facts.find((f) => f.kind === 'filling-began')
  let found: Finding = 'sound'
  const stood = (ms: number): void => {
    found = worse(found, ms > 24 * H ? 'lost' : ms > 2 * H ? 'doubt' : 'sound')
  }
  if (steam && filled && filled.t < steam.t) stood(steam.t - filled.t)
  for (const [n, s] of all.entries()) {
    if (n === 0) continue
    const before = all[n - 1]!
    const lidOff = facts.some((f) => f.kind === 'opened' && f.t > before.to && f.t < s.from)
    const ms = s.from - before.to
    if (!lidOff) stood(ms)
    else if (ms > 24 * H) found = 'lost'
  }
  if (setup.againBy !== undefined && last.from > setup.againBy) found = 'lost'
  return found
}

/** Nobody read the dial for twenty minutes, or heard the weight for thirty. */
function unseenIn(
  facts: readonly Fact[],
  { i, from, to, end }: Stretch,
  up: (f: Fact) => boolean,
  dial: boolean,
): Finding {
  const looks = facts.filter((f) => f.i >= i && f.t <= to && up(f))
  const ends = end?.kind === 'heat-off' ? [...looks, end] : looks
  let before = from
  let found: Finding = 'sound'
  for (const look of ends) {
    const gap = look.t - before > (dial ? 20 : 30) * M
    const answered = facts.some((f) => f.kind === 'watched' && (!f.e.eventId || f.e.eventId === look.e.id)) // prettier-ignore
    if (gap && !answered) found = 'doubt'
    before = look.t
  }
  return found
}

/** Cooling, zero, lock, rest, lid. */
function openingOf(facts: readonly Fact[], { to, end }: Stretch, setup: LoadSetup): Finding {
  const after = facts.filter((f) => end !== undefined && f.i >= end.i)
  const first = (...kinds: LoadEventKind[]): Fact | undefined =>
    after.find((f) => kinds.includes(f.kind))
  const heatOff = first('heat-off')
  const zero = after.find((f) => f.kind === 'pressure-zero' || (f.kind === 'reading' && f.e.psi === 0)) // prettier-ignore
  const lock = first('lock-dropped')
  const off = first('weight-off')
  const lid = first('opened', 'opened-early')
  const out = first('unloaded')
  const lidAt = Math.min(lid?.t ?? Infinity, out?.t ?? Infinity)
  // With the heat on nobody lifts a weight, and no lock drops, unless the gauge was seen at zero.
  const underPressure = (f: Fact | undefined): boolean =>
    f !== undefined &&
    (heatOff === undefined || heatOff.i > f.i) &&
    (zero === undefined || zero.i > f.i)
  if (underPressure(off) || underPressure(lock)) return 'lost'
  const low = after.find((f) => f.kind === 'lock-dropped' || f.kind === 'pressure-zero' || f === zero) // prettier-ignore
  if (!off && (zero === undefined || zero.t > lidAt)) return 'lost'
  let found: Finding = 'sound'
  const doubt = (that: boolean): void => {
    if (that) found = 'doubt'
  }
  const gone = Math.min(low?.t ?? Infinity, off?.t ?? Infinity, lidAt)
  const least = Math.max(10 * M, ((setup.coolMinutes ?? 0) * M) / 2)
  doubt(gone - Math.max(to, heatOff?.t ?? 0) < least)
  doubt(off !== undefined && (zero === undefined || zero.i > off.i))
  doubt(off !== undefined && setup.lock !== false && (lock === undefined || lock.i > off.i))
  const lastOff = after.findLast((f) => f.kind === 'weight-off' && f.t <= lidAt)
  doubt(lastOff === undefined || lidAt - lastOff.t < Math.max(10, setup.restMinutes) * M)
  const unsaid = out !== undefined && (lid === undefined || lid.t > out.t)
  doubt(unsaid && lastOff !== undefined && out.t - lastOff.t < (Math.max(10, setup.restMinutes) + (setup.openMinutes ?? 0)) * M) // prettier-ignore
  if (lid && out && lid.t <= out.t) doubt(out.t - lid.t < (setup.openMinutes ?? 0) * M)
  const heat = heatOff?.t ?? to
  if (out) doubt(out.e.happenedAt != null ? out.t - heat > 6 * H : out.t - heat > 6 * H)
  return found
}

const KNOWN_WRONG: readonly LoadEventKind[] = ['water-low', 'weight-lifted', 'opened-early', 'no-process', 'found-short'] // prettier-ignore
const MAYBE_WRONG: readonly LoadEventKind[] = ['lid-not-locked', 'steam-doubtful', 'steam-faltered', 'recalled', 'gauge-off', 'left-overnight'] // prettier-ignore

/** What was told of it, when it was over or later; and whether a keeper has looked into all of it. */
function wordsAfter(facts: readonly Fact[], { end, to }: Stretch, setup: LoadSetup): Finding {
  let found: Finding = 'sound'
  for (const f of facts) {
    // About the lid it was under, or about gauge and kitchen at any time.
    const counts = (end !== undefined && f.i >= end.i) || ['recalled', 'gauge-off', 'no-process', 'found-short'].includes(f.kind) // prettier-ignore
    if (!counts) continue
    if (KNOWN_WRONG.includes(f.kind) || (f.kind === 'wrong-weight' && setup.regulatedBy === 'weighted')) return 'lost' // prettier-ignore
    if (MAYBE_WRONG.includes(f.kind)) found = 'doubt'
    if (f !== end && f.kind === 'pressure-fell' && f.e.happenedAt == null && f.t > to)
      found = 'doubt'
    if (f === end && f.kind === 'heat-off' && f.e.happenedAt != null && f.e.at - f.t > 30 * M)
      found = 'doubt'
  }
  return found
}
