import type { Page } from '@playwright/test'
import { CANNER, expect, moveClock } from './kit'

const NOW = Date.parse('2026-08-14T23:00:00Z')
/** Minutes before or after 17:00, what was said, and what a dial read. */
type Said = readonly (readonly [minute: number, kind: string, psi?: number])[]

/** Facts of a dial evening, minutes before 17:00; the clock runs since 16:49. */
const PROCESSING: Said = [
  [-75, 'started'],
  [-60, 'filling-began'],
  [-50, 'locked'],
  [-30, 'steam-steady'],
  [-20, 'weight-on'],
  [-11, 'reading', 12],
  [-4, 'reading', 12.5],
]
const DAY = 24 * 60
const YESTERDAY: Said = [
  [-150 - 13 * 60, 'started'],
  [-135 - 13 * 60, 'filling-began'],
  [-125 - 13 * 60, 'locked'],
  [-105 - 13 * 60, 'steam-steady'],
  [-95 - 13 * 60, 'weight-on'],
  [-85 - 13 * 60, 'at-pressure'],
  [-72 - 13 * 60, 'still-rocking'],
  [-58 - 13 * 60, 'heat-off'],
  [-24 - 13 * 60, 'pressure-zero'],
  [-23 - 13 * 60, 'lock-dropped'],
  [-22 - 13 * 60, 'weight-off'],
  [-12 - 13 * 60, 'opened'],
  [-5 - 13 * 60, 'unloaded'],
]
const LAST_WEEK: Said = YESTERDAY.map(([m, kind]) => [m - 7 * DAY, kind] as const)

export interface OwnStove {
  /** On a dial, processing for 11 of 25 minutes at 17:00. */
  readonly running: string
  /** Jars that stand since thirteen hours. */
  readonly standing: string
  /** Seven quarts on the shelf since a week. */
  readonly shelved: string
}

/** A household of the test's own with three loads, signed in; the clock at 17:00. */
export async function ownStove(page: Page): Promise<OwnStove> {
  const send = async (method: 'put' | 'post', path: string, data: object) => {
    const answer = await page.request[method](path, { data })
    expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true)
    return (await answer.json()) as { portions: { id: string }[] }
  }
  await moveClock(page, 0)
  await send('post', '/api/households', {
    household: { name: 'Nettle Row', zone: 'America/Denver', altitudeFt: 2640, units: 'us' },
    keeper: { name: 'Juniper', signInName: crypto.randomUUID(), passphrase: 'plain words here' },
  })
  const gear = async (name: string, gauge: string) => {
    const id = crypto.randomUUID()
    await send('put', `/api/canners/${id}`, { ...CANNER, name, gauge, regulatedBy: gauge })
    return id
  }
  const [dial, weight] = [
    await gear('Porch canner', 'dial'),
    await gear('Kitchen canner', 'weighted'),
  ]
  await send('put', `/api/gauge-tests/${crypto.randomUUID()}`, {
    cannerId: dial,
    testedOn: '2026-05-02',
    errorPsi: 0,
    testedBy: 'the fair',
  })
  const load = async (cannerId: string, facts: Said): Promise<string> => {
    const [lotId, id] = [crypto.randomUUID(), crypto.randomUUID()]
    await send('put', `/api/lots/${lotId}`, {
      foodId: 'beans-snap',
      formId: 'beans-snap',
      jar: 'quart',
      said: '14 lb snap beans',
      lb: 14,
      arrivedOn: '2026-08-06',
      storage: 'cool',
    })
    const portionId = crypto.randomUUID()
    await send('put', `/api/loads/${id}`, {
      cannerId,
      startsAt: new Date(NOW + (facts[0]?.[0] ?? 0) * 60_000).toISOString(),
      portions: [
        {
          id: portionId,
          lotId,
          formId: 'beans-snap',
          pack: 'hot',
          jar: 'quart',
          mouth: 'regular',
          jars: 7,
        },
      ],
    })
    for (const [minute, kind, psi] of facts)
      await send('put', `/api/loads/${id}/events/${crypto.randomUUID()}`, {
        at: new Date(NOW + minute * 60_000).toISOString(),
        kind,
        ...(psi === undefined ? {} : { psi }),
        ...(kind === 'seals-checked' ? { seals: [{ portionId, outcome: 'sealed', jars: 7 }] } : {}),
      })
    return id
  }
  const shelved = await load(weight, [...LAST_WEEK, [-6 * DAY, 'seals-checked']])
  const standing = await load(weight, YESTERDAY)
  return { running: await load(dial, PROCESSING), standing, shelved }
}
