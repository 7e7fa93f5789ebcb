// How much a household's lists carry, and how long the server takes for them, when six
// years stand behind it: 3,000 jars, 2,000 lots, 5,000 loads with 15 facts each.
//   npm run bench -- lists
import pg from 'pg'
import { gzipSync } from 'node:zlib'
import { ownKelvit } from './kelvit.mjs'

/** The first few warm the server up and do not count. */
const [ROUNDS, WARM] = [50, 5]
const kelvit = await ownKelvit('lists')
const owner = new pg.Client({ connectionString: kelvit.owner })
await owner.connect()

const { text: before } = await kelvit.ask('GET', '/api/session')
const house = JSON.parse(before).household.id
const SETUP = { regulatedBy: 'dial', psi: 12, minutes: 25, gaugeErrorPsi: 0, restMinutes: 10 }
const answer = await kelvit.ask(
  'GET',
  '/api/method?form=beans-snap&pack=hot&jar=quart&gauge=dial&altitudeFt=2640',
)
const PROCESS = [JSON.parse(answer.text)]

await owner.query(`set session_replication_role = replica`)
const steps = [
  [
    `insert into canners (id, household_id, name, gauge, regulated_by, capacity, minimum, stage_minutes)
    values ('019a0000-0000-7000-8000-000000000001', $1, 'Tall', 'dial', 'dial', '{"quart":7}', '{"quart":2,"pint":4}',
    '{"fillMinPerJar":1,"fillMinFixed":5,"heatMin":15,"ventMin":10,"climbMin":8,"coolMin":45,"restMin":10,"unloadMin":5}')`,
  ],
  [
    `insert into shelves (id, household_id, name, position)
    select gen_random_uuid(), $1, 'Shelf ' || n, n from generate_series(1, 12) n`,
  ],
  [
    `create temp table made as select n, gen_random_uuid() as lot, gen_random_uuid() as load, gen_random_uuid() as portion,
    now() - (n * interval '10.5 hours') as at from generate_series(1, 5000) n`,
  ],
  [
    `insert into lots (id, household_id, food_id, form_id, jar, variety, said, lb, arrived_on, storage, can_by, state, finished_on)
    select lot, $1, 'beans-snap', 'beans-snap', 'quart', 'Provider', '14 lb snap beans, Provider', 10 + n % 20, at::date, 'cool', at::date + 5,
    case when n <= 40 then 'in-house' else 'canned' end, case when n > 40 then at::date end from made where n <= 2000`,
  ],
  [
    `insert into loads (id, household_id, code, canner_id, starts_at, setup, processes, stage)
    select load, $1, 'B' || n, '019a0000-0000-7000-8000-000000000001', at, $2, $3,
    case when n <= 2 then 'planned' else 'checked' end from made`,
    JSON.stringify(SETUP),
    JSON.stringify(PROCESS),
  ],
  [
    `insert into load_portions (id, household_id, load_id, position, lot_id, form_id, pack, jar, mouth, jars, filled)
    select portion, $1, load, 0, case when n > 40 and n <= 2000 then lot end, 'beans-snap', 'hot', 'quart', 'regular', 7, case when n > 2 then 7 end from made`,
  ],
  [
    `insert into load_events (id, household_id, load_id, at, kind, "by", psi, heard_at)
    select gen_random_uuid(), $1, load, at + e * interval '9 minutes',
    (array['started','filling-began','locked','steam-steady','weight-on','at-pressure','reading','reading','reading','heat-off','pressure-zero','lock-dropped','weight-off','opened','unloaded'])[e],
    'Wren', case when e between 7 and 9 then 12.5 end, at + e * interval '9 minutes' from made, generate_series(1, 15) e where n > 2`,
  ],
  [
    `insert into jars (id, household_id, code, load_id, lot_id, food_id, form_id, jar, mouth, canned_on, best_by, review_by, shelf_id, state, seal, state_at, out_at)
    select gen_random_uuid(), $1, 'B' || n || '-' || j, load, case when n <= 2000 then lot end, 'beans-snap', 'beans-snap', 'quart', 'regular', at::date, at::date + 365, at::date + 730,
    (select id from shelves where household_id = $1 order by id limit 1 offset n % 12),
    case when n <= 130 then 'on-shelf' else 'eaten' end, 'sealed', at + interval '1 day', at from made, generate_series(1, 7) j where n between 3 and 431`,
  ],
  [`drop table made`],
]
for (const [text, ...values] of steps)
  await owner.query(text, text.includes('$1') ? [house, ...values] : values)
await owner.query(`set session_replication_role = origin`)
await owner.query('analyze')

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]
/** What the server says that it spent on an address so far, ms: database, rows, JSON; packing goes on in a thread of its own. */
const spent = async (path) => {
  const { text } = await kelvit.ask('GET', '/metrics')
  const found = text
    .split('\n')
    .find((l) => l.startsWith('kelvit_request_seconds_sum') && l.includes(`route="${path}"`))
  return found ? Number(found.split(' ').at(-1)) * 1000 : 0
}
/** Changes every load a little, so that none was judged before as it is now. */
const changed = async (round) => {
  await owner.query(`set session_replication_role = replica`)
  await owner.query(
    `update loads set note = $2 where household_id = $1 and stage <> 'checked'
    or household_id = $1 and starts_at > now() - interval '60 days'`,
    [house, `round ${round}`],
  )
  await owner.query(`set session_replication_role = origin`)
}
const measure = async (path, between) => {
  const took = []
  const own = []
  let text = ''
  for (let i = 0; i < ROUNDS; i++) {
    await between?.(i)
    const before = await spent(path)
    const from = performance.now()
    const got = await kelvit.ask('GET', path)
    took.push(performance.now() - from)
    own.push((await spent(path)) - before)
    if (got.status !== 200) throw new Error(got.text)
    text = got.text
  }
  return {
    ms: median(own.slice(WARM)),
    all: median(took.slice(WARM)),
    kB: gzipSync(text).length / 1024,
    rows: JSON.parse(text).length,
  }
}
const told = async (words, path, between) => {
  const { ms, all, kB, rows } = await measure(path, between)
  console.log(
    `${words}: ${rows ?? 'a page'}${rows === undefined ? '' : ' rows'}, ${kB.toFixed(0)} kB gzip (wanted 100), ${ms.toFixed(0)} ms of the server (wanted 30), ${all.toFixed(0)} ms at the asker`,
  )
}
await told('jars in the house', '/api/jars')
await told('open lots', '/api/lots')
await told('loads', '/api/loads')
await told('loads, all judged anew', '/api/loads', changed)
await told('yields', '/api/yields')
await told('what was eaten', '/api/use')
await told('past jars, a page', '/api/jars/past')
await told('past loads, a page', '/api/loads/past')
await told('past lots, a page', '/api/lots/past')
await owner.query(`set session_replication_role = replica`)
await owner.query(`update jars set state = 'on-shelf' where household_id = $1`, [house])
await owner.query(`set session_replication_role = origin`)
await told('all 3,000 jars on the shelf at once', '/api/jars')
await owner.end()
await kelvit.end()
