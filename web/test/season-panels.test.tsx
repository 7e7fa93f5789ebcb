// @vitest-environment jsdom
// What the season's page says of jars, dials and pins, and what a press on it sends.
import type { Lot, SeasonLoad } from '@kelvit/contract'
import { cannerClasses, construct, feet, MINIMUM_LOAD, pounds, seasonFrom, type SeasonRecords } from '@kelvit/core' // prettier-ignore
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, test, vi } from 'vitest'
import { planFrom, type SeasonView } from '../src/household/season'
import { Page as Hours } from '../src/station/season/hours/page'
import { HouseholdPanels } from '../src/station/season/hours/household-panels'
import { Notes, Runout } from '../src/station/season/plan/side-panels'
import { canner, lot } from './kit'
import { show, stage } from './show'

stage()
const TODAY = '2026-08-14'
const small = cannerClasses[0]!
const records = (more: Partial<SeasonRecords> = {}): SeasonRecords => ({
  ...{ today: TODAY, nowMinute: 0, altitudeFt: feet(2640), defaultPack: 'hot' },
  ...{ burners: 2, lateMinutes: 0, loads: [], stock: [] },
  calendar: {
    hours: [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({
      ...{ weekday, opens: '08:00', closes: '18:00', people: 2 },
    })),
    ...{ exceptions: [], busy: [] },
  },
  lots: [
    {
      ...{ id: 'l1', foodId: 'peas-green', formId: 'peas-green', jar: 'quart', jars: 20 },
      ...{ arrivedOn: TODAY, canBy: '2026-08-20', expected: false },
    },
  ],
  canners: [
    {
      ...{ id: 'c1', name: 'Small canner', capacity: small.capacity, minimum: MINIMUM_LOAD },
      ...{ stageMinutes: small.stageMinutes, regulatedBy: 'weighted' },
    },
  ],
  ...more,
})
const viewOf = (r: SeasonRecords, stored: readonly SeasonLoad[] = []): SeasonView => {
  const season = seasonFrom(r)
  return {
    ...{ records: r, season, ...planFrom(season.model, TODAY, stored), stored },
    ...{ canners: [canner()], zone: 'America/Denver' },
  }
}
const planned = (more: Partial<SeasonLoad> = {}): SeasonLoad => ({
  ...{ id: 's1', version: 1, onDate: '2026-08-15', cannerId: 'c1', pinned: true },
  portions: [
    {
      ...{ lotId: 'l1', formId: 'peas-green', pack: 'hot', jar: 'quart', mouth: 'regular' },
      jars: 7,
    },
  ],
  ...more,
})

describe('jars of another size', () => {
  const peas = lot({
    ...{ id: 'l1', foodId: 'peas-green', formId: 'peas-green', jar: 'quart' },
    ...{ lb: pounds(90), said: '90 lb green peas' },
  })
  const stock = [
    { kind: 'jars', jar: 'quart', mouth: 'regular', onHand: 8 },
    { kind: 'jars', jar: 'pint', mouth: 'regular', onHand: 40 },
  ] as const
  const press = (lots: readonly Lot[], mayPlan = true) => {
    const sent: unknown[] = []
    const r = records({ stock })
    const view = viewOf(r)
    show(<Runout view={view} plan={construct(view.season.model)} mayPlan={mayPlan} />, {
      lists: { lots, yields: [], 'season-loads': [] },
    })
    vi.stubGlobal('fetch', (path: string, init: { method: string; body: string }) => {
      sent.push([init.method, path, JSON.parse(init.body)])
      return new Promise(() => undefined)
    })
    return sent
  }
  test('are offered where some have none; one press splits off what they hold', async () => {
    const sent = press([peas])
    expect(screen.getByText(/You own 8 quarts for this; 40 pints are empty/)).toBeDefined()
    fireEvent.click(screen.getByRole('button', { name: 'Put them in pints' }))
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]).toEqual([
      'POST',
      '/api/lots/l1/split',
      expect.objectContaining({ version: 1, jar: 'pint', state: 'in-house' }),
    ])
    // 13 or 12 of 20 quarts have none; so much of the pounds goes with them.
    const { lb } = (sent[0] as [string, string, { lb: number }])[2]
    expect(lb).toBeGreaterThan(90 * 0.5)
    expect(lb).toBeLessThan(90 * 0.75)
  })
  test('are for whoever may plan', () => {
    press([peas], false)
    expect(screen.queryByRole('button', { name: /Put them/ })).toBeNull()
  })
})

describe('what the plan counts on', () => {
  test('a dial’s test, with its day and what depends on it', () => {
    const dial = records().canners.map((c) => ({
      ...{ ...c, regulatedBy: 'dial' as const, testedUntil: '2026-08-15' },
    }))
    const view = viewOf(records({ canners: dial }))
    const late = {
      loads: [{ day: 4, canner: 0, portions: [{ lot: 0, jars: 7 }] }],
    }
    show(<Notes view={view} plan={late} />)
    expect(document.body.textContent).toMatch(
      /Small canner: test its dial by Mon 17 Aug, or 1 load of this plan \(7 jars\) can’t run/,
    )
  })
  test.each([
    ['a day that is over', planned({ onDate: '2026-08-13' }), /Pinned to Thu 13 Aug and not possible: its day is over/],
    ['a canner that is gone', planned({ cannerId: 'c9' }), /its canner is gone or may not be used/],
    ['a lot that is gone', planned({ portions: [{ ...planned().portions[0]!, lotId: 'x' }] }), /its lot is gone or canned/],
    ['other jars', planned({ portions: [{ ...planned().portions[0]!, jar: 'pint' }] }), /its lot goes into other jars now/],
    ['not pinned', planned({ pinned: false, onDate: '2026-08-13' }), /1 load of the plan can’t run any more: its day is over/],
  ] as const)('a pin is not kept for %s, and says so', (_, load, words) => {
    const view = viewOf(records(), [load])
    expect(view.plan.loads).toEqual([])
    show(<Notes view={view} plan={view.plan} />)
    expect(document.body.textContent).toMatch(words)
  }) // prettier-ignore
  test('a canner that broke takes its pins with it', () => {
    const broken = records().canners.map((c) => ({ ...c, blocked: true }))
    const other = { ...records().canners[0]!, id: 'c2' }
    const view = viewOf(records({ canners: [...broken, other] }), [planned()])
    expect(view.stale.map((s) => s.why)).toEqual(['canner'])
  })
  test('where everything holds nothing is said', () => {
    const view = viewOf(records(), [planned()])
    const { container } = { container: document.body }
    show(<Notes view={view} plan={view.plan} />)
    expect(container.textContent).toBe('')
  })
})

test('what the plan leans to is shown at the press; pressed twice in a row, the last one stands', async () => {
  const sent: { how: string; answer: (r: Response) => void }[] = []
  show(<HouseholdPanels />)
  vi.stubGlobal('fetch', (_: string, init: { body: string }) => {
    const { settings } = JSON.parse(init.body) as { settings: { canningDays: string } }
    return new Promise<Response>((answer) => sent.push({ how: settings.canningDays, answer }))
  })
  const radio = (name: RegExp) => screen.getByRole<HTMLInputElement>('radio', { name })
  fireEvent.click(radio(/^Fewer/))
  expect(radio(/^Fewer/).checked).toBe(true)
  fireEvent.click(radio(/^Short/))
  expect(radio(/^Short/).checked).toBe(true)
  await waitFor(() => expect(sent.map((s) => s.how)).toEqual(['fewer']))
  sent[0]!.answer(new Response('{}', { status: 200, headers: { 'kelvit-answer': 'yes' } }))
  await waitFor(() => expect(sent.map((s) => s.how)).toEqual(['fewer', 'short']))
  const no = JSON.stringify({ title: 'Changed meanwhile', status: 409, detail: 'Look again.' })
  const headers = { 'content-type': 'application/problem+json', 'kelvit-answer': 'yes' }
  sent[1]!.answer(new Response(no, { status: 409, headers }))
  // Refused: what holds is shown again, and nothing more is sent.
  await waitFor(() => expect(radio(/^In between/).checked).toBe(true))
  expect(sent).toHaveLength(2)
})

test('what is typed into a weekday stands when the change before it arrives, and goes after it', async () => {
  const wednesday = { id: 'k3', weekday: 3, opens: '18:00', closes: '21:00', people: 2, version: 1 }
  const after = [{ ...wednesday, closes: '22:00', version: 2 }]
  const sent: { body: unknown; answer: (r: Response) => void }[] = []
  const { client } = show(<Hours />, {
    lists: { 'kitchen-hours': [wednesday], 'kitchen-exceptions': [], 'busy-times': [] },
  })
  vi.stubGlobal('fetch', (_: string, init: { body?: string }) => {
    if (init.body === undefined) return Promise.resolve(Response.json(after))
    return new Promise<Response>((answer) =>
      sent.push({ body: JSON.parse(init.body ?? ''), answer }),
    )
  })
  const box = (name: string) => screen.getByLabelText<HTMLInputElement>(name)
  fireEvent.click(screen.getByRole('button', { name: 'Type the times' }))
  const until = box('Wednesday until')
  const type = (what: string): void => {
    until.focus()
    fireEvent.change(until, { target: { value: what } })
  }
  type('10 pm')
  box('Monday from').focus()
  await waitFor(() => expect(sent).toHaveLength(1))
  type('1:00 am')
  client.setQueryData(['kitchen-hours'], after)
  sent[0]!.answer(new Response('{}', { status: 200, headers: { 'kelvit-answer': 'yes' } }))
  await waitFor(() => expect(until.value).toBe('1:00 am'))
  expect(document.activeElement).toBe(until)
  box('Monday from').focus()
  expect(box('Wednesday until').value).toBe('1:00 am')
  await waitFor(() => expect(sent).toHaveLength(2))
  expect(sent.map((s) => s.body)).toMatchObject([
    { version: 1, closes: '22:00' },
    { version: 2, opens: '18:00', closes: '01:00', people: 2 },
  ])
})

test('a number that is left by a press on a choice: both are kept, none over the other', async () => {
  const sent: { settings: object; answer: (r: Response) => void }[] = []
  show(<HouseholdPanels />)
  vi.stubGlobal('fetch', (_: string, init: { body: string }) => {
    const { settings } = JSON.parse(init.body) as { settings: object }
    return new Promise<Response>((answer) => sent.push({ settings, answer }))
  })
  const burners = screen.getByLabelText<HTMLInputElement>('Burners for canners')
  const short = screen.getByRole<HTMLInputElement>('radio', { name: /^Short/ })
  burners.focus()
  fireEvent.change(burners, { target: { value: '3' } })
  short.focus()
  await waitFor(() => expect(sent).toHaveLength(1))
  fireEvent.click(short)
  expect(short.checked).toBe(true)
  sent[0]!.answer(new Response('{}', { status: 200, headers: { 'kelvit-answer': 'yes' } }))
  await waitFor(() => expect(sent).toHaveLength(2))
  expect(sent.map((s) => s.settings)).toMatchObject([
    { burners: 3, canningDays: 'even' },
    { burners: 3, canningDays: 'short' },
  ])
  expect(burners.value).toBe('3')
})
