// What one gauge test does to a household of ten years: 3,000 loads on its dial, 21,000 jars,
// all recalled; and how long somebody else waits who writes meanwhile.
//   npm run bench -- recall [loads]
import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { ownKelvit } from './kelvit.mjs'

const LOADS = Number(process.argv[2] ?? 3000)
const kelvit = await ownKelvit('recall')
const owner = new pg.Client({ connectionString: kelvit.owner })
await owner.connect()
const house = JSON.parse((await kelvit.ask('GET', '/api/session')).text).household.id
const SETUP = { regulatedBy: 'dial', psi: 12, minutes: 25, gaugeErrorPsi: 0, restMinutes: 10 }
const answer = await kelvit.ask('GET', '/api/method?form=beans-snap&pack=hot&jar=quart&gauge=dial&altitudeFt=2640') // prettier-ignore
await kelvit.ask('PATCH', '/api/household', { version: 1, altitudeFt: 2640 })
const canner = randomUUID()
await owner.query(`set session_replication_role = replica`)
await owner.query(
  `insert into canners (id, household_id, name, gauge, regulated_by, capacity, minimum, stage_minutes)
  values ($2, $1, 'Tall', 'dial', 'dial', '{"quart":7}', '{"quart":2,"pint":4}',
  '{"fillMinPerJar":1,"fillMinFixed":5,"heatMin":15,"ventMin":10,"climbMin":8,"coolMin":45,"restMin":10,"unloadMin":5}')`,
  [house, canner],
)
await owner.query(
  `create temp table made as select n, gen_random_uuid() as load, now() - (n * interval '29 hours') as at from generate_series(1, ${LOADS}) n`,
)
await owner.query(
  `insert into loads (id, household_id, code, canner_id, starts_at, setup, processes, stage)
  select load, $1, 'B' || n, $2, at, $3, $4, 'checked' from made`,
  [house, canner, JSON.stringify(SETUP), `[${answer.text}]`],
)
await owner.query(
  `insert into load_portions (id, household_id, load_id, position, form_id, pack, jar, mouth, jars, filled)
  select gen_random_uuid(), $1, load, 0, 'beans-snap', 'hot', 'quart', 'regular', 7, 7 from made`,
  [house],
)
await owner.query(
  `insert into load_events (id, household_id, load_id, at, kind, "by", psi, heard_at)
  select gen_random_uuid(), $1, load, at + k.minute * interval '1 minute', k.kind, 'Wren', k.psi, at + k.minute * interval '1 minute'
  from made, (values (0,'started',null),(5,'filling-began',null),(20,'locked',null),(38,'steam-steady',null),(48,'weight-on',null),
    (57,'reading',12.5),(65,'reading',12.5),(74,'reading',12.5),(82,'reading',12.5),(83,'heat-off',null),(125,'pressure-zero',null),
    (126,'lock-dropped',null),(127,'weight-off',null),(138,'opened',null),(142,'unloaded',null),(1000,'seals-checked',null)) as k(minute, kind, psi)`,
  [house],
)
await owner.query(
  `insert into jars (id, household_id, code, load_id, food_id, form_id, jar, mouth, canned_on, best_by, review_by, state, seal, state_at, out_at)
  select gen_random_uuid(), $1, 'B' || n || '-' || j, load, 'beans-snap', 'beans-snap', 'quart', 'regular', at::date, at::date + 365, at::date + 730,
  case when n <= 150 then 'on-shelf' else 'eaten' end, 'sealed', at + interval '1 day', at from made, generate_series(1, 7) j`,
  [house],
)
await owner.query(`set session_replication_role = origin`)
await owner.query('vacuum analyze')
await kelvit.ask('GET', '/api/logbook')

/** Somebody else writes a small row, again and again; how long each takes, ms. */
const writes = async (until) => {
  const took = []
  while (!until()) {
    const from = performance.now()
    const { status } = await kelvit.ask('PUT', `/api/shelves/${randomUUID()}`, { name: 'Shelf', position: 1 }) // prettier-ignore
    if (status !== 201) throw new Error(`a write beside it answered ${status}`)
    took.push(performance.now() - from)
    await new Promise((done) => setTimeout(done, 10))
  }
  return took.sort((a, b) => a - b)
}
const alone = await writes(
  (
    (n) => () =>
      n++ > 150
  )(0),
)
const today = new Date(Date.now() - 86_400_000).toISOString().slice(0, 10)
const test = (errorPsi) => ({ cannerId: canner, testedOn: today, errorPsi, testedBy: 'the bench' })
const timed = async (body) => {
  const from = performance.now()
  const { status, text } = await kelvit.ask('PUT', `/api/gauge-tests/${randomUUID()}`, body)
  if (status !== 201) throw new Error(text)
  return performance.now() - from
}
const good = await timed(test(0))
let over = false
const beside = writes(() => over)
const took = await timed(test(1.5))
over = true
const waits = await beside
const held = await owner.query(`select count(*)::int as n from jars where household_id = $1 and hold = 'in-doubt'`, [house]) // prettier-ignore
const seq = await owner.query('select count(*)::int as n, max(seq)::int as last from changes where household_id = $1', [house]) // prettier-ignore
const ms = (n) => `${n.toFixed(0)} ms`
console.log(
  `${LOADS} loads, ${held.rows[0].n} jars held: ${(took / 1000).toFixed(2)} s (wanted 5 for 3,000); a good test over them ${ms(good)}`,
)
console.log(
  `somebody else's writes: alone median ${ms(alone[alone.length >> 1])}, longest ${ms(alone.at(-1))}; beside it median ${ms(waits[waits.length >> 1])}, longest ${ms(waits.at(-1))} of ${waits.length} (wanted 250)`,
)
console.log(`log: ${seq.rows[0].n} lines, the last numbered ${seq.rows[0].last}`)
await owner.end()
await kelvit.end()
process.exit(0)
