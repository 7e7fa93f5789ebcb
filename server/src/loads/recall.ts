import type { GaugeRecall, RecalledLoad } from '@kelvit/contract'
import {
  addDays,
  causesOf,
  dateAt,
  daysOfTest,
  dialWords,
  doubtsOf,
  foldLoad,
  fullRun,
  holdOf,
  isHere,
  judgeLoad,
  openDoubts,
  recallText,
  requiredAt,
  sayDate,
  toldIn,
  altitudeOn,
  whyHeld,
  withOwnWords,
  type LoadEvent,
  type LoadState,
  type RecallCause,
  type StandingTest,
  type PressureIn,
} from '@kelvit/core'
import { and, asc, count, eq, inArray, isNull, sql, type SQL } from 'drizzle-orm'
import { setImmediate } from 'node:timers/promises'
import type { Tx } from '../db/pool'
import { gaugeTests, jars, loads } from '../db/schema'
import { toWire } from '../db/wire'
import type { Actor } from '../http/actor'
import type { Deps } from '../http/deps'
import { notFound } from '../http/problem'
import { householdOf } from '../kitchen/figures'
import { factsByLoad, HEAT_OFF, type LoadRow } from '../store/loads'
import { readJarsOf } from '../store/jars'
import {
  asFacts,
  sayToMany,
  type Judged,
  type Said,
  type ToldLoad,
  type Voice,
} from '../store/recalls'

type HouseholdRow = Awaited<ReturnType<typeof householdOf>>

/** What Kelvit itself said of a load on the strength of a test or an altitude. */
const OWN = ['recalled', 'found-short', 'figures-changed', 'gauge-off', 'no-process'] as const
/** Loads whose facts are read at once. */
const READ_AT_ONCE = 500
/** Loads that are folded at once; the server answers others in between. */
const AT_ONCE = 50

/** When a load was started. */
const BEGAN =
  sql<Date | null>`(select min(e.at) from load_events e where e.household_id = loads.household_id and e.load_id = loads.id and e.kind = 'started')`.mapWith(
    loads.startsAt,
  )

/** Whether Kelvit told a load of a doubt before. */
const TOLD = sql<boolean>`exists (select 1 from load_events e where e.household_id = loads.household_id and e.load_id = loads.id and e.kind in ${OWN})`

/** The household's plain date on which a load was started, or was to be. */
const ranOn = (zone: string): SQL =>
  sql`(coalesce(${BEGAN}, ${loads.startsAt}) at time zone ${zone})::date`

/** Loads that were started in some days, both included. */
const ranIn = (zone: string, { since, until }: ReturnType<typeof daysOfTest>, around = 0) =>
  and(
    since === null ? undefined : sql`${ranOn(zone)} >= ${addDays(since, -around)}::date`,
    until === null ? undefined : sql`${ranOn(zone)} <= ${addDays(until, around)}::date`,
  )

/** A load with its facts, and everything that puts it in doubt. */
interface Known {
  readonly load: LoadRow
  readonly events: readonly LoadEvent[]
  readonly state: LoadState
  readonly causes: readonly RecallCause[]
}

const standingTests = (tx: Tx, cannerId?: string) =>
  tx
    .select()
    .from(gaugeTests)
    .where(
      and(isNull(gaugeTests.struckAt), cannerId ? eq(gaugeTests.cannerId, cannerId) : undefined),
    )
    .orderBy(asc(gaugeTests.testedOn), asc(gaugeTests.createdAt))

/**
 * A gauge was tested, an altitude corrected, or one of them put right: every load whose heat
 * is off is held against everything that is known now. What is new is said to it, what rested
 * on a slip is withdrawn, and its jars follow, all in one step at the end.
 * @param cannerId only loads of this canner; all when left out.
 */
export async function rejudge(tx: Tx, deps: Deps, actor: Actor, cannerId?: string): Promise<void> {
  const household = await householdOf(tx, actor)
  const tests = await standingTests(tx, cannerId)
  const voice = {
    now: new Date(deps.clock.now()),
    householdId: actor.householdId,
    memberId: actor.memberId,
    by: actor.memberName,
  }
  const told: ToldLoad[] = []
  for await (const known of knownLoads(tx, actor, household, tests, cannerId)) {
    const said = wordsFor(known, tests, toldIn(known.load.setup, household.units))
    if (said.length > 0) told.push(tell(known, said, voice))
  }
  if (told.length > 0) await sayToMany(tx, told, voice, judgedAs)
}

/** A load with what is new about it; folded again only where something of before is withdrawn. */
function tell({ load, events, state }: Known, said: readonly Said[], voice: Voice): ToldLoad {
  const own = asFacts(said, voice)
  const withdrawn = own.some((e) => e.kind === 'withdrawn')
  const judged = withdrawn
    ? judgedAs(load, [...events, ...own])
    : judgedBy(load, withOwnWords(state, own))
  return { load, events, own, judged }
}

/** What becomes of a load's jars and its line in the logbook with all its facts. */
const judgedAs = (load: LoadRow, events: readonly LoadEvent[]): Judged =>
  judgedBy(load, foldLoad(load.setup, events))

function judgedBy(load: LoadRow, state: LoadState): Judged {
  const judgement = judgeLoad(load.setup, state)
  return { hold: holdOf(load.setup, state), verdict: judgement.verdict, reason: whyHeld(judgement) }
}

/**
 * The loads that anything known now may touch, with what it says of them. Which ones are looked
 * at is asked of the database: those of days of which a test speaks that reads higher than was
 * known, those whose processes another altitude needs, and those that were told before.
 * @param only further conditions.
 */
async function* knownLoads(
  tx: Tx,
  actor: Actor,
  household: HouseholdRow,
  tests: readonly (StandingTest & { readonly cannerId: string })[],
  cannerId?: string,
  only?: SQL,
): AsyncGenerator<Known> {
  const rows = await tx
    .select({
      load: loads,
      began: BEGAN,
      told: TOLD,
    })
    .from(loads)
    .where(
      and(
        inArray(loads.stage, [...HEAT_OFF]),
        cannerId ? eq(loads.cannerId, cannerId) : undefined,
        only,
      ),
    )
    .orderBy(asc(loads.startsAt), asc(loads.id))
  const lowest = lowestNeeds(household)
  const meant = rows.filter(({ load, began, told }) => {
    if (told) return true
    const on = dateAt((began ?? load.startsAt).getTime(), actor.zone)
    return mayBeTouched(
      load,
      on,
      tests.filter((t) => t.cannerId === load.cannerId),
      lowest,
    )
  })
  for (let i = 0; i < meant.length; i += READ_AT_ONCE) {
    const some = meant.slice(i, i + READ_AT_ONCE).map((r) => r.load)
    const factsOf = await factsByLoad(
      tx,
      some.map((l) => l.id),
    )
    for (const [n, load] of some.entries()) {
      yield knownOf(load, factsOf.get(load.id) ?? [], tests, household, actor.zone)
      if (n % AT_ONCE === 0) await setImmediate()
    }
  }
}

function knownOf(
  load: LoadRow,
  events: readonly LoadEvent[],
  tests: readonly (StandingTest & { readonly cannerId: string })[],
  kitchen: HouseholdRow,
  zone: string,
): Known {
  const state = foldLoad(load.setup, events)
  // When it really ran, whatever day it was planned for.
  const ran = fullRun(state, load.setup)
  const own = tests.filter((t) => t.cannerId === load.cannerId)
  const causes = ran ? causesOf(load, state, dateAt(ran.from, zone), { tests: own, kitchen }) : []
  return { load, events, state, causes }
}

/** What the kitchen needs of a load on a day, psi; Infinity where the tables have no row. */
type NeedsOn = (load: LoadRow, on: string) => number

/** The same, with each kind of load looked up once. */
function lowestNeeds(household: HouseholdRow): NeedsOn {
  const known = new Map<string, number>()
  return (load, on) => {
    const altitude = altitudeOn(household, on)
    const kinds = load.processes.map((p) => `${p.formId} ${p.pack} ${p.jar} ${p.gauge} ${p.option}`)
    const key = `${altitude} ${kinds.join()}`
    const needed = known.get(key) ?? requiredAt(load.processes, altitude)
    known.set(key, needed)
    return needed
  }
}

/** Days that a load may have run after it was started, and tests of the days beside them. */
const AROUND_DAYS = 2
/** The same where only the days decide which loads are looked into: wide, since each is judged by itself. */
const MONTH_DAYS = 31

/** Whether anything could be said of a load, by its figures alone. */
function mayBeTouched(
  load: LoadRow,
  on: string,
  tests: readonly StandingTest[],
  needs: NeedsOn,
): boolean {
  const { setup } = load
  if (load.processes.length > 0 && needs(load, on) > setup.psi) return true
  if (setup.regulatedBy === 'weighted') return false
  return tests.some((test) => {
    if (test.errorPsi <= setup.gaugeErrorPsi) return false
    const { since, until } = daysOfTest(tests, test)
    return (
      (since === null || addDays(on, AROUND_DAYS) >= since) &&
      (until === null || addDays(on, -AROUND_DAYS) <= until)
    )
  })
}

/** What is new about a load, and what is to be withdrawn. */
function wordsFor(
  { load, events, state, causes }: Known,
  tests: readonly StandingTest[],
  units: PressureIn,
): readonly Said[] {
  const gone = new Set(events.flatMap((e) => (e.kind === 'withdrawn' ? [e.eventId] : [])))
  const told = events.filter((e) => (OWN as readonly string[]).includes(e.kind) && !gone.has(e.id))
  const ended = fullRun(state, load.setup)?.provenTo ?? 0
  const needed = (c: RecallCause): number | null =>
    Number.isFinite(c.recalled.requiredPsi) ? c.recalled.requiredPsi : null
  const covers = (e: LoadEvent, c: RecallCause): boolean =>
    c.testId !== null
      ? e.eventId === c.testId
      : e.eventId == null && e.kind !== 'recalled' && (e.psi ?? null) === needed(c)
  const fresh = causes
    .filter((c) => !told.some((e) => covers(e, c)))
    .map((c): Said => ({
      kind: c.kind,
      eventId: c.testId,
      psi: c.kind === 'found-short' ? needed(c) : null,
      text: `${whyText(c, tests, units)} ${recallText(c.recalled, units)}`,
    }))
  const untrue = told.filter((e) => !stands(e, ended, tests) && !causes.some((c) => covers(e, c)))
  return [
    ...fresh,
    ...untrue.map((e): Said => ({
      kind: 'withdrawn',
      eventId: e.id,
      psi: null,
      text: 'What it rested on was put right.',
    })),
  ]
}

/**
 * Whether what was said stands by itself, whatever is known now: what was said while the load
 * ran belongs to its evening; what was said afterwards stands or falls with its cause.
 * @param ended when the process was complete, epoch ms.
 */
function stands(e: LoadEvent, ended: number, tests: readonly StandingTest[]): boolean {
  switch (e.kind) {
    case 'figures-changed':
      return e.eventId == null || e.at < ended
    case 'gauge-off':
      return e.eventId == null || tests.some((t) => t.id === e.eventId)
    case 'no-process':
      return e.at < ended
    default:
      return false
  }
}

function whyText(
  { testId }: RecallCause,
  tests: readonly StandingTest[],
  units: PressureIn,
): string {
  const test = tests.find((t) => t.id === testId)
  return test
    ? `A test on ${sayDate(test.testedOn)} found that the dial reads ${dialWords(test.errorPsi, units)}.`
    : 'The altitude was wrong.'
}

/** How many loads ran on the dial of a canner in some days, both included. */
async function countRan(
  tx: Tx,
  zone: string,
  cannerId: string,
  days: ReturnType<typeof daysOfTest>,
): Promise<number> {
  const [row] = await tx
    .select({ ran: count() })
    .from(loads)
    .where(
      and(
        inArray(loads.stage, [...HEAT_OFF]),
        eq(loads.cannerId, cannerId),
        sql`${loads.setup} ->> 'regulatedBy' = 'dial'`,
        ranIn(zone, days),
      ),
    )
  return row?.ran ?? 0
}

/** Which loads a gauge test puts in doubt, made anew from their facts, with their jars. */
export async function readRecall(tx: Tx, actor: Actor, testId: string): Promise<GaugeRecall> {
  const [test] = await tx.select().from(gaugeTests).where(eq(gaugeTests.id, testId))
  if (!test) throw notFound('We can’t find this gauge test.')
  const tests = await standingTests(tx, test.cannerId)
  const days = daysOfTest(tests, test)
  const found: Known[] = []
  if (test.struckAt === null) {
    const household = await householdOf(tx, actor)
    const meant = ranIn(actor.zone, days, MONTH_DAYS)
    for await (const known of knownLoads(tx, actor, household, tests, test.cannerId, meant))
      if (known.causes.some((c) => c.testId === testId)) found.push(known)
  }
  const jarsOf = await readJarsOf(
    tx,
    found.map((k) => k.load.id),
  )
  return {
    test: toWire(gaugeTests, test),
    since: days.since,
    ran: await countRan(tx, actor.zone, test.cannerId, days),
    loads: found.map(({ load, state, causes }): RecalledLoad => {
      const recalled = causes.find((c) => c.testId === testId)?.recalled
      if (!recalled) throw new Error('a load that is not recalled')
      const mine = jarsOf.get(load.id) ?? []
      const doubts = doubtsOf(load.setup, state).filter((d) => d.code === 'recalled')
      const open = openDoubts(load.setup, state).filter((d) => d.code === 'recalled')
      return {
        loadId: load.id,
        code: load.code,
        startsAt: load.startsAt.toISOString(),
        ...recalled,
        lookedInto: doubts.length > 0 && open.length === 0,
        stage: load.stage,
        jars: mine.filter(isHere).map((j) => toWire(jars, j)),
        elsewhere: mine
          .filter((j) => !isHere(j))
          .map((j) => ({ ...toWire(jars, j), to: j.takenTo })),
      }
    }),
  }
}
