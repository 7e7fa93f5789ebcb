import { dayLoadOf } from '../day/from-load'
import { dayFinish, dayFits } from '../day/sheet'
import type { DayKitchen, DayLoad } from '../day/types'
import type { Board, BoardLoad } from './board'
import { cookMinutesOf, fixedLoad, jarsOf, processMinutesOf } from './cost'
import { spanOf, type PlanLoad, type SeasonModel } from './model'

/** Long enough for any day to be laid out. */
const ENDLESS_MIN = 72 * 60
/** Branchings for a day that the quick way cannot fit. */
const STEPS = 60

/** A load as a day sheet sees it. */
interface Laid {
  readonly canner: number
  /** One of its lots; all have jars of one size. */
  readonly lot: number
  readonly jars: number
  readonly prepMin: number
  readonly cookMin: number
  readonly minutes: number
}

/**
 * Whether the days of a season end in time by their exact sheets; each composition of a day
 * is laid out once and remembered.
 */
export class DayEnds {
  private readonly known = new Map<string, boolean>()
  /** How many days were laid out: what most of the work is. */
  laidOut = 0
  private readonly fixed: readonly (readonly DayLoad[])[]

  constructor(private readonly model: SeasonModel) {
    this.fixed = model.days.map((_, d) =>
      model.fixed.filter((f) => f.day === d).flatMap((f, i) => fixedLoad(model, f, i) ?? []),
    )
  }

  /** Whether a day of a board ends by closing and what the house allows past it. */
  inTime(board: Board, day: number): boolean {
    return this.fits(board.byDay[day] ?? [], day)
  }

  /** Whole minutes by which a day with these loads ends too late by its sheet; 0 when it does not. */
  lateBy(loads: readonly PlanLoad[], day: number): number {
    const there = loads.map((l): Laid => ({
      canner: l.canner,
      lot: l.portions[0]?.lot ?? 0,
      jars: jarsOf(l),
      prepMin: l.portions.reduce(
        (m, p) => m + p.jars * (this.model.lots[p.lot]?.prepMinPerJar ?? 0),
        0,
      ),
      minutes: processMinutesOf(this.model, l),
      cookMin: cookMinutesOf(this.model, l),
    }))
    if (this.layOut(there, day, (all, k) => dayFits(all, k, STEPS))) return 0
    const end = this.layOut(
      there,
      day,
      (all, k) =>
        dayFinish(all, { ...k, closes: ENDLESS_MIN, people: staying(k) }, 0) ?? ENDLESS_MIN,
    )
    return Math.max(1, Math.ceil(end - this.latest(day)))
  }

  private fits(loads: readonly BoardLoad[], day: number): boolean {
    if (loads.length === 0) return true
    const { minutes = 0, people = 1 } = this.model.days[day] ?? {}
    const gaps = this.model.days[day]?.gaps
    const key = `${minutes} ${people} ${gaps ? JSON.stringify(gaps) : ''} ${this.fixed[day]?.length ? day : ''}|${loads.map(keyOf).sort().join('|')}`
    const known = this.known.get(key)
    if (known !== undefined) return known
    this.laidOut++
    const there = loads.map((l): Laid => ({ ...l, lot: l.portions[0]?.lot ?? 0 }))
    const fits = this.layOut(there, day, (all, k) => dayFits(all, k, STEPS))
    this.known.set(key, fits)
    return fits
  }

  private latest(day: number): number {
    const there = this.model.days[day]
    return (there ? spanOf(there) : 0) + this.model.lateMinutes
  }

  private layOut<R>(
    loads: readonly Laid[],
    day: number,
    look: (all: readonly DayLoad[], kitchen: DayKitchen) => R,
  ): R {
    const latest = this.latest(day)
    const people = Array.from({ length: this.model.days[day]?.people ?? 1 }, (_, i) => ({
      id: String(i),
      name: '',
      from: 0,
      until: latest,
    }))
    // The same loads in the same order, wherever they come from: the same answer.
    const sorted = [...loads].sort((a, b) => keyOf(a).localeCompare(keyOf(b)))
    const all = [...sorted.map((l, i) => this.dayLoad(l, i)), ...(this.fixed[day] ?? [])]
    const { gaps = [] } = this.model.days[day] ?? {}
    return look(all, { opens: 0, closes: latest, burners: this.model.burners, people, gaps })
  }

  private dayLoad(load: Laid, i: number): DayLoad {
    const canner = this.model.canners[load.canner]
    if (!canner) throw new RangeError('a load names a canner the model does not have')
    return dayLoadOf({
      id: `${i}`,
      cannerId: canner.id,
      canBy: '',
      jar: this.model.lots[load.lot]?.jar ?? 'quart',
      jars: load.jars,
      prepMin: load.prepMin,
      processMinutes: load.minutes,
      cookMin: load.cookMin,
      stageMinutes: canner.stageMinutes,
    })
  }
}

/** The same people for as long as it takes. */
const staying = (k: DayKitchen): DayKitchen['people'] =>
  k.people.map((p) => ({ ...p, until: ENDLESS_MIN }))

/** What a day sheet sees of a load. */
const keyOf = (l: Omit<Laid, 'lot'>): string =>
  `${l.canner} ${l.jars} ${Math.round(l.prepMin * 1000)} ${l.minutes} ${l.cookMin}`
