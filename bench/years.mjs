// One household after one year and after ten, on the same server: every list, page, search, take,
// recall, CSV file and archive, as a ratio of ten years to one. What is there now (jars on the shelf,
// open lots, planned loads) is the same in both. Wanted: at most 1.5, bytes too; a file that holds
// everything is asked per byte. A gauge test is a line a canner a year and kept whole.
//   npm run bench -- years
import pg from 'pg'
import { randomUUID } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import { ownKelvit } from './kelvit.mjs'

const [ROUNDS, WARM] = [25, 5]
const CANNERS = 10
const SETUP = { regulatedBy: 'dial', psi: 12, minutes: 25, gaugeErrorPsi: 0, restMinutes: 10 }
const kelvit = await ownKelvit('years')
const owner = new pg.Client({ connectionString: kelvit.owner })
await owner.connect()

let one, ten
try {
  one = await household('Nettle Row', 'sorrel')
  ten = await household('Nettle Bank', 'teasel')
  await fill(one.id, 1)
  await fill(ten.id, 10)
  for (const house of [one, ten]) await house.ask('GET', '/api/logbook')
  await owner.query('analyze')
  await told()
} finally {
  await owner.end()
  await kelvit.end()
}

/** A household with a session of its own, asked by fetch. */
async function household(name, signInName) {
  const made = await fetch(`${kelvit.base}/api/households`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      household: { name, zone: 'America/Denver', altitudeFt: 2640, units: 'us' },
      keeper: { name: 'Juniper', signInName, passphrase: 'a few plain words' },
    }),
  })
  if (!made.ok) throw new Error(await made.text())
  const cookie = made.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ')
  const ask = async (method, path, body) => {
    const from = performance.now()
    const answer = await fetch(kelvit.base + path, {
      method,
      headers: { cookie, ...(body ? { 'content-type': 'application/json' } : {}) },
      body: body && JSON.stringify(body),
    })
    const bytes = Buffer.from(await answer.arrayBuffer())
    const ms = performance.now() - from
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${bytes.toString().slice(0, 300)}`)
    return { ms, bytes, body: () => JSON.parse(bytes.toString()) }
  }
  return { ask, id: (await ask('GET', '/api/session')).body().household.id }
}

/** 120 loads of seven quarts a year, 150 lots, 25 plantings, 500 takes, 14,000 lines of the log. */
async function fill(house, years) {
  const process = await one.ask(
    'GET',
    '/api/method?form=beans-snap&pack=hot&jar=quart&gauge=dial&altitudeFt=2640',
  )
  const canner = (n) => `('019a0000-0000-7000-8000-${String(n).padStart(12, '0')}')::uuid`
  const whichCanner = `('019a0000-0000-7000-8000-' || lpad((n % ${CANNERS})::text, 12, '0'))::uuid`
  const steps = [
    ...Array.from({ length: CANNERS }, (_, n) => [
      `insert into canners (id, household_id, name, gauge, regulated_by, capacity, minimum, stage_minutes)
      values (${canner(n)}, $1, 'Tall ${n}', 'dial', 'dial', '{"quart":7}', '{"quart":2,"pint":4}',
      '{"fillMinPerJar":1,"fillMinFixed":5,"heatMin":15,"ventMin":10,"climbMin":8,"coolMin":45,"restMin":10,"unloadMin":5}')`,
    ]),
    [
      `insert into gauge_tests (id, household_id, canner_id, tested_on, error_psi, tested_by)
      select gen_random_uuid(), $1, ${whichCanner}, current_date - n * 36, 0, 'Wren' from generate_series(1, ${years * CANNERS}) n`,
    ],
    [
      `insert into shelves (id, household_id, name, position)
      select gen_random_uuid(), $1, 'Shelf ' || n, n from generate_series(1, 12) n`,
    ],
    [
      `insert into plantings (id, household_id, food_id, form_id, jar, variety, row_ft, expected_lb, first_on, last_on, pickings)
      select gen_random_uuid(), $1, 'beans-snap', 'beans-snap', 'quart', 'Provider', 30, 40, current_date - 340 - y * 365, current_date - 310 - y * 365, 4
      from generate_series(0, ${years - 1}) y, generate_series(1, 25) n`,
    ],
    [
      `create temp table made as select n, gen_random_uuid() as lot, gen_random_uuid() as load, gen_random_uuid() as portion,
      now() - (n * interval '73 hours') as at from generate_series(1, ${120 * years}) n`,
    ],
    [
      `insert into lots (id, household_id, food_id, form_id, jar, variety, said, lb, arrived_on, storage, can_by, state, finished_on)
      select lot, $1, 'beans-snap', 'beans-snap', 'quart', 'Provider', '14 lb snap beans, Provider', 10 + n % 20, at::date, 'cool', at::date + 5,
      case when n <= 20 then 'in-house' else 'canned' end, case when n > 20 then at::date end from made`,
    ],
    [
      `insert into lots (id, household_id, food_id, form_id, jar, said, lb, arrived_on, storage, can_by, state, finished_on, planting_id)
      select gen_random_uuid(), $1, 'beans-snap', 'beans-snap', 'quart', '10 lb', 10, first_on, 'cool', first_on + 5, 'given', first_on + 4, id from plantings where household_id = $1`,
    ],
    [
      `insert into loads (id, household_id, code, canner_id, starts_at, setup, processes, stage)
      select load, $1, 'B' || n, ${whichCanner}, at, $2, $3, case when n <= 2 then 'planned' else 'checked' end from made`,
      JSON.stringify(SETUP),
      JSON.stringify([process.body()]),
    ],
    [
      `insert into load_portions (id, household_id, load_id, position, lot_id, form_id, pack, jar, mouth, jars, filled)
      select portion, $1, load, 0, case when n > 20 then lot end, 'beans-snap', 'hot', 'quart', 'regular', 7, case when n > 2 then 7 end from made`,
    ],
    [
      `insert into load_events (id, household_id, load_id, at, kind, "by", psi, heard_at)
      select gen_random_uuid(), $1, load, at + e * interval '9 minutes',
      (array['started','filling-began','locked','steam-steady','weight-on','at-pressure','reading','reading','reading','heat-off','pressure-zero','lock-dropped','weight-off','opened','unloaded'])[e],
      'Wren', case when e between 7 and 9 then 12.5 end, at + e * interval '9 minutes' from made, generate_series(1, 15) e where n > 2`,
    ],
    [
      `insert into jars (id, household_id, code, load_id, lot_id, food_id, form_id, jar, mouth, canned_on, best_by, review_by, shelf_id, state, seal, state_at, out_at)
      select gen_random_uuid(), $1, 'B' || n || '-' || j, load, lot, 'beans-snap', 'beans-snap', 'quart', 'regular', at::date, at::date + 365, at::date + 730,
      (select id from shelves where household_id = $1 order by id limit 1 offset n % 12),
      case when n <= 60 then 'on-shelf' else 'eaten' end, 'sealed', at + interval '1 day', at from made, generate_series(1, 7) j where n > 20`,
    ],
    [
      `insert into takes (id, household_id, food_id, jar, count, why, at, taken, substituted, short)
      select gen_random_uuid(), $1, 'beans-snap', 'quart', 1, 'meal', now() - n * interval '17 hours' - interval '30 days', '[]', false, 0 from generate_series(1, ${500 * years}) n`,
    ],
    [
      `insert into season_loads (id, household_id, on_date, canner_id, portions)
      select gen_random_uuid(), $1, current_date - n * 3 + 30, ${whichCanner}, '[{"formId":"beans-snap","pack":"hot","jar":"quart","mouth":"regular","jars":7,"lots":[]}]' from generate_series(1, ${120 * years}) n`,
    ],
    [
      `insert into kitchen_exceptions (id, household_id, on_date, opens, closes, people)
      select gen_random_uuid(), $1, current_date - n * 9 + 30, '09:00', '20:00', 1 from generate_series(1, ${40 * years}) n`,
    ],
    [
      `insert into busy_times (id, household_id, on_date, "from", until)
      select gen_random_uuid(), $1, current_date - n * 6 + 30, '12:00', '13:00' from generate_series(1, ${60 * years}) n`,
    ],
    [
      `insert into changes (household_id, seq, "table", id, version, at, "row")
      select $1, n + 100, 'jars', gen_random_uuid(), 1, now() - n * interval '37 minutes', '{"note":"a line as long as a jar’s is, more or less, with all of its columns in it and what they hold"}' from generate_series(1, ${14_000 * years}) n`,
    ],
    [
      `update households set seq = (select max(seq) from changes where household_id = $1) where id = $1`,
    ],
    ['drop table made'],
  ]
  await owner.query('set session_replication_role = replica')
  for (const [text, ...values] of steps)
    await owner.query(text, text.includes('$1') ? [house, ...values] : values)
  await owner.query('set session_replication_role = origin')
}

async function told() {
  const houses = [one, ten]
  const load = await Promise.all(
    houses.map(async (h) => (await h.ask('GET', '/api/loads/past')).body().rows[0].id),
  )
  const test = await Promise.all(
    houses.map(async (h) => (await h.ask('GET', '/api/gauge-tests')).body().at(-1).id),
  )
  const median = (list) => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)]
  const lists = [
    ...[
      'jars',
      'lots',
      'loads',
      'yields',
      'use',
      'plantings',
      'season-loads',
      'kitchen-exceptions',
    ],
    ...['busy-times', 'kitchen-hours', 'canners', 'gauges', 'shelves', 'needs'],
    ...['jar-groups', 'lid-lots', 'supplies', 'recipes', 'mixed-jars', 'containers', 'crop-words'],
    ...['members', 'jars/past', 'loads/past', 'lots/past', 'logbook', 'seal-rates', 'years'],
    ...['changes?since=0&limit=200'],
    ...[
      'logbook?q=provider',
      'logbook?q=turnip',
      'logbook?q=tall+3&limit=10',
      `years/${new Date().getFullYear()}`,
    ],
  ].map((path) => [`/api/${path}`, (h) => h.ask('GET', `/api/${path}`)])
  const of = (words, path) => [words, (house) => house.ask('GET', path(houses.indexOf(house)))]
  const pages = [
    of('one load', (i) => `/api/loads/${load[i]}`),
    of('recall of a gauge', (i) => `/api/gauge-tests/${test[i]}/recall`),
    [
      'a take and its way back',
      async (house) => {
        const id = randomUUID()
        const from = performance.now()
        const got = await house.ask('PUT', `/api/takes/${id}`, {
          ...{ foodId: 'beans-snap', jar: 'quart', count: 2, why: 'eaten', preferred: [] },
          at: new Date().toISOString(),
        })
        await house.ask('PUT', `/api/takes/${id}/undo`, { at: new Date().toISOString() })
        return { ms: performance.now() - from, bytes: got.bytes }
      },
    ],
  ]
  const whole = [
    ['pantry as CSV', (h) => h.ask('GET', '/api/pantry.csv')],
    ['loads as CSV', (h) => h.ask('GET', '/api/csv/loads')],
    ['archive', (h) => h.ask('GET', '/api/archive')],
  ]
  const beyond = []
  for (const [words, ask, files] of [
    ...[...lists, ...pages].map(([w, a]) => [w, a, false]),
    ...whole.map(([w, a]) => [w, a, true]),
  ]) {
    const took = houses.map(() => [])
    const bytes = [0, 0]
    try {
      for (let i = 0; i < (files ? 8 : ROUNDS); i++)
        for (const [k, house] of houses.entries()) {
          const got = await ask(house)
          took[k].push(got.ms)
          bytes[k] = gzipSync(got.bytes).length
        }
    } catch (error) {
      console.log(`${words}: ${error.message}`)
      continue
    }
    const [a, b] = took.map((t) => median(t.slice(files ? 2 : WARM)))
    const grown = bytes[1] / bytes[0]
    const slower = b / a / (files ? grown : 1)
    const line = `${words}: ×${(b / a).toFixed(2)} (${a.toFixed(1)} → ${b.toFixed(1)} ms), bytes ×${grown.toFixed(2)} (${(bytes[0] / 1024).toFixed(1)} → ${(bytes[1] / 1024).toFixed(1)} kB)`
    console.log(files ? `${line}, a byte ×${slower.toFixed(2)}` : line)
    if (slower > 1.5 || (!files && grown > 1.5)) beyond.push(line)
  }
  console.log(beyond.length === 0 ? 'nothing beyond 1.5' : `beyond 1.5:\n  ${beyond.join('\n  ')}`)
}
