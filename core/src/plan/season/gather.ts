import type { Feet } from '../../quantity/units'
import type { HouseCanner } from '../../load/types'
import type { Book, BookLoad, BookLot } from '../../book/book'
import { jarsUnplanned } from '../../book/lots'
import { emptyJars, lidsLeft } from '../../book/stock'
import { wantsOf } from '../../book/wants'
import { DIAL_TEST_DAYS, TESTABLE } from '../../load/fitness'
import { restingHere } from '../../load/stages'
import { cookMinutes } from '../../harvest/ahead'
import { prepMinutes } from '../../harvest/estimate'
import { rulesOf } from '../../method/lookup'
import type { HouseholdRules } from '../../method/data/types'
import { addDays, dateAt } from '../../time/dates'
import type { KitchenCalendar } from '../../time/kitchen'
import { isOpenLot, STOVE_STAGES } from '../../words'
import type { RunningAt } from '../day/running'
import type {
  CannerRecord,
  LoadRecord,
  LotRecord,
  SeasonRecords,
  StockRecord,
} from './from-records'

export interface LoadOnRecord extends BookLoad {
  readonly id?: string
  readonly cannerId: string
  /** ISO instant. */
  readonly startsAt: string
  readonly setup: { readonly minutes: number }
  /** Where it is now, for a load at the stove; the whole of it is still to come where left out. */
  readonly at?: RunningAt
}

/** What a season is planned from, of a household's rows. */
export interface HouseholdRecords extends Pick<
  Book,
  'today' | 'lots' | 'yields' | 'jarGroups' | 'lidLots' | 'needs' | 'jars'
> {
  readonly nowMinute: number
  readonly zone: string
  readonly altitudeFt: Feet
  readonly settings: Pick<
    Book['household']['settings'],
    'defaultPack' | 'burners' | 'lateMinutes' | 'restMinutes' | 'canningDays'
  > &
    Required<HouseholdRules>
  readonly calendar: KitchenCalendar
  readonly loads: readonly LoadOnRecord[]
  readonly canners: readonly HouseCanner[]
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
    rules: rulesOf(settings),
    burners: settings.burners,
    lateMinutes: settings.lateMinutes,
    calendar,
    lots: rows.lots.filter(isOpenLot).map((l) => lotRecord(rows, l)),
    canningDays: settings.canningDays,
    canners: rows.canners.filter((c) => !c.retired).map((c) => cannerRecord(c, settings)),
    loads: rows.loads.filter((l) => !GOING.has(l.stage)).map((l) => loadRecord(rows, l)),
    stock: stockOf(rows),
    wants: wantsOf(rows),
    putUpAll: rows.needs.filter((n) => n.putUpAll).map((n) => n.foodId),
  }
}

/** A canner as the season sees it: what is broken is out, what is to be tested is out until then. */
function cannerRecord(
  canner: HouseCanner,
  settings: { readonly restMinutes: number },
): CannerRecord {
  const { id, name, capacity, minimum, stageMinutes, regulatedBy } = restingHere(canner, settings)
  const tested = canner.lastTest?.testedOn
  return {
    ...{ id, name, capacity, minimum, stageMinutes, regulatedBy },
    blocked: canner.blocks.some((b) => !TESTABLE.has(b.reason)),
    ...(regulatedBy === 'dial'
      ? { testedUntil: tested === undefined ? null : addDays(tested, DIAL_TEST_DAYS) }
      : {}),
  }
}

const lotRecord = (rows: HouseholdRecords, lot: BookLot): LotRecord => ({
  id: lot.id,
  foodId: lot.foodId,
  formId: lot.formId,
  jarOf: lot.jarOf ?? null,
  jar: lot.jar,
  jars: jarsUnplanned(rows, lot),
  arrivedOn: lot.arrivedOn,
  canBy: lot.canBy,
  readyFrom: lot.readyFrom ?? null,
  expected: lot.state === 'expected',
})

function loadRecord(rows: HouseholdRecords, load: LoadOnRecord): LoadRecord {
  const [first] = load.portions
  // Filled jars have their lids already and are counted as full.
  const open = load.portions.filter((p) => p.filled === null)
  return {
    ...(load.id ? { id: load.id } : {}),
    // What is on the stove takes today's canner, also when it was started before midnight.
    onDate: STOVE_STAGES.includes(load.stage)
      ? rows.today
      : dateAt(Date.parse(load.startsAt), rows.zone),
    ...(load.at ? { at: load.at } : {}),
    cannerId: load.cannerId,
    jar: first?.jar ?? 'quart',
    mouth: first?.mouth ?? 'regular',
    jars: load.portions.reduce((n, p) => n + (p.filled ?? p.jars), 0),
    toFill: open.reduce((n, p) => n + p.jars, 0),
    prepMin: prepMinutes(open),
    cookMin: cookMinutes(open),
    processMinutes: load.setup.minutes,
  }
}

/** Lids and empty jars on hand, of the kinds that the household keeps count of. */
function stockOf(rows: HouseholdRecords): readonly StockRecord[] {
  const mouths = [...new Set(rows.lidLots.map((l) => l.mouth))]
  return [
    ...mouths.map((mouth): StockRecord => ({
      kind: 'lids',
      jar: null,
      mouth,
      onHand: lidsLeft(rows, mouth) ?? 0,
    })),
    ...rows.jarGroups.map(({ jar, mouth }): StockRecord => ({
      kind: 'jars',
      jar,
      mouth,
      onHand: emptyJars(rows, jar, mouth) ?? 0,
    })),
  ]
}
