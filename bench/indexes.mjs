// What a household's requests take when the database holds many others: with a few thousand jars,
// and with millions. Rows are made set-based, times are ratios within one run.
//   npm run bench -- indexes [--jars 3000000]
import pg from 'pg'
import { v7 as uuidv7 } from 'uuid'
import { ownKelvit } from './kelvit.mjs'

const at = process.argv.indexOf('--jars')
const most = at < 0 ? 3_000_000 : Number(process.argv[at + 1])
const PER_HOUSE = 1500
const kelvit = await ownKelvit('indexes')
const owner = new pg.Client({ connectionString: kelvit.owner })
await owner.connect()

/** Households of others with a planting, 30 lots, 30 loads and 1,500 jars each; triggers stay away from bulk work. */
async function others(houses) {
  await owner.query(`set session_replication_role = replica`)
  await owner.query(
    `insert into households (id, name, zone, altitude_ft, units, settings)
     select gen_random_uuid(), 'house', 'UTC', 0, 'us', '{}' from generate_series(1, ${houses})`,
  )
  await owner.query(`create temp table fresh on commit preserve rows as
    select h.id as household_id, gen_random_uuid() as canner, gen_random_uuid() as planting, gen_random_uuid() as shelf
    from households h where name = 'house' and not exists (select from canners c where c.household_id = h.id)`)
  const steps = [
    `insert into canners (id, household_id, name, gauge, regulated_by, capacity, minimum, stage_minutes) select canner, household_id, 'c', 'weighted', 'weighted', '{}', '{}', '{}' from fresh`,
    `insert into plantings (id, household_id, food_id, form_id, jar, expected_lb, first_on, last_on, pickings) select planting, household_id, 'okra', 'okra', 'pint', 9, '2026-08-01', '2026-08-30', 3 from fresh`,
    `insert into shelves (id, household_id, name, position) select shelf, household_id, 's', 1 from fresh`,
    `create temp table made on commit preserve rows as select f.*, n, gen_random_uuid() as lot, gen_random_uuid() as load, gen_random_uuid() as portion from fresh f, generate_series(1, 30) n`,
    `insert into lots (id, household_id, food_id, form_id, jar, said, lb, arrived_on, storage, can_by, state, planting_id) select lot, household_id, 'beans-snap', 'beans-snap', 'quart', 'x', 14, '2026-08-01', 'cool', '2026-08-06', 'canned', planting from made`,
    `insert into loads (id, household_id, code, canner_id, starts_at, setup, processes, stage) select load, household_id, n::text, canner, '2026-08-02', '{}', '[]', 'checked' from made`,
    `insert into load_portions (id, household_id, load_id, position, lot_id, form_id, pack, jar, mouth, jars, filled) select portion, household_id, load, 0, lot, 'beans-snap', 'hot', 'quart', 'regular', 50, 50 from made`,
    `insert into jars (id, household_id, code, load_id, lot_id, food_id, form_id, jar, mouth, canned_on, best_by, review_by, shelf_id, state, seal, state_at) select gen_random_uuid(), household_id, n || '-' || j, load, lot, 'beans-snap', 'beans-snap', 'quart', 'regular', '2026-08-02', '2027-08-02', '2028-08-02', shelf, 'on-shelf', 'sealed', now() from made, generate_series(1, 50) j`,
    `drop table made`,
    `drop table fresh`,
  ]
  for (const step of steps) await owner.query(step)
  await owner.query(`set session_replication_role = origin`)
  await owner.query('analyze')
}

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]
const timed = async (work) => {
  const from = performance.now()
  const { status, text } = await work()
  if (status >= 300) throw new Error(text)
  return performance.now() - from
}
const LOT = {
  foodId: 'beans-snap',
  formId: 'beans-snap',
  jar: 'quart',
  said: '14 lb',
  lb: 14,
  arrivedOn: '2026-08-14',
  storage: 'cool',
}
const PLANTING = {
  foodId: 'okra',
  formId: 'okra',
  jar: 'pint',
  expectedLb: 9,
  firstOn: '2026-08-20',
  lastOn: '2026-08-30',
  pickings: 6,
}
const REQUESTS = {
  'an estimate': async () =>
    timed(() => kelvit.ask('GET', '/api/estimate?line=3%20lb%20snap%20beans')),
  'the pantry': async () => timed(() => kelvit.ask('GET', '/api/jars')),
  'the loads': async () => timed(() => kelvit.ask('GET', '/api/loads')),
  'a lot deleted': async () => {
    const path = `/api/lots/${uuidv7()}`
    await kelvit.ask('PUT', path, LOT)
    return timed(() => kelvit.ask('DELETE', path))
  },
  'a planting deleted': async () => {
    const path = `/api/plantings/${uuidv7()}`
    await kelvit.ask('PUT', path, PLANTING)
    return timed(() => kelvit.ask('DELETE', path))
  },
  'a shelf deleted': async () => {
    const path = `/api/shelves/${uuidv7()}`
    await kelvit.ask('PUT', path, { name: 'Top', position: 1 })
    return timed(() => kelvit.ask('DELETE', path))
  },
}
async function measure() {
  const times = {}
  for (const [name, request] of Object.entries(REQUESTS)) {
    const all = []
    for (let i = 0; i < 25; i++) all.push(await request())
    times[name] = median(all.slice(5))
  }
  return times
}

try {
  await others(2)
  const few = await measure()
  await others(Math.round(most / PER_HOUSE))
  const many = await measure()
  console.log(
    `median ms with ${2 * PER_HOUSE} and with ${most + 2 * PER_HOUSE} jars of others, and their ratio`,
  )
  for (const name of Object.keys(few))
    console.log(
      `${name.padEnd(20)} ${few[name].toFixed(1).padStart(7)} ${many[name].toFixed(1).padStart(7)}   × ${(many[name] / few[name]).toFixed(2)}`,
    )
} finally {
  await owner.end()
  await kelvit.end()
}
