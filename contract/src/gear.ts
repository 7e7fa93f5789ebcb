import type {
  BesideWeight,
  Block,
  Capacity,
  CapacityOf,
  LearnedStage,
  HeatMemory,
  LearnedTimes,
  StageMinutes,
  Psi,
  WaterRun,
} from '@kelvit/core'
import {
  BURNERS,
  DIAL_MARKS,
  GAUGE_KINDS,
  JAR_SIZES,
  MOUTHS,
  SUPPLY_KINDS,
  WATER_RUN_WHYS,
  type Burner,
  type DialMarks,
  type GaugeKind,
  type JarSize,
  type Mouth,
  type SupplyKindStored,
} from '@kelvit/core/words'
import Joi from 'joi'
import { paths } from './paths'
import { rowRoutes } from './route'
import {
  changed,
  id,
  line,
  listOf,
  oneOf,
  plainDate,
  said,
  shape,
  tableId,
  version,
  words,
} from './shape'

export interface Canner {
  readonly id: string
  readonly name: string
  readonly classId: string | null
  readonly gauge: GaugeKind | 'both'
  /** The gauge that regulates; for a canner with both, the household names it. */
  readonly regulatedBy: GaugeKind
  readonly capacity: Capacity
  readonly minimum: { readonly quart: number; readonly pint: number }
  readonly innerDiameterIn: number | null
  readonly innerHeightIn: number | null
  /** What its dial is marked in; null as the household reads. */
  readonly dialMarks: DialMarks | null
  /** What it stands on, and how much that carries by its maker, lb; null where nobody said it. */
  readonly standsOn: Burner | null
  readonly burnerLimitLb: number | null
  /** The canner itself with its lid, empty, lb. */
  readonly emptyLb: number | null
  /** Its runs with water only. */
  readonly waterRuns: readonly WaterRun[]
  readonly seal: 'gasket' | 'metal'
  /** Water in the pot, by the manual, inches. */
  readonly waterIn: number
  readonly rangeNote: string
  readonly manual: string
  readonly stageMinutes: StageMinutes
  /** Inspection points found wrong, each a reason not to use the canner. */
  readonly defects: readonly string[]
  /** The day it was looked over last; null when it never was. */
  readonly inspectedOn: string | null
  readonly retired: boolean
  readonly version: number
}

/**
 * A canner as it is read: with what keeps it from being used today, and its stage times as
 * its own loads taught them (`stageMinutes` of full loads; `learned` with their spread).
 */
export interface CannerRead extends Canner {
  readonly learned: LearnedTimes
  readonly blocks: readonly Block[]
  readonly lastTest: { readonly testedOn: string; readonly errorPsi: Psi } | null
  /** Its last load or water-only run, ISO plain date; null where it never ran here. */
  readonly lastRanOn: string | null
}

type CannerFields = Omit<Canner, 'id' | 'version'>
export type NewCanner = Pick<
  Canner,
  'name' | 'gauge' | 'regulatedBy' | 'capacity' | 'minimum' | 'stageMinutes'
> &
  Partial<CannerFields>

const count = Joi.number().integer().min(0).max(100)
const capacityOf = Joi.alternatives<CapacityOf>(count, Joi.object({ regular: count, wide: count }))
const minutes = Joi.number().min(0).max(240)
const inches = Joi.number().min(1).max(60)
const cannerFields = {
  name: line(60).min(1),
  classId: tableId.allow(null),
  gauge: oneOf([...GAUGE_KINDS, 'both']),
  regulatedBy: oneOf(GAUGE_KINDS),
  capacity: shape<Capacity>(
    {},
    { halfPint: capacityOf, pint: capacityOf, pintAndHalf: capacityOf, quart: capacityOf },
  ),
  minimum: shape<Canner['minimum']>({ quart: count.min(1), pint: count.min(1) }),
  innerDiameterIn: inches.allow(null),
  innerHeightIn: inches.allow(null),
  dialMarks: oneOf(DIAL_MARKS).allow(null),
  standsOn: oneOf(BURNERS).allow(null),
  burnerLimitLb: Joi.number().greater(0).max(1000).allow(null),
  emptyLb: Joi.number().greater(0).max(500).allow(null),
  waterRuns: listOf(
    shape<WaterRun>({ onDate: plainDate, why: oneOf(WATER_RUN_WHYS), by: line(60) }),
  ).max(100),
  seal: oneOf(['gasket', 'metal']),
  waterIn: Joi.number().min(0).max(12),
  rangeNote: words(400),
  manual: words(400),
  stageMinutes: shape<StageMinutes>({
    fillMinPerJar: minutes,
    fillMinFixed: minutes,
    heatMin: minutes,
    ventMin: minutes.min(10),
    climbMin: minutes,
    coolMin: minutes,
    restMin: minutes.min(10),
    unloadMin: minutes,
  }),
  defects: listOf<string>(line(200).min(1)).max(20),
  inspectedOn: plainDate.allow(null),
  retired: Joi.boolean(),
}
/** A canner's own row. */
export const cannerRow = shape<Canner>({ ...cannerFields, id, version })
const heatMemory = shape<HeatMemory>(
  {
    at: Joi.number(),
    jars: Joi.number().integer(),
    climb: Joi.string().allow(null),
    eased: shape<NonNullable<HeatMemory['eased']>>({
      setting: Joi.string(),
      psi: Joi.number().allow(null),
    }).allow(null),
    held: Joi.string().allow(null),
  },
  { burner: oneOf(BURNERS) },
)
const learnedStage = shape<LearnedStage>({
  minutes: Joi.number(),
  smallMinutes: Joi.number(),
  loads: Joi.number().integer(),
  least: Joi.number().allow(null),
  most: Joi.number().allow(null),
})
const { name, gauge, regulatedBy, capacity, minimum, stageMinutes, ...besides } = cannerFields

export const cannerRows = rowRoutes<Canner, NewCanner, CannerFields, CannerRead>({
  path: paths.canners,
  name: 'a canner',
  names: 'canners',
  row: shape<CannerRead>({
    ...cannerFields,
    id,
    version,
    learned: shape<LearnedTimes>({
      heat: learnedStage,
      climb: learnedStage,
      cool: learnedStage,
      heats: listOf<HeatMemory>(heatMemory),
      beside: shape<BesideWeight>({
        latestPsi: Joi.number(),
        usualPsi: Joi.number().allow(null),
        loads: Joi.number().integer(),
      }).allow(null),
    }),
    lastRanOn: plainDate.allow(null),
    blocks: listOf(shape<Block>({ reason: said, sentence: said })),
    lastTest: shape<NonNullable<CannerRead['lastTest']>>({
      testedOn: plainDate,
      errorPsi: Joi.number(),
    }).allow(null),
  }),
  create: shape<NewCanner>({ name, gauge, regulatedBy, capacity, minimum, stageMinutes }, besides),
  patch: changed<CannerFields>(cannerFields),
  write: 'keeper',
})

/** A household's own measure: "our blue crate = 19 lb". */
export interface Container {
  readonly id: string
  readonly name: string
  readonly lb: number
  readonly foodId: string | null
  readonly version: number
}
type ContainerFields = Omit<Container, 'id' | 'version'>
type NewContainer = Pick<Container, 'name' | 'lb'> & Partial<ContainerFields>
const container = {
  name: line(40).min(1),
  lb: Joi.number().greater(0).max(2000),
  foodId: tableId.allow(null),
}
export const containerRows = rowRoutes<Container, NewContainer, ContainerFields>({
  path: paths.containers,
  name: 'a measure of the house’s own',
  names: 'the house’s own measures',
  row: shape<Container>({ ...container, id, version }),
  create: shape<NewContainer>(
    { name: container.name, lb: container.lb },
    { foodId: container.foodId.default(null) },
  ),
  patch: changed<ContainerFields>(container),
  write: 'helper',
  removable: true,
})

/** A household's own word for a crop: "runners" for snap beans. */
export interface CropWordRow {
  readonly id: string
  readonly word: string
  readonly foodId: string
  readonly version: number
}
type CropWordFields = Omit<CropWordRow, 'id' | 'version'>
const cropWord = { word: line(40).min(2), foodId: tableId }
export const cropWordRows = rowRoutes<CropWordRow, CropWordFields, CropWordFields>({
  path: paths.cropWords,
  name: 'a word of the house’s own for a crop',
  names: 'the house’s own words for crops',
  row: shape<CropWordRow>({ ...cropWord, id, version }),
  create: shape<CropWordFields>(cropWord),
  patch: changed<CropWordFields>(cropWord),
  write: 'helper',
  removable: true,
})

export interface Shelf {
  readonly id: string
  readonly name: string
  readonly position: number
  readonly version: number
}
type ShelfFields = Omit<Shelf, 'id' | 'version'>
const shelf = { name: line(40).min(1), position: Joi.number().integer().min(0).max(1000) }
export const shelfRows = rowRoutes<Shelf, ShelfFields, ShelfFields>({
  path: paths.shelves,
  name: 'a shelf',
  names: 'shelves',
  row: shape<Shelf>({ ...shelf, id, version }),
  create: shape<ShelfFields>(shelf),
  patch: changed<ShelfFields>(shelf),
  write: 'helper',
  removable: true,
})

export interface JarGroup {
  readonly id: string
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly owned: number
  readonly broken: number
  /** Pressure runs of its jars, all of them together; each load that is filled adds its jars. */
  readonly runs: number
  readonly version: number
}
type JarGroupCounts = Pick<JarGroup, 'owned' | 'broken' | 'runs'>
type NewJarGroup = Pick<JarGroup, 'jar' | 'mouth' | 'owned'> & Partial<JarGroupCounts>
const pieces = Joi.number().integer().min(0).max(100000)
const kind = { jar: oneOf(JAR_SIZES), mouth: oneOf(MOUTHS) }
export const jarGroupRows = rowRoutes<JarGroup, NewJarGroup, JarGroupCounts>({
  path: paths.jarGroups,
  name: 'a kind of jars',
  names: 'jars owned, by kind',
  row: shape<JarGroup>({ ...kind, owned: pieces, broken: pieces, runs: pieces, id, version }),
  create: shape<NewJarGroup>({ ...kind, owned: pieces }, { broken: pieces, runs: pieces }),
  patch: changed<JarGroupCounts>({ owned: pieces, broken: pieces, runs: pieces }),
  write: 'helper',
  removable: true,
})

export interface LidLot {
  readonly id: string
  readonly name: string
  readonly mouth: Mouth
  readonly boughtOn: string
  readonly count: number
  readonly left: number
  readonly version: number
}
type LidLotFields = Omit<LidLot, 'id' | 'version'>
const lidLot = {
  name: line(80).min(1),
  mouth: kind.mouth,
  boughtOn: plainDate,
  count: pieces,
  left: pieces,
}
export const lidLotRows = rowRoutes<LidLot, LidLotFields, LidLotFields>({
  path: paths.lidLots,
  name: 'a lot of lids',
  names: 'lots of lids',
  row: shape<LidLot>({ ...lidLot, id, version }),
  create: shape<LidLotFields>(lidLot),
  patch: changed<LidLotFields>(lidLot),
  write: 'helper',
  removable: true,
})

export interface Supply {
  readonly id: string
  readonly kind: SupplyKindStored
  /** Bands and fuel: pieces; salt and citric acid: teaspoons; vinegar: cups. */
  readonly amount: number
  readonly version: number
}
type NewSupply = Omit<Supply, 'id' | 'version'>
const supply = { kind: oneOf(SUPPLY_KINDS), amount: Joi.number().min(0).max(1e6) }
export const supplyRows = rowRoutes<Supply, NewSupply, Pick<Supply, 'amount'>>({
  path: paths.supplies,
  name: 'a supply',
  names: 'supplies',
  row: shape<Supply>({ ...supply, id, version }),
  create: shape<NewSupply>(supply),
  patch: changed<Pick<Supply, 'amount'>>({ amount: supply.amount }),
  write: 'helper',
})
