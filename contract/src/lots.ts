import type { JarOf, JarSize, LotLook, LotYield, Pounds } from '@kelvit/core'
import {
  JAR_SIZES,
  LOT_ENDS,
  LOT_SOURCES,
  LOT_STATES,
  STORAGES,
  type LotEnd,
  type LotSource,
  type LotState,
  type Storage,
} from '@kelvit/core/words'
import Joi from 'joi'
import { paths } from './paths'
import { route, rowRoutes } from './route'
import {
  changed,
  id,
  jarOf,
  line,
  listOf,
  oneOf,
  plainDate,
  shape,
  tableId,
  version,
  words,
} from './shape'

/** Produce that came in, or is expected, as one thing to be put up. */
export interface Lot {
  readonly id: string
  readonly foodId: string
  readonly formId: string
  readonly jar: JarSize
  readonly variety: string | null
  readonly source: LotSource
  /** The weigh-in line as it was understood. */
  readonly said: string
  readonly lb: Pounds
  readonly pricePerLb: number | null
  readonly arrivedOn: string
  readonly storage: Storage
  readonly canBy: string
  readonly state: LotState
  readonly finishedOn: string | null
  /** Where a lot was split from. */
  readonly fromLotId: string | null
  /** The planting it is a picking of. */
  readonly plantingId: string | null
  /** Why this lot is left out of yield learning; null when it counts. */
  readonly excludedBecause: string | null
  readonly note: string
  /** What is in its jars, where they hold several things. */
  readonly jarOf: JarOf | null
  /** Who looked into it last and how long it’s good; null where nobody did since it was stored. */
  readonly looked: LotLook | null
  /** It still ripens until then; null where it is ready. */
  readonly readyFrom: string | null
  readonly version: number
}

type LotFields = Omit<Lot, 'id' | 'version'>
/** A lot as it is weighed in: what is left out follows from the rest. */
export type NewLot = Pick<
  Lot,
  'foodId' | 'formId' | 'jar' | 'said' | 'lb' | 'arrivedOn' | 'storage'
> &
  Partial<LotFields>

const lb = Joi.number().greater(0).max(20000)
const fields = {
  foodId: tableId,
  formId: tableId,
  jar: oneOf(JAR_SIZES),
  variety: line(60).allow(null, ''),
  source: oneOf(LOT_SOURCES),
  said: line(200),
  lb,
  pricePerLb: Joi.number().min(0).max(10000).allow(null),
  arrivedOn: plainDate,
  storage: oneOf(STORAGES),
  canBy: plainDate,
  state: oneOf(LOT_STATES),
  finishedOn: plainDate.allow(null),
  fromLotId: id.allow(null),
  plantingId: id.allow(null),
  excludedBecause: line(200).allow(null),
  note: words(1000),
  readyFrom: plainDate.allow(null),
  jarOf: jarOf.allow(null),
  looked: shape<LotLook>({ on: plainDate, by: line(80), words: line(80).min(1) }).allow(null),
}
const { foodId, formId, jar, said, lb: _lb, arrivedOn, storage, ...others } = fields
const lot = shape<Lot>({ ...fields, id, version })

export const lotRows = rowRoutes<Lot, NewLot, LotFields>({
  path: paths.lots,
  name: 'a lot',
  names: 'lots',
  row: lot,
  create: shape<NewLot>(
    { foodId, formId, jar, said, lb, arrivedOn, storage },
    { ...others, state: oneOf(['expected', 'in-house']).default('in-house') },
  ),
  patch: changed<LotFields>(fields),
  write: 'helper',
  removable: true,
  past: true,
})

/** A bed with its harvest window and expected total, split into pickings. */
export interface Planting {
  readonly id: string
  readonly foodId: string
  readonly formId: string
  readonly jar: JarSize
  readonly variety: string | null
  readonly rowFt: number | null
  readonly expectedLb: number
  readonly firstOn: string
  readonly lastOn: string
  readonly pickings: number
  readonly note: string
  readonly version: number
}
export type NewPlanting = Pick<
  Planting,
  'foodId' | 'formId' | 'jar' | 'expectedLb' | 'firstOn' | 'lastOn' | 'pickings'
> &
  Partial<Pick<Planting, 'variety' | 'rowFt' | 'note'>>

export const bed = {
  foodId,
  formId,
  jar,
  expectedLb: lb,
  firstOn: plainDate,
  lastOn: plainDate,
  pickings: Joi.number().integer().min(1).max(24),
}
export const bedBesides = {
  variety: fields.variety,
  rowFt: Joi.number().greater(0).max(100000).allow(null),
  note: words(1000),
}
export const planting = shape<Planting>({ ...bed, ...bedBesides, id, version })

/** Several lots changed as one: all of them or none. */
export interface LotMove {
  readonly id: string
  readonly version: number
  readonly arrivedOn: string
  readonly state: 'expected' | 'in-house'
}
interface LotMoves {
  readonly lots: readonly LotMove[]
}
/** A part taken off a lot, as a lot of its own. */
export interface LotSplit {
  readonly id: string
  readonly version: number
  readonly lb: Pounds
  /** What becomes of the part; of a lot that is expected, the part is expected too. */
  readonly state: 'in-house' | 'expected' | LotEnd
  /** The jars that the part goes into, where they are others. */
  readonly jar?: JarSize
}

export const lotApi = {
  yields: route({
    method: 'get',
    path: paths.yields,
    summary: 'Lots that were canned whole, with the quarts that came of them',
    least: 'viewer',
    answer: listOf(
      shape<LotYield>({
        id,
        version,
        foodId,
        formId,
        variety: fields.variety,
        source: fields.source,
        lb,
        finishedOn: fields.finishedOn,
        excludedBecause: fields.excludedBecause,
        quarts: Joi.number().greater(0),
      }),
    ),
  }),
  move: route({
    method: 'post',
    path: paths.lotMoves,
    summary: 'Move several lots as one',
    least: 'helper',
    body: shape<LotMoves>({
      lots: listOf(
        shape<LotMove>({ id, version, arrivedOn, state: oneOf(['expected', 'in-house']) }),
      )
        .min(1)
        .max(400)
        .unique('id'),
    }),
    answer: listOf(lot),
  }),
  split: route({
    method: 'post',
    path: `${paths.lots}/:id/split`,
    summary: 'Split a part off a lot',
    least: 'helper',
    body: shape<LotSplit>(
      { id, version, lb, state: oneOf(['in-house', 'expected', ...LOT_ENDS]) },
      { jar: oneOf(JAR_SIZES) },
    ),
    answer: listOf(lot),
  }),
  plantings: route({
    method: 'get',
    path: paths.plantings,
    summary: 'Plantings',
    least: 'viewer',
    answer: listOf(planting),
  }),
  plant: route({
    method: 'put',
    path: `${paths.plantings}/:id`,
    summary: 'Expect a planting’s pickings',
    least: 'helper',
    body: shape<NewPlanting>(bed, bedBesides),
    answer: planting,
    status: 201,
  }),
  dropPlanting: route({
    method: 'delete',
    path: `${paths.plantings}/:id`,
    summary: 'Drop a planting and its pickings',
    least: 'helper',
    answer: 'nothing',
  }),
}
