// The pantry of one household among many: its page's calls and takes at 200 requests a
// second, with 10 households and then with 10,000, each of 1,500 jars in six years.
//   npm run bench -- pantry [--households 10000] [--seconds 20]
import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { request } from 'node:http'
import { Agent } from 'node:http'
import pg from 'pg'
import { ownKelvit } from './kelvit.mjs'

const argument = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? otherwise : Number(process.argv[at + 1])
}
const MANY = argument('households', 10_000)
const SECONDS = argument('seconds', 20)
const RATE = argument('rate', 200)
const JARS = 1500
/** Households whose people ask in this run; the others are there. */
const ASKING = 10

const kelvit = await ownKelvit('pantry')
const owner = new pg.Client({ connectionString: kelvit.owner })
await owner.connect()
const { household } = JSON.parse((await kelvit.ask('GET', '/api/session')).text)
await owner.query('set session_replication_role = replica')

/** Households from one number to another, made as sets; the settings are those of the first. */
async function make(from, to) {
  await owner.query(
    `create temp table made as select n, gen_random_uuid() as house, gen_random_uuid() as member from generate_series($1::int, $2::int) n`,
    [from, to],
  )
  await owner.query(
    `insert into households (id, name, zone, altitude_ft, units, currency, settings)
     select house, 'House ' || n, 'America/Denver', 2640, 'us', 'USD', $1 from made`,
    [JSON.stringify(household.settings)],
  )
  await owner.query(
    `insert into members (id, household_id, name, sign_in_name, passphrase_hash, role)
     select member, house, 'Wren', 'wren' || n, 'x', 'keeper' from made`,
  )
  await owner.query(
    `insert into shelves (id, household_id, name, position)
     select gen_random_uuid(), house, 'Shelf ' || s, s from made, generate_series(1, 5) s`,
  )
  await owner.query(
    `insert into needs (id, household_id, food_id, form_id, jar, jars_per_meal, meals_per_week, fresh_months, next_harvest_on, certainty)
     select gen_random_uuid(), house, f, f, 'quart', 1, 1, '[]', current_date + 300, 0.8
     from made, unnest(array['beans-snap','corn','tomatoes','carrots','beets']) f`,
  )
  for (let at = from; at <= to; at += 500) {
    await owner.query(
      `insert into jars (id, household_id, code, food_id, form_id, jar, mouth, canned_on, best_by, review_by, state, seal, state_at)
       select gen_random_uuid(), house, 'B' || (j / 7) || '-' || j, (array['beans-snap','corn','tomatoes','carrots','beets'])[1 + j % 5],
       null, 'quart', 'regular', current_date - j, current_date - j + 365, current_date - j + 730,
       case when j <= 300 then 'on-shelf' else 'eaten' end, 'sealed', now() - j * interval '1 day'
       from made, generate_series(1, ${JARS}) j where n between $1 and $2`,
      [at, Math.min(to, at + 499)],
    )
    if (at % 2000 === 1) console.error(`${at - 1} households made`)
  }
  await owner.query('drop table made')
}

/** Cookies of people of some households, spread over all of them. */
async function people() {
  const { rows } = await owner.query(
    `select household_id, id from members where sign_in_name like 'wren%' order by md5(id::text) limit $1`,
    [ASKING],
  )
  const cookies = []
  for (const { household_id, id } of rows) {
    const token = randomBytes(32).toString('base64url')
    await owner.query(
      `insert into sessions (token_hash, member_id, household_id, expires_at) values ($1, $2, $3, now() + interval '1 day')`,
      [createHash('sha256').update(token).digest('base64url'), id, household_id],
    )
    cookies.push(`${kelvit.cookie().split('=')[0]}=${token}`)
  }
  return cookies
}

const agent = new Agent({ keepAlive: true, maxSockets: 64 })
/** One request and what it took on the server: the connection stands already, on loopback. */
const ask = (method, path, cookie, body) =>
  new Promise((done, fail) => {
    const from = performance.now()
    const sent = request(
      kelvit.base + path,
      {
        method,
        agent,
        headers: { cookie, ...(body ? { 'content-type': 'application/json' } : {}) },
      },
      (answer) => {
        answer.resume()
        answer.once('end', () => done({ ms: performance.now() - from, status: answer.statusCode }))
      },
    )
    sent.once('error', fail)
    sent.end(body ? JSON.stringify(body) : undefined)
  })

const FOODS = ['beans-snap', 'corn', 'tomatoes', 'carrots', 'beets']
/** What a device asks when somebody opens the pantry and takes jars; the pull list is made of the first three. */
const KINDS = [
  ['jars', () => ['GET', '/api/jars']],
  ['needs', () => ['GET', '/api/needs']],
  ['shelves', () => ['GET', '/api/shelves']],
  ['use', () => ['GET', '/api/use']],
  ...Array.from({ length: 4 }, (_, i) => [
    'take',
    (n) => [
      'PUT',
      `/api/takes/${randomUUID()}`,
      {
        foodId: FOODS[(n + i) % 5],
        jar: 'quart',
        count: 1,
        why: 'eaten',
        at: new Date().toISOString(),
        preferred: [],
      },
    ],
  ]),
]

async function run() {
  const cookies = await people()
  const took = new Map()
  const open = []
  const total = RATE * SECONDS
  const from = performance.now() + 200
  for (let n = 0; n < total; n++) {
    const due = from + (n * 1000) / RATE
    const wait = due - performance.now()
    if (wait > 1) await new Promise((done) => setTimeout(done, wait))
    const [kind, make] = KINDS[n % KINDS.length]
    const [method, path, body] = make(n)
    open.push(
      ask(method, path, cookies[n % cookies.length], body).then(({ ms, status }) => {
        if (status >= 400) throw new Error(`${method} ${path}: ${status}`)
        if (n >= RATE) took.set(kind, [...(took.get(kind) ?? []), ms])
      }),
    )
  }
  await Promise.all(open)
  return took
}

const p = (list, share) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))]

const tell = (words, took) => {
  const all = [...took.values()].flat()
  console.log(
    `${words}: p50 ${p(all, 0.5).toFixed(1)} ms, p99 ${p(all, 0.99).toFixed(1)} ms (wanted 30)`,
  )
  for (const [kind, list] of took)
    console.log(`  ${kind}: p50 ${p(list, 0.5).toFixed(1)}, p99 ${p(list, 0.99).toFixed(1)} ms`)
  return p(all, 0.99)
}

await make(1, ASKING)
await owner.query('analyze')
const few = tell(`${ASKING} households`, await run())
const { rows: indexes } = await owner.query(
  `select indexname, indexdef from pg_indexes where tablename = 'jars' and indexname <> 'jars_household_id_id_pk'`,
)
for (const { indexname } of indexes) await owner.query(`drop index ${indexname}`)
const began = performance.now()
await make(ASKING + 1, MANY)
await owner.query(`set maintenance_work_mem = '1GB'`)
for (const { indexdef } of indexes) await owner.query(indexdef)
await owner.query('vacuum analyze jars')
const { rows: size } = await owner.query(
  `select count(*)::int as jars, pg_size_pretty(pg_total_relation_size('jars')) as size from jars`,
)
console.log(
  `${size[0].jars} jars, ${size[0].size}, made in ${((performance.now() - began) / 60_000).toFixed(1)} min`,
)
const many = tell(`${MANY} households`, await run())
console.log(`p99 with ${MANY} ÷ with ${ASKING}: ${(many / few).toFixed(2)} (wanted 1.5)`)
agent.destroy()
await owner.end()
await kelvit.end()
