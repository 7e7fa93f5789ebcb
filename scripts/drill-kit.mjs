// What both drills do: ask a Kelvit, and start a load to tell facts of.
import { v7 as uuidv7 } from 'uuid'

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
