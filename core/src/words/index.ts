/**
 * The small vocabularies of the work, in the words of the field. Every layer takes them
 * from here: database, contract, core and screen. Lists are complete, and types follow them.
 */

export { isReason } from './reason'

/** How produce goes into the jar: raw, or heated first. */
export const PACKS = ['raw', 'hot'] as const
export type Pack = (typeof PACKS)[number]

/** Sizes with a row or a rule in the tables, smallest first; larger jars are refused. */
export const JAR_SIZES = ['halfPint', 'pint', 'pintAndHalf', 'quart'] as const
export type JarSize = (typeof JAR_SIZES)[number]

export const MOUTHS = ['regular', 'wide'] as const
export type Mouth = (typeof MOUTHS)[number]

/** The gauge that regulates a load. */
export const GAUGE_KINDS = ['dial', 'weighted'] as const
export type GaugeKind = (typeof GAUGE_KINDS)[number]
/** What a dial is marked in: as it stands on its face. */
export const DIAL_MARKS = ['psi', 'kPa', 'bar', 'kg/cm²'] as const
export type DialMarks = (typeof DIAL_MARKS)[number]

/** The tested pairs of pressure and time of a tomato form. */
export const PRESSURE_OPTIONS = ['low', 'standard', 'fifteen'] as const
export type PressureOptionId = (typeof PRESSURE_OPTIONS)[number]

/** Where produce waits to be canned. */
export const STORAGES = ['room', 'cool'] as const
export type Storage = (typeof STORAGES)[number]

/** U.S. customary or metric; the household picks. */
export const UNIT_SYSTEMS = ['us', 'metric'] as const
export type UnitSystem = (typeof UNIT_SYSTEMS)[number]

/** How clock times are said: "5:30 pm" or "17:30". */
/** How a household likes its canning days: fewer and longer, something between, short evenings. */
export const CANNING_DAYS = ['fewer', 'even', 'short'] as const
export type CanningDays = (typeof CANNING_DAYS)[number]

export const CLOCK_HOURS = [12, 24] as const
export type ClockHours = (typeof CLOCK_HOURS)[number]

/** Keeper does all; helper runs loads, weighs in and takes jars; viewer looks. */
export const ROLES = ['keeper', 'helper', 'viewer'] as const
export type Role = (typeof ROLES)[number]

/** What a lot is: on the way, in the house, or over. */
/** What becomes of produce that is not canned. */
export const LOT_ENDS = ['eaten', 'frozen', 'dried', 'given', 'sold', 'fed', 'spoiled'] as const
export type LotEnd = (typeof LOT_ENDS)[number]
export const LOT_STATES = ['expected', 'in-house', 'canned', ...LOT_ENDS] as const
export type LotState = (typeof LOT_STATES)[number]
/** States of a lot that can still be canned. */
export const isOpenLot = (lot: { readonly state: string }): boolean =>
  lot.state === 'in-house' || lot.state === 'expected'

export const LOT_SOURCES = ['garden', 'bought', 'given'] as const
export type LotSource = (typeof LOT_SOURCES)[number]

/** What became of a jar. */
export const JAR_STATES = [
  'on-shelf',
  'set-aside',
  'refrigerated',
  'frozen',
  /** Begun: the rest is in the fridge. */
  'opened',
  'eaten',
  'given',
  'discarded',
  'processed-again',
  /** Not where it should be when the shelf was counted. */
  'missing',
] as const
export type JarState = (typeof JAR_STATES)[number]

/** States of a jar that is still in the house. */
export const HERE_STATES = ['on-shelf', 'set-aside', 'refrigerated', 'frozen', 'opened'] as const
export const isHere = (jar: { readonly state: JarState }): boolean =>
  (HERE_STATES as readonly JarState[]).includes(jar.state)

/** Why a jar is taken off its shelf. */
export const TAKE_WHYS = ['eaten', 'opened', 'given', 'discarded', 'moved'] as const
export type TakeWhy = (typeof TAKE_WHYS)[number]

/** How it is known how a jar was processed: here, by what its giver told, or not at all. */
export const JAR_PROCESSES = ['here', 'told', 'unknown'] as const
export type JarProcess = (typeof JAR_PROCESSES)[number]

/** How a jar came out of the seal check. */
export const SEAL_OUTCOMES = [
  'sealed',
  'sealed-low-liquid',
  'sealed-half-liquid',
  'unsealed',
  'broken',
] as const
export type SealOutcome = (typeof SEAL_OUTCOMES)[number]

/** What is seen of a jar before its seal is checked, or done with it. */
export const JAR_SIGNS = [
  'spouted',
  'half-empty',
  'food-under-lid',
  'lid-up',
  'broken',
  'eaten',
] as const
export type JarSign = (typeof JAR_SIGNS)[number]

/** Why a jar failed, as people can tell. */
export const SEAL_CAUSES = [
  'the pressure swung',
  'cooled too fast',
  'too full',
  'too little headspace',
  'bubbles left in',
  'rim not clean',
  'rim nicked',
  'band too loose',
  'band too tight',
  'the lid',
  'the jar',
] as const
export type SealCause = (typeof SEAL_CAUSES)[number]

/** What a jar inherits from the judgement of its load: not to be eaten for now. */
export const HOLDS = ['in-doubt', 'not-processed'] as const
export type Hold = (typeof HOLDS)[number]

/** How long jars may wait in the open canner, minutes. */
export const OPEN_WAITS = [0, 5, 10, 15, 30] as const

export const BURNERS = ['gas', 'coil', 'glass', 'outdoor'] as const
/** What a canner stands on: a flame, an electric coil, a glass top, a burner outdoors. */
export type Burner = (typeof BURNERS)[number]

/** Why a canner was run with water only. */
export const WATER_RUN_WHYS = ['after-winter', 'new-gasket', 'bought-used', 'other'] as const
export type WaterRunWhy = (typeof WATER_RUN_WHYS)[number]

/** Things that lie ready for when one breaks, counted. */
export const SPARE_KINDS = [
  'spare gasket',
  'spare plug',
  'spare gauge',
  'second rack',
  'jar lifter',
] as const
/** Supplies kept as one amount each: bands, fuel and spares by count, the rest as said. */
export const SUPPLY_KINDS = [
  'bands regular',
  'bands wide',
  'salt',
  'citric-acid',
  'vinegar',
  'fuel',
  ...SPARE_KINDS,
] as const
export type SupplyKindStored = (typeof SUPPLY_KINDS)[number]

/** How sure to be of a wanted number of jars. */
export const CERTAINTIES = [0.5, 0.8, 0.9, 0.95] as const
export type Certainty = (typeof CERTAINTIES)[number]

/** What people say of a load at the stove. */
export const SAID_EVENT_KINDS = [
  'started',
  'filling-began',
  'locked',
  'steam-steady',
  'steam-faltered',
  'weight-on',
  'reading',
  'at-pressure',
  'still-rocking',
  'pressure-fell',
  'heat-off',
  'heat-on',
  'pressure-zero',
  'lock-dropped',
  'weight-off',
  'opened',
  'unloaded',
  'jar-seen',
  'seals-checked',
  'aborted',
  'watched',
  'unwatched',
  'wrong-weight',
  'water-low',
  'lid-not-locked',
  'steam-doubtful',
  'weight-lifted',
  'opened-early',
  'jar-broken',
  'left-overnight',
  'seal-lost',
  'looked-into',
  'prompt-heard',
  'heat-set',
  'open-wait',
  'note',
  'retracted',
] as const
/** What Kelvit itself says of a load: never taken from a client. */
export const OWN_EVENT_KINDS = [
  'figures-changed',
  'gauge-off',
  'no-process',
  'recalled',
  /** The altitude was wrong: the load is known to have run below the tested pressure. */
  'found-short',
  /** What Kelvit said of a load rested on a slip that was put right. */
  'withdrawn',
] as const
/** What happened at the stove, in the words of the work. */
export type LoadEventKind = (typeof SAID_EVENT_KINDS)[number] | (typeof OWN_EVENT_KINDS)[number]

/** A reading that no person wrote down: from a gauge that is a device, or from a simulated one. */
export const READING_SOURCES = ['gauge', 'simulated'] as const
export type ReadingSource = (typeof READING_SOURCES)[number]

/** The stages of a load, in the order of the work; `aborted` is a load that was stopped. */
export const LOAD_STAGES = [
  'planned',
  'preparing',
  'filling',
  'heating',
  'venting',
  'climbing',
  'processing',
  'cooling',
  'resting',
  'unloading',
  'standing',
  'checked',
  'aborted',
] as const
export type LoadStage = (typeof LOAD_STAGES)[number]
/** Stages of which a record can be told: the canner is empty, or the load was stopped. */
export const OVER_STAGES = [
  'standing',
  'checked',
  'aborted',
] as const satisfies readonly LoadStage[]
/** Stages from the first jar to the unloaded canner: somebody is at the stove. */
export const STOVE_STAGES: readonly LoadStage[] = LOAD_STAGES.slice(1, -3)
