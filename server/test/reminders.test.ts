import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { id, NOW, startKit, TO_STANDING, withGear, type Browser, type Kit } from './kit'
import { DIAL, OUT, planned } from './stove-kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

describe('what is to be remembered, in the calendar too', () => {
  const events = async (who: Browser): Promise<readonly string[]> =>
    ((await who.send('GET', '/api/calendar')).body as string)
      .replace(/\r\n[ \t]/g, '')
      .split('BEGIN:VEVENT')
      .slice(1)
      .filter((e) => !e.includes('SUMMARY:Canning'))
  test('lids to press from 12 hours on the board until a day, and gone once they were', async () => {
    const stove = await planned(kit)
    expect(await events(stove.who)).toEqual([])
    await stove.run(TO_STANDING)
    const [check] = await events(stove.who)
    const { code } = await stove.load()
    expect(check).toContain(`SUMMARY:Press the lids of batch ${code}`)
    // Out at 188 minutes after 23:00 UTC: 02:08.
    expect(check).toContain('DTSTART:20260815T140800Z')
    expect(check).toContain('DTEND:20260816T020800Z')
    await stove.say(OUT + 900, 'seals-checked', {
      seals: [{ portionId: stove.portionId, outcome: 'sealed', jars: 7 }],
    })
    const after = await events(stove.who)
    expect(after.join()).not.toContain('Press the lids')
    expect(after).toHaveLength(0)
  })
  test('a dial’s test on its day, today where there is none or it is over; a weighted canner needs none', async () => {
    const stove = await planned(kit, DIAL)
    const [test] = await events(stove.who)
    expect(test).toContain('SUMMARY:Have the dial of Test canner tested')
    expect(test).toContain('DTSTART;VALUE=DATE:20270814')
    const who = await kit.household()
    await withGear(who, DIAL)
    expect((await events(who))[0]).toContain('DTSTART;VALUE=DATE:20260814')
    const weighted = await kit.household()
    await withGear(weighted)
    expect(await events(weighted)).toEqual([])
  })
  test('jars that come up for review within a year, by day; those that were eaten do not', async () => {
    const who = await kit.household()
    const house = (await who.send('GET', '/api/household')).body
    const settings = { ...house.settings, bestMonths: 3, reviewMonths: 6 }
    await who.send('PATCH', '/api/household', { version: house.version, settings })
    const came = (n: number, cannedOn: string) => ({
      foodId: 'beets',
      formId: 'beets',
      jar: 'quart',
      mouth: 'regular',
      cannedOn,
      process: 'told',
      gotFrom: '',
      ids: Array.from({ length: n }, () => id()),
    })
    const at = new Date(NOW).toISOString()
    const lines = [came(3, '2026-08-01'), came(2, '2026-08-02')]
    await who.send('PUT', `/api/counts/${id()}`, {
      shelfId: null,
      at,
      reason: '',
      found: [],
      missing: [],
      came: lines,
    })
    await who.send('PUT', `/api/jars/${lines[0]!.ids[0]}/fate`, { state: 'eaten', at })
    const told = await events(who)
    expect(told.map((e) => /SUMMARY:(.*)/.exec(e)?.[1]?.trim())).toEqual([
      '2 jars come up for review',
      '2 jars come up for review',
    ])
    expect(told[0]).toContain('DTSTART;VALUE=DATE:20270201')
  })
})
