// Tonight's sheet begins at this minute, with what is on the stove.
import { describe, expect, test } from 'vitest'
import { tonight } from '../src/day/tonight'
import { setOut, totalWords } from '../src/station/season/day/words'
import { canner as cannerOf, household, load as loadOf, TODAY } from './kit'

const NOW = Date.parse(`${TODAY}T19:32:00Z`)
const canner = cannerOf()
const FACTS = [['preparing', 'started']] as const
/** A load that was started at 19:00. */
const load = (more: Parameters<typeof loadOf>[0]) =>
  loadOf({
    events: FACTS.map(
      ([, kind], i) =>
        ({
          ...{
            id: `e${i}`,
            kind,
            at: `${TODAY}T19:00:00.000Z`,
            happenedAt: null,
            by: 'Wren',
            psi: null,
            text: null,
            eventId: null,
            source: null,
            doubtIds: null,
            seen: null,
            enteredAt: null,
            seals: null,
          },
        }) as never,
    ),
    ...more,
  })

const view = { canners: [canner], stored: [], records: { lots: [], calendar: { hours: [], exceptions: [], busy: [] } } } as unknown as Parameters<typeof tonight>[4] // prettier-ignore
const house = { ...household, zone: 'UTC' }
const usual = { opens: 17 * 60, closes: 22 * 60, people: 2, gaps: [] }
const minuteOf = (ms: number): number => new Date(ms).getUTCHours() * 60 + new Date(ms).getUTCMinutes() // prettier-ignore
const today = new Date(NOW).toISOString().slice(0, 10)

describe('a day as it is now', () => {
  test('begins when the kitchen opens on another day, and today not before this minute', () => {
    expect(tonight('2031-01-01', NOW, usual, [], view, house)).toEqual({ opens: 17 * 60, closes: 22 * 60, running: [] }) // prettier-ignore
    const late = Date.parse(`${today}T19:32:00Z`)
    expect(tonight(today, late, usual, [], view, house).opens).toBe(19 * 60 + 35)
    const early = Date.parse(`${today}T09:00:00Z`)
    expect(tonight(today, early, usual, [], view, house).opens).toBe(17 * 60)
  })
  test('with a load on, it begins now, and has what is left of that load', () => {
    const on = load({ stage: 'preparing', cannerId: canner.id })
    const got = tonight(today, NOW, usual, [on], view, house)
    expect(got.opens).toBe(Math.ceil(minuteOf(NOW) / 5) * 5)
    expect(got.running).toHaveLength(1)
    expect(got.running[0]!.at).toBe('running')
    expect(got.running[0]!.day.running).toBe(true)
    for (const stage of ['planned', 'standing', 'checked', 'aborted'] as const)
      expect(tonight(today, NOW, usual, [load({ stage, cannerId: canner.id })], view, house).running).toEqual([]) // prettier-ignore
  })
  test('after midnight the night’s kitchen goes on: its evening begins at this minute', () => {
    const date = '2026-08-14'
    const hours = [{ weekday: 5, opens: '18:00', closes: '01:30', people: 2 }]
    const night = { ...view, records: { ...view.records, calendar: { hours, exceptions: [], busy: [] } } } as typeof view // prettier-ignore
    const evening = { opens: 18 * 60, closes: 25 * 60 + 30, people: 2, gaps: [] }
    const at = (time: string) => Date.parse(`2026-08-15T${time}:00Z`)
    expect(tonight(date, at('00:31'), evening, [], night, house)).toMatchObject({ opens: 24 * 60 + 35, closes: 25 * 60 + 30 }) // prettier-ignore
    const on = load({ stage: 'preparing', cannerId: canner.id })
    expect(tonight(date, at('00:31'), evening, [on], night, house).running).toHaveLength(1)
    // Once it has closed, that evening is over.
    expect(tonight(date, at('01:31'), evening, [on], night, house).running).toEqual([])
    expect(tonight('2026-08-15', at('01:31'), usual, [on], night, house).running).toHaveLength(1)
  })
  test('jars that are in already are not set out again', () => {
    const on = load({ stage: 'preparing', cannerId: canner.id })
    const [entry] = tonight(today, NOW, usual, [on], view, house).running
    const over = { ...entry!, day: { ...entry!.day, stages: { ...entry!.day.stages, fill: 0 } } }
    expect(setOut([over], house)).toEqual([])
    expect(totalWords([over])).toBe('')
    expect(totalWords([{ ...over, day: { ...over.day, stages: { ...over.day.stages, fill: 9 } } }])).not.toBe('') // prettier-ignore
  })
})
