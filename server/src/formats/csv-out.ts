import type {
  Canner,
  Jar,
  JarGroup,
  LidLot,
  Load,
  LoadEventRow,
  LoadPortion,
  Lot,
  NeedRow,
  Shelf,
  Supply,
  CsvKind,
} from '@kelvit/contract'
import { asEvents, foldLoad, foodOf, formOf, judgeLoad, mixedNameOf } from '@kelvit/core'
import { csvText } from './csv-cells'

/** A household's rows by table, as JSON has them: what a kind does not read may be left out. */
export interface CsvRows {
  readonly jars: readonly Jar[]
  readonly shelves: readonly Shelf[]
  readonly lots: readonly Lot[]
  readonly loads: readonly Omit<Load, 'portions'>[]
  readonly loadPortions: readonly LoadPortion[]
  readonly loadEvents: readonly LoadEventRow[]
  readonly canners: readonly Canner[]
  readonly needs: readonly NeedRow[]
  readonly supplies: readonly Supply[]
  readonly jarGroups: readonly JarGroup[]
  readonly lidLots: readonly LidLot[]
}

interface Sheet {
  /** Tables that it is made of. */
  readonly reads: readonly (keyof CsvRows)[]
  readonly header: readonly string[]
  readonly rows: (all: CsvRows) => readonly (readonly (string | number | null)[])[]
}

const foodName = (id: string): string => mixedNameOf(id) ?? foodOf(id)?.name ?? id
const formName = (id: string | null): string => (id && formOf(id)?.form.name) ?? ''
const yes = (is: boolean): string => (is ? 'yes' : 'no')

/** The sheets there are; the names of columns are read again by `csv-in.ts`. */
export const CSV_OUT: Readonly<Record<CsvKind, Sheet>> = {
  pantry: {
    reads: ['jars', 'shelves'],
    header: [
      'code',
      'food',
      'form',
      'jar',
      'mouth',
      'canned_on',
      'best_by',
      'review_by',
      'state',
      'seal',
      'held',
      'use_soon',
      'shelf',
      'taken_on',
      'note',
    ],
    rows: ({ jars, shelves }) => {
      const shelfName = new Map(shelves.map((s) => [s.id, s.name]))
      return jars.map((j) => [
        j.code,
        foodName(j.foodId),
        formName(j.formId),
        j.jar,
        j.mouth,
        j.cannedOn,
        j.bestBy,
        j.reviewBy,
        j.state,
        j.seal,
        j.hold ?? '',
        yes(j.useSoon),
        shelfName.get(j.shelfId ?? '') ?? '',
        j.state === 'on-shelf' ? '' : j.stateAt.slice(0, 10),
        j.note,
      ])
    },
  },
  lots: {
    reads: ['lots'],
    header: [
      'id',
      'food',
      'form',
      'jar',
      'lb',
      'variety',
      'source',
      'arrived_on',
      'storage',
      'can_by',
      'state',
      'price_per_lb',
      'said',
      'note',
    ],
    rows: ({ lots }) =>
      lots.map((l) => [
        l.id,
        foodName(l.foodId),
        formName(l.formId),
        l.jar,
        l.lb,
        l.variety,
        l.source,
        l.arrivedOn,
        l.storage,
        l.canBy,
        l.state,
        l.pricePerLb,
        l.said,
        l.note,
      ]),
  },
  loads: {
    reads: ['loads', 'loadPortions', 'loadEvents', 'canners'],
    header: [
      'batch',
      'started_at',
      'canner',
      'food',
      'form',
      'pack',
      'jar',
      'planned',
      'filled',
      'psi',
      'minutes',
      'regulated_by',
      'stage',
      'judged',
      'why',
      'note',
    ],
    rows: ({ loads, loadPortions, loadEvents, canners }) => {
      const cannerName = new Map(canners.map((c) => [c.id, c.name]))
      const facts = new Map<string, LoadEventRow[]>()
      for (const e of loadEvents) facts.set(e.loadId, [...(facts.get(e.loadId) ?? []), e])
      const told = new Map(loads.map((l) => [l.id, judged(l, facts.get(l.id) ?? [])]))
      const byId = new Map(loads.map((l) => [l.id, l]))
      return loadPortions.flatMap((p) => {
        const l = byId.get(p.loadId)
        if (!l) return []
        const judgement = told.get(l.id)
        return [
          [
            l.code,
            l.startsAt,
            cannerName.get(l.cannerId) ?? '',
            foodName(formOf(p.formId)?.food.id ?? p.formId),
            formName(p.formId),
            p.pack,
            p.jar,
            p.jars,
            p.filled,
            l.setup.psi,
            l.setup.minutes,
            l.setup.regulatedBy,
            l.stage,
            judgement?.verdict ?? '',
            judgement?.reasons[0]?.sentence ?? '',
            l.note,
          ],
        ]
      })
    },
  },
  needs: {
    reads: ['needs'],
    header: [
      'food',
      'form',
      'jar',
      'jars_per_meal',
      'meals_per_week',
      'fresh_months',
      'next_harvest_on',
      'certainty',
      'put_up_all',
    ],
    rows: ({ needs }) =>
      needs.map((n) => [
        foodName(n.foodId),
        formName(n.formId),
        n.jar,
        n.jarsPerMeal,
        n.mealsPerWeek,
        n.freshMonths.join(' '),
        n.nextHarvestOn,
        n.certainty,
        yes(n.putUpAll === true),
      ]),
  },
  supplies: {
    reads: ['supplies'],
    header: ['supply', 'amount'],
    rows: ({ supplies }) => supplies.map((s) => [s.kind, s.amount]),
  },
  gear: {
    reads: ['jarGroups', 'lidLots'],
    header: ['what', 'name', 'jar', 'mouth', 'owned', 'broken', 'runs', 'bought_on', 'left'],
    rows: ({ jarGroups, lidLots }) => [
      ...jarGroups.map((g) => ['jars', '', g.jar, g.mouth, g.owned, g.broken, g.runs, '', '']),
      ...lidLots.map((l) => ['lids', l.name, '', l.mouth, l.count, '', '', l.boughtOn, l.left]),
    ],
  },
}

const judged = (load: Pick<Load, 'setup'>, events: readonly LoadEventRow[]) =>
  judgeLoad(load.setup, foldLoad(load.setup, asEvents(events)))

const NONE: CsvRows = {
  jars: [],
  shelves: [],
  lots: [],
  loads: [],
  loadPortions: [],
  loadEvents: [],
  canners: [],
  needs: [],
  supplies: [],
  jarGroups: [],
  lidLots: [],
}

/** Tables as JSON texts, each a list of rows. */
export const rowsFrom = (tables: Readonly<Record<string, string>>): Partial<CsvRows> =>
  Object.fromEntries(Object.entries(tables).map(([name, text]) => [name, JSON.parse(text)]))

/** One sheet as CSV. */
export function csvOf(kind: CsvKind, all: Partial<CsvRows>): string {
  const sheet = CSV_OUT[kind]
  return csvText(sheet.header, sheet.rows({ ...NONE, ...all }))
}
