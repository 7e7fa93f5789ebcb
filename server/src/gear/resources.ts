import { type CannerRead } from '@kelvit/contract'
import {
  cannerRows,
  containerRows,
  cropWordRows,
  gaugeTestRows,
  shelfRows,
} from '@kelvit/contract/routes'
import {
  dateAt,
  findSpoken,
  foodOf,
  lastRun,
  learnTimes,
  saidName,
  withLearned,
} from '@kelvit/core'
import { and, eq, inArray, sql } from 'drizzle-orm'
import type { Tx } from '../db/pool'
import { canners, containers, cropWords, gaugeTests, loads, shelves } from '../db/schema'
import { toWire } from '../db/wire'
import { unprocessable } from '../http/problem'
import type { Resource } from '../resource/resource'
import { HEAT_OFF, OPEN_STAGES } from '../store/loads'
import { changeRows, findRow, type Values } from '../store/rows'
import { learnedTimes } from '../store/learned'
import { blocksOf, lastTests } from '../store/gauge-tests'

type CannerRow = typeof canners.$inferSelect

function checkGauge(values: Values, stored: Values | undefined): Values {
  const gauge = values.gauge ?? stored?.gauge
  const regulatedBy = values.regulatedBy ?? stored?.regulatedBy
  if (gauge !== 'both' && gauge !== regulatedBy)
    throw unprocessable(
      'gauge',
      `A canner with only a ${String(gauge)} gauge can’t be regulated by another.`,
    )
  return values
}

const cannerResource: Resource = {
  routes: cannerRows,
  table: canners,
  order: canners.createdAt,
  prepare: (values, { stored }) => checkGauge(values, stored),
  follow: async (row, { tx, before }) => {
    const { dialMarks } = row as unknown as CannerRow
    if (!before || dialMarks === (before as unknown as CannerRow).dialMarks) return
    // Only what the figures of its loads are told in: what they are stays.
    const own = sql`(${loads.setup} - 'marks')`
    await changeRows(
      tx,
      loads,
      and(eq(loads.cannerId, row.id), inArray(loads.stage, [...OPEN_STAGES])),
      {
        setup:
          dialMarks === null ? own : sql`${own} || jsonb_build_object('marks', ${dialMarks}::text)`,
      },
    )
  },
  present: async (rows, tx, deps, actor) => {
    const today = dateAt(deps.clock.now(), actor.zone)
    const list = rows as unknown as readonly CannerRow[]
    const tests = await lastTests(
      tx,
      list.map((c) => c.id),
    )
    const times = await learnedTimes(tx, list)
    const ran = await lastLoads(tx, actor.zone)
    return list.map((canner): CannerRead => {
      const test = tests.get(canner.id)
      const learned = times.get(canner.id) ?? learnTimes(canner.stageMinutes, [])
      return {
        ...toWire(canners, canner),
        stageMinutes: withLearned(canner.stageMinutes, learned),
        learned,
        lastRanOn: lastRun(ran.get(canner.id) ?? null, canner.waterRuns),
        blocks: blocksOf(canner, test, today),
        lastTest: test ? { testedOn: test.testedOn, errorPsi: test.errorPsi } : null,
      }
    })
  },
}

/** The day of each canner's last load that was heated, in the household's zone. */
async function lastLoads(tx: Tx, zone: string): Promise<ReadonlyMap<string, string>> {
  const rows = await tx
    .select({
      canner: loads.cannerId,
      on: sql<string>`max((${loads.startsAt} at time zone ${zone})::date)::text`,
    })
    .from(loads)
    .where(inArray(loads.stage, [...HEAT_OFF]))
    .groupBy(loads.cannerId)
  return new Map(rows.map((r) => [r.canner, r.on]))
}

const gaugeTestResource: Resource = {
  routes: gaugeTestRows,
  table: gaugeTests,
  order: gaugeTests.testedOn,
  prepare: async (values, { tx, deps, actor }) => {
    if (!(await findRow(tx, canners, String(values.cannerId))))
      throw unprocessable('no-canner', 'We can’t find this canner.')
    if (String(values.testedOn) > dateAt(deps.clock.now(), actor.zone))
      throw unprocessable('future', 'A gauge test can’t be in the future.')
    return values
  },
}

const containerResource: Resource = {
  routes: containerRows,
  table: containers,
  order: containers.name,
  prepare: (values) => {
    if (typeof values.foodId === 'string' && !foodOf(values.foodId))
      throw unprocessable('no-food', 'We can’t find this food in the tables.')
    return values
  },
}

/** A word of one's own never stands for what the tables name already: a refused food stays refused. */
const cropWordResource: Resource = {
  routes: cropWordRows,
  table: cropWords,
  order: cropWords.word,
  prepare: (values, { stored }) => {
    const { word, foodId } = { ...stored, ...values } as { word: string; foodId: string }
    if (!foodOf(foodId)) throw unprocessable('no-food', 'We can’t find this food in the tables.')
    const found = findSpoken(word)
    if (found.kind === 'food' || found.kind === 'refused')
      throw unprocessable(
        'word-taken',
        `“${word}” means ${found.kind === 'food' ? saidName(found.food) : found.refused.name.toLowerCase()} in the tables already. Choose another word.`,
      )
    return values
  },
}

const shelfResource: Resource = {
  routes: shelfRows,
  table: shelves,
  order: shelves.position,
}

export const gearResources = [
  cannerResource,
  gaugeTestResource,
  containerResource,
  cropWordResource,
  shelfResource,
]
