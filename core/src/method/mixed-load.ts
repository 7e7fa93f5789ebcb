import type { PressureOptionId } from '../words'
import { minutes, type Minutes, type Psi } from '../quantity/units'
import { BANDS_SOURCE } from './data/bands'
import { refuse } from './refusal'
import type { Process, ProcessOption, Refusal } from './data/types'

export interface MixedLoad {
  readonly outcome: 'process'
  readonly psi: Psi
  /** The longest time of all, minutes. */
  readonly minutes: Minutes
  /** Which pressure option each food runs at, in the order given. */
  readonly options: readonly PressureOptionId[]
  /** Foods that get more than their own time, and by how many minutes. */
  readonly over: readonly { readonly formId: string; readonly byMinutes: Minutes }[]
}

/** Minutes of a process at one of its options, with the household's addition kept. */
const timeAt = (process: Process, option: ProcessOption): number =>
  option.minutes + (process.minutes - process.testedMinutes)

/**
 * One load from several processes: they must share a target pressure (by an
 * equal option where a food has several), and the longest time holds for all.
 * @throws RangeError when no process is given.
 */
export function mixedLoad(processes: readonly Process[]): MixedLoad | Refusal {
  const [first] = processes
  if (!first) throw new RangeError('a load needs at least one process')
  const candidates = [...first.options].sort(
    (a, b) => Number(b.id === first.option) - Number(a.id === first.option),
  )
  for (const { psi } of candidates) {
    const chosen = processes.map((p) => pick(p, psi))
    if (chosen.every((o) => o !== undefined)) return atPressure(processes, chosen, psi)
  }
  return refuse(
    'pressures-differ',
    'These foods have no tested process at the same pressure, so they can’t share a load.',
    ['run them as separate loads'],
    BANDS_SOURCE,
  )
}

const pick = (process: Process, psi: Psi): ProcessOption | undefined =>
  process.options.find((o) => o.id === process.option && o.psi === psi) ??
  process.options.find((o) => o.psi === psi)

function atPressure(
  processes: readonly Process[],
  chosen: readonly ProcessOption[],
  psi: Psi,
): MixedLoad {
  const times = processes.map((p, i) => timeAt(p, chosen[i] as ProcessOption))
  const longest = Math.max(...times)
  return {
    outcome: 'process',
    psi,
    minutes: minutes(longest),
    options: chosen.map((o) => o.id),
    over: processes.flatMap((p, i) => {
      const by = longest - (times[i] ?? longest)
      return by > 0 ? [{ formId: p.formId, byMinutes: minutes(by) }] : []
    }),
  }
}
