// What is remembered of a judgement must never outlive the facts it was made of.
import type { LoadEventRow } from '@kelvit/contract'
import { foldLoad, asEvents, judgeLoad, type LoadSetup } from '@kelvit/core'
import fc from 'fast-check'
import { expect, test } from 'vitest'
import { judgementOf } from '../src/store/judged'

const SETUP = { regulatedBy: 'dial', psi: 12, minutes: 25, gaugeErrorPsi: 0, restMinutes: 10 }
const minute = (n: number): string => new Date(Date.UTC(2026, 7, 14, 22, n)).toISOString()

/** An evening as it is told, each fact at its minute. */
const EVENING = (
  [
    ['started', 0],
    ['locked', 5],
    ['steam-steady', 15],
    ['weight-on', 26],
    ['reading', 36, 12.5],
    ['reading', 46, 12.5],
    ['reading', 56, 12.5],
    ['heat-off', 62],
    ['pressure-zero', 100],
    ['lock-dropped', 101],
    ['weight-off', 102],
    ['opened', 114],
    ['unloaded', 124],
  ] as const
).map(([kind, at, psi], n) => ({
  id: `fact-${String(n)}`,
  loadId: 'load',
  at: minute(at),
  happenedAt: null,
  heardAt: minute(at),
  kind,
  by: 'Wren',
  psi: psi ?? null,
  text: null,
  eventId: null,
  source: null,
  doubtIds: null,
  seen: null,
})) as readonly LoadEventRow[]

const afresh = (setup: object, facts: readonly LoadEventRow[]): unknown => {
  const asked = setup as LoadSetup
  return JSON.parse(JSON.stringify(judgeLoad(asked, foldLoad(asked, asEvents(facts)))))
}
const asked = (setup: object, facts: readonly LoadEventRow[], id = 'load'): unknown =>
  JSON.parse(judgementOf(id, JSON.stringify({ id, setup }), JSON.stringify(facts)))

test('the same load is judged by the facts and the setup it has when it is asked about', () => {
  const verdicts = new Set<string>()
  const setups = fc.constantFrom(SETUP, { ...SETUP, minutes: 26.5 }, { ...SETUP, psi: 13 })
  const asks = fc.array(fc.tuple(setups, fc.subarray([...EVENING])), { minLength: 2 })
  fc.assert(
    fc.property(asks, (several) => {
      for (const [setup, facts] of [...several, ...several]) {
        const judged = asked(setup, facts)
        verdicts.add((judged as { verdict: string }).verdict)
        expect(judged).toEqual(afresh(setup, facts))
      }
    }),
    { numRuns: 200 },
  )
  expect(verdicts.size).toBeGreaterThan(2)
})

test('a whole evening is as tested; longer minutes or a word of lost water end that at once', () => {
  expect(asked(SETUP, EVENING)).toMatchObject({ verdict: 'as-tested' })
  expect(asked({ ...SETUP, minutes: 30 }, EVENING)).not.toMatchObject({ verdict: 'as-tested' })
  const boiledDry = { ...EVENING[0], id: 'dry', kind: 'water-low', at: minute(130) } as LoadEventRow
  expect(asked(SETUP, [...EVENING, boiledDry])).toMatchObject({ verdict: 'not-processed' })
  expect(asked(SETUP, EVENING)).toMatchObject({ verdict: 'as-tested' })
})

test('a setup no load may run with is refused every time', () => {
  const wrong = { ...SETUP, minutes: 0 }
  for (const round of [1, 2])
    expect(() => asked(wrong, EVENING), `round ${String(round)}`).toThrow(RangeError)
})
