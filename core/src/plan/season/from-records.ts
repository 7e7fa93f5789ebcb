import { cookMinutes } from '../../harvest/ahead'
import { handsPerQuart } from '../../harvest/estimate'
import type { Food, HouseholdRules } from '../../method/data/types'
import type { CanningDays, GaugeKind, JarSize, Mouth, Pack } from '../../words'
import { addDays, daysBetween } from '../../time/dates'
import { countJars } from '../../method/jar-size'
import { shortFood } from '../../method/food-name'
import { formOf } from '../../method/foods'
import { packLiked, processFor } from '../../kitchen'
import { foodIdOf, type JarOf } from '../../method/mixed-name'
import type { Feet } from '../../quantity/units'
import { capacityFor, minimumFor } from '../../load/capacity'
import { kitchenOn, type KitchenCalendar, type KitchenStretch } from '../../time/kitchen'
import type { RunningAt } from '../day/running'
import { prepPerJar } from './length'
import { LEANING_WEIGHTS } from './weights'
import type { FoodWant } from '../../book/wants'
import type {
  Fading,
  FixedLoad,
  LotProcess,
  SeasonCanner,
  SeasonDay,
  SeasonLot,
  SeasonModel,
  SupplyLine,
} from './model'

/** A lot as planning reads it; `jars` are those that still wait for a load. */
export interface LotRecord {
  readonly id: string
  readonly foodId: string
  readonly formId: string
  readonly jarOf?: JarOf | null
  readonly jar: JarSize
  readonly jars: number
  readonly arrivedOn: string
  readonly canBy: string
  /** It still ripens until then. */
  readonly readyFrom?: string | null
  readonly expected: boolean
}

export interface CannerRecord extends Omit<SeasonCanner, 'from' | 'testBy'> {
  readonly regulatedBy: GaugeKind
  /** Not fit for use: nothing is planned for it, what is planned at the stove keeps its time. */
  readonly blocked?: boolean
  /**
   * The last day on which its dial may run a load by the test on record, ISO date; null for a
   * dial without one. Left out for a weight, which needs none.
   */
  readonly testedUntil?: string | null
}

/** A load that is planned at the stove or on it. */
export interface LoadRecord {
  /** Of the load it stands for, where that matters to anybody. */
  readonly id?: string
  readonly onDate: string
  readonly cannerId: string
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
  /** Jars that are not filled yet. */
  readonly toFill: number
  readonly prepMin: number
  readonly processMinutes: number
  readonly cookMin?: number
  /** Where it is now, for a load at the stove. */
  readonly at?: RunningAt
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
  readonly altitudeFt: Feet
  readonly defaultPack: Pack
  /** What the household adds to the tested times. */
  readonly rules?: HouseholdRules
  readonly burners: number
  readonly lateMinutes: number
  /** How the household likes its canning days; the bare figures where it is left out. */
  readonly canningDays?: CanningDays
  readonly calendar: KitchenCalendar
  readonly lots: readonly LotRecord[]
  readonly canners: readonly CannerRecord[]
  readonly loads: readonly LoadRecord[]
  readonly stock: readonly StockRecord[]
  /** How much of each food is wanted yet; all of what is not named. */
  readonly wants?: readonly FoodWant[]
  /** Foods of which all that comes in is put up. */
  readonly putUpAll?: readonly string[]
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
    return seasonDay(date, kitchenOn(records.calendar, date, d === 0 ? records.nowMinute : 0))
  })
  if (days.every((d) => d.minutes === 0))
    notes.push(note('kitchen', '', 'The kitchen is never open. Add the evenings when you can.'))
  if (records.canners.every((c) => c.blocked))
    notes.push(note('canner', '', 'No canner is fit to use. Gear shows what’s missing.'))
  const mouths = mouthsFor(records, records.lots)
  const lots = records.lots.flatMap((l) =>
    lotFrom(records, l, mouths.get(l.id) ?? 'regular', count, notes),
  )
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
      canners: records.canners.map((c) => cannerFrom(c, today, count)),
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
      ...(records.wants ? { wants: records.wants } : {}),
      ...(records.canningDays ? { weights: LEANING_WEIGHTS[records.canningDays] } : {}),
    },
    notes,
  }
}

const note = (about: SeasonNote['about'], id: string, sentence: string): SeasonNote => ({
  about,
  id,
  sentence,
})

/** A day with the errands between its free times. */
function seasonDay(date: string, open: KitchenStretch | null): SeasonDay {
  if (!open) return { date, minutes: 0, people: 0 }
  const { opens, closes, people } = open
  const gaps = open.gaps.map((g) => ({ from: g.from - opens, until: g.until - opens }))
  const away = gaps.reduce((m, g) => m + g.until - g.from, 0)
  return { date, minutes: closes - opens - away, people, ...(gaps.length > 0 ? { gaps } : {}) }
}

/** A dial is sent away and back, or taken to whoever tests it: so many days from today. */
const TEST_TAKES_DAYS = 7

/** A canner with the days on which its dial's test on record holds. */
function cannerFrom(canner: CannerRecord, today: string, days: number): SeasonCanner {
  const { regulatedBy: _by, blocked: _blocked, testedUntil, ...rest } = canner
  if (testedUntil === undefined) return rest
  const last = testedUntil === null ? -1 : daysBetween(today, testedUntil)
  if (last < 0) return { ...rest, from: TEST_TAKES_DAYS, testBy: TEST_TAKES_DAYS }
  return last + 1 < days ? { ...rest, testBy: last + 1 } : rest
}

function fixedFrom(records: SeasonRecords, load: LoadRecord, days: number): FixedLoad[] {
  const day = daysBetween(records.today, load.onDate)
  const canner = records.canners.findIndex((c) => c.id === load.cannerId)
  if (day < 0 || day >= days || canner < 0) return []
  const { onDate: _on, cannerId: _canner, ...rest } = load
  return [{ ...rest, day, canner }]
}

const MOUTHS: readonly Mouth[] = ['regular', 'wide']

/**
 * The mouth of each lot's jars: the earliest can-by chooses first among the jars of its size
 * that the household owns, regular ones as long as jars and lids last, then the other mouth
 * where more are left. Regular where nobody counts.
 */
export function mouthsFor(
  records: Pick<SeasonRecords, 'stock'>,
  lots: readonly Pick<LotRecord, 'id' | 'jar' | 'jars' | 'canBy'>[],
): ReadonlyMap<string, Mouth> {
  const has = (kind: StockRecord['kind'], mouth: Mouth, jar: JarSize | null): number | undefined =>
    records.stock.find((s) => s.kind === kind && s.mouth === mouth && (kind === 'lids' || s.jar === jar))?.onHand // prettier-ignore
  const lids = new Map(MOUTHS.map((m) => [m, has('lids', m, null) ?? Infinity]))
  const jars = new Map<string, number>()
  const left = (jar: JarSize, mouth: Mouth): number => {
    const key = `${jar} ${mouth}`
    // Of a kind that the household does not own there are none, if it counts the size at all.
    const counted = records.stock.some((s) => s.kind === 'jars' && s.jar === jar)
    if (!jars.has(key)) jars.set(key, has('jars', mouth, jar) ?? (counted ? 0 : Infinity))
    return Math.min(jars.get(key) ?? 0, lids.get(mouth) ?? 0)
  }
  const mouths = new Map<string, Mouth>()
  for (const lot of [...lots].sort((a, b) => a.canBy.localeCompare(b.canBy))) {
    const [regular, wide] = [left(lot.jar, 'regular'), left(lot.jar, 'wide')]
    const mouth: Mouth =
      lot.jar === 'pintAndHalf' || (regular < lot.jars && wide > regular) ? 'wide' : 'regular'
    mouths.set(lot.id, mouth)
    jars.set(`${lot.jar} ${mouth}`, (jars.get(`${lot.jar} ${mouth}`) ?? 0) - lot.jars)
    lids.set(mouth, (lids.get(mouth) ?? 0) - lot.jars)
  }
  return mouths
}

function lotFrom(
  records: SeasonRecords,
  lot: LotRecord,
  mouth: Mouth,
  days: number,
  notes: SeasonNote[],
): SeasonLot[] {
  const found = formOf(lot.formId)
  if (!found || lot.jars < 1) return []
  const foodId = foodIdOf(lot.foodId, lot.jarOf)
  const name = shortFood(foodId)
  const stay = stayOf(records.today, lot, days, (sentence) =>
    notes.push(note('lot', lot.id, `${name}: ${sentence}`)),
  )
  if (!stay) return []
  const pack = packLiked(found.form, records.defaultPack)
  const processes = records.canners.map((c) => processAt(records, c, lot, pack, mouth))
  if (records.canners.some((c) => !c.blocked) && processes.every((p) => p === null)) {
    notes.push(note('lot', lot.id, whyNoCanner(records, lot, name, pack)))
    return []
  }
  return [
    {
      id: lot.id,
      foodId,
      formId: lot.formId,
      pack,
      jar: lot.jar,
      mouth,
      jars: lot.jars,
      ...stay,
      prepMinPerJar: prepPerJar(lot.jar, handsPerQuart(found.food, found.form)),
      fading: fadingOf(found.food),
      cookMin: cookMinutes([lot]),
      processes,
      ...(records.putUpAll?.includes(foodId) ? { putUpAll: true } : {}),
    },
  ]
}

/** The days of a lot in the season, first and last; undefined where it is not planned. */
function stayOf(
  today: string,
  lot: Pick<LotRecord, 'arrivedOn' | 'canBy' | 'expected' | 'readyFrom'>,
  days: number,
  tell: (sentence: string) => void,
): Pick<SeasonLot, 'arrived' | 'due'> | undefined {
  const said = daysBetween(today, lot.arrivedOn)
  // What has not come is on its plants: it waits with its days, and does not rot in the house.
  const late = lot.expected ? Math.max(0, -said) : 0
  const ready = lot.readyFrom ? daysBetween(today, lot.readyFrom) : -Infinity
  const arrived = Math.max(said + late, ready)
  const due = daysBetween(today, lot.canBy) + late
  if (late > 0) tell(`expected ${late === 1 ? 'yesterday' : `${late} days ago`}. Is it in? Record it, or change its day.`) // prettier-ignore
  if (due < arrived) {
    tell(
      ready > said + late
        ? 'the can-by date is before the day it’s ripe. Correct one of them.'
        : 'the can-by date is before the day it comes in. Correct one of them.',
    )
    return undefined
  }
  if (arrived >= days) {
    tell(`expected after the ${days} days planned here. Kelvit plans it when it’s closer.`)
    return undefined
  }
  if (due < 0)
    tell('past its can-by day. Check it. Kelvit plans what’s still good for today if there’s time.')
  return { arrived, due: Math.min(days - 1, Math.max(0, due)) }
}

/** Foods that keep at most so long lose from the first hour; those that keep over that, hardly. */
const QUICK_DAYS = 3
const STORED_DAYS = 30

/** How a food fades while it waits, by how long it keeps at its best. */
function fadingOf({ keepsDays: { room, cool } }: Food): Fading {
  const keeps = Math.max(room, cool)
  if (keeps <= QUICK_DAYS) return { power: 1, weight: 1.5 }
  return keeps > STORED_DAYS ? { power: 2, weight: 0.25 } : { power: 2, weight: 1 }
}

function processAt(
  records: SeasonRecords,
  canner: CannerRecord,
  lot: LotRecord,
  pack: Pack,
  mouth: Mouth,
): LotProcess | null {
  if (canner.blocked) return null
  if (capacityFor(canner.capacity, lot.jar, mouth) < minimumFor(canner.minimum, lot.jar))
    return null
  const found = lookUp(records, canner, lot, pack)
  return found.outcome === 'process' ? { psi: found.psi, minutes: found.minutes } : null
}

const lookUp = (records: SeasonRecords, canner: CannerRecord, lot: LotRecord, pack: Pack) =>
  processFor(records, { ...lot, pack }, canner.regulatedBy)

function whyNoCanner(records: SeasonRecords, lot: LotRecord, name: string, pack: Pack): string {
  for (const canner of records.canners.filter((c) => !c.blocked)) {
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
        (lot.cookMin ?? 0) +
        s.heatMin +
        s.ventMin +
        s.climbMin +
        process.minutes +
        s.coolMin +
        s.restMin +
        s.unloadMin
      least = Math.min(least, hands + run)
    })
  return least
}
