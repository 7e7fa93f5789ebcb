import { id, LOT, withGear, type Browser, type Kit } from '../kit'
import { dice, valueFor, type Dice } from './generate'

export interface Fault {
  readonly what: string
  readonly request: string
  readonly answer: string
}

interface Operation {
  readonly method: string
  readonly path: string
  readonly body?: object
  /** What is sent is a file of this type. */
  readonly file?: string | undefined
  readonly query: readonly { readonly name: string; readonly schema: object }[]
}

/** What would end the run itself: doors that throw out the one who asks, and streams that never end. */
const LEFT_OUT =
  /^(DELETE \/api\/sessions?|POST \/api\/session|POST \/api\/households|GET \/api\/live|GET \/api\/openapi)/

/** What no answer may ever hold, whoever asks. */
const SECRETS =
  /argon2|passphrase_?hash|token_?hash|kelvit_app|at \/|node_modules|select .* from|insert into/i

function operationsOf(document: any): Operation[] {
  return Object.entries<any>(document.paths)
    .flatMap(([path, methods]) =>
      Object.entries<any>(methods).map(([method, op]) => ({
        method: method.toUpperCase(),
        path,
        body: op.requestBody?.content['application/json']?.schema,
        file: Object.keys(op.requestBody?.content ?? {}).find((type) => !/json/.test(type)),
        query: (op.parameters ?? []).filter((p: any) => p.in === 'query'),
      })),
    )
    .filter((op) => !LEFT_OUT.test(`${op.method} ${op.path}`))
}

/** Everything that a household has, as one number that any change changes. */
async function contents(kit: Kit, householdId: string): Promise<string> {
  const rows = TABLES.map((t) => `(select md5(string_agg(x::text, '' order by x.id)) from ${t} x)`)
  const found = await kit.db.inHousehold({ householdId }, (tx) =>
    tx.execute(`select concat_ws(' ', ${rows.join(', ')}) as parts`),
  )
  return String((found.rows[0] as { parts: string }).parts)
}

/** How many lines the household's log has: whatever is written adds one. */
async function linesOf(kit: Kit, householdId: string): Promise<number> {
  const found = await kit.db.inHousehold({ householdId }, (tx) =>
    tx.execute('select seq from households'),
  )
  return Number((found.rows[0] as { seq: string }).seq)
}

const TABLES = [
  'households',
  'members',
  'canners',
  'gauge_tests',
  'containers',
  'crop_words',
  'shelves',
  'lots',
  'loads',
  'load_portions',
  'load_events',
  'jars',
  'process_checks',
  'recipes',
  'plantings',
  'needs',
  'jar_groups',
  'lid_lots',
  'supplies',
  'season_loads',
  'kitchen_hours',
  'kitchen_exceptions',
  'busy_times',
]

/**
 * Sends requests made from the API's own description, by a keeper and a viewer of one
 * household, with ids of theirs and of another. Counts as a fault: a 5xx, a secret or
 * another household's words in an answer, a refused request that changed something, and
 * anything changed in the other household.
 * @param most requests.
 * @param goesOn asked now and then; the run ends early when it says no.
 */
export async function fuzz(
  kit: Kit,
  seed: number,
  most: number,
  goesOn: () => boolean = () => true,
): Promise<{
  readonly sent: number
  readonly byStatus: Record<number, number>
  readonly faults: Fault[]
}> {
  const d = dice(seed)
  const { body: document } = await kit.browser().send('GET', '/api/openapi.json')
  const operations = operationsOf(document)
  const [mine, theirs] = [await kit.household(), await kit.household('Their own words')]
  const viewer = await joinAsViewer(kit, mine)
  const [own, other] = [await withGear(mine), await withGear(theirs)]
  const secret = `secret note ${id()}`
  const theirLot = id()
  await theirs.send('PUT', `/api/lots/${theirLot}`, { ...LOT, note: secret })
  const known = [own.cannerId, own.lotId]
  const foreign = [other.cannerId, other.lotId, theirLot]
  const ids = (): string =>
    d.chance(0.55)
      ? d.pick(known)
      : d.chance(0.3)
        ? d.pick(foreign)
        : d.chance(0.05)
          ? d.pick(known).toUpperCase()
          : id()
  const faults: Fault[] = []
  const byStatus: Record<number, number> = {}
  const house = async (who: Browser): Promise<string> =>
    String((await who.send('GET', '/api/household')).body.id)
  const [myHouse, theirHouse] = [await house(mine), await house(theirs)]
  const before = await contents(kit, theirHouse)
  let sent = 0
  let lines = await linesOf(kit, myHouse)
  for (; sent < most && (sent % 50 !== 0 || goesOn()); sent++) {
    // What is packed and unpacked in a thread takes a hundred times the time of others.
    const first = d.pick(operations)
    const op = /archive$/.test(first.path) && d.chance(0.8) ? d.pick(operations) : first
    const path = addressOf(op, d, ids)
    const body = op.file ? fileFor(d) : op.body ? spoil(valueFor(op.body, d, ids), d) : undefined
    const who = d.chance(0.1) ? viewer : d.chance(0.05) ? kit.browser() : mine
    // Every table is looked at now and then only: it takes longer than the request.
    const here = op.method !== 'GET' && d.chance(0.06) ? await contents(kit, myHouse) : undefined
    const answer = await who.send(op.method, path, body, op.file ? { 'content-type': op.file } : {})
    byStatus[answer.status] = (byStatus[answer.status] ?? 0) + 1
    const text = typeof answer.body === 'string' ? answer.body : JSON.stringify(answer.body)
    const fault = (what: string): void => {
      faults.push({
        what,
        request: `${op.method} ${path} ${JSON.stringify(body)?.slice(0, 600)}`,
        answer: text.slice(0, 300),
      })
    }
    if (answer.status >= 500) fault('5xx')
    if (answer.status >= 400 && !/"detail":".*\w/.test(text)) fault('no sentence')
    if (SECRETS.test(text)) fault('secret')
    if (text.includes(secret) || text.includes('Their own words'))
      fault('another household’s words')
    const made = /\/([0-9a-f-]{36})$/.exec(path)?.[1]
    if (answer.status === 201 && made) known.push(made)
    if (op.method !== 'GET') {
      const now = await linesOf(kit, myHouse)
      const refused = answer.status >= 300
      if (refused && now !== lines) fault('a refusal wrote something')
      if (refused && here !== undefined && (await contents(kit, myHouse)) !== here)
        fault('a refusal changed something')
      lines = now
    }
    if (sent % 500 === 499) {
      await keepSmall(mine, known, own)
      lines = await linesOf(kit, myHouse)
    }
  }
  if ((await contents(kit, theirHouse)) !== before)
    faults.push({ what: 'another household was changed', request: '', answer: '' })
  return { sent, byStatus, faults }
}

/** Rows, halves of rows, and what is no file at all. */
function fileFor(d: Dice): string {
  const heads = [
    'food',
    'lb',
    'arrived_on',
    'jar',
    'canned_on',
    'meals_per_week',
    'what',
    'mouth',
    'owned',
    'supply',
    'amount',
  ]
  const cells = [
    'beets',
    '20 lb',
    '2026-08-14',
    'quart',
    '1,234',
    '=1+1',
    '"',
    '',
    'wide',
    'jars',
    'salt',
    '9',
    '\u0000',
    'PK\u0003\u0004',
  ]
  const row = (of: readonly string[]): string =>
    Array.from({ length: 1 + d.below(6) }, () => d.pick(of)).join(d.pick([',', ';', '\t']))
  return [row(heads), ...Array.from({ length: d.below(5) }, () => row(cells))].join('\n')
}

async function joinAsViewer(kit: Kit, keeper: Browser): Promise<Browser> {
  const { body } = await keeper.send('POST', '/api/invitations', { id: id(), role: 'viewer' })
  const guest = kit.browser()
  await guest.send('POST', `/api/invitations/${body.token}/accept`, {
    name: 'Viewer',
    signInName: id(),
    passphrase: 'a few plain words',
  })
  return guest
}

function addressOf(op: Operation, d: Dice, ids: () => string): string {
  const path = op.path.replace(/\{(\w+)\}/g, (_, name: string) =>
    name === 'year' && d.chance(0.8)
      ? d.pick(['2024', '2025', '2026'])
      : name === 'kind' && d.chance(0.8)
        ? d.pick(['pantry', 'lots', 'loads', 'needs', 'supplies', 'gear'])
        : d.chance(0.03)
          ? d.pick(['x', '%2e%2e', 'null', '🥕', '1'.repeat(300)])
          : ids(),
  )
  const query = op.query.flatMap(({ name, schema }) => {
    const value = d.chance(0.06) ? undefined : valueFor(schema, d, ids, name)
    return value === undefined
      ? []
      : [`${encodeURIComponent(name)}=${encodeURIComponent(wellFormed(asText(value)))}`]
  })
  return encodeURI(decodeURI(path)) + (query.length > 0 ? `?${query.join('&')}` : '')
}

const asText = (value: unknown): string =>
  typeof value === 'object' ? JSON.stringify(value) : String(value)
const wellFormed = (s: string): string => s.replace(/[\ud800-\udfff]/g, '?')

/** Now and then not JSON at all, or not the JSON that was meant. */
function spoil(value: unknown, d: Dice): unknown {
  if (!d.chance(0.02)) return value
  return d.pick([
    '{"lb": ',
    '[]',
    'null',
    '"words"',
    '{"a":'.repeat(200) + '1' + '}'.repeat(200),
    '\ufeff{}',
    '12',
  ])
}

/** Many rows make every look at them slow: most are taken away again. */
async function keepSmall(
  who: Browser,
  known: string[],
  own: { cannerId: string; lotId: string },
): Promise<void> {
  for (const table of [
    'lots',
    'shelves',
    'containers',
    'season-loads',
    'needs',
    'plantings',
    'lid-lots',
    'busy-times',
    'kitchen-exceptions',
    'jar-groups',
    'process-checks',
  ])
    for (const row of (await who.send('GET', `/api/${table}`)).body as { id: string }[])
      if (row.id !== own.lotId) await who.send('DELETE', `/api/${table}/${row.id}`)
  known.splice(0, known.length, own.cannerId, own.lotId)
}
