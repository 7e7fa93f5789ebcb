import {
  type JarState,
  type LotSource,
  type LotState,
  type Role,
  type SealOutcome,
  type SupplyKindStored,
  type TakeWhy,
} from '@kelvit/core'
import type { HouseholdSettings, LeftJar, SeasonPortion, TokenScope } from '@kelvit/contract'
import type {
  AltitudeMove,
  Capacity,
  Certainty,
  Feet,
  GaugeKind,
  Hold,
  JarOf,
  LotLook,
  SeenJar,
  JarProcess,
  JarSize,
  LoadEventKind,
  LoadSetup,
  LoadStage,
  Burner,
  DialMarks,
  WaterRun,
  Mouth,
  Pack,
  Pounds,
  Process,
  Psi,
  ReadingSource,
  StageMinutes,
  Storage,
  UnitSystem,
  Verdict,
} from '@kelvit/core'
import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  customType,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
  varchar,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core'

/** Words cut up for PostgreSQL's full-text search. */
const searchable = customType<{ data: string }>({ dataType: () => 'tsvector' })

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })

interface Owned {
  readonly householdId: AnyPgColumn
  readonly id: AnyPgColumn
}

/**
 * A row is known by its household and its id together: the same id in another
 * household is another row, so an id tells nothing of what others have.
 */
const key = (t: Owned) => primaryKey({ columns: [t.householdId, t.id] })

/**
 * A row points only inside its own household; foreign keys do not see row-level
 * security, so the household is part of each. Where the other row may go, the
 * migration says `SET NULL` for the pointing column alone.
 */
const points = (t: { readonly householdId: AnyPgColumn }, column: AnyPgColumn, to: Owned) =>
  foreignKey({ columns: [t.householdId, column], foreignColumns: [to.householdId, to.id] })

/** Columns of every row that people edit. */
const kept = {
  id: uuid('id').notNull(),
  householdId: uuid('household_id')
    .notNull()
    .references(() => households.id, { onDelete: 'cascade' }),
  version: integer('version').notNull().default(1),
  createdAt: instant('created_at').notNull().defaultNow(),
  updatedAt: instant('updated_at').notNull().defaultNow(),
}

export const households = pgTable('households', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  zone: text('zone').notNull(),
  altitudeFt: doublePrecision('altitude_ft').$type<Feet>().notNull(),
  units: text('units').$type<UnitSystem>().notNull(),
  currency: text('currency').notNull().default('USD'),
  settings: jsonb('settings').$type<HouseholdSettings>().notNull(),
  /** Altitudes the kitchen was at before it moved, each until the day it moved. */
  altitudeMoves: jsonb('altitude_moves').$type<AltitudeMove[]>().notNull().default([]),
  isDemo: boolean('is_demo').notNull().default(false),
  /** How many changes its log has; the log is numbered by it, in the order of commits. */
  seq: bigint('seq', { mode: 'number' }).notNull().default(0),
  version: integer('version').notNull().default(1),
  createdAt: instant('created_at').notNull().defaultNow(),
  updatedAt: instant('updated_at').notNull().defaultNow(),
})

export const members = pgTable(
  'members',
  {
    ...kept,
    name: text('name').notNull(),
    signInName: text('sign_in_name').notNull(),
    passphraseHash: text('passphrase_hash').notNull(),
    role: text('role').$type<Role>().notNull(),
    removedAt: instant('removed_at'),
  },
  (t) => [key(t)],
)

/**
 * Whose a sign-in name is: the one thing of people that is known before a household is.
 * Kept by a trigger; only the functions that look a name up may read it.
 */
export const signIns = pgTable(
  'sign_ins',
  {
    name: text('name').primaryKey(),
    householdId: uuid('household_id')
      .notNull()
      .references(() => households.id, { onDelete: 'cascade' }),
    memberId: uuid('member_id').notNull(),
  },
  (t) => [
    points(t, t.memberId, members).onDelete('cascade'),
    index('sign_ins_member').on(t.householdId, t.memberId),
  ],
)

/** Whose a token is, of invitations, gauges, calendars and other programs; kept and read like sign-in names. */
export const tokens = pgTable(
  'tokens',
  {
    hash: text('hash').primaryKey(),
    kind: text('kind').$type<'invitation' | 'gauge' | 'calendar' | 'access'>().notNull(),
    householdId: uuid('household_id')
      .notNull()
      .references(() => households.id, { onDelete: 'cascade' }),
    id: uuid('id').notNull(),
  },
  (t) => [index('tokens_subject').on(t.householdId, t.kind, t.id)],
)

export const sessions = pgTable(
  'sessions',
  {
    tokenHash: text('token_hash').primaryKey(),
    memberId: uuid('member_id').notNull(),
    householdId: uuid('household_id')
      .notNull()
      .references(() => households.id, { onDelete: 'cascade' }),
    createdAt: instant('created_at').notNull().defaultNow(),
    expiresAt: instant('expires_at').notNull(),
    /** What others know it by: its hash is half of a key. */
    id: uuid('id').notNull().defaultRandom(),
    device: text('device').notNull().default(''),
    lastSeenAt: instant('last_seen_at').notNull().defaultNow(),
  },
  (t) => [
    points(t, t.memberId, members).onDelete('cascade'),
    index('sessions_member').on(t.householdId, t.memberId),
    uniqueIndex('sessions_id').on(t.householdId, t.id),
  ],
)

/** Devices that are called when something is due, locked or not; each ends with its session. */
export const pushSubscriptions = pgTable(
  'push_subscriptions',
  {
    sessionId: uuid('session_id').notNull(),
    memberId: uuid('member_id').notNull(),
    householdId: uuid('household_id')
      .notNull()
      .references(() => households.id, { onDelete: 'cascade' }),
    endpoint: text('endpoint').notNull(),
    p256dh: text('p256dh').notNull(),
    auth: text('auth').notNull(),
    /** Times of the day between which it is called, HH:MM; null at any time. */
    callsFrom: text('calls_from'),
    callsUntil: text('calls_until'),
    createdAt: instant('created_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.householdId, t.sessionId] }),
    points(t, t.sessionId, sessions).onDelete('cascade'),
    points(t, t.memberId, members).onDelete('cascade'),
    index('push_subscriptions_member').on(t.householdId, t.memberId),
  ],
)

/** What devices were called for, until it was heard or done. */
export const calls = pgTable(
  'calls',
  {
    householdId: uuid('household_id')
      .notNull()
      .references(() => households.id, { onDelete: 'cascade' }),
    /** The load, the prompt and the fact it is about. */
    key: text('key').notNull(),
    loadId: uuid('load_id').notNull(),
    calledAt: instant('called_at').notNull(),
    times: integer('times').notNull(),
    heardAt: instant('heard_at'),
  },
  (t) => [
    primaryKey({ columns: [t.householdId, t.key] }),
    points(t, t.loadId, loads).onDelete('cascade'),
    index('calls_load').on(t.householdId, t.loadId),
  ],
)

/** Keys of this Kelvit as a whole, the same for all of its servers. Nobody but the owner reads the table. */
export const houseKeys = pgTable('house_keys', {
  name: text('name').primaryKey(),
  value: text('value').notNull(),
})

export const invitations = pgTable(
  'invitations',
  {
    id: uuid('id').notNull(),
    householdId: uuid('household_id')
      .notNull()
      .references(() => households.id, { onDelete: 'cascade' }),
    tokenHash: text('token_hash').notNull(),
    role: text('role').$type<Role>().notNull(),
    /** Who made it; it dies with that membership. */
    madeBy: uuid('made_by').notNull(),
    createdAt: instant('created_at').notNull().defaultNow(),
    expiresAt: instant('expires_at').notNull(),
    usedAt: instant('used_at'),
  },
  (t) => [
    key(t),
    points(t, t.madeBy, members).onDelete('cascade'),
    index('invitations_maker').on(t.householdId, t.madeBy),
  ],
)

/** A token by which another program asks in a member's name, and no further than its scope. */
export const accessTokens = pgTable(
  'access_tokens',
  {
    id: uuid('id').notNull(),
    householdId: uuid('household_id')
      .notNull()
      .references(() => households.id, { onDelete: 'cascade' }),
    memberId: uuid('member_id').notNull(),
    name: text('name').notNull(),
    scope: text('scope').$type<TokenScope>().notNull(),
    tokenHash: text('token_hash').notNull(),
    createdAt: instant('created_at').notNull().defaultNow(),
    expiresAt: instant('expires_at').notNull(),
    /** To the hour: not every request is written down. */
    lastUsedAt: instant('last_used_at'),
  },
  (t) => [
    key(t),
    points(t, t.memberId, members).onDelete('cascade'),
    index('access_tokens_member').on(t.householdId, t.memberId),
  ],
)

export const canners = pgTable(
  'canners',
  {
    ...kept,
    name: text('name').notNull(),
    classId: text('class_id'),
    gauge: text('gauge').$type<GaugeKind | 'both'>().notNull(),
    regulatedBy: text('regulated_by').$type<GaugeKind>().notNull(),
    capacity: jsonb('capacity').$type<Capacity>().notNull(),
    minimum: jsonb('minimum').$type<{ quart: number; pint: number }>().notNull(),
    innerDiameterIn: doublePrecision('inner_diameter_in'),
    innerHeightIn: doublePrecision('inner_height_in'),
    /** What its dial is marked in; null as the household reads. */
    dialMarks: text('dial_marks').$type<DialMarks>(),
    /** What it stands on, how much that carries, and what the canner weighs empty, lb. */
    standsOn: text('stands_on').$type<Burner>(),
    burnerLimitLb: doublePrecision('burner_limit_lb'),
    emptyLb: doublePrecision('empty_lb'),
    /** Its runs with water only. */
    waterRuns: jsonb('water_runs').$type<WaterRun[]>().notNull().default([]),
    seal: text('seal').$type<'gasket' | 'metal'>().notNull().default('gasket'),
    waterIn: doublePrecision('water_in').notNull().default(3),
    rangeNote: text('range_note').notNull().default(''),
    manual: text('manual').notNull().default(''),
    stageMinutes: jsonb('stage_minutes').$type<StageMinutes>().notNull(),
    defects: jsonb('defects').$type<string[]>().notNull().default([]),
    inspectedOn: date('inspected_on'),
    retired: boolean('retired').notNull().default(false),
  },
  (t) => [key(t)],
)

export const gaugeTests = pgTable(
  'gauge_tests',
  {
    ...kept,
    cannerId: uuid('canner_id').notNull(),
    testedOn: date('tested_on').notNull(),
    errorPsi: doublePrecision('error_psi').$type<Psi>().notNull(),
    testedBy: text('tested_by').notNull(),
    /** It was a slip: when that was said, by whom, and why. The row stays, and counts for nothing. */
    struckAt: instant('struck_at'),
    struckBy: text('struck_by'),
    struckWhy: text('struck_why'),
  },
  (t) => [
    key(t),
    points(t, t.cannerId, canners).onDelete('cascade'),
    index('gauge_tests_canner').on(t.householdId, t.cannerId, t.testedOn),
  ],
)

/** A gauge that is a device: it writes readings with a token of its own. */
export const gauges = pgTable(
  'gauges',
  {
    ...kept,
    cannerId: uuid('canner_id').notNull(),
    name: text('name').notNull(),
    simulated: boolean('simulated').notNull().default(false),
    /** Only its hash; null when it was revoked. */
    tokenHash: text('token_hash'),
    lastHeardAt: instant('last_heard_at'),
  },
  (t) => [
    key(t),
    points(t, t.cannerId, canners).onDelete('cascade'),
    index('gauges_canner').on(t.householdId, t.cannerId),
  ],
)

/** Every reading a gauge sent, each once; those that say something become facts of the load. */
export const gaugeReadings = pgTable(
  'gauge_readings',
  {
    id: uuid('id').notNull(),
    householdId: uuid('household_id')
      .notNull()
      .references(() => households.id, { onDelete: 'cascade' }),
    gaugeId: uuid('gauge_id').notNull(),
    loadId: uuid('load_id').notNull(),
    at: instant('at').notNull(),
    psi: doublePrecision('psi').$type<Psi>().notNull(),
  },
  (t) => [
    key(t),
    points(t, t.gaugeId, gauges).onDelete('cascade'),
    points(t, t.loadId, loads).onDelete('cascade'),
    index('gauge_readings_gauge').on(t.householdId, t.gaugeId),
    index('gauge_readings_load').on(t.householdId, t.loadId, t.at),
  ],
)

export const containers = pgTable(
  'containers',
  {
    ...kept,
    name: text('name').notNull(),
    lb: doublePrecision('lb').$type<Pounds>().notNull(),
    foodId: text('food_id'),
  },
  (t) => [key(t)],
)

export const cropWords = pgTable(
  'crop_words',
  { ...kept, word: text('word').notNull(), foodId: text('food_id').notNull() },
  (t) => [key(t)],
)

export const shelves = pgTable(
  'shelves',
  {
    ...kept,
    name: text('name').notNull(),
    position: integer('position').notNull(),
  },
  (t) => [key(t)],
)

export const lots = pgTable(
  'lots',
  {
    ...kept,
    foodId: text('food_id').notNull(),
    formId: text('form_id').notNull(),
    jar: text('jar').$type<JarSize>().notNull(),
    variety: text('variety'),
    source: text('source').$type<LotSource>().notNull().default('garden'),
    said: text('said').notNull(),
    lb: doublePrecision('lb').$type<Pounds>().notNull(),
    pricePerLb: doublePrecision('price_per_lb'),
    arrivedOn: date('arrived_on').notNull(),
    storage: text('storage').$type<Storage>().notNull(),
    canBy: date('can_by').notNull(),
    state: text('state').$type<LotState>().notNull(),
    finishedOn: date('finished_on'),
    fromLotId: uuid('from_lot_id'),
    plantingId: uuid('planting_id'),
    excludedBecause: text('excluded_because'),
    note: text('note').notNull().default(''),
    /** What is in its jars, where they hold several things. */
    jarOf: jsonb('jar_of').$type<JarOf>(),
    /** Who looked into it last and how long it’s good. */
    looked: jsonb('looked').$type<LotLook>(),
    /** It still ripens until then. */
    readyFrom: date('ready_from'),
  },
  (t) => [
    key(t),
    points(t, t.fromLotId, t),
    points(t, t.plantingId, plantings),
    index('lots_household').on(t.householdId, t.state),
    index('lots_form').on(t.householdId, t.formId),
    index('lots_from').on(t.householdId, t.fromLotId),
    index('lots_planting').on(t.householdId, t.plantingId),
    index('lots_arrival').on(t.householdId, t.arrivedOn),
  ],
)

export const loads = pgTable(
  'loads',
  {
    ...kept,
    code: text('code').notNull(),
    cannerId: uuid('canner_id').notNull(),
    startsAt: instant('starts_at').notNull(),
    setup: jsonb('setup').$type<LoadSetup>().notNull(),
    /** What it was planned at, where that differs from what it was started at. */
    plannedSetup: jsonb('planned_setup').$type<LoadSetup>(),
    processes: jsonb('processes').$type<Process[]>().notNull(),
    stage: text('stage').$type<LoadStage>().notNull(),
    note: text('note').notNull().default(''),
  },
  (t) => [
    key(t),
    points(t, t.cannerId, canners),
    index('loads_household').on(t.householdId, t.startsAt),
    index('loads_canner').on(t.householdId, t.cannerId),
    index('loads_stage').on(t.householdId, t.stage),
    index('loads_running')
      .on(t.stage)
      .where(sql`stage NOT IN ('planned', 'standing', 'checked', 'aborted')`),
    uniqueIndex('loads_code').on(t.householdId, t.code),
  ],
)

export const loadPortions = pgTable(
  'load_portions',
  {
    ...kept,
    loadId: uuid('load_id').notNull(),
    position: integer('position').notNull(),
    lotId: uuid('lot_id'),
    formId: text('form_id').notNull(),
    pack: text('pack').$type<Pack>().notNull(),
    jar: text('jar').$type<JarSize>().notNull(),
    mouth: text('mouth').$type<Mouth>().notNull(),
    jars: integer('jars').notNull(),
    filled: integer('filled'),
    /** Unsealed jars of an earlier load that are processed again. */
    fromJars: jsonb('from_jars').$type<string[]>(),
    /** What is in these jars, where they hold several things. */
    jarOf: jsonb('jar_of').$type<JarOf>(),
    lidLotId: uuid('lid_lot_id'),
    /** Which lots its lids were drawn from, and how many of each: taken back, they go where they came from. */
    lids: jsonb('lids').$type<{ lotId: string; count: number }[]>().notNull().default([]),
  },
  (t) => [
    key(t),
    points(t, t.loadId, loads).onDelete('cascade'),
    points(t, t.lotId, lots),
    points(t, t.lidLotId, lidLots),
    index('load_portions_load').on(t.householdId, t.loadId),
    index('load_portions_lot').on(t.householdId, t.lotId),
    index('load_portions_lids').on(t.householdId, t.lidLotId),
    index('load_portions_form').on(t.householdId, t.formId),
  ],
)

/** Append-only: the application may insert and read, never change or delete. */
export const loadEvents = pgTable(
  'load_events',
  {
    id: uuid('id').notNull(),
    householdId: uuid('household_id')
      .notNull()
      .references(() => households.id, { onDelete: 'cascade' }),
    loadId: uuid('load_id').notNull(),
    at: instant('at').notNull(),
    kind: text('kind').$type<LoadEventKind>().notNull(),
    memberId: uuid('member_id'),
    by: text('by'),
    /** When it happened, where somebody said that it was earlier than it was entered. */
    happenedAt: instant('happened_at'),
    /** When the server heard of it, by its own clock. */
    heardAt: instant('heard_at'),
    psi: doublePrecision('psi').$type<Psi>(),
    text: text('text'),
    eventId: uuid('event_id'),
    /** With `looked-into`: the doubts that were seen. */
    doubtIds: jsonb('doubt_ids').$type<string[]>(),
    /** With `jar-seen`: which jar, and what was seen. */
    seen: jsonb('seen').$type<SeenJar>(),
    source: text('source').$type<ReadingSource>(),
    createdAt: instant('created_at').notNull().defaultNow(),
  },
  (t) => [
    key(t),
    points(t, t.loadId, loads).onDelete('cascade'),
    points(t, t.memberId, members),
    index('load_events_load').on(t.householdId, t.loadId, t.at),
    index('load_events_member').on(t.householdId, t.memberId),
  ],
)

/**
 * What the logbook is searched by: a line a load, worked out from the load and its facts and
 * never told to anybody. One that is missing is worked out anew.
 */
export const logbook = pgTable(
  'logbook',
  {
    /** The load's. */
    id: uuid('id').notNull(),
    householdId: uuid('household_id')
      .notNull()
      .references(() => households.id, { onDelete: 'cascade' }),
    startsAt: instant('starts_at').notNull(),
    verdict: text('verdict').$type<Verdict>().notNull(),
    /** Why it is in doubt or not as tested; empty otherwise. */
    reason: text('reason').notNull(),
    /** Why the jars of the load are held. */
    hold: text('hold').$type<Hold>(),
    /** From the first jar filled to the last one out, minutes; null until then. */
    minutes: doublePrecision('minutes'),
    foods: text('foods').array().notNull(),
    words: text('words').notNull(),
    /** The words as PostgreSQL searches them. */
    search: searchable('search').generatedAlwaysAs(
      sql`to_tsvector('english', left(words, 200000))`,
    ),
  },
  (t) => [
    key(t),
    points(t, t.id, loads).onDelete('cascade'),
    index('logbook_starts').on(t.householdId, t.startsAt),
  ],
)

export const jars = pgTable(
  'jars',
  {
    ...kept,
    code: text('code').notNull(),
    loadId: uuid('load_id'),
    lotId: uuid('lot_id'),
    foodId: text('food_id').notNull(),
    formId: text('form_id'),
    recipeId: uuid('recipe_id'),
    jar: text('jar').$type<JarSize>().notNull(),
    mouth: text('mouth').$type<Mouth>().notNull(),
    cannedOn: date('canned_on').notNull(),
    bestBy: date('best_by').notNull(),
    reviewBy: date('review_by').notNull(),
    shelfId: uuid('shelf_id'),
    state: text('state').$type<JarState>().notNull(),
    useSoon: boolean('use_soon').notNull().default(false),
    seal: text('seal').$type<SealOutcome>().notNull(),
    /** Held back by the judgement of its load. */
    hold: text('hold').$type<Hold>(),
    cause: text('cause'),
    costEach: doublePrecision('cost_each'),
    stateAt: instant('state_at').notNull(),
    /** When it came out of the canner; an unsealed jar's 24 hours run from here. */
    outAt: instant('out_at'),
    note: text('note').notNull().default(''),
    /** How it is known how it was processed. */
    process: text('process').$type<JarProcess>().notNull().default('here'),
    gotFrom: text('got_from').notNull().default(''),
    /** Who ran its load; empty where nobody knows. */
    ranBy: text('ran_by').notNull().default(''),
    /** What is in it, where it holds several things. */
    jarOf: jsonb('jar_of').$type<JarOf>(),
  },
  (t) => [
    key(t),
    points(t, t.loadId, loads),
    points(t, t.lotId, lots),
    points(t, t.recipeId, recipes),
    points(t, t.shelfId, shelves),
    index('jars_household').on(t.householdId, t.state, t.foodId, t.jar),
    index('jars_state_at').on(t.householdId, t.stateAt),
    index('jars_best').on(t.householdId, t.bestBy),
    index('jars_canned').on(t.householdId, t.cannedOn),
    index('jars_load').on(t.householdId, t.loadId),
    index('jars_lot').on(t.householdId, t.lotId),
    index('jars_recipe').on(t.householdId, t.recipeId),
    index('jars_shelf').on(t.householdId, t.shelfId),
    uniqueIndex('jars_code').on(t.householdId, t.code),
  ],
)

/** Jars that were taken at once, and why: a fact, with what it was answered. */
export const takes = pgTable(
  'takes',
  {
    ...kept,
    foodId: text('food_id').notNull(),
    jar: text('jar').$type<JarSize>().notNull(),
    count: integer('count').notNull(),
    why: text('why').$type<TakeWhy>().notNull(),
    at: instant('at').notNull(),
    note: text('note').notNull().default(''),
    toShelfId: uuid('to_shelf_id'),
    /** The jars it got, each with its version after that. */
    taken: jsonb('taken').$type<{ id: string; version: number }[]>().notNull(),
    substituted: boolean('substituted').notNull(),
    short: integer('short').notNull(),
    undoneAt: instant('undone_at'),
  },
  (t) => [
    key(t),
    points(t, t.toShelfId, shelves),
    index('takes_at').on(t.householdId, t.at),
    index('takes_shelf').on(t.householdId, t.toShelfId),
  ],
)

/** A walk along a shelf: what was found, what was missing, what came to it. */
export const counts = pgTable(
  'counts',
  {
    ...kept,
    shelfId: uuid('shelf_id'),
    at: instant('at').notNull(),
    reason: text('reason').notNull().default(''),
    found: jsonb('found').$type<string[]>().notNull(),
    missing: jsonb('missing').$type<string[]>().notNull(),
    came: jsonb('came').$type<string[]>().notNull(),
    left: jsonb('left').$type<LeftJar[]>().notNull(),
  },
  (t) => [
    key(t),
    points(t, t.shelfId, shelves),
    index('counts_at').on(t.householdId, t.at),
    index('counts_shelf').on(t.householdId, t.shelfId),
  ],
)

/**
 * The household's log: every row that was written, as it was then, in the order of
 * commits. Triggers write it in the same transaction; the application reads and adds, and
 * may never change it.
 */
export const changes = pgTable(
  'changes',
  {
    householdId: uuid('household_id')
      .notNull()
      .references(() => households.id, { onDelete: 'cascade' }),
    seq: bigint('seq', { mode: 'number' }).notNull(),
    table: text('table').notNull(),
    id: uuid('id').notNull(),
    version: integer('version'),
    memberId: uuid('member_id'),
    at: instant('at').notNull(),
    /** The row without its secrets, as the database writes it; null when it is gone. */
    row: jsonb('row').$type<Record<string, unknown>>(),
    /** The transaction that wrote it: what was written together is taken back together. Null for old lines. */
    tx: bigint('tx', { mode: 'number' }),
  },
  (t) => [
    primaryKey({ columns: [t.householdId, t.seq] }),
    index('changes_row').on(t.householdId, t.table, t.id, t.seq),
  ],
)

/** Where a clock that stands still stands, one for all server processes; one row or none. */
export const frozenClock = pgTable('frozen_clock', {
  /** The beginning it was started with, as it was said. */
  began: text('began').primaryKey(),
  now: instant('now').notNull(),
})

/** Wrong sign-ins of one name from one address, both only as a hash; the next is heard at `nextAt`. */
export const signInTries = pgTable(
  'sign_in_tries',
  {
    pair: text('pair').primaryKey(),
    fails: integer('fails').notNull(),
    nextAt: instant('next_at').notNull(),
  },
  (t) => [index('sign_in_tries_next').on(t.nextAt)],
)

/** How often the demo is entered and written to; shared by all server processes. */
export const rateLimits = pgTable('rate_limits', {
  key: varchar('key', { length: 255 }).primaryKey(),
  points: integer('points').notNull().default(0),
  expire: bigint('expire', { mode: 'number' }),
})

/** A member held a form's figures against a printed guide. */
export const processChecks = pgTable(
  'process_checks',
  {
    ...kept,
    formId: text('form_id').notNull(),
    edition: text('edition').notNull(),
    checkedOn: date('checked_on').notNull(),
    checkedBy: text('checked_by').notNull(),
  },
  (t) => [key(t), uniqueIndex('process_checks_form').on(t.householdId, t.formId)],
)

/** What was done without a tested process: recorded honestly, never planned. */
export const recipes = pgTable(
  'recipes',
  {
    ...kept,
    name: text('name').notNull(),
    done: text('done').notNull(),
  },
  (t) => [key(t)],
)

/** What the household puts together in one jar, under its own name. */
export const mixedJars = pgTable(
  'mixed_jars',
  {
    ...kept,
    name: text('name').notNull(),
    ingredients: jsonb('ingredients').$type<string[]>().notNull(),
    solidsPercent: doublePrecision('solids_percent'),
    rehydrated: boolean('rehydrated'),
  },
  (t) => [key(t)],
)

export const plantings = pgTable(
  'plantings',
  {
    ...kept,
    foodId: text('food_id').notNull(),
    formId: text('form_id').notNull(),
    jar: text('jar').$type<JarSize>().notNull(),
    variety: text('variety'),
    rowFt: doublePrecision('row_ft'),
    expectedLb: doublePrecision('expected_lb').notNull(),
    firstOn: date('first_on').notNull(),
    lastOn: date('last_on').notNull(),
    pickings: integer('pickings').notNull(),
    note: text('note').notNull().default(''),
  },
  (t) => [key(t)],
)

/** What you eat of a food. */
export const needs = pgTable(
  'needs',
  {
    ...kept,
    foodId: text('food_id').notNull(),
    formId: text('form_id').notNull(),
    jar: text('jar').$type<JarSize>().notNull(),
    jarsPerMeal: doublePrecision('jars_per_meal').notNull(),
    mealsPerWeek: doublePrecision('meals_per_week').notNull(),
    freshMonths: jsonb('fresh_months').$type<number[]>().notNull(),
    nextHarvestOn: date('next_harvest_on').notNull(),
    certainty: doublePrecision('certainty').$type<Certainty>().notNull(),
    putUpAll: boolean('put_up_all').notNull().default(false),
  },
  (t) => [key(t), uniqueIndex('needs_food').on(t.householdId, t.foodId)],
)

/** Jars owned of one size and mouth; full ones are counted from the pantry. */
export const jarGroups = pgTable(
  'jar_groups',
  {
    ...kept,
    jar: text('jar').$type<JarSize>().notNull(),
    mouth: text('mouth').$type<Mouth>().notNull(),
    owned: integer('owned').notNull(),
    broken: integer('broken').notNull().default(0),
    runs: integer('runs').notNull().default(0),
  },
  (t) => [key(t), uniqueIndex('jar_groups_kind').on(t.householdId, t.jar, t.mouth)],
)

/** Flat lids of one purchase; each run draws new ones, the oldest first. */
export const lidLots = pgTable(
  'lid_lots',
  {
    ...kept,
    name: text('name').notNull(),
    mouth: text('mouth').$type<Mouth>().notNull(),
    boughtOn: date('bought_on').notNull(),
    count: integer('count').notNull(),
    left: integer('left').notNull(),
  },
  (t) => [key(t), index('lid_lots_mouth').on(t.householdId, t.mouth)],
)

/** Bands by mouth, salt, citric acid, vinegar, fuel. */
export const supplies = pgTable(
  'supplies',
  {
    ...kept,
    kind: text('kind').$type<SupplyKindStored>().notNull(),
    amount: doublePrecision('amount').notNull(),
  },
  (t) => [key(t), uniqueIndex('supplies_kind').on(t.householdId, t.kind)],
)

/** A load that the season plan puts on a day. */
export const seasonLoads = pgTable(
  'season_loads',
  {
    ...kept,
    onDate: date('on_date').notNull(),
    cannerId: uuid('canner_id').notNull(),
    portions: jsonb('portions').$type<SeasonPortion[]>().notNull(),
    pinned: boolean('pinned').notNull().default(false),
  },
  (t) => [
    key(t),
    points(t, t.cannerId, canners).onDelete('cascade'),
    index('season_loads_day').on(t.householdId, t.onDate),
    index('season_loads_canner').on(t.householdId, t.cannerId),
  ],
)

/** When the kitchen is free, by weekday. */
export const kitchenHours = pgTable(
  'kitchen_hours',
  {
    ...kept,
    weekday: integer('weekday').notNull(),
    opens: text('opens'),
    closes: text('closes'),
    people: integer('people').notNull(),
  },
  (t) => [key(t), uniqueIndex('kitchen_hours_weekday').on(t.householdId, t.weekday)],
)

/** Days that are not like their weekday. */
export const kitchenExceptions = pgTable(
  'kitchen_exceptions',
  {
    ...kept,
    onDate: date('on_date').notNull(),
    opens: text('opens'),
    closes: text('closes'),
    people: integer('people').notNull(),
    /** Who is there by name; null as on any such day. */
    who: jsonb('who').$type<string[]>(),
    note: text('note').notNull().default(''),
  },
  (t) => [key(t), uniqueIndex('kitchen_exceptions_day').on(t.householdId, t.onDate)],
)

/** Times in which nobody can stay at the stove. */
export const busyTimes = pgTable(
  'busy_times',
  {
    ...kept,
    onDate: date('on_date').notNull(),
    from: text('from').notNull(),
    until: text('until').notNull(),
    what: text('what').notNull().default(''),
    source: text('source').$type<'said' | 'calendar'>().notNull().default('said'),
  },
  (t) => [key(t), index('busy_times_day').on(t.householdId, t.onDate)],
)

/** Secret addresses under which the canning days can be subscribed to. */
export const calendarFeeds = pgTable(
  'calendar_feeds',
  {
    ...kept,
    tokenHash: text('token_hash').notNull(),
    /** Whose address it is; it ends with that member. Null for those of before. */
    madeBy: uuid('made_by'),
  },
  (t) => [key(t)],
)
