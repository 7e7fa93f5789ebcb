import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  CANNER,
  id,
  newLoad,
  NOW,
  startKit,
  TO_STANDING,
  withGear,
  type Browser,
  type Kit,
} from './kit'
import { planned as stovePlanned } from './stove-kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

const portion = (lotId: string, more: object = {}) => ({
  lotId,
  formId: 'beans-snap',
  pack: 'hot',
  jar: 'quart',
  mouth: 'regular',
  jars: 7,
  ...more,
})

interface Farm {
  readonly who: Browser
  readonly cannerId: string
  readonly lotId: string
}

async function farm(): Promise<Farm> {
  const who = await kit.household()
  return { who, ...(await withGear(who)) }
}

const load = (f: Farm, more: object = {}) => ({
  onDate: '2026-08-15',
  cannerId: f.cannerId,
  portions: [portion(f.lotId)],
  pinned: false,
  ...more,
})

const plan = (f: Farm, loads: object[], seen: object[] = []) =>
  f.who.send('PUT', '/api/season-plan', { seen, loads })
const stored = async (f: Farm): Promise<any[]> =>
  (await f.who.send('GET', '/api/season-loads')).body

describe('the season plan', () => {
  test('is put in place as a whole, and again changes nothing', async () => {
    const f = await farm()
    const loads = [{ id: id(), ...load(f) }]
    const first = await plan(f, loads)
    expect(first.status).toBe(200)
    expect(first.body).toMatchObject([{ onDate: '2026-08-15', version: 1 }])
    expect((await plan(f, loads)).body).toEqual(first.body)
  })
  test('one bad load and nothing of it is written', async () => {
    const f = await farm()
    const good = { id: id(), ...load(f) }
    for (const [bad, status] of [
      [{ portions: [portion(id())] }, 422],
      [{ portions: [portion(f.lotId, { jars: 8 })] }, 422],
      [{ portions: [portion(f.lotId, { jars: 1 })] }, 422],
      [{ portions: [portion(f.lotId, { formId: 'beets' })] }, 422],
      [{ portions: [portion(f.lotId, { pack: 'cold' })] }, 400],
      [{ portions: [] }, 400],
      [{ cannerId: id() }, 422],
      [{ onDate: '2026-02-30' }, 400],
      [{ surprise: 1 }, 400],
    ] as const) {
      const answer = await plan(f, [good, { id: id(), ...load(f, bad) }])
      expect([answer.status, JSON.stringify(bad)]).toEqual([status, JSON.stringify(bad)])
      expect(answer.body.detail).toMatch(/\w/)
    }
    expect(await stored(f)).toEqual([])
  })
  test('two people plan at once: the second is told, with both plans, and nothing is lost', async () => {
    const f = await farm()
    const mine = [{ id: id(), ...load(f) }]
    const theirs = [{ id: id(), ...load(f, { onDate: '2026-08-16' }) }]
    await plan(f, mine)
    const late = await plan(f, theirs)
    expect(late.status).toBe(409)
    expect(late.body).toMatchObject({ type: '/problems/plan-changed' })
    expect(late.body.stored[0].onDate).toBe('2026-08-15')
    expect(late.body.sent[0].onDate).toBe('2026-08-16')
    expect(await stored(f)).toHaveLength(1)
  })
  test('two people move the same load: a clear conflict for the second', async () => {
    const f = await farm()
    const path = `/api/season-loads/${id()}`
    await f.who.send('PUT', path, load(f))
    const a = await f.who.send('PATCH', path, { version: 1, onDate: '2026-08-16', pinned: true })
    const b = await f.who.send('PATCH', path, { version: 1, onDate: '2026-08-17' })
    expect(a.body).toMatchObject({ onDate: '2026-08-16', pinned: true, version: 2 })
    expect(b.status).toBe(409)
    expect(b.body.stored.onDate).toBe('2026-08-16')
  })
  test('loads that stay keep their version', async () => {
    const f = await farm()
    const stays = { id: id(), ...load(f) }
    const [before] = (await plan(f, [stays])).body
    const fresh = {
      id: id(),
      ...load(f, { onDate: '2026-08-18', portions: [portion(f.lotId, { jars: 3 })] }),
    }
    const after = await plan(f, [stays, fresh], [{ id: before.id, version: 1 }])
    expect(after.body.find((l: any) => l.id === stays.id)).toEqual(before)
    expect(after.body).toHaveLength(2)
  })
  test('a load that is started leaves the plan; one that is refused does not', async () => {
    const f = await farm()
    const seasonLoadId = id()
    await f.who.send('PUT', `/api/season-loads/${seasonLoadId}`, load(f))
    const refused = await f.who.send('PUT', `/api/loads/${id()}`, {
      ...newLoad(f, { jars: 30 }),
      seasonLoadId,
    })
    expect(refused.status).toBe(422)
    expect(await stored(f)).toHaveLength(1)
    const started = await f.who.send('PUT', `/api/loads/${id()}`, { ...newLoad(f), seasonLoadId })
    expect(started.status).toBe(201)
    expect(await stored(f)).toEqual([])
  })
  test('another household sees and touches nothing', async () => {
    const f = await farm()
    const other = await farm()
    const path = `/api/season-loads/${id()}`
    await f.who.send('PUT', path, load(f))
    expect(await stored(other)).toEqual([])
    expect((await other.who.send('PATCH', path, { version: 1, pinned: true })).status).toBe(404)
    await other.who.send('DELETE', path)
    expect(await stored(f)).toHaveLength(1)
    expect((await plan(other, [{ id: id(), ...load(f) }])).status).toBe(422)
  })
  test('a dial that was never tested is planned with from tomorrow on, since it can be; not today', async () => {
    const who = await kit.household()
    const gear = await withGear(who, { ...CANNER, gauge: 'dial', regulatedBy: 'dial' })
    const f = { who, ...gear }
    const today = await plan(f, [{ id: id(), ...load(f, { onDate: '2026-08-14' }) }])
    expect(today.status).toBe(409)
    expect(today.body.detail).toMatch(/hasn’t been tested/)
    expect((await plan(f, [{ id: id(), ...load(f) }])).status).toBe(200)
  })
  test('a canner that is not in order is not planned with, on no day', async () => {
    const f = await farm()
    await f.who.send('PATCH', `/api/canners/${f.cannerId}`, {
      ...{ version: 1, defects: ['gasket'], inspectedOn: '2026-08-14' },
    })
    const answer = await plan(f, [{ id: id(), ...load(f) }])
    expect([answer.status, answer.body.type]).toEqual([409, '/problems/canner-blocked'])
  })
})

describe('the kitchen’s hours', () => {
  test('a weekday is set once and changed by version', async () => {
    const who = await kit.household()
    const path = `/api/kitchen-hours/${id()}`
    const row = { weekday: 5, opens: '17:00', closes: '21:30', people: 2 }
    expect((await who.send('PUT', path, row)).status).toBe(201)
    expect((await who.send('PUT', `/api/kitchen-hours/${id()}`, row)).status).toBe(409)
    const shut = await who.send('PATCH', path, { version: 1, opens: null, closes: null, people: 0 })
    expect(shut.body).toMatchObject({ opens: null, closes: null, version: 2 })
  })
  test.each([
    [{ opens: '21:00', closes: '17:00' }, 422],
    [{ opens: '18:00', closes: '06:01' }, 422],
    [{ opens: '18:00', closes: '18:00' }, 422],
    [{ opens: '17:00', closes: null }, 422],
    [{ opens: '25:00', closes: '26:00' }, 400],
    [{ opens: '17:00', closes: '21:00', weekday: 8 }, 400],
    [{ opens: '17:00', closes: '21:00', people: 1.5 }, 400],
  ])('%j is refused in words', async (more, status) => {
    const who = await kit.household()
    const body = { weekday: 1, people: 1, ...more }
    const answer = await who.send('PUT', `/api/kitchen-hours/${id()}`, body)
    expect(answer.status).toBe(status)
    expect(answer.body.detail).toMatch(/\w/)
  })
  test('an evening may go on into the night', async () => {
    const who = await kit.household()
    const body = { weekday: 1, people: 1, opens: '18:00', closes: '01:30' }
    expect((await who.send('PUT', `/api/kitchen-hours/${id()}`, body)).status).toBe(201)
    const odd = { onDate: '2026-08-22', opens: '20:00', closes: '06:00', people: 1, note: '' }
    expect((await who.send('PUT', `/api/kitchen-exceptions/${id()}`, odd)).status).toBe(201)
  })
  test('odd days and busy times come and go', async () => {
    const who = await kit.household()
    const odd = `/api/kitchen-exceptions/${id()}`
    await who.send('PUT', odd, {
      onDate: '2026-08-22',
      opens: null,
      closes: null,
      people: 0,
      note: 'away',
    })
    expect((await who.send('GET', '/api/kitchen-exceptions')).body).toHaveLength(1)
    expect((await who.send('DELETE', odd)).status).toBe(204)
    // Who is there may be said, by name; left out it is as usual.
    const named = { onDate: '2026-08-23', opens: '17:00', closes: '21:00', people: 1, note: '' }
    const kept = `/api/kitchen-exceptions/${id()}`
    expect((await who.send('PUT', kept, { ...named, who: ['Wren'] })).body.who).toEqual(['Wren'])
    expect((await who.send('PUT', kept, { ...named, who: 'Wren' })).status).toBe(400)
    expect((await who.send('PUT', kept, { ...named, who: [''] })).status).toBe(400)
    const busy = { onDate: '2026-08-22', from: '18:00', until: '17:00', what: 'choir' }
    expect((await who.send('PUT', `/api/busy-times/${id()}`, busy)).status).toBe(422)
  })
})

/** The test's now is Friday 14 August 2026, 17:00 in Denver. */
const calendar = (...events: string[]): string =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//test//EN', ...events, 'END:VCALENDAR'].join('\r\n')
const event = (...lines: string[]): string =>
  ['BEGIN:VEVENT', `UID:${id()}`, 'DTSTAMP:20260801T000000Z', ...lines, 'END:VEVENT'].join('\r\n')

describe('busy times from a calendar file', () => {
  const take = (who: Browser, text: string) => who.send('POST', '/api/calendar-import', { text })
  const times = async (who: Browser): Promise<string[]> =>
    (await who.send('GET', '/api/busy-times')).body.map(
      (b: any) => `${b.onDate} ${b.from}–${b.until} ${b.what}`,
    )

  test('an event in universal time is kept in the household’s', async () => {
    const who = await kit.household()
    const file = calendar(
      event('SUMMARY:Choir', 'DTSTART:20260819T000000Z', 'DTEND:20260819T013000Z'),
    )
    expect((await take(who, file)).body).toEqual({ times: 1, leftOut: [] })
    expect(await times(who)).toEqual(['2026-08-18 18:00–19:30 Choir'])
  })
  test('a named zone, a floating time, a whole day and one over midnight', async () => {
    const who = await kit.household()
    await take(
      who,
      calendar(
        event(
          'SUMMARY:Call',
          'DTSTART;TZID=America/New_York:20260820T200000',
          'DTEND;TZID=America/New_York:20260820T210000',
        ),
        event('SUMMARY:Supper', 'DTSTART:20260821T190000', 'DTEND:20260821T200000'),
        event('SUMMARY:Fair', 'DTSTART;VALUE=DATE:20260822', 'DTEND;VALUE=DATE:20260823'),
        event('SUMMARY:Calving', 'DTSTART:20260824T220000', 'DTEND:20260825T010000'),
      ),
    )
    expect(await times(who)).toEqual([
      '2026-08-20 18:00–19:00 Call',
      '2026-08-21 19:00–20:00 Supper',
      '2026-08-22 00:00–24:00 Fair',
      '2026-08-24 22:00–24:00 Calving',
      '2026-08-25 00:00–01:00 Calving',
    ])
  })
  test('repeated events are laid out, but for days taken out; free and cancelled ones are left away', async () => {
    const who = await kit.household()
    await take(
      who,
      calendar(
        event(
          'SUMMARY:Market',
          'DTSTART:20260815T080000',
          'DTEND:20260815T120000',
          'RRULE:FREQ=WEEKLY;COUNT=3',
          'EXDATE:20260822T080000',
        ),
        event(
          'SUMMARY:Maybe',
          'DTSTART:20260816T080000',
          'DTEND:20260816T120000',
          'TRANSP:TRANSPARENT',
        ),
        event(
          'SUMMARY:Off',
          'DTSTART:20260817T080000',
          'DTEND:20260817T120000',
          'STATUS:CANCELLED',
        ),
      ),
    )
    expect(await times(who)).toEqual([
      '2026-08-15 08:00–12:00 Market',
      '2026-08-29 08:00–12:00 Market',
    ])
  })
  test('a second file takes the place of the first, and what was said by hand stays', async () => {
    const who = await kit.household()
    await who.send('PUT', `/api/busy-times/${id()}`, {
      onDate: '2026-08-30',
      from: '09:00',
      until: '10:00',
      what: 'own',
    })
    await take(
      who,
      calendar(event('SUMMARY:A', 'DTSTART:20260820T190000', 'DTEND:20260820T200000')),
    )
    await take(
      who,
      calendar(event('SUMMARY:B', 'DTSTART:20260821T190000', 'DTEND:20260821T200000')),
    )
    expect(await times(who)).toEqual(['2026-08-21 19:00–20:00 B', '2026-08-30 09:00–10:00 own'])
  })
  test.each(['hello', 'BEGIN:VCALENDAR\r\nBEGIN:VEVENT', 'BEGIN:VCALENDAR\r\n}{'])(
    'an unreadable file is said to be one: %j',
    async (text) => {
      const who = await kit.household()
      const answer = await take(who, text)
      expect(answer.status).toBe(422)
      expect(answer.body.detail).toMatch(/calendar/)
    },
  )
  test('a rule without end does end', async () => {
    const who = await kit.household()
    const daily = event(
      'SUMMARY:Milking',
      'DTSTART:20200101T060000',
      'DTEND:20200101T063000',
      'RRULE:FREQ=DAILY',
    )
    const answer = await take(who, calendar(daily))
    expect(answer.status).toBe(200)
  })
})

describe('canning days as a calendar', () => {
  async function planned(): Promise<Farm> {
    const f = await farm()
    await f.who.send('PUT', `/api/kitchen-hours/${id()}`, {
      weekday: 6,
      opens: '09:00',
      closes: '17:00',
      people: 1,
    })
    await f.who.send('PUT', `/api/season-loads/${id()}`, load(f))
    return f
  }
  const eventsOf = (text: string): ICAL.Event[] =>
    new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((e) => new ICAL.Event(e))

  test('one event a day, from the opening of the kitchen', async () => {
    const f = await planned()
    const answer = await f.who.send('GET', '/api/calendar')
    expect(answer.headers.get('content-type')).toMatch(/text\/calendar/)
    const [only] = eventsOf(answer.body)
    expect(only?.summary).toBe('Canning: 7 quarts of snap beans')
    expect(only?.startDate.toJSDate().toISOString()).toBe('2026-08-15T15:00:00.000Z')
    // 84 prepare + 13.4 fill + 112 of the run by this canner's own minutes
    expect(Math.round((only!.endDate.toUnixTime() - only!.startDate.toUnixTime()) / 60)).toBe(210)
  })
  test('a load planned at the stove is a canning day; once it is on, the day begins now with what is left of it', async () => {
    const stove = await stovePlanned(kit)
    await stove.who.send('PUT', `/api/kitchen-hours/${id()}`, {
      ...{ weekday: 5, opens: '17:00', closes: '23:30', people: 1 },
    })
    const only = async (): Promise<ICAL.Event> => {
      const all = eventsOf((await stove.who.send('GET', '/api/calendar')).body)
      const days = all.filter((e) => e.summary.startsWith('Canning'))
      expect(days).toHaveLength(1)
      return days[0]!
    }
    const minutes = (e: ICAL.Event): number =>
      (e.endDate.toUnixTime() - e.startDate.toUnixTime()) / 60
    const before = await only()
    expect(before.summary).toBe('Canning: 7 quarts of snap beans')
    await stove.run(TO_STANDING.slice(0, 6))
    const during = await only()
    // Under pressure since minute 111: 25 minutes, cooling, rest and unloading are left.
    expect(during.startDate.toUnixTime() * 1000).toBe(NOW + 115 * 60_000)
    expect(minutes(during)).toBeGreaterThan(20 + 10)
    expect(minutes(during)).toBeLessThan(minutes(before) - 90)
    // The next load in the same canner waits for it.
    const { lotId, cannerId } = stove
    await stove.who.send('PUT', `/api/season-loads/${id()}`, {
      ...load({ who: stove.who, lotId, cannerId }),
      ...{ onDate: '2026-08-14', portions: [portion(lotId, { jars: 2 })] },
    })
    const both = await only()
    expect(minutes(both)).toBeGreaterThan(minutes(during) + 100)
    await kit.clock.set(NOW)
  })
  test('what does not fit is told as that, over the kitchen’s hours', async () => {
    const f = await planned()
    const [hours] = (await f.who.send('GET', '/api/kitchen-hours')).body
    await f.who.send('PATCH', `/api/kitchen-hours/${hours.id}`, {
      version: hours.version,
      closes: '10:00',
    })
    const [only] = eventsOf((await f.who.send('GET', '/api/calendar')).body)
    expect(only!.endDate.toUnixTime() - only!.startDate.toUnixTime()).toBe(3600)
    expect(only!.description).toMatch(/\n.*longer than the kitchen is open/)
  })
  test('the secret address works without sign-in until it is revoked', async () => {
    const f = await planned()
    const feedId = id()
    const made = await f.who.send('PUT', `/api/calendar-feeds/${feedId}`, {})
    expect(made.status).toBe(201)
    const stranger = kit.browser()
    expect(eventsOf((await stranger.send('GET', made.body.path)).body)).toHaveLength(1)
    expect(JSON.stringify((await f.who.send('GET', '/api/calendar-feeds')).body)).not.toContain(
      '.ics',
    )
    await f.who.send('DELETE', `/api/calendar-feeds/${feedId}`)
    expect((await stranger.send('GET', made.body.path)).status).toBe(404)
    expect((await stranger.send('GET', '/api/calendar/guess.ics')).status).toBe(404)
    expect((await stranger.send('GET', '/api/calendar')).status).toBe(401)
  })
})

describe('the day sheet to print', () => {
  const sheet = {
    title: 'Sat 15 Aug, Nettle Row',
    finish: '7 quarts. Clean kitchen at about 12:30.',
    loads: [{ name: 'Small canner: 7 quarts of snap beans', process: '25 minutes at 15 psi' }],
    steps: [{ at: '09:00', text: 'Prepare snap beans ½', who: 'Wren' }],
    supplies: [{ name: 'new regular lids', amount: '7' }],
  }
  test('is a PDF of one page', async () => {
    const who = await kit.household()
    const answer = await who.send('POST', '/api/day-sheet.pdf', sheet)
    expect(answer.headers.get('content-type')).toBe('application/pdf')
    expect(answer.body.slice(0, 5)).toBe('%PDF-')
    expect(answer.body.match(/\/Type \/Page\b/g)).toHaveLength(1)
  })
  test('a sheet with too much on it is refused, and so is a stranger', async () => {
    const who = await kit.household()
    const steps = Array.from({ length: 201 }, () => sheet.steps[0])
    expect((await who.send('POST', '/api/day-sheet.pdf', { ...sheet, steps })).status).toBe(400)
    expect((await kit.browser().send('POST', '/api/day-sheet.pdf', sheet)).status).toBe(401)
  })
})
