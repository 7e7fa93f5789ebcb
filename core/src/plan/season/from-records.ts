import { handsPerQuart } from '../../harvest/estimate'
import type { HouseholdRules } from '../../method/data/types'
import type { GaugeKind, JarSize, Mouth, Pack } from '../../words'
import { addDays, daysBetween } from '../../time/dates'
import { countJars } from '../../method/jar-size'
import { formOf, shortName } from '../../method/foods'
import { lookUpProcess } from '../../method/lookup'
import { feet } from '../../quantity/units'
import { capacityFor, minimumFor } from '../../load/capacity'
import { kitchenOn, type KitchenCalendar } from '../../time/kitchen'
import { prepPerJar } from './length'
import { PORTION_WEIGHT } from './model'
import type {
  FixedLoad,
  LotProcess,
  SeasonCanner,
  SeasonLot,
  SeasonModel,
  SupplyLine,
} from './model'

/** A lot as planning reads it; `jars` are those that still wait for a load. */
export interface LotRecord {
  readonly id: string
  readonly foodId: string
  readonly formId: string
  readonly jar: JarSize
  readonly jars: number
  readonly arrivedOn: string
  readonly canBy: string
  readonly expected: boolean
}

export interface CannerRecord extends SeasonCanner {
  readonly regulatedBy: GaugeKind
}

/** A load that is planned at the stove or on it. */
export interface LoadRecord {
  readonly on: string
  readonly cannerId: string
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
  /** Jars that are not filled yet. */
  readonly toFill: number
  readonly prepMin: number
  readonly processMinutes: number
}

/** Pieces on hand of something jars draw; kinds that nobody counts are left out. */
export interface StockRecord {
  readonly kind: 'lids' | 'jars'
  readonly jar: JarSize | null
  readonly mouth: Mouth
  readonly onHand: number
}

/** What a season is planned from. */
export interface SeasonRecords {
  readonly today: string
  /** Minutes of today that are over. */
  readonly nowMinute: number
  readonly altitudeFt: number
  readonly defaultPack: Pack
  /** What the household adds to the tested times. */
  readonly rules?: HouseholdRules
  readonly burners: number
  readonly lateMinutes: number
  readonly calendar: KitchenCalendar
  readonly lots: readonly LotRecord[]
  readonly canners: readonly CannerRecord[]
  readonly loads: readonly LoadRecord[]
  readonly stock: readonly StockRecord[]
}

/** Why something of the records is not in the plan, or not as it stands; the rest is planned. */
export interface SeasonNote {
  readonly about: 'lot' | 'kitchen' | 'canner' | 'stock'
  readonly id: string
  readonly sentence: string
}

export interface Season {
  readonly model: SeasonModel
  readonly notes: readonly SeasonNote[]
}

/** Days planned ahead: far enough for the lots, within reason. */
const SHORTEST_DAYS = 14
const LONGEST_DAYS = 120

/** The model of a season from what a household has written down, with words for what does not go in. */
export function seasonFrom(records: SeasonRecords): Season {
  const { today } = records
  const notes: SeasonNote[] = []
  const furthest = records.lots.reduce((n, l) => Math.max(n, daysBetween(today, l.canBy)), 0)
  const count = Math.min(LONGEST_DAYS, Math.max(SHORTEST_DAYS, furthest + 1))
  const days = Array.from({ length: count }, (_, d) => {
    const date = addDays(today, d)
    const open = kitchenOn(records.calendar, date, d === 0 ? records.nowMinute : 0)
    return { date, minutes: open ? open.closes - open.opens : 0, people: open?.people ?? 0 }
  })
  if (days.every((d) => d.minutes === 0))
    notes.push(
      note('kitchen', '', 'The kitchen is never open. Say on which evenings there is time.'),
    )
  if (records.canners.length === 0)
    notes.push(note('canner', '', 'No canner is fit for use. See Gear for what is missing.'))
  const lots = records.lots.flatMap((l) => lotFrom(records, l, count, notes))
  const shortest = shortestLoad(records, lots)
  const longest = Math.max(0, ...days.map((d) => d.minutes)) + records.lateMinutes
  if (lots.length > 0 && longest > records.lateMinutes && shortest > longest)
    notes.push(
      note(
        'kitchen',
        '',
        `The shortest load takes ${Math.ceil(shortest)} minutes and no evening has more than ${longest - records.lateMinutes}. Open the kitchen ${Math.ceil(shortest - longest)} minutes longer on one day.`,
      ),
    )
  return {
    model: {
      days,
      canners: records.canners,
      lots,
      burners: records.burners,
      supplies: records.stock.map((s): SupplyLine => ({
        id: [s.kind, s.jar, s.mouth].filter(Boolean).join(' '),
        kind: s.kind,
        jar: s.jar,
        mouth: s.mouth,
        stock: days.map(() => s.onHand),
      })),
      fixed: records.loads.flatMap((l) => fixedFrom(records, l, count)),
      lateMinutes: records.lateMinutes,
      portionWeight: PORTION_WEIGHT,
    },
    notes,
  }
}

const note = (about: SeasonNote['about'], id: string, sentence: string): SeasonNote => ({
  about,
  id,
  sentence,
})

function fixedFrom(records: SeasonRecords, load: LoadRecord, days: number): FixedLoad[] {
  const day = daysBetween(records.today, load.on)
  const canner = records.canners.findIndex((c) => c.id === load.cannerId)
  if (day < 0 || day >= days || canner < 0) return []
  const { jar, mouth, jars, toFill, prepMin, processMinutes } = load
  return [{ day, canner, jar, mouth, jars, toFill, prepMin, processMinutes }]
}

/** The mouth a household uses for a size: what it owns, regular when it owns both or neither. */
export function mouthFor(records: Pick<SeasonRecords, 'stock'>, jar: JarSize): Mouth {
  if (jar === 'pintAndHalf') return 'wide'
  const owned = records.stock.filter((s) => s.kind === 'jars' && s.jar === jar)
  const regular = owned.length === 0 || owned.some((s) => s.mouth === 'regular')
  return regular ? 'regular' : 'wide'
}

function lotFrom(
  records: SeasonRecords,
  lot: LotRecord,
  days: number,
  notes: SeasonNote[],
): SeasonLot[] {
  const found = formOf(lot.formId)
  if (!found || lot.jars < 1) return []
  const name = shortName(found.food)
  const arrived = daysBetween(records.today, lot.arrivedOn)
  const due = daysBetween(records.today, lot.canBy)
  if (due < arrived) {
    notes.push(
      note(
        'lot',
        lot.id,
        `${name}: the can-by date is before the day it comes in. Correct one of them.`,
      ),
    )
    return []
  }
  if (arrived >= days) return []
  if (due < 0)
    notes.push(
      note(
        'lot',
        lot.id,
        `${name}: past its can-by. Look it over; what is sound is planned for today, if there is time.`,
      ),
    )
  const pack = found.form.packs.some((p) => p.pack === records.defaultPack)
    ? records.defaultPack
    : (found.form.packs[0]?.pack ?? 'hot')
  const mouth = mouthFor(records, lot.jar)
  const processes = records.canners.map((c) => processAt(records, c, lot, pack, mouth))
  if (records.canners.length > 0 && processes.every((p) => p === null)) {
    notes.push(note('lot', lot.id, whyNoCanner(records, lot, name, pack)))
    return []
  }
  return [
    {
      id: lot.id,
      foodId: lot.foodId,
      formId: lot.formId,
      pack,
      jar: lot.jar,
      mouth,
      jars: lot.jars,
      arrived,
      due: Math.min(days - 1, Math.max(0, due)),
      prepMinPerJar: prepPerJar(lot.jar, handsPerQuart(found.food, found.form)),
      processes,
    },
  ]
}

function processAt(
  records: SeasonRecords,
  canner: CannerRecord,
  lot: LotRecord,
  pack: Pack,
  mouth: Mouth,
): LotProcess | null {
  if (capacityFor(canner.capacity, lot.jar, mouth) < minimumFor(canner.minimum, lot.jar))
    return null
  const found = lookUp(records, canner, lot, pack)
  return found.outcome === 'process' ? { psi: found.psi, minutes: found.minutes } : null
}

const lookUp = (records: SeasonRecords, canner: CannerRecord, lot: LotRecord, pack: Pack) =>
  lookUpProcess({
    form: lot.formId,
    pack,
    jar: lot.jar,
    gauge: canner.regulatedBy,
    altitudeFt: feet(records.altitudeFt),
    ...(records.rules ? { rules: records.rules } : {}),
  })

function whyNoCanner(records: SeasonRecords, lot: LotRecord, name: string, pack: Pack): string {
  for (const canner of records.canners) {
    const answer = lookUp(records, canner, lot, pack)
    if (answer.outcome === 'refused') return `${name}: ${answer.sentence}`
  }
  return `${name}: none of your canners takes ${countJars(2, lot.jar).slice(2)} by its manual. Choose another jar size.`
}

/** Minutes the quickest smallest load of any lot takes from first knife to last jar out. */
function shortestLoad(records: SeasonRecords, lots: readonly SeasonLot[]): number {
  let least = Infinity
  for (const lot of lots)
    records.canners.forEach((canner, c) => {
      const process = lot.processes[c]
      if (!process) return
      const s = canner.stageMinutes
      const jars = minimumFor(canner.minimum, lot.jar)
      const hands = jars * (lot.prepMinPerJar + s.fillMinPerJar) + s.fillMinFixed
      const run =
        s.heatMin + s.ventMin + s.climbMin + process.minutes + s.coolMin + s.restMin + s.unloadMin
      least = Math.min(least, hands + run)
    })
  return least
}
