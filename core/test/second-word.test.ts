// What comes twice, later, or about another day: none of it may talk a load into good jars.
import { describe, expect, test } from 'vitest'
import {
  foldLoad,
  holdOf,
  isReason,
  judgeLoad,
  loadAt,
  openDoubts,
  type LoadEvent,
  type LoadSetup,
} from '@kelvit/core'
import * as unit from '../src/quantity/units'
import { dial, fact, GOOD_DIAL, GOOD_WEIGHT, log, MIN, weighted } from './kit/loads'

const on = (setup: LoadSetup, ...events: readonly (string | LoadEvent)[]) => {
  const all = events.flatMap((e) => (typeof e === 'string' ? log(e) : [e]))
  const state = foldLoad(setup, all)
  const { verdict, reasons } = judgeLoad(setup, state)
  return { state, verdict, codes: reasons.map((r) => r.code), hold: holdOf(setup, state) }
}
const until = (lines: readonly string[], minute: number): readonly string[] =>
  lines.filter((l) => Number(l.split(' ')[0]) <= minute)
const shifted = (lines: readonly string[], from: number, by: number): readonly string[] =>
  lines.map((l) => {
    const [min, ...rest] = l.split(' ')
    return Number(min) < from ? l : [Number(min) + by, ...rest].join(' ')
  })

describe('a doubt of its own', () => {
  const recalled = (minute: number, more: Partial<LoadEvent> = {}) =>
    fact('recalled', minute * MIN, { heardAt: minute * MIN, ...more })
  const looked = (
    minute: number,
    doubtIds: readonly string[] | null,
    text = 'Extension says keep them.',
  ) =>
    // prettier-ignore
    fact('looked-into', minute * MIN, { heardAt: minute * MIN, text, doubtIds })
  test.each([
    ['a second, worse gauge test', recalled(400)],
    ['pressure fell told again', fact('pressure-fell', 400 * MIN, { heardAt: 400 * MIN })],
    ['a phone that was offline speaks up with an older fact', fact('left-overnight', 250 * MIN, { heardAt: 500 * MIN })], // prettier-ignore
    ['the altitude is corrected', fact('found-short', 400 * MIN, { heardAt: 400 * MIN })],
  ])('holds the jars again: %s', (_, second) => {
    const first = recalled(200)
    const seen = openDoubts(dial, on(dial, ...GOOD_DIAL, first).state).map((d) => d.id)
    expect(seen).toHaveLength(1)
    const freed = on(dial, ...GOOD_DIAL, first, looked(300, seen))
    expect([freed.verdict, freed.hold]).toEqual(['in-doubt', null])
    const again = on(dial, ...GOOD_DIAL, first, looked(300, seen), second)
    expect(again.hold).not.toBeNull()
  })
  test('a word without the doubts it answers answers those that were heard by then, said on the spot', () => {
    const first = recalled(200)
    expect(on(dial, ...GOOD_DIAL, first, looked(300, null)).hold).toBeNull()
    const late = { ...looked(300, null), heardAt: 400 * MIN }
    expect(on(dial, ...GOOD_DIAL, first, late).hold).toBe('in-doubt')
    expect(on(dial, ...GOOD_DIAL, recalled(200, { heardAt: 350 * MIN }), looked(300, null)).hold).toBe('in-doubt') // prettier-ignore
  })
  test('a full stop is no reason', () => {
    expect(['.', '. . .', 'fine', 'looks fine', '1 2 3 4'].filter(isReason)).toEqual([])
    expect(['Extension: keep them', 'keep the jars', 'die Jungs sagen ja'].every(isReason)).toBe(true) // prettier-ignore
    const first = recalled(200)
    const ids = openDoubts(dial, on(dial, ...GOOD_DIAL, first).state).map((d) => d.id)
    expect(on(dial, ...GOOD_DIAL, first, looked(300, ids, '.')).hold).toBe('in-doubt')
  })
  test('what rested on a slip is withdrawn, and stays in the record', () => {
    const first = recalled(200)
    const taken = fact('withdrawn', 300 * MIN, { eventId: first.id })
    expect(on(dial, ...GOOD_DIAL, first, taken)).toMatchObject({ verdict: 'as-tested', hold: null })
  })
  test('what condemns is never looked into', () => {
    const low = on(dial, ...GOOD_DIAL, '200 water-low')
    expect(openDoubts(dial, low.state)).toEqual([])
    expect(on(dial, ...GOOD_DIAL, '200 water-low', looked(300, low.state.doubts.map((d) => d.id))).hold).toBe('not-processed') // prettier-ignore
  })
})

describe('time itself', () => {
  test('filled and locked, steam two hours, or two days, later', () => {
    const at = (minutes: number) => on(dial, ...shifted(GOOD_DIAL, 38, minutes - 18))
    expect(at(120).verdict).toBe('as-tested')
    expect(at(120.1)).toMatchObject({ verdict: 'in-doubt', codes: ['stood-warm'] })
    expect(at(24 * 60).verdict).toBe('in-doubt')
    expect(at(24 * 60 + 0.1)).toMatchObject({ verdict: 'not-processed', codes: ['stood-too-long'] })
    expect(at(2 * 24 * 60).hold).toBe('not-processed')
  })
  test('heat back on after three days', () => {
    const days = 3 * 24 * 60
    const lines = [...until(GOOD_DIAL, 65), '67 heat-off', `${days} heat-on`]
    const vented = shifted(GOOD_DIAL.slice(3), 0, days)
    expect(on(dial, ...lines, ...vented)).toMatchObject({ verdict: 'not-processed', hold: 'not-processed' }) // prettier-ignore
    expect(on(dial, ...lines, ...vented).codes).toContain('stood-too-long')
  })
  test('opened after ten minutes and locked again three days later', () => {
    const days = 3 * 24 * 60
    const lines = [...until(GOOD_DIAL, 65), '67 heat-off', '69 opened']
    const again = shifted(GOOD_DIAL.slice(2), 0, days)
    expect(on(dial, ...lines, ...again)).toMatchObject({ verdict: 'not-processed' })
    expect(on(dial, ...lines, ...again).codes).toContain('stood-too-long')
    // Within two hours it is a run like another.
    const soon = shifted(GOOD_DIAL.slice(2), 0, 70)
    expect(on(dial, ...lines, ...soon)).toMatchObject({ verdict: 'as-tested' })
  })
  test('jars of a full process, opened and run again, have their 24 hours', () => {
    const open = GOOD_DIAL.slice(0, -1)
    const again = (minutes: number) => on(dial, ...open, ...shifted(GOOD_DIAL.slice(2), 0, minutes))
    expect(again(5 * 60).codes).not.toContain('stood-warm')
    expect(again(26 * 60)).toMatchObject({ verdict: 'not-processed' })
  })
  test('jars that are processed again are at pressure within 24 hours, whenever it was planned', () => {
    const by = (minute: number) => on({ ...dial, againBy: minute * MIN }, ...GOOD_DIAL)
    expect(by(57).verdict).toBe('as-tested')
    expect(by(56.9)).toMatchObject({ verdict: 'not-processed', codes: ['again-late'] })
  })
})

describe('cooling', () => {
  const gone = (setup: LoadSetup, minutes: number, kind = 'pressure-zero') =>
    on(setup, ...until(GOOD_DIAL, 82), `${82 + minutes} ${kind}`, `${83 + minutes} ${kind === 'lock-dropped' ? 'pressure-zero' : 'lock-dropped'}`, ...shifted(GOOD_DIAL.slice(12), 0, minutes)) // prettier-ignore
  test('48 seconds after the heat: asked about, and in doubt', () => {
    const fast = gone(dial, 0.8)
    expect(fast).toMatchObject({ verdict: 'in-doubt', codes: ['cooled-fast'] })
    expect(fast.state.questions[0]?.sentence).toMatch(/by hand or use cold water/)
    expect(gone(dial, 9.9).codes).toEqual(['cooled-fast'])
    expect(gone(dial, 10).verdict).toBe('as-tested')
    expect(gone(dial, 5, 'lock-dropped').codes).toEqual(['cooled-fast'])
  })
  test('less than half of what this canner takes', () => {
    const slow = { ...dial, coolMinutes: unit.minutes(50) }
    expect(gone(slow, 24.9).codes).toEqual(['cooled-fast'])
    expect(gone(slow, 25).verdict).toBe('as-tested')
  })
  test('the weight off while it processes is opening under pressure', () => {
    const off = [...until(GOOD_DIAL, 74), '82 reading 12', '83 weight-off', '95 opened', '99 unloaded'] // prettier-ignore
    expect(on(dial, ...off)).toMatchObject({ verdict: 'not-processed', hold: 'not-processed' })
    expect(on(dial, ...off).codes).toContain('weight-lifted')
  })
  test('the lock dropped with the heat on, and nobody saw zero', () => {
    const drop = [...until(GOOD_DIAL, 81), '82 reading 12', '110 lock-dropped', '111 pressure-zero', '112 weight-off', '125 opened', '126 unloaded'] // prettier-ignore
    expect(on(dial, ...drop).codes).toContain('lock-early')
    // Told afterwards that the heat was off, it is an evening like others.
    expect(on(dial, ...drop, '127 heat-off @82.5').verdict).toBe('in-doubt')
    expect(on(dial, ...drop, '127 heat-off @82.5').codes).toEqual(['told-late'])
  })
  test('rest is owed also when nobody said that the heat was off', () => {
    const unsaid = GOOD_DIAL.filter((l) => !l.includes('heat-off') && !l.includes(' opened'))
    expect(on(dial, ...unsaid, '132 opened').verdict).toBe('longer')
    expect(on(dial, ...unsaid, '125 opened').codes).toContain('rest-short')
  })
  test('tomatoes stay five minutes in the open canner', () => {
    const tomatoes = { ...dial, openMinutes: unit.minutes(5) }
    const lifted = (minute: number) => on(tomatoes, ...GOOD_DIAL.slice(0, -1), `${minute} unloaded`)
    expect(lifted(137).verdict).toBe('as-tested')
    expect(lifted(136.9)).toMatchObject({ verdict: 'in-doubt', codes: ['rest-short'] })
  })
  test('lids pressed four minutes after unloading are asked about, and pressed again', () => {
    const early = on(dial, ...GOOD_DIAL, '142 seals-checked')
    expect(early.codes).toEqual(['pressed-early'])
    expect(early.state.questions[0]?.sentence).toMatch(/before 12 hours/)
    expect(on(dial, ...GOOD_DIAL, '142 seals-checked', `${138 + 12 * 60} seals-checked`).codes).toEqual([]) // prettier-ignore
  })
})

describe('air', () => {
  test('three hours cold and back up: vented again', () => {
    const lines = [...until(GOOD_DIAL, 65), '67 heat-off', '247 heat-on']
    expect(on(dial, ...lines).state).toMatchObject({ stage: 'heating', ventAgain: true })
    expect(on(dial, ...until(GOOD_DIAL, 65), '67 heat-off', '87 heat-on').state.stage).toBe('climbing') // prettier-ignore
    expect(on(dial, ...until(GOOD_DIAL, 65), '67 heat-off', '87.1 heat-on').state.stage).toBe('heating') // prettier-ignore
  })
  test('twenty minutes without heat in the first climb', () => {
    const first = [...until(GOOD_DIAL, 48), '50 heat-off']
    expect(on(dial, ...first, '70 heat-on').state.stage).toBe('climbing')
    expect(on(dial, ...first, '70.1 heat-on').state.stage).toBe('heating')
  })
  test('the lock dropped in the first climb', () => {
    const lines = [...until(GOOD_DIAL, 48), '52 lock-dropped', ...GOOD_DIAL.slice(5)]
    expect(on(dial, ...lines)).toMatchObject({ verdict: 'not-processed' })
    expect(on(dial, ...lines).codes).toContain('vent-short')
  })
  test('lost without a word for twenty minutes', () => {
    const lost = [...until(GOOD_DIAL, 57), '60 reading 11']
    expect(on(dial, ...lost, '80 reading 12').state.vent).toBe('full')
    expect(on(dial, ...lost, '80.1 reading 12').state).toMatchObject({ vent: 'short', ventAgain: true }) // prettier-ignore
    expect(on(dial, ...lost, '75 reading 8', '94 reading 12').state.vent).toBe('full')
  })
  test('a lock that dropped in mid-process is not seen down when it has cooled', () => {
    const lines = [
      ...until(GOOD_WEIGHT, 65),
      '66 pressure-zero',
      '66 lock-dropped',
      '70 steam-steady',
      '80 weight-on',
      ...shifted(
        GOOD_WEIGHT.filter((l) => !/zero|dropped/.test(l)),
        0,
        30,
      ).slice(5),
    ]
    expect(on(weighted, ...lines).codes).toContain('zero-unseen')
  })
  test('a faltering told when it is over is a doubt about the steam', () => {
    expect(on(dial, ...GOOD_DIAL, '200 steam-faltered')).toMatchObject({ verdict: 'in-doubt', codes: ['steam-doubtful'] }) // prettier-ignore
    expect(on(dial, ...GOOD_DIAL, '200 steam-faltered @42').verdict).toBe('not-processed')
    expect(on(dial, ...GOOD_DIAL, '200 steam-faltered @30').verdict).toBe('as-tested')
  })
})

describe('unseen', () => {
  test('a weight nobody heard for more than thirty minutes', () => {
    const long = { ...weighted, minutes: unit.minutes(90) }
    const quiet = [...until(GOOD_WEIGHT, 57), '147 heat-off', ...shifted(GOOD_WEIGHT.slice(10), 0, 65)] // prettier-ignore
    const silent = on(long, ...quiet)
    expect(silent).toMatchObject({ verdict: 'in-doubt', codes: ['unwatched'], hold: 'in-doubt' })
    expect(on(long, ...quiet, '148 watched').verdict).toBe('as-tested')
    const state = foldLoad(long, log(...until(GOOD_WEIGHT, 57), '88 still-rocking'))
    expect(loadAt(long, state, 89 * MIN, 'us').prompts[0]?.sentence).toMatch(/heard the weight for 31 minutes/) // prettier-ignore
  })
  test('a simulated gauge alone', () => {
    const simulated = log(...GOOD_DIAL).map((e) => ({ ...e, source: 'simulated' as const }))
    expect(on(dial, ...simulated)).toMatchObject({ verdict: 'in-doubt', codes: ['simulated'] })
    const one = log(...GOOD_DIAL).map((e, i) => (i === 7 ? { ...e, source: 'simulated' as const } : e)) // prettier-ignore
    expect(on(dial, ...one)).toMatchObject({ verdict: 'as-tested', codes: ['simulated'] })
    expect(on({ ...dial, practice: true }, ...simulated).verdict).toBe('as-tested')
  })
})

describe('figures that were found wrong', () => {
  const raised = (minute: number, psi: number, test: string | null) =>
    fact('figures-changed', minute * MIN, { psi: unit.psi(psi), eventId: test })
  test('a gauge test while it runs: from there on it must hold more', () => {
    const cook = [...until(GOOD_DIAL, 65), raised(66, 14, 'test')]
    expect(on(dial, ...cook).state).toMatchObject({ stage: 'climbing', target: 14 })
    const state = on(dial, ...cook, '70 reading 14').state
    expect(loadAt(dial, state, 80 * MIN, 'us').clock).toMatchObject({ leftMs: 15 * MIN })
    // Read high enough already: the time counts from there.
    const high = on(dial, ...until(GOOD_DIAL, 57), '60 reading 14', '65 reading 14', raised(66, 14, 'test')) // prettier-ignore
    expect(high.state).toMatchObject({ stage: 'processing', since: 60 * MIN })
    expect(on(dial, ...GOOD_DIAL, raised(66, 14, 'test')).verdict).toBe('not-processed')
  })
  test('a gauge test when the heat was off is in doubt, however much it is off', () => {
    for (const psi of [13.9, 14, 16])
      expect(on(dial, ...GOOD_DIAL, raised(140, psi, 'test'))).toMatchObject({ verdict: 'in-doubt', codes: ['recalled'] }) // prettier-ignore
    expect(on(dial, ...GOOD_DIAL, raised(140, 12, 'test')).verdict).toBe('as-tested')
    // Also when the heat off was heard later than the test.
    const late = [...GOOD_DIAL.filter((l) => !l.includes('heat-off')), raised(83, 14, 'test'), '84 heat-off @82'] // prettier-ignore
    expect(on(dial, ...late)).toMatchObject({ verdict: 'in-doubt', codes: ['recalled'] })
  })
  test('an altitude that was wrong condemns, whenever it is found', () => {
    expect(on(dial, ...GOOD_DIAL, raised(140, 13, null))).toMatchObject({ verdict: 'not-processed', codes: ['figures-raised'] }) // prettier-ignore
    expect(on(weighted, ...GOOD_WEIGHT, raised(140, 15, null)).verdict).toBe('not-processed')
    expect(on(dial, ...GOOD_DIAL, '900 seals-checked', '9000 found-short')).toMatchObject({ verdict: 'not-processed', hold: 'not-processed' }) // prettier-ignore
  })
  test('the wrong weight condemns, whenever it is said', () => {
    for (const minute of [90, 125, 140, 9000])
      expect(on(weighted, ...GOOD_WEIGHT, `${minute} wrong-weight`).verdict).toBe('not-processed')
  })
})

test('filled jars wait from the last of them, as many as there are', () => {
  const many = { ...dial, fillMinutes: unit.minutes(28) }
  const kinds = (minute: number) =>
    loadAt(many, foldLoad(many, log('0 started', '5 filling-began')), minute * MIN, 'us').prompts.map((p) => p.kind) // prettier-ignore
  expect([kinds(47), kinds(48)]).toEqual([[], ['jars-waiting']])
})
