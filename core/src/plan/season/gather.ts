import { fullJars, type JarOnRecord } from '../../gear/full-jars'
import type { Capacity, StageMinutes } from '../../load/types'
import { formOf } from '../../method/foods'
import { quartsOf } from '../../method/jar-size'
import type { GaugeKind, JarSize, Mouth, Pack } from '../../method/types'
import { dateAt } from '../../pantry/dates'
import { pounds } from '../../quantity/units'
import { estimateJars, learnYield, publishedYield } from '../../yield/estimate'
import { lotYields, type LotFacts } from '../../yield/history'
import type { KitchenCalendar } from '../kitchen/hours'
import type { LoadRecord, LotRecord, SeasonRecords, StockRecord } from './from-records'
import { prepPerJar } from './length'

interface PortionOnRecord {
  readonly lotId: string | null
  readonly formId: string
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
  readonly filled: number | null
}

export interface LoadOnRecord {
  readonly cannerId: string
  /** ISO instant. */
  readonly startsAt: string
  readonly stage: string
  readonly setup: { readonly minutes: number }
  readonly portions: readonly PortionOnRecord[]
}

export interface LotOnRecord extends LotFacts {
  readonly foodId: string
  readonly jar: JarSize
  readonly arrivedOn: string
  readonly canBy: string
}

/** A household's own rows, as they are stored. */
export interface HouseholdRecords {
  readonly today: string
  readonly nowMinute: number
  readonly zone: string
  readonly altitudeFt: number
  readonly settings: {
    readonly defaultPack: Pack
    readonly burners: number
    readonly lateMinutes: number
  }
  readonly calendar: KitchenCalendar
  readonly lots: readonly LotOnRecord[]
  readonly loads: readonly LoadOnRecord[]
  readonly canners: readonly {
    readonly id: string
    readonly name: string
    readonly regulatedBy: GaugeKind
    readonly capacity: Capacity
    readonly minimum: { readonly quart: number; readonly pint: number }
    readonly stageMinutes: StageMinutes
    readonly retired: boolean
    readonly blocks: readonly unknown[]
  }[]
  readonly jars: readonly JarOnRecord[]
  readonly jarGroups: readonly {
    readonly jar: JarSize
    readonly mouth: Mouth
    readonly owned: number
    readonly broken: number
  }[]
  readonly lidLots: readonly { readonly mouth: Mouth; readonly left: number }[]
}

/** Stages in which a load's jars are neither open nor on record as jars yet. */
const GOING = new Set(['checked', 'aborted', 'standing'])

/** What a season is planned from, out of a household's rows. */
export function gatherRecords(rows: HouseholdRecords): SeasonRecords {
  const { today, nowMinute, altitudeFt, settings, calendar } = rows
  return {
    today,
    nowMinute,
    altitudeFt,
    defaultPack: settings.defaultPack,
    burners: settings.burners,
    lateMinutes: settings.lateMinutes,
    calendar,
    lots: rows.lots
      .filter((l) => l.state === 'in-house' || l.state === 'expected')
      .map((l) => lotRecord(rows, l)),
    canners: rows.canners.filter((c) => !c.retired && c.blocks.length === 0),
    loads: rows.loads.filter((l) => !GOING.has(l.stage)).map((l) => loadRecord(rows, l)),
    stock: stockOf(rows),
  }
}

/** Whole jars a lot still makes: its likely number, less what loads hold of it. */
function lotRecord(rows: HouseholdRecords, lot: LotOnRecord): LotRecord {
  const form = formOf(lot.formId)?.form
  const portions = rows.loads
    .filter((l) => l.stage !== 'aborted')
    .flatMap((l) => l.portions)
    .filter((p) => p.lotId === lot.id)
  const held = portions.reduce((q, p) => q + (p.filled ?? p.jars) * quartsOf(p.jar), 0)
  const likely = form ? likelyJars(rows, lot) : 0
  return {
    id: lot.id,
    foodId: lot.foodId,
    formId: lot.formId,
    jar: lot.jar,
    jars: Math.max(0, likely - Math.round(held / quartsOf(lot.jar))),
    arrivedOn: lot.arrivedOn,
    canBy: lot.canBy,
    expected: lot.state === 'expected',
  }
}

/** The likely whole jars of a lot, by published figures and the household's own finished lots. */
export function likelyJars(
  rows: Pick<HouseholdRecords, 'lots' | 'loads' | 'today'>,
  lot: Pick<LotOnRecord, 'formId' | 'lb' | 'jar'>,
): number {
  const form = formOf(lot.formId)?.form
  if (!form) return 0
  const filled = rows.loads.flatMap((l) => l.portions)
  const own = lotYields(rows.lots, filled, lot.formId, rows.today).filter((y) => !y.excluded)
  return estimateJars(pounds(lot.lb), learnYield(publishedYield(form), own), lot.jar).likely
}

function loadRecord(rows: HouseholdRecords, load: LoadOnRecord): LoadRecord {
  const [first] = load.portions
  // Filled jars have their lids already and are counted as full.
  const open = load.portions.filter((p) => p.filled === null)
  return {
    on: dateAt(Date.parse(load.startsAt), rows.zone),
    cannerId: load.cannerId,
    jar: first?.jar ?? 'quart',
    mouth: first?.mouth ?? 'regular',
    jars: load.portions.reduce((n, p) => n + (p.filled ?? p.jars), 0),
    toFill: open.reduce((n, p) => n + p.jars, 0),
    prepMin: open.reduce((m, p) => {
      const perQuart = formOf(p.formId)?.food.prepMinPerQuart ?? 0
      return m + p.jars * prepPerJar(p.jar, perQuart)
    }, 0),
    processMinutes: load.setup.minutes,
  }
}

/** Lids and empty jars on hand, of the kinds that the household keeps count of. */
function stockOf(rows: HouseholdRecords): readonly StockRecord[] {
  const lids = new Map<Mouth, number>()
  for (const l of rows.lidLots) lids.set(l.mouth, (lids.get(l.mouth) ?? 0) + l.left)
  return [
    ...[...lids].map(([mouth, onHand]): StockRecord => ({
      kind: 'lids',
      jar: null,
      mouth,
      onHand,
    })),
    ...rows.jarGroups.map((g): StockRecord => ({
      kind: 'jars',
      jar: g.jar,
      mouth: g.mouth,
      onHand: Math.max(0, g.owned - g.broken - fullJars(rows.jars, rows.loads, g.jar, g.mouth)),
    })),
  ]
}
