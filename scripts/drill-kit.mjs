// What both drills do: ask a Kelvit, start a load, tell facts of it and hear what was told.
import { createServer } from 'node:net'
import { v7 as uuidv7 } from 'uuid'

const sleep = (ms) => new Promise((done) => setTimeout(done, ms))

export const HOUSEHOLD = {
  household: { name: 'Nettle Row', zone: 'America/Denver', altitudeFt: 2640, units: 'us' },
  keeper: { name: 'Juniper', signInName: 'juniper', passphrase: 'a few plain words' },
}

/** One request on a connection of its own: which server takes it is settled anew each time. */
export async function askAt(base, method, path, body, cookie) {
  const answer = await fetch(base + path, {
    method,
    signal: AbortSignal.timeout(8000),
    headers: {
      connection: 'close',
      ...(body ? { 'content-type': 'application/json' } : {}),
      ...(cookie ? { cookie } : {}),
    },
    ...(body ? { body: JSON.stringify(body) } : {}),
  })
  return {
    status: answer.status,
    cookie: answer.headers
      .getSetCookie()
      .map((c) => c.split(';')[0])
      .join('; '),
    body: await answer.json().catch(() => undefined),
  }
}

/** A load that was started at the stove, to tell facts of. */
export async function startedLoad(tell, cookie) {
  const [canner, lot, load] = [uuidv7(), uuidv7(), uuidv7()]
  const stage = { fillMinPerJar: 1, fillMinFixed: 5, heatMin: 18, ventMin: 10 }
  await tell(
    'PUT',
    `/api/canners/${canner}`,
    {
      name: 'Canner',
      gauge: 'weighted',
      regulatedBy: 'weighted',
      capacity: { quart: 7 },
      minimum: { quart: 2, pint: 4 },
      stageMinutes: { ...stage, climbMin: 8, coolMin: 35, restMin: 10, unloadMin: 6 },
    },
    cookie,
  )
  const beans = { formId: 'beans-snap', jar: 'quart' }
  const said = { foodId: 'beans-snap', said: '14 lb snap beans', lb: 14, storage: 'cool' }
  const today = new Date().toISOString()
  await tell(
    'PUT',
    `/api/lots/${lot}`,
    { ...beans, ...said, arrivedOn: today.slice(0, 10) },
    cookie,
  )
  const portion = { id: uuidv7(), lotId: lot, ...beans, pack: 'hot', mouth: 'regular', jars: 7 }
  const plan = { cannerId: canner, startsAt: today, portions: [portion] }
  await tell('PUT', `/api/loads/${load}`, plan, cookie)
  const started = await tell(
    'PUT',
    `/api/loads/${load}/events/${uuidv7()}`,
    { at: today, kind: 'started' },
    cookie,
  )
  if (started.status !== 200) throw new Error(JSON.stringify(started.body))
  return load
}

/** Ports of loopback that nobody listens at. */
export async function freePorts(n) {
  const held = await Promise.all(
    Array.from(
      { length: n },
      () =>
        new Promise((done) => {
          const s = createServer().listen(0, '127.0.0.1', () => done(s))
        }),
    ),
  )
  return Promise.all(
    held.map(
      (s) =>
        new Promise((done) => {
          const { port } = s.address()
          s.close(() => done(port))
        }),
    ),
  )
}

/** A stream at one server that comes back with its place, as a browser does. */
export function follow(base, cookie) {
  const heard = { seqs: [], resets: 0 }
  const stop = new AbortController()
  const hear = async () => {
    for (let last; !stop.signal.aborted; await sleep(200))
      try {
        const answer = await fetch(`${base}/api/live`, {
          signal: stop.signal,
          headers: { cookie, ...(last === undefined ? {} : { 'last-event-id': String(last) }) },
        })
        let text = ''
        for await (const part of answer.ok ? answer.body : []) {
          text += Buffer.from(part).toString()
          for (let end; (end = text.indexOf('\n\n')) >= 0;) {
            const event = text.slice(0, end)
            text = text.slice(end + 2)
            const id = /^id: (\d+)$/m.exec(event)?.[1]
            if (id !== undefined) last = Number(id)
            if (/^event: change$/m.test(event)) heard.seqs.push(Number(id))
            if (/^event: reset$/m.test(event)) heard.resets++
          }
        }
      } catch {
        // It comes back.
      }
  }
  void hear()
  return { end: () => (stop.abort(), heard) }
}

/** Posts facts from several sides without end, each again until it is acknowledged. */
export function poster(sides, post) {
  const ids = new Set()
  const refused = []
  let [posting, lastAt, longest, gap] = [true, Date.now(), 0, 0]
  const side = async () => {
    while (posting) {
      const id = uuidv7()
      for (;;) {
        const a = await post(id).catch(() => undefined)
        if (a && a.status < 300) {
          ids.add(id)
          gap = Math.max(gap, Date.now() - lastAt)
          longest = Math.max(longest, gap)
          lastAt = Date.now()
          break
        }
        if (a && a.status < 500 && a.status !== 429) {
          refused.push(`${a.status} ${JSON.stringify(a.body)}`)
          break
        }
        await sleep(60)
      }
    }
  }
  const all = Array.from({ length: sides }, side)
  return {
    /** From here on the longest wait is measured anew. */
    begin: () => (gap = 0),
    /** The longest wait between two facts since then, ms. */
    gap: () => gap,
    /** Until facts are taken again after a pause of two seconds. */
    async again(most) {
      const from = Date.now()
      for (let paused = false; !paused || Date.now() - lastAt > 2000; await sleep(20)) {
        if (Date.now() - lastAt > 2000) paused = true
        if (Date.now() - from > most)
          throw new Error(`facts were not taken again in ${most / 1000} s`)
      }
    },
    async end() {
      posting = false
      await Promise.all(all)
      return { ids, refused, longest }
    },
  }
}
