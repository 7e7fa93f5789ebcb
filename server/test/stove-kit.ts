// A stove over HTTP for tests: a household, a canner, a planned load, and what is said of it.
import { expect } from 'vitest'
import { everything, CANNER, id, newLoad, NOW, withGear, type Browser, type Kit } from './kit'

export const MIN = 60_000
export const DIAL = { ...CANNER, gauge: 'dial', regulatedBy: 'dial' }
/** When the jars of `TO_STANDING` are out, minutes. */
export const OUT = 188

export const TO_CLIMBING = [
  [0, 'started'],
  [1, 'filling-began'],
  [2, 'locked'],
  [3, 'steam-steady'],
  [13, 'weight-on'],
] as const

export interface Stove {
  readonly who: Browser
  readonly cannerId: string
  readonly lotId: string
  readonly loadId: string
  readonly portionId: string
  /** Says something a number of minutes after 17:00; the clock goes along. */
  say(minute: number, kind: string, more?: object): ReturnType<Browser['send']>
  /** Says one thing after another. */
  run(list: readonly (readonly [number, string, object?])[]): Promise<void>
  load(): Promise<any>
  jars(): Promise<any[]>
}

export const testGauge = (who: Browser, cannerId: string, errorPsi: number) =>
  who.send('PUT', `/api/gauge-tests/${id()}`, {
    cannerId,
    testedOn: '2026-08-14',
    errorPsi,
    testedBy: 'the table at the fair',
  })

/** From here on the household reads its gauges in kilopascals. */
export async function readInMetric(who: Browser): Promise<void> {
  const { version } = (await who.send('GET', '/api/household')).body
  const made = await who.send('PATCH', '/api/household', { version, units: 'metric' })
  expect(made.status).toBe(200)
}

/** A household with a canner and a load planned in it. */
export async function planned(
  kit: Kit,
  canner: object = CANNER,
  more: object = {},
  errorPsi = 0,
): Promise<Stove> {
  await kit.clock.set(NOW)
  const who = await kit.household()
  const gear = await withGear(who, canner)
  if (canner === DIAL) await testGauge(who, gear.cannerId, errorPsi)
  return stoveOf(kit, who, gear, more)
}

/** Another load planned by somebody. */
export async function stoveOf(
  kit: Kit,
  who: Browser,
  gear: { cannerId: string; lotId: string },
  more: object = {},
): Promise<Stove> {
  const loadId = id()
  const plan = newLoad(gear, more)
  const made = await who.send('PUT', `/api/loads/${loadId}`, plan)
  expect(made.status, JSON.stringify(made.body)).toBe(201)
  const say: Stove['say'] = async (minute, kind, extra = {}) => {
    await kit.clock.set(Math.max(kit.clock.now(), NOW + minute * MIN))
    return who.send('PUT', `/api/loads/${loadId}/events/${id()}`, {
      at: new Date(NOW + minute * MIN).toISOString(),
      kind,
      ...extra,
    })
  }
  return {
    who,
    ...gear,
    loadId,
    portionId: plan.portions[0]!.id,
    say,
    run: async (list) => {
      for (const [minute, kind, extra] of list) {
        const said = await say(minute, kind, extra)
        expect(said.status, JSON.stringify(said.body)).toBe(200)
      }
    },
    load: async () => (await who.send('GET', `/api/loads/${loadId}`)).body,
    jars: async () => (await everything(who, '/api/jars')).filter((j: any) => j.loadId === loadId),
  }
}

/** An instant a number of minutes after 17:00. */
export const minute = (m: number): string => new Date(NOW + m * MIN).toISOString()
